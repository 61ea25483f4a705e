import { Box, Grid, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, type Conditions, keys, type LineFact, type Rig } from "../../api/client";
import { Choice, options } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { figureOf, type Units, unitOf, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { capital, word } from "../../units/vocabulary";
import { useHere } from "../here";
import { OnTheLine } from "../line/OnTheLine";
import { problemAt } from "../problemAt";
import type { Station } from "../station";
import { TackleField } from "../TackleField";
import { LineRow } from "./LineRow";
import { RunsThrough } from "./RunsThrough";
import { Schools } from "./Schools";

type Hook = Extract<Rig["components"][number], { kind: "hook" }>;

const BARBS = { barbed: "barbed", micro: "micro barb", barbless: "barbless" } as const;

/** Line, leader and hook: what breaks first, what runs through what, what the other school would tie. */
function LineStation() {
  const { bench, answer, catalogue } = useHere();
  const { units, vocabulary } = useSettings();
  const { rig } = bench;
  const tackle = useQuery({
    queryKey: keys.tackle(rig.components, rig.conditions, rig.water),
    queryFn: () => api.tackle(rig),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
  const facts = tackle.data?.lines;
  const way = tackle.data?.passing;
  const lines = rig.components.filter((c) => c.kind === "line");
  const hook = rig.components.findLast((c) => c.kind === "hook");
  const leader = lines.length > 1 ? (lines.at(-2)?.lower_m ?? 0) : 0;
  const set = (part: Partial<Conditions>) =>
    bench.put({ ...rig, conditions: { ...rig.conditions, ...part } as Rig["conditions"] });
  const onPole = rig.conditions.tackle !== "rod";

  return (
    <Stack gap="4">
      <OnTheLine />
      {facts && (
        <Box>
          <Text color="soft" fontSize="sm">
            Breaks first
          </Text>
          <Text fontWeight="bold" fontSize="lg" lineHeight="1.2">
            {capital(nameOf(facts.lines.find((l) => l.id === facts.weakest)?.role, vocabulary))} at{" "}
            {write(facts.weakest_n, "force", units)}
          </Text>
          <Strengths lines={facts.lines} />
        </Box>
      )}
      {lines.map((line) => (
        <LineRow
          key={line.id}
          line={line}
          fact={facts?.lines.find((l) => l.id === line.id)}
          bench={bench}
          catalogue={catalogue}
          name={nameOf(line.role, vocabulary)}
        />
      ))}
      <Grid templateColumns="1fr 1fr" gap="3" alignItems="end">
        <QuantityField
          label={`Length of ${word("hooklength", vocabulary)}`}
          name={`${rig.id}-leader`}
          value={leader}
          quantity="line"
          onChange={(length_m) => void bench.edit({ do: "change-leader", length_m })}
        />
        {onPole ? (
          <QuantityField
            label="Lash"
            name={`${rig.id}-lash`}
            value={rig.lash_m ?? 0}
            quantity="line"
            problem={problemAt(answer, "lash_m")}
            onChange={(lash_m) => bench.put({ ...rig, lash_m })}
          />
        ) : (
          <QuantityField
            label="Rod"
            name={`${rig.id}-rod`}
            value={rig.conditions.rod_m}
            quantity="depth"
            problem={problemAt(answer, "conditions", "rod_m")}
            onChange={(rod_m) => set({ rod_m })}
          />
        )}
        <TackleField value={rig.conditions.tackle} onChange={(tackle) => set({ tackle })} />
        {facts && (
          <QuantityField
            label={onPole ? "Elastic takes" : "Drag slips at"}
            name={`${rig.id}-give`}
            value={facts.give_n}
            quantity="force"
            problem={problemAt(answer, "conditions", "give_n")}
            onChange={(give_n) => set({ give_n })}
          />
        )}
      </Grid>
      {hook && <HookFields hook={hook} />}
      {way && <RunsThrough bench={bench} way={way} />}
      <Schools bench={bench} />
    </Stack>
  );
}

function HookFields({ hook }: { hook: Hook }) {
  const { bench, catalogue } = useHere();
  return (
    <Grid templateColumns="76px 1fr 1fr" gap="3" alignItems="end">
      <Choice
        label="Hook"
        value={String(hook.size)}
        onChange={(size) => void bench.edit({ do: "change-hook", size: Number(size) })}
      >
        {options(catalogue.hooks, (h) => [h.size, h.label])}
      </Choice>
      <Choice
        label="Pattern"
        value={hook.pattern}
        onChange={(pattern) => void bench.edit({ do: "change-hook", pattern })}
      >
        {options(catalogue.hook_patterns, (p) => [p.id, p.name])}
      </Choice>
      <Choice
        label="Barb"
        value={hook.barb}
        onChange={(barb) => void bench.edit({ do: "change-hook", barb: barb as keyof typeof BARBS })}
      >
        {options(Object.entries(BARBS), ([id, name]) => [id, name])}
      </Choice>
    </Grid>
  );
}

function nameOf(role: string | undefined, vocabulary: Parameters<typeof word>[1]): string {
  if (role === "hooklength") return word("hooklength", vocabulary);
  return role === "top-shot" ? "top shot" : `${role ?? "main"} line`;
}

/** Strength with its knot, from rod to hook: it should step down. */
function Strengths({ lines }: { lines: LineFact[] }) {
  const { units } = useSettings();
  const most = Math.max(...lines.map((l) => l.bears_n));
  return (
    <Box mt="2" aria-hidden="true">
      {lines.map((l) => (
        <Box key={l.id} position="relative" h="5" mb="1" bg="well" borderRadius="l1" overflow="hidden">
          <Box h="full" bg="reed" opacity="0.35" style={{ width: `${(100 * l.bears_n) / most}%` }} />
          <Text position="absolute" insetStart="2" top="0" fontSize="xs" style={{ lineHeight: "20px" }}>
            {write(l.bears_n, "force", units)} · {l.knot_name}
          </Text>
        </Box>
      ))}
    </Box>
  );
}

function lineValue(rig: Rig, units: Units): string {
  const lines = rig.components.filter((c) => c.kind === "line");
  const [main, leader] = [lines[0], lines.at(-1)];
  const mm = (l: typeof main) => (l ? figureOf(l.diameter_m, "thickness", units) : "");
  const hook = rig.components.findLast((c) => c.kind === "hook");
  return `${mm(main)} to ${mm(leader)} ${unitOf("thickness", units)}, ${hook?.label ?? ""}`;
}

export const LINE: Station = {
  id: "line",
  key: "4",
  name: () => "Line & hook",
  value: ({ rig, units }) => lineValue(rig, units),
  fields: ["lash_m"],
  Panel: LineStation,
};
