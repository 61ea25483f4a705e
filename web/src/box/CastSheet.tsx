import { Flex, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api, type BoxItem, type CastReading } from "../api/client";
import { Button } from "../shell/Button";
import { Sheet } from "../shell/Sheet";
import { TextField } from "../shell/TextField";
import { forField, read, say, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { ReadingList } from "./ReadingList";
import type { BoxState } from "./useBox";
import { useTest } from "./useTest";

type Fields = Extract<BoxItem, { kind: "rod" }>;
type Props = { fields: Fields; state: BoxState; onClose: () => void };

/** A number typed as turns of the reel, or a length. */
const TURNS = /^\s*(\d+(?:[.,]\d+)?)\s*(?:turns?|t)\s*$/i;

/** Cast test of a rod: known masses, and how far they went, paced or in turns of the reel. */
export function CastSheet({ fields, state, onClose }: Props) {
  const { units } = useSettings();
  const [readings, setReadings] = useState<CastReading[]>(fields.casts);
  const [mass, setMass] = useState("");
  const [far, setFar] = useState("");
  const [aimed, setAimed] = useState("");
  const [wind, setWind] = useState("0");
  const [turn, setTurn] = useState(() => forField(fields.turn_m ?? 0.7, "line", units));
  const turned = read(turn, "line", units);
  const turn_m = turned.ok ? turned.value : 0;
  const { test, said, setSaid } = useTest(readings, () => api.casts(readings, fields.item), fields.item);

  const distance = (text: string): number | null => {
    const turns = TURNS.exec(text);
    if (turns) return turn_m > 0 ? Number((turns[1] ?? "").replace(",", ".")) * turn_m : null;
    const got = read(text, "distance", units);
    return got.ok ? got.value : null;
  };
  const add = () => {
    const weight = read(mass, "load", units);
    const distance_m = distance(far);
    const along = read(wind, "wind", units);
    const aimed_m = aimed.trim() === "" ? null : distance(aimed);
    if (!weight.ok || distance_m === null || !along.ok || (aimed.trim() !== "" && aimed_m === null)) {
      setSaid("Enter all that was thrown and how far it went, such as 6 g and 24 m, or 34 turns.");
      return;
    }
    if (weight.value < 0.0002 || distance_m < 1 || distance_m > 200) {
      setSaid("A cast of a fifth of a gram and more, over 1 to 200 m, tells something of a rod.");
      return;
    }
    setReadings([
      ...readings,
      { mass_kg: weight.value, distance_m, wind_along_m_s: along.value, aimed_m, at: new Date().toISOString() },
    ]);
    setFar("");
  };
  const keep = async () => {
    if (!test) return;
    const found = {
      casts: readings,
      throws: test.throws,
      accuracy: test.accuracy,
      turn_m: turn_m > 0.1 ? turn_m : 0.7,
    };
    if (await state.put(fields, { ...fields, ...found })) onClose();
  };
  return (
    <Sheet title={`Cast ${fields.label}`} onClose={onClose}>
      <Stack gap="4">
        <Text color="soft">
          Weigh what you throw, cast it over grass or water, and pace it or count the turns of the reel. A light and a
          heavy one tell most.
        </Text>
        <Flex gap="2">
          <TextField flex="1" label="Thrown" value={mass} inputMode="text" onChange={setMass} />
          <TextField flex="1" label="Went" value={far} inputMode="text" onChange={setFar} onEnter={add} />
        </Flex>
        <Flex gap="2" align="flex-end">
          <TextField flex="1" label="Aimed at, if at all" value={aimed} inputMode="text" onChange={setAimed} />
          <TextField flex="1" label="Wind behind you" value={wind} inputMode="text" onChange={setWind} />
          <Button onClick={add}>Add</Button>
        </Flex>
        <TextField label="A turn of the reel takes in" value={turn} inputMode="decimal" onChange={setTurn} />
        <ReadingList
          what="cast"
          readings={readings}
          says={(r) => `${write(r.mass_kg, "load", units)}: ${write(r.distance_m, "distance", units)}`}
          onChange={setReadings}
        />
        <Text aria-live="polite" data-testid="cast-test">
          {said || (test ? say(test.says.says, test.says.figures ?? {}, units) : "No cast yet. Type 6 g and 24 m.")}
        </Text>
        <Button variant="solid" disabled={!test} onClick={() => void keep()}>
          The rod throws so
        </Button>
      </Stack>
    </Sheet>
  );
}
