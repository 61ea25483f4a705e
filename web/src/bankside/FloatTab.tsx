import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { LookPicture } from "../reading/LookPicture";
import { type Look, nameOf } from "../reading/seen";
import { inFlow } from "../scene/flow";
import { Button } from "../shell/Button";
import { handSteps, say, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { inWords } from "../units/vocabulary";
import { happened, rigOn, settingOf } from "./day";
import type { Acting } from "./here";

/** What is the float doing? As it was reckoned beforehand for this rig. */
export function FloatTab({ day, act }: Acting) {
  const { units, vocabulary } = useSettings();
  const [look, setLook] = useState<Look | null>(null);
  const [done, setDone] = useState("");
  const there = rigOn(day);
  const { afloat } = inFlow(there.evaluation);
  const row = there.looks.find((l) => l.look === look);
  const words = (told: { says: string; figures?: Parameters<typeof say>[1] }) =>
    inWords(say(told.says, told.figures ?? {}, units), vocabulary);
  const moved = Math.abs(settingOf(day) - there.rig_setting) > 0.015;
  return (
    <Stack gap="3">
      <Text fontWeight="bold" fontSize="lg">
        What is the float doing?
      </Text>
      {there.looks.length === 0 && <Text color="soft">What this float says could not be reckoned beforehand.</Text>}
      <Grid templateColumns="repeat(auto-fill, minmax(92px, 1fr))" gap="2">
        {there.looks.map((l) => (
          <button
            key={l.look}
            type="button"
            className="bw-look"
            aria-pressed={look === l.look}
            onClick={() => {
              setLook(l.look);
              setDone("");
            }}
          >
            <LookPicture float={afloat} look={l.look} />
            {nameOf(l.look, there.evaluation.moving !== null)}
          </button>
        ))}
      </Grid>
      {moved && row && (
        <Text fontSize="sm" color="brass" fontWeight="semibold">
          Reckoned for a stop at {say("{s}", { s: { value: there.rig_setting, quantity: "depth" } }, units)}; it was
          slid since.
        </Text>
      )}
      {row && row.causes.length === 0 && <Text>Nothing that is known explains it. Wind in and look.</Text>}
      {row?.causes.map((c, i) => (
        <Box
          key={c.id}
          borderWidth={i === 0 ? "2px" : "1px"}
          borderColor={i === 0 ? "reed" : "rule"}
          borderRadius="l2"
          bg="card"
          p="3"
        >
          <Flex justify="space-between" gap="3">
            <Text fontWeight="bold">{inWords(c.says, vocabulary)}</Text>
            <Text fontSize="sm" fontWeight="semibold" className="bw-nowrap">
              {Math.round(100 * c.likely)} in 100
            </Text>
          </Flex>
          <Text fontSize="sm" color="soft">
            {words(c.effect)}
          </Text>
          <Flex justify="space-between" align="center" gap="3" mt="1">
            <Text flex="1">{words(c.remedy)}</Text>
            <Button
              minH="12"
              variant={i === 0 ? "solid" : "outline"}
              onClick={() => {
                const text = `${nameOf(row.look, there.evaluation.moving !== null)}: ${words(c.remedy)}`;
                act((d) => happened(d, { kind: "note", text }, new Date().toISOString()));
                setDone(text);
              }}
            >
              Done
            </Button>
          </Flex>
        </Box>
      ))}
      {there.rig && <TipSeen day={day} act={act} reckoned={afloat.tip_m} onDone={setDone} />}
      <Box aria-live="polite">{done && <Text fontWeight="semibold">Written down: {done}</Text>}</Box>
    </Stack>
  );
}

/** A step of what shows: a millimetre of a fine tip, more of a stout one. [m] */
/** Nobody sees more of a long tip than to five small steps. */
const stepOf = (tip_m: number, [small, large]: [number, number]) =>
  tip_m < 15 * small ? small : tip_m < 30 * small ? 2 * small : large;

type TipSeenProps = Acting & { reckoned: number; onDone: (says: string) => void };

/** What shows of the tip once it is settled: noted a few times, it tells what the float truly carries. */
function TipSeen({ act, reckoned, onDone }: TipSeenProps) {
  const [seen, setSeen] = useState<number | null>(null);
  const { units } = useSettings();
  const step = stepOf(reckoned, handSteps("tip", units));
  const shown = seen ?? Math.round(reckoned / step) * step;
  const move = (by: number) => setSeen(Math.max(0, shown + by));
  return (
    <Box borderWidth="1px" borderColor="rule" borderRadius="l2" bg="card" p="3">
      <Text fontWeight="bold">How much of the tip shows, settled in calm water?</Text>
      <Text fontSize="sm" color="soft">
        Reckoned: about {write(reckoned, "tip", units)}. Noted a few times, it tells what this float truly carries.
      </Text>
      <Grid templateColumns="1fr 1fr 1fr 2fr" gap="2" mt="2" alignItems="center">
        <Button minH="14" aria-label="Less shows" onClick={() => move(-step)}>
          −
        </Button>
        <Text fontWeight="bold" textAlign="center" data-testid="tip-seen">
          {write(shown, "tip", units)}
        </Text>
        <Button minH="14" aria-label="More shows" onClick={() => move(step)}>
          +
        </Button>
        <Button
          minH="14"
          onClick={() => {
            act((d) => happened(d, { kind: "tip", tip_m: shown }, new Date().toISOString()));
            onDone(`the tip showed ${write(shown, "tip", units)}`);
          }}
        >
          Note it
        </Button>
      </Grid>
    </Box>
  );
}
