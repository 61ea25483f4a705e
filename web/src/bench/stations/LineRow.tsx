import { Box, Grid, Text } from "@chakra-ui/react";
import type { Catalogue, Component, LineFact } from "../../api/client";
import { Choice, options } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { figureOf, unitOf, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { capital } from "../../units/vocabulary";
import type { BenchState } from "../useBench";

type Line = Extract<Component, { kind: "line" }>;
type Props = { line: Line; fact: LineFact | undefined; bench: BenchState; catalogue: Catalogue; name: string };

/** One line of the rig: material, diameter, knot, whether it floats, and what they come to. */
export function LineRow({ line, fact, bench, catalogue, name }: Props) {
  const { units } = useSettings();
  const change = (part: { material?: string; diameter_m?: number; greased?: boolean }) =>
    void bench.edit({ do: "change-line", role: line.role as "main" | "top-shot" | "hooklength", ...part });
  const knot = (id: string) =>
    bench.put({
      ...bench.rig,
      components: bench.rig.components.map((c) => (c.id === line.id ? { ...line, knot: id } : c)),
    });
  const printed = (strength_n: number) =>
    bench.put({
      ...bench.rig,
      components: bench.rig.components.map((c) => (c.id === line.id ? { ...line, strength_n } : c)),
    });
  const near = catalogue.diameters_m.find((d) => Math.abs(d - line.diameter_m) < 1e-6) ?? line.diameter_m;
  const sold = catalogue.diameters_m.includes(near)
    ? catalogue.diameters_m
    : [line.diameter_m, ...catalogue.diameters_m];
  return (
    <Box role="group" aria-label={capital(name)}>
      <Grid templateColumns="1fr 88px" gap="2">
        <Choice label={capital(name)} value={line.material} onChange={(material) => change({ material })}>
          {options(catalogue.lines, (m) => [m.id, m.name])}
        </Choice>
        <Choice
          label={unitOf("thickness", units)}
          value={String(near)}
          onChange={(d) => change({ diameter_m: Number(d) })}
        >
          {options(sold, (d) => [d, figureOf(d, "thickness", units)])}
        </Choice>
      </Grid>
      {fact && (
        <Text fontSize="sm" mt="1">
          {fact.entered ? "As printed, with its knot" : "By its thickness, with its knot"}{" "}
          {write(fact.bears_n, "force", units)}. It {fact.lies}.{" "}
          <span className="bw-soft">
            One step thicker drags {Math.round(100 * (fact.thicker_drag - 1))} % more
            {fact.seen_m < 0.7 * line.diameter_m
              ? `; seen as little as ${write(fact.seen_m, "thickness", units)} of nylon`
              : ""}
            .
          </span>
        </Text>
      )}
      <Grid templateColumns="96px 1fr" gap="2" mt="1" alignItems="end">
        {fact && (
          <QuantityField
            label="Bears"
            name={`${bench.rig.id}-${line.id}-strength`}
            value={fact.strength_n}
            quantity="force"
            onChange={printed}
          />
        )}
        <Choice label="Knot at its end" value={fact?.knot ?? ""} onChange={knot}>
          {catalogue.knots.map((k) => (
            <option key={k.id} value={k.id}>
              {k.name}, keeps {Math.round(100 * k.keeps)} %
            </option>
          ))}
        </Choice>
      </Grid>
      {line.role !== "hooklength" && (
        <label className="bw-check">
          <input
            type="checkbox"
            checked={line.greased}
            onChange={(e) => change({ greased: e.currentTarget.checked })}
          />{" "}
          greased to float
        </label>
      )}
    </Box>
  );
}
