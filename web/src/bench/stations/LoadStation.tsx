import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { Scale } from "lucide-react";
import { useState } from "react";
import type { Evaluation, ShotStock } from "../../api/client";
import { Starters } from "../../box/Starters";
import { useBox } from "../../box/useBox";
import { patternsOf } from "../../method/patterns";
import { inFlow } from "../../scene/flow";
import { Button } from "../../shell/Button";
import { Choice, options } from "../../shell/Choice";
import { type Units, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { useHere } from "../here";
import type { Look, Station } from "../station";
import { Adjust } from "./Adjust";
import { Asking } from "./Asking";
import { LedgerTable } from "./LedgerTable";
import { Proposals } from "./Proposals";

function LoadStation() {
  const { bench, answer, catalogue, box, selected, metal, onMetal, onBalance, own } = useHere();
  const { units } = useSettings();
  const { rig } = bench;
  const shot = box.filter((b): b is ShotStock => b.kind === "shot");
  const metals = [...new Set(shot.map((s) => s.material))];
  const shown = metal ?? metals[0] ?? "lead";
  const tray = shot.filter((s) => s.material === shown).sort((a, b) => b.mass_kg - a.mass_kg);
  const ids = [...patternsOf(catalogue, rig), ...own.map((k) => k.fields)];
  const pattern = ids.find((p) => p.id === rig.pattern);
  if (shot.length === 0)
    return (
      <Stack gap="4">
        {answer.evaluation && <Gate evaluation={answer.evaluation} units={units} />}
        <StarterBox />
        {answer.evaluation && <LedgerTable entries={answer.evaluation.ledger} units={units} />}
      </Stack>
    );
  return (
    <Stack gap="4">
      {answer.evaluation && <Gate evaluation={answer.evaluation} units={units} />}
      <Grid templateColumns="1fr 116px" gap="3" alignItems="end">
        <Choice label="Pattern" value={pattern?.id ?? ""} onChange={(id) => bench.put({ ...rig, pattern: id })}>
          {!pattern && <option value="">choose one</option>}
          {options(ids, (p) => [p.id, p.name])}
        </Choice>
        <Choice label="Metal" value={shown} onChange={onMetal} disabled={metals.length < 2}>
          {options(metals, (m) => [m, m])}
        </Choice>
      </Grid>
      <Button variant="solid" onClick={() => onBalance()} disabled={bench.busy || !pattern} title="Balance (B)">
        <Scale aria-hidden="true" /> Balance from the box
      </Button>
      {rig.components.some((c) => (c.kind === "shot" || c.kind === "weight") && c.material === "lead") && <NonLead />}
      <details className="bw-why">
        <summary>Limits, fixed pieces, own patterns</summary>
        <Box mt="2">
          <Asking />
        </Box>
      </details>
      {pattern && <Proposals />}
      <Adjust />
      <Box>
        <Text as="h2" className="bw-label">
          Tray of {shown} shot: press to pinch one on
        </Text>
        <Grid templateColumns="repeat(auto-fill, minmax(66px, 1fr))" gap="1.5">
          {tray.map((s) => (
            <TrayCell
              key={s.item}
              shot={s}
              onRig={rig.components.filter((c) => c.item === s.item).length}
              onPinch={() => void bench.edit({ do: "add-shot", item: s.item, above: selected })}
            />
          ))}
        </Grid>
      </Box>
      {answer.evaluation && <LedgerTable entries={answer.evaluation.ledger} units={units} />}
    </Stack>
  );
}

/** The same pull in another metal, with one press. */
function NonLead() {
  const { bench, catalogue } = useHere();
  const [metal, setMetal] = useState("tin");
  return (
    <Flex gap="2" align="end">
      <Box flex="1">
        <Choice label="Without lead" value={metal} onChange={setMetal}>
          {options(
            catalogue.weights.filter((m) => m.id !== "lead"),
            (m) => [m.id, m.name],
          )}
        </Choice>
      </Box>
      <Button disabled={bench.busy} onClick={() => void bench.edit({ do: "change-metal", material: metal })}>
        Same pull, no lead
      </Button>
    </Flex>
  );
}

function TrayCell({ shot, onRig, onPinch }: { shot: ShotStock; onRig: number; onPinch: () => void }) {
  const { units } = useSettings();
  const left = Math.max(0, shot.count - onRig);
  const grams = write(shot.mass_kg, "piece", units);
  return (
    <Flex
      as="button"
      direction="column"
      aria-disabled={left === 0}
      onClick={left > 0 ? onPinch : undefined}
      align="center"
      py="1.5"
      minH="14"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="l1"
      bg="well"
      opacity={left > 0 ? 1 : 0.55}
      cursor={left > 0 ? "pointer" : "not-allowed"}
      _hover={{ borderColor: "edge" }}
    >
      <Flex align="center" gap="1.5">
        <svg width="15" height="15" viewBox="-8 -8 16 16" aria-hidden="true">
          <circle r={2 + 5.6 * Math.cbrt(shot.mass_kg / 0.0016)} fill="var(--chakra-colors-shot)" />
        </svg>
        <Text as="span" fontWeight="bold" fontSize="sm">
          <span className="bw-hidden">Pinch on </span>
          {shot.size}
        </Text>
      </Flex>
      <Text as="span" fontSize="xs" color="soft">
        {grams} g
      </Text>
      <Text as="span" fontSize="xs" color={left > 0 ? "soft" : "float"}>
        {left > 0 ? `${left} left` : "none"}
      </Text>
    </Flex>
  );
}

/** What the float carries against the gate for the wanted tip. */
function Gate({ evaluation, units }: { evaluation: Evaluation; units: Units }) {
  const { wanted_kg, gate_kg, sinking_kg, lifted_tip_m, tip_m, tip_step_m } = evaluation.afloat;
  const { carried_kg } = inFlow(evaluation).afloat;
  const full = Math.max(sinking_kg, carried_kg, 1e-9);
  const share = (kg: number) => `${(100 * Math.max(0, Math.min(1, kg / full))).toFixed(2)}%`;
  const lower = gate_kg ? Math.min(...gate_kg) : 0;
  const upper = gate_kg ? Math.max(...gate_kg) : 0;
  const inside = gate_kg !== null && carried_kg >= lower && carried_kg <= upper;
  return (
    <Box>
      <Flex justify="space-between" align="baseline" gap="2">
        <Text color="soft" fontSize="sm">
          {evaluation.moving ? "In the current" : "Carried"}, as lead
        </Text>
        <Text fontWeight="bold" fontSize="lg" whiteSpace="nowrap">
          {write(carried_kg, "load", units)} of {wanted_kg === null ? "none" : write(wanted_kg, "load", units)}
        </Text>
      </Flex>
      <Box position="relative" h="7" mt="1" aria-hidden="true">
        <Box
          position="absolute"
          inset="5px 0"
          bg="well"
          borderWidth="1px"
          borderColor="rule"
          borderRadius="l1"
          overflow="hidden"
        >
          <Box h="full" bg={inside ? "reed" : "brass"} style={{ width: share(carried_kg) }} />
        </Box>
        {gate_kg && (
          <Box
            position="absolute"
            top="0"
            bottom="0"
            borderWidth="2.5px"
            borderColor="tip"
            borderRadius="5px"
            style={{
              left: `calc(${share(lower)} - 3px)`,
              width: `max(9px, calc(${share(upper)} - ${share(lower)} + 6px))`,
            }}
          />
        )}
      </Box>
      <Text fontSize="sm" color="soft">
        The orange gate is what counts as the wanted tip; the bar ends where the float goes under.
        {lifted_tip_m != null &&
          ` Resting ${write(tip_m, "tip", units, tip_step_m)}, lifted ${lifted_tip_m > 0 ? write(lifted_tip_m, "tip", units, tip_step_m) : "under"}.`}
      </Text>
    </Box>
  );
}

function loadValue({ evaluation, units }: Look): string {
  if (!evaluation) return "…";
  const { carried_kg, wanted_kg } = inFlow(evaluation).afloat;
  return `${write(carried_kg, "load", units)} of ${wanted_kg === null ? "none" : write(wanted_kg, "load", units)}`;
}

/** For a box without shot: something to balance with. */
function StarterBox() {
  return <Starters state={useBox()} />;
}

export const LOAD: Station = {
  id: "load",
  key: "5",
  name: () => "Load",
  value: loadValue,
  fields: [],
  Panel: LoadStation,
};
