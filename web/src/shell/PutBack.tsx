import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, keys, type Schemas } from "../api/client";
import { useSave } from "../document/useSave";
import { Button } from "./Button";
import { Refused } from "./Refused";

type Looked = Schemas["LookedAt"];

/** A copy put back on the page: looked at first beside what is there now, and undone again. */
export function PutBack() {
  const before = useQuery({ queryKey: keys.before, queryFn: () => api.before(false) });
  const [file, setFile] = useState<File | null>(null);
  const [looked, setLooked] = useState<Looked | null>(null);
  const [done, setDone] = useState("");
  const looking = useSave();
  // Everything on every page may be another after it.
  const putting = useSave({ old: [[]] });
  const said = looking.said || putting.said;
  const look = (chosen: File | null) =>
    looking.save(async () => {
      setDone("");
      setLooked(null);
      setFile(chosen);
      if (chosen) setLooked(await api.bringBack(chosen, false));
    });
  const put = (how: () => Promise<unknown>, says: string) =>
    putting.save(async () => {
      await how();
      setLooked(null);
      setFile(null);
      setDone(says);
    });
  return (
    <Stack gap="2" mt="3">
      <label className="bw-label">
        Put a copy back
        <input
          type="file"
          accept=".db"
          className="bw-block"
          onChange={(e) => {
            void look(e.currentTarget.files?.[0] ?? null);
            e.currentTarget.value = "";
          }}
        />
      </label>
      {said && <Refused>{said}</Refused>}
      {looked && file && (
        <Box bg="well" borderRadius="l2" p="3" data-testid="copy">
          <Holds name={file.name} holds={looked.copy_holds} />
          <Holds name="Now" holds={looked.now_holds} />
          <Flex gap="2" mt="2" wrap="wrap">
            <Button
              variant="solid"
              onClick={() =>
                void put(() => api.bringBack(file, true), "It is in place. What was there before can be had back.")
              }
            >
              Put it in the place of what is here
            </Button>
            <Button variant="quiet" onClick={() => void look(null)}>
              Leave it
            </Button>
          </Flex>
        </Box>
      )}
      {done && <Text role="status">{done}</Text>}
      {before.data && !looked && (
        <Button onClick={() => void put(() => api.before(true), "As it was before.")}>
          Undo the last putting back
        </Button>
      )}
    </Stack>
  );
}

function Holds({ name, holds }: { name: string; holds: Looked["copy_holds"] }) {
  return (
    <Text>
      <b>{name}</b>: {holds.says}
      {holds.changed_at && `; last changed ${holds.changed_at.replace("T", " ")} UTC`}.
    </Text>
  );
}
