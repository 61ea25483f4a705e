import { Box, Heading, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../api/client";
import { useSave } from "../document/useSave";
import { Button } from "./Button";
import { Refused } from "./Refused";
import { TextField } from "./TextField";

/** A device that is not known: the code it is let in by. */
export default function PairPage() {
  const [code, setCode] = useState(() => new URLSearchParams(window.location.search).get("code") ?? "");
  const [name, setName] = useState("phone");
  const { said, save } = useSave();
  const pair = () =>
    save(async () => {
      await api.pair(code, name.trim());
      // Everything is asked anew, by a device that is known.
      window.location.replace("/");
    });
  return (
    <Box as="main" maxW="420px" mx="auto" p="5" mt="10">
      <Heading as="h1" fontFamily="heading" fontSize="2xl" fontWeight="bold">
        This device is not let in yet
      </Heading>
      <Text color="soft" mt="1">
        On the machine Brookwind runs on, open Settings and press “Show a code”.
      </Text>
      <Stack gap="3" mt="4">
        <TextField
          label="The code"
          value={code}
          maxLength={20}
          inputMode="numeric"
          onChange={setCode}
          onEnter={() => void pair()}
        />
        <TextField label="Call this device" value={name} maxLength={60} onChange={setName} />
        {said && <Refused>{said}</Refused>}
        <Button
          variant="solid"
          minH="14"
          fontSize="lg"
          disabled={!code.trim() || !name.trim()}
          onClick={() => void pair()}
        >
          Let it in
        </Button>
      </Stack>
    </Box>
  );
}
