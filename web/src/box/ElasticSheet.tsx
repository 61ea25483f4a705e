import { Flex, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api, type BoxItem, refusalIn } from "../api/client";
import { Button } from "../shell/Button";
import { Sheet } from "../shell/Sheet";
import { TextField } from "../shell/TextField";
import { read, say } from "../units/quantity";
import { useSettings } from "../units/settings";
import type { BoxState } from "./useBox";

type Fields = Extract<BoxItem, { kind: "catapult" }>;
type Props = { fields: Fields; state: BoxState; onClose: () => void };

/** A catapult that was measured tells how long to cut the elastic of another, so that full stretch throws so far. */
export function ElasticSheet({ fields, state, onClose }: Props) {
  const { units } = useSettings();
  const [threw, setThrew] = useState(fields.throws_m ? String(fields.throws_m) : "");
  const [far, setFar] = useState("");
  const [said, setSaid] = useState("");
  const measured = read(threw, "distance", units);
  const wanted = read(far, "distance", units);
  const ask = async () => {
    if (!measured.ok || !wanted.ok) {
      setSaid("Enter how far it throws and how far the new one is to throw, such as 30 m and 45 m.");
      return;
    }
    try {
      const cut = await api.elastic({ ...fields, throws_m: measured.value }, wanted.value);
      setSaid(say(cut.says.says, cut.says.figures ?? {}, units));
    } catch (e) {
      setSaid(refusalIn(e).message);
    }
  };
  const keep = async () => {
    if (measured.ok && (await state.put(fields, { ...fields, throws_m: measured.value }))) onClose();
  };
  return (
    <Sheet title={`${fields.label}: cut to a distance`} onClose={onClose}>
      <Stack gap="4">
        <Text color="soft">
          Stretched fully, a catapult throws one distance every time: one for each distance, all of the same elastic.
        </Text>
        <Flex gap="2" align="flex-end">
          <TextField flex="1" label="This one throws" value={threw} inputMode="text" onChange={setThrew} />
          <TextField
            flex="1"
            label="New one for"
            value={far}
            inputMode="text"
            onChange={setFar}
            onEnter={() => void ask()}
          />
          <Button variant="solid" onClick={() => void ask()}>
            How long?
          </Button>
        </Flex>
        <Text aria-live="polite" fontWeight="bold" data-testid="elastic">
          {said}
        </Text>
        <Button disabled={!measured.ok} onClick={() => void keep()}>
          Keep how far this one throws
        </Button>
      </Stack>
    </Sheet>
  );
}
