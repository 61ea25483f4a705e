import { Box, Grid } from "@chakra-ui/react";
import type { Component, Tackle } from "../../api/client";
import { Choice } from "../../shell/Choice";
import { Facts } from "../../shell/Facts";
import { QuantityField } from "../../shell/QuantityField";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import type { BenchState } from "../useBench";

type Way = NonNullable<Tackle["passing"]>;

/** What runs through what on the way to a sliding float, each measure to be corrected. */
export function RunsThrough({ bench, way }: { bench: BenchState; way: Way }) {
  const { units } = useSettings();
  const mm = (m: number) => write(m, "thickness", units);
  const { rig } = bench;
  const stop = rig.components.find((c) => c.kind === "stop");
  const float = rig.components.findIndex((c) => c.kind === "float");
  const bead = rig.components.slice(0, float).find((c) => c.kind === "bead");
  const put = (id: string | undefined, part: object) =>
    bench.put({
      ...rig,
      components: rig.components.map((c) => (c.id === id ? ({ ...c, ...part } as Component) : c)),
    });
  const field = (label: string, name: string, value: number, onChange: (m: number) => void) => (
    <QuantityField label={label} name={`${rig.id}-${name}`} value={value} quantity="thickness" onChange={onChange} />
  );
  return (
    <Box>
      <Choice
        label="Stop"
        value={stop?.material ?? "thread"}
        onChange={(m) => void bench.edit({ do: "change-stop", material: m as "thread" | "rubber" })}
      >
        <option value="thread">thread knot</option>
        <option value="rubber">rubber</option>
      </Choice>
      <Facts
        rows={[
          ["Line through the bore", `${mm(way.line_m)} in ${mm(way.bore_m)}`],
          way.bead_m !== null && way.bead_hole_m !== null
            ? ["Stop over the bead's hole", `${mm(way.stop_m ?? 0)} over ${mm(way.bead_hole_m)}`]
            : ["Stop over the bore", `${mm(way.stop_m ?? 0)} over ${mm(way.bore_m)}`],
          way.bead_m !== null ? ["Bead over the bore", `${mm(way.bead_m)} over ${mm(way.bore_m)}`] : null,
        ]}
      />
      <details className="bw-why">
        <summary>Measured otherwise</summary>
        <Grid templateColumns="1fr 1fr" gap="3" pt="2" alignItems="end">
          {field("Float's bore", "bore", way.bore_m, (bore_m) => {
            const c = rig.components[float];
            if (c?.kind === "float") put(c.id, { spec: { ...c.spec, bore_m } });
          })}
          {way.stop_m !== null &&
            field("Stop, thick", "stop", way.stop_m, (diameter_m) => put(stop?.id, { diameter_m }))}
          {bead &&
            way.bead_m !== null &&
            field("Bead, across", "bead", way.bead_m, (length_m) => put(bead.id, { length_m }))}
          {bead &&
            way.bead_hole_m !== null &&
            field("Bead's hole", "hole", way.bead_hole_m, (hole_m) => put(bead.id, { hole_m }))}
        </Grid>
      </details>
    </Box>
  );
}
