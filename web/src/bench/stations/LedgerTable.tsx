import { Text } from "@chakra-ui/react";
import type { Evaluation } from "../../api/client";
import { type Units, write } from "../../units/quantity";

/** Everything on the rig with its pull, and what does not count and why. */
export function LedgerTable({ entries, units }: { entries: Evaluation["ledger"]; units: Units }) {
  const counted = entries.filter((e) => e.share > 0);
  const left = entries.filter((e) => e.share === 0);
  return (
    <details className="bw-why">
      <summary>Ledger: what hangs on the float</summary>
      <table className="bw-table">
        <thead>
          <tr>
            <th scope="col">piece</th>
            <th scope="col">mass</th>
            <th scope="col">pulls, as lead</th>
          </tr>
        </thead>
        <tbody>
          {counted.map((e) => (
            <tr key={e.id}>
              <td>
                {e.kind === "line" ? `line, ${write(e.length_m ?? 0, "line", units)}` : e.label}
                {e.share < 1 ? ` (${Math.round(e.share * 100)} %)` : ""}
              </td>
              <td>{e.mass_kg === null ? "" : write(e.mass_kg, "piece", units)}</td>
              <td>{write(e.carried_kg, "piece", units)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {left.length > 0 && (
        <Text fontSize="sm" color="soft" mt="2">
          Not carried: {left.map((e) => `${e.label} (${e.why})`).join("; ")}.
        </Text>
      )}
      <Text fontSize="sm" color="soft" mt="2">
        Pull under water = mass × g × (1 − density of the water / density of the piece), shown as the lead shot that
        pulls as hard (Archimedes).
      </Text>
    </details>
  );
}
