import { Grid, Stack } from "@chakra-ui/react";
import type { BoxItem, Catalogue, FloatStock, Plumbing } from "../../api/client";
import { Choice, options } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";

type Props = {
  spot: Plumbing;
  box: BoxItem[];
  catalogue: Catalogue;
  onChange: (part: Partial<Plumbing>) => void;
};

/** What it is plumbed with, and the conditions. */
export function PlumbSetup({ spot, box, catalogue, onChange }: Props) {
  const { setup } = spot;
  const floats = box.filter((b): b is FloatStock => b.kind === "float");
  const here = floats.find((f) => f.spec.type === setup.spec.type && f.spec.label === setup.spec.label);
  const put = (part: Partial<Plumbing["setup"]>) => onChange({ setup: { ...setup, ...part } });
  const kind = (type: string) => catalogue.float_types.find((t) => t.id === type)?.name ?? type;
  return (
    <details className="bw-why">
      <summary>Tackle and conditions</summary>
      <Stack gap="3" mt="2">
        <Choice
          label="Float plumbed with"
          value={here?.item ?? "other"}
          hint="A larger one without its shot shows more, and from farther away."
          onChange={(item) => {
            const spec = floats.find((f) => f.item === item)?.spec;
            if (spec) put({ spec, sliding: catalogue.float_types.find((t) => t.id === spec.type)?.slides ?? false });
          }}
        >
          {!here && <option value="other">{setup.spec.label || kind(setup.spec.type)}, not in the box</option>}
          {floats.map((f) => (
            <option key={f.item} value={f.item}>
              {f.label}, {kind(f.spec.type)}
            </option>
          ))}
        </Choice>
        <Grid templateColumns="1fr 1fr" gap="3">
          <QuantityField
            label="Plummet"
            name={`${spot.id}-plummet`}
            value={setup.plummet_kg}
            quantity="load"
            onChange={(plummet_kg) => put({ plummet_kg })}
          />
          <QuantityField
            label="Shot it carries"
            name={`${spot.id}-carried`}
            value={setup.carried_kg}
            quantity="load"
            onChange={(carried_kg) => put({ carried_kg })}
          />
          <QuantityField
            label="Wanted tip"
            name={`${spot.id}-tip`}
            value={setup.wanted_tip_m}
            quantity="tip"
            onChange={(wanted_tip_m) => put({ wanted_tip_m })}
          />
          <QuantityField
            label="Float in sight to"
            name={`${spot.id}-clear`}
            value={setup.clear_m}
            quantity="line"
            onChange={(clear_m) => put({ clear_m })}
          />
          <QuantityField
            label="Surely deeper than"
            name={`${spot.id}-least`}
            value={spot.least_m}
            quantity="depth"
            onChange={(least_m) => onChange({ least_m })}
          />
          <QuantityField
            label="Surely less than"
            name={`${spot.id}-most`}
            value={spot.most_m}
            quantity="depth"
            onChange={(most_m) => onChange({ most_m })}
          />
          <QuantityField
            label="Surface current"
            name={`${spot.id}-flow`}
            value={setup.surface_m_s}
            quantity="speed"
            onChange={(surface_m_s) => put({ surface_m_s })}
          />
          <QuantityField
            label="Wind"
            name={`${spot.id}-wind`}
            value={setup.wind_m_s}
            quantity="speed"
            onChange={(wind_m_s) => put({ wind_m_s })}
          />
          <QuantityField
            label="Setting off by"
            name={`${spot.id}-setting-error`}
            value={setup.setting_error_m}
            quantity="line"
            onChange={(setting_error_m) => put({ setting_error_m })}
            hint="Usual error of measuring it."
          />
          <QuantityField
            label="Bed uneven by"
            name={`${spot.id}-bed-scatter`}
            value={setup.bed_scatter_m}
            quantity="line"
            onChange={(bed_scatter_m) => put({ bed_scatter_m })}
            hint="From one landing to the next."
          />
        </Grid>
        <Choice label="Line" value={setup.line} onChange={(line) => put({ line: line as Plumbing["setup"]["line"] })}>
          {options(catalogue.lines, (l) => [l.id, l.name])}
        </Choice>
        <Choice
          label="How it is read"
          value={setup.read === "plumb" ? "plumb" : setup.held ? "held" : "free"}
          onChange={(v) => put({ read: v === "plumb" ? "plumb" : "taut", held: v === "held" })}
          hint="In a current: read as the float passes over, or with the line taut to a float that leans."
        >
          <option value="plumb">line nearly plumb, as the float passes over</option>
          <option value="free">taut, float cast far out</option>
          <option value="held">taut, rod tip straight above the float</option>
        </Choice>
      </Stack>
    </details>
  );
}
