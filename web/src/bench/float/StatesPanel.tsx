import { Box, Stack, Text } from "@chakra-ui/react";
import { Printer } from "lucide-react";
import { type Arrival, api, type Rig, type States, sentenceOf } from "../../api/client";
import { useAnswer } from "../../document/useAnswer";
import { Button } from "../../shell/Button";
import { type Units, write } from "../../units/quantity";
import { Why } from "../stations/Why";

/** What the float does as each weight arrives or it empties, and the same rig in other water or of other metal. */
export function StatesPanel({ rig, units }: { rig: Rig; units: Units }) {
  const { answer, refusal } = useAnswer(rig, api.floatStates);
  if (refusal) return <Text color="float">{refusal.message}</Text>;
  if (!answer) return <Text color="soft">One moment.</Text>;
  return (
    <Stack gap="4" pt="3">
      {answer.fillings.length > 0 && <ArrivalTable title="From full to empty" rows={answer.fillings} units={units} />}
      <ArrivalTable title="As each weight arrives" rows={answer.arrivals} units={units} />
      {answer.equivalents ? (
        <Equivalents table={answer.equivalents} rig={rig} units={units} />
      ) : (
        answer.problem && <Text color="soft">{sentenceOf(answer.problem)}</Text>
      )}
    </Stack>
  );
}

function sits(a: Arrival, units: Units): string {
  if (a.status === "sinks" || typeof a.tip_m !== "number") return "under";
  if (a.status === "lies") return `lies, ${Math.round((a.lean_rad * 180) / Math.PI)}°`;
  return write(a.tip_m, "tip", units);
}

function ArrivalTable({ title, rows, units }: { title: string; rows: Arrival[]; units: Units }) {
  return (
    <Box>
      <Text as="h3" className="bw-label">
        {title}
      </Text>
      <table className="bw-table">
        <thead>
          <tr>
            <th scope="col">then</th>
            <th scope="col">carries</th>
            <th scope="col">float</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((a) => (
            <tr key={a.says}>
              <td>{a.says}</td>
              <td className="bw-nowrap">{write(a.carried_kg, "load", units)}</td>
              <td>
                <Text
                  as="span"
                  color={a.status === "stands" ? "ink" : "float"}
                  fontWeight="semibold"
                  whiteSpace="nowrap"
                >
                  {sits(a, units)}
                </Text>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Box>
  );
}

type Table = NonNullable<States["equivalents"]>;

/** A small table that prints by itself: what changes in the tip, and which shot puts it right. */
function Equivalents({ table, rig, units }: { table: Table; rig: Rig; units: Units }) {
  const rows = (group: "water" | "metal") =>
    table.rows
      .filter((r) => r.group === group)
      .map((r) => (
        <tr key={r.name} data-same={r.same || undefined}>
          <td>
            {r.name}
            {r.same ? " (as now)" : ""}
          </td>
          <td className="bw-nowrap">
            {typeof r.change_m !== "number"
              ? "under"
              : r.status === "lies"
                ? "lies"
                : `${r.change_m >= 0 ? "+" : "−"}${write(Math.abs(r.change_m), "tip", units)}`}
          </td>
          <td>{r.put_right}</td>
        </tr>
      ));
  return (
    <Box className="bw-print">
      <Text as="h3" className="bw-label">
        Same float, other water, other metal
      </Text>
      <Text fontSize="sm" color="soft">
        {rig.name}: {write(table.tip_m, "tip", units)} of tip as it is. Weights of other metal are taken mass for mass.
      </Text>
      <table className="bw-table">
        <thead>
          <tr>
            <th scope="col">in</th>
            <th scope="col">tip</th>
            <th scope="col">put it right</th>
          </tr>
        </thead>
        <tbody>
          {rows("water")}
          {rows("metal")}
        </tbody>
      </table>
      <Button size="sm" my="2" className="bw-noprint" onClick={() => window.print()}>
        <Printer aria-hidden="true" /> Print this table
      </Button>
      <Box className="bw-noprint">
        <Why>
          Water lifts the float on its whole volume under water, by its density (TEOS-10); it lifts every weight by the
          water that weight displaces, so a gram of tin pulls less than a gram of lead and one of tungsten more. What is
          missing from the present tip's load is made up of one or two pieces.
        </Why>
      </Box>
    </Box>
  );
}
