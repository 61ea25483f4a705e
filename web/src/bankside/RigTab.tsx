import { Box, Flex, Grid, NativeSelect, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { LogEvent } from "../api/client";
import { inFlow } from "../scene/flow";
import { Miniature } from "../scene/Miniature";
import { Button } from "../shell/Button";
import { useSize } from "../shell/useSize";
import { handSteps, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { happened, rigOn, settingOf } from "./day";
import type { Acting } from "./here";

const CAME: [NonNullable<LogEvent["came"]>, string][] = [
  ["drop", "on the drop"],
  ["settled", "settled"],
  ["end", "at the end"],
  ["held", "held back"],
];
const NO_LENGTH = "";
/** Lengths one may say without a ruler. [cm] */
const LENGTHS = [10, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 120];

const now = () => new Date().toISOString();

/** The rig that is on at a glance, the stop a step up or down, and what came of the run with one press. */
export function RigTab({ day, act }: Acting) {
  const { units } = useSettings();
  const [box, { width }] = useSize({ width: 340, height: 250 });
  const there = rigOn(day);
  const setting = settingOf(day);
  const { tip_m } = inFlow(there.evaluation).afloat;
  const fixed = there.rig_setting - (there.card.to_load_m ?? there.rig_setting);
  const slide = (by: number) =>
    act((d) => {
      const to = Math.round((settingOf(d) + by) * 1000) / 1000;
      return to < 0.05 ? d : happened(d, { kind: "slide", setting_m: to }, now());
    });
  const [, step_m] = handSteps("line", units);
  const step = write(step_m, "line", units);
  return (
    <Stack gap="3">
      <Box
        ref={box}
        position="relative"
        h="250px"
        borderRadius="l2"
        overflow="hidden"
        borderWidth="1px"
        borderColor="rule"
      >
        <Miniature rig={there.rig} evaluation={there.evaluation} width={Math.max(120, width)} height={250} />
        <Stack position="absolute" top="2" right="2" gap="2" w="172px">
          <Glance name="stop to hook" value={write(setting, "depth", units)} large testid="setting">
            {there.card.to_load_m !== null && `to the weight ${write(setting - fixed, "depth", units)}`}
          </Glance>
          <Glance name="tip" value={`about ${write(tip_m, "tip", units)}`} />
          {there.ready_s !== null && <Glance name="fishes after" value={write(there.ready_s, "time", units)} />}
        </Stack>
      </Box>
      <Text fontWeight="bold">{there.rig.name}</Text>
      <Grid templateColumns="1fr 1fr 1fr" gap="2" alignItems="stretch">
        <Button minH="14" onClick={() => slide(-step_m)}>
          − {step}
        </Button>
        <Flex direction="column" align="center" justify="center" bg="well" borderRadius="l1">
          <Text fontSize="sm" color="soft">
            stop
          </Text>
          <Text fontWeight="bold">{write(setting, "depth", units)}</Text>
        </Flex>
        <Button minH="14" onClick={() => slide(step_m)}>
          + {step}
        </Button>
      </Grid>
      <Text className="bw-label">This run</Text>
      <Grid templateColumns="1fr 1fr" gap="2">
        {CAME.map(([came, words]) => (
          <Button key={came} minH="14" onClick={() => act((d) => happened(d, { kind: "bite", came }, now()))}>
            <span>
              bite
              <Text as="span" display="block" fontSize="sm" fontWeight="normal">
                {words}
              </Text>
            </span>
          </Button>
        ))}
        <Button
          gridColumn="1 / -1"
          variant="solid"
          minH="14"
          onClick={() => act((d) => happened(d, { kind: "cast" }, now()))}
        >
          nothing, run done
        </Button>
      </Grid>
      <Landed day={day} act={act} />
    </Stack>
  );
}

type GlanceProps = { name: string; value: string; large?: boolean; testid?: string; children?: React.ReactNode };

function Glance({ name, value, large, testid, children }: GlanceProps) {
  return (
    <Box bg="card" borderRadius="l1" borderWidth="1px" borderColor="rule" px="3" py="1.5">
      <Text fontSize="sm" color="soft">
        {name}
      </Text>
      <Text fontWeight="bold" fontSize={large ? "2xl" : "md"} lineHeight="1.1" data-testid={testid}>
        {value}
      </Text>
      {children && <Text fontSize="sm">{children}</Text>}
    </Box>
  );
}

/** A fish: which, how long, and when it came; the last ones stand for the next. */
function Landed({ day, act }: Acting) {
  const { units } = useSettings();
  const [species, setSpecies] = useState(day.prepared.fish[0]?.id ?? "");
  const [length, setLength] = useState(NO_LENGTH);
  const [came, setCame] = useState("");
  const pick = (label: string, value: string, put: (v: string) => void, of: [string, string][]) => (
    <NativeSelect.Root>
      <NativeSelect.Field
        aria-label={label}
        minH="12"
        ps="2"
        pe="6"
        value={value}
        onChange={(e) => put(e.currentTarget.value)}
      >
        {of.map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
  return (
    <Box borderWidth="2px" borderColor="tip" borderRadius="l2" p="3" bg="card">
      <Grid templateColumns="1fr auto" gap="2" alignItems="center">
        <Text fontWeight="bold" fontSize="lg">
          A fish
        </Text>
        <Button
          variant="solid"
          minH="12"
          px="6"
          onClick={() =>
            act((d) =>
              happened(
                d,
                {
                  kind: "fish",
                  species,
                  ...(length ? { length_m: Number(length) / 100 } : {}),
                  ...(came ? { came: came as NonNullable<LogEvent["came"]> } : {}),
                },
                now(),
              ),
            )
          }
        >
          Landed
        </Button>
      </Grid>
      <Grid templateColumns="1fr 1fr 1fr" gap="2" mt="2">
        {pick(
          "Which fish",
          species,
          setSpecies,
          day.prepared.fish.map((f) => [f.id, f.name]),
        )}
        {pick("How long", length, setLength, [
          [NO_LENGTH, "size"],
          ...LENGTHS.map((cm): [string, string] => [String(cm), write(cm / 100, "line", units)]),
        ])}
        {pick("When it came", came, setCame, [["", "when"], ...CAME])}
      </Grid>
    </Box>
  );
}
