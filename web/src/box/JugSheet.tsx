import { Flex, Stack, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { api, type BoxItem, type JugReading } from "../api/client";
import { Button } from "../shell/Button";
import { Sheet } from "../shell/Sheet";
import { TextField } from "../shell/TextField";
import { forField, read, say, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { ReadingList } from "./ReadingList";
import type { BoxState } from "./useBox";
import { useTest } from "./useTest";

type Fields = Extract<BoxItem, { kind: "bait" }>;
type Props = { fields: Fields; state: BoxState; onClose: () => void };

const TAP_C = 15;

/** Jug test of a bait: timed falls, typed or by the watch here; sink rate and density at once. */
export function JugSheet({ fields, state, onClose }: Props) {
  const { units } = useSettings();
  const [readings, setReadings] = useState<JugReading[]>(fields.jug);
  const [fall, setFall] = useState(() => forField(0.4, "line", units));
  const [seconds, setSeconds] = useState("");
  const [running, setRunning] = useState(false);
  const began = useRef(0);
  const { test, said, setSaid } = useTest(readings, () => api.jug(readings, fields.mass_kg, TAP_C), fields.mass_kg);
  const watch = () => {
    if (running) setSeconds(((performance.now() - began.current) / 1000).toFixed(1));
    began.current = performance.now();
    setRunning(!running);
  };
  const add = () => {
    const [far, took] = [read(fall, "line", units), read(seconds, "time", units)];
    if (!far.ok || !took.ok || !(far.value > 0.02) || !(took.value > 0.05)) {
      setSaid(`Enter how far it falls and how long that takes, such as ${write(0.4, "line", units)} and 8.2 s.`);
      return;
    }
    setReadings([...readings, { fall_m: far.value, time_s: took.value, at: new Date().toISOString() }]);
    setSeconds("");
  };
  const keep = async () => {
    if (!test) return;
    const found = { density_kg_m3: test.density_kg_m3, sink_m_s: test.sink_m_s, jug: readings };
    if (await state.put(fields, { ...fields, ...found })) onClose();
  };
  return (
    <Sheet title={`Time ${fields.label} in a jug`} onClose={onClose}>
      <Stack gap="4">
        <Flex gap="2" align="flex-end">
          <TextField flex="1" label="Fall" value={fall} inputMode="decimal" onChange={setFall} />
          <TextField flex="1" label="Time" value={seconds} inputMode="decimal" onChange={setSeconds} onEnter={add} />
          <Button onClick={watch}>{running ? "Stop the watch" : "Start the watch"}</Button>
          <Button onClick={add}>Add</Button>
        </Flex>
        <ReadingList
          what="fall"
          readings={readings}
          says={(r) => `${write(r.fall_m, "line", units)} in ${r.time_s} s`}
          onChange={setReadings}
        />
        <Text aria-live="polite">
          {said ||
            (test
              ? say(test.says, test.figures ?? {}, units)
              : `No fall yet. Tap water at ${write(TAP_C, "temperature", units)} is assumed.`)}
        </Text>
        <Button variant="solid" disabled={!test} onClick={() => void keep()}>
          Use this density
        </Button>
      </Stack>
    </Sheet>
  );
}
