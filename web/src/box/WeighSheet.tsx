import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type BoxItem, keys, type Weighing } from "../api/client";
import { useSave } from "../document/useSave";
import { Button } from "../shell/Button";
import { nameOf } from "../shell/nameOf";
import { Sheet } from "../shell/Sheet";
import { TextField } from "../shell/TextField";
import { read, say, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { ReadingList } from "./ReadingList";
import type { BoxState } from "./useBox";
import { useTest } from "./useTest";

type Fields = Extract<BoxItem, { kind: "shot" | "lead" }>;
type Props = { fields: Fields; state: BoxState; onClose: () => void };

/** Scale test of a compartment: readings of one or several together, typed or read live; mean and scatter at once. */
export function WeighSheet({ fields, state, onClose }: Props) {
  const { units } = useSettings();
  const [readings, setReadings] = useState<Weighing[]>(fields.weighings);
  const [pieces, setPieces] = useState("1");
  const [grams, setGrams] = useState("");
  const { test, said, setSaid } = useTest(readings, () => api.weigh(readings, fields.mass_kg), fields.mass_kg);
  const add = (mass_kg: number) =>
    setReadings([...readings, { pieces: Number(pieces), mass_kg, at: new Date().toISOString() }]);
  const typed = () => {
    const value = read(grams, "piece", units);
    if (!value.ok || !(value.value > 0) || !/^[1-9]\d{0,2}$/.test(pieces)) {
      setSaid("Enter how many lay on the pan, and what they weigh together, such as 10 and 4.02 g.");
      return;
    }
    add(value.value);
    setGrams("");
  };
  const keep = async () => {
    if (!test) return;
    const scatter = fields.kind === "shot" ? { scatter: test.scatter } : {};
    if (await state.put(fields, { ...fields, ...scatter, mass_kg: test.mass_kg, weighings: readings })) onClose();
  };
  return (
    <Sheet title={`Weigh ${nameOf(fields)}`} onClose={onClose}>
      <Stack gap="4">
        <Live onTake={add} pieces={pieces} />
        <Flex gap="2" align="flex-end">
          <TextField flex="0 0 96px" label="On the pan" value={pieces} inputMode="numeric" onChange={setPieces} />
          <TextField
            flex="1"
            label={`All together, ${units.mass}`}
            value={grams}
            inputMode="decimal"
            onChange={setGrams}
            onEnter={typed}
          />
          <Button onClick={typed}>Add</Button>
        </Flex>
        <ReadingList
          what="reading"
          readings={readings}
          says={(r) => `${r.pieces} × → ${write(r.mass_kg, "piece", units)}`}
          onChange={setReadings}
        />
        <Text aria-live="polite">
          {said ||
            (test ? say(test.says, test.figures ?? {}, units) : "No reading yet: weigh some, singly or together.")}
        </Text>
        <Button variant="solid" disabled={!test} onClick={() => void keep()}>
          Use this mass
        </Button>
      </Stack>
    </Sheet>
  );
}

/** The pocket scale, when one is connected: only a steady reading can be taken. */
function Live({ onTake, pieces }: { onTake: (kg: number) => void; pieces: string }) {
  const { units } = useSettings();
  const told = useQuery({ queryKey: keys.instruments, queryFn: api.instruments, refetchInterval: 400 });
  const scale = told.data?.find((i) => i.kind === "scale");
  const [where, setWhere] = useState<string | null>(null);
  const { said: failed, save } = useSave({ old: [keys.instruments] });
  const connect = () => save(() => api.connect({ kind: "scale", where: where ?? scale?.where ?? "" }));
  const mass = scale?.values?.mass_kg;
  const steady = scale?.status === "live" && scale.values?.stable === 1 && mass !== undefined && mass > 0;
  if (!scale || scale.status === "off")
    return (
      <Flex gap="2" align="end">
        <TextField
          label="Pocket scale: port or socket"
          flex="1"
          value={where ?? scale?.where ?? ""}
          placeholder="/dev/ttyUSB0"
          problem={failed}
          onChange={setWhere}
          onEnter={() => void connect()}
        />
        <Button flexShrink="0" onClick={() => void connect()}>
          Read it live
        </Button>
      </Flex>
    );
  return (
    <Flex justify="space-between" align="center" gap="3" bg="well" borderRadius="l2" p="3">
      <Box>
        <Text fontSize="2xl" fontWeight="bold" fontVariantNumeric="tabular-nums">
          {mass === undefined ? "–" : write(mass, "piece", units)}
        </Text>
        <Text fontSize="sm" color="soft">
          {scale.says}
        </Text>
      </Box>
      <Flex direction="column" gap="1">
        <Button disabled={!steady || !/^[1-9]\d{0,2}$/.test(pieces)} onClick={() => mass && onTake(mass)}>
          Take as {pieces} ×
        </Button>
        <Button size="sm" variant="quiet" onClick={() => void api.disconnect("scale").then(() => told.refetch())}>
          Let go
        </Button>
      </Flex>
    </Flex>
  );
}
