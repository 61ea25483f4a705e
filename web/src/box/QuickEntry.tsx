import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../api/client";
import { Button } from "../shell/Button";
import { TextField } from "../shell/TextField";
import type { BoxState } from "./useBox";

/** Stock by the keyboard: a name and a count, Enter, the next. */
export function QuickEntry({ state }: { state: BoxState }) {
  const [text, setText] = useState("");
  const [said, setSaid] = useState("");
  const enter = async () => {
    let says = "";
    const ok = await state.attempt(async () => {
      const entry = await api.quickEntry(text);
      says = entry.says;
      void state.put(entry.before ?? null, entry.after);
    });
    setSaid(ok ? says : "");
    if (ok) setText("");
  };
  return (
    <Box flex="1" minW="260px" maxW="440px">
      <Flex gap="2" align="end">
        <TextField
          label="Quick entry: a count and a thing"
          flex="1"
          value={text}
          maxLength={120}
          placeholder="BB 24, 6 x 1/4 oz bullet, 0.17 nylon"
          onChange={setText}
          onEnter={() => text.trim() && void enter()}
        />
        <Button disabled={!text.trim()} onClick={() => void enter()}>
          Enter
        </Button>
      </Flex>
      <Text id="quick-say" fontSize="sm" color="soft" minH="5" aria-live="polite">
        {said}
      </Text>
    </Box>
  );
}
