import { Box, Grid } from "@chakra-ui/react";
import type { Catalogue, Conditions, Rig, Schemas } from "../../api/client";
import type { useSwims } from "../../place/useSwims";
import { Choice, options } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { TackleField } from "../TackleField";

type Lie = NonNullable<Schemas["Purpose"]["lie"]>;
type Kind = "usual" | "bed" | "off" | "down" | "top";

/** Where the fish are: as their habits are, or as they were seen, marked or felt. */
export type Where = { kind: Kind; metres: number };

const FIRST_M: Record<Kind, number> = { usual: 0, bed: 0, off: 0.3, down: 0.6, top: 0.3 };

export const lieOf = ({ kind, metres }: Where): Lie | null =>
  kind === "usual" ? null : { bait_from: kind === "bed" || kind === "off" ? "bed" : "surface", bait_m: metres };

export const whereOf = ({ bait_from, bait_m }: Rig["aim"]): Where =>
  bait_from === "surface"
    ? { kind: "down", metres: bait_m }
    : { kind: bait_m > 0.02 ? "off" : "bed", metres: Math.max(0, bait_m) };

export function WhereField({ where, onChange }: { where: Where; onChange: (where: Where) => void }) {
  const asks = where.kind === "off" || where.kind === "down";
  return (
    <Grid templateColumns={asks ? "1fr 110px" : "1fr"} gap="3" alignItems="end">
      <Choice
        label="Where they are now"
        value={where.kind}
        onChange={(kind) => onChange({ kind: kind as Kind, metres: FIRST_M[kind as Kind] })}
      >
        <option value="usual">where they usually are</option>
        <option value="bed">on the bed</option>
        <option value="off">off the bed by</option>
        <option value="down">at a depth of</option>
        <option value="top">near the top</option>
      </Choice>
      {asks && (
        <QuantityField
          label={where.kind === "off" ? "Off the bed" : "Down"}
          name="new-lie"
          value={where.metres}
          quantity="line"
          onChange={(metres) => onChange({ ...where, metres })}
        />
      )}
    </Grid>
  );
}

/** Grams of salt in a kilogram of water. */
const SALT = { fresh: 0, brackish: 12, sea: 35 } as const;
export type Salt = keyof typeof SALT;
export const salinityOf = (salt: Salt) => SALT[salt];
export const saltOf = (salinity: number): Salt => (salinity > 25 ? "sea" : salinity > 3 ? "brackish" : "fresh");

type WaterProps = {
  swims: ReturnType<typeof useSwims>["list"];
  swim: string;
  depth: number;
  salt: Salt;
  onSwim: (id: string) => void;
  onDepth: (depth_m: number) => void;
  onSalt: (salt: Salt) => void;
};

/** A swim of the book, or only how deep it is and how salt. */
export function WhichWater({ swims, swim, depth, salt, onSwim, onDepth, onSalt }: WaterProps) {
  return (
    <Box>
      <Choice label="Water" value={swim} onChange={onSwim}>
        <option value="">a water not in the book: enter its depth</option>
        {options(swims, (s) => [s.swim.id, s.water.name])}
      </Choice>
      {swim === "" && (
        <Grid templateColumns="1fr 1fr" gap="3" mt="3" alignItems="end">
          <QuantityField label="Plumbed depth" name="new-depth" value={depth} quantity="depth" onChange={onDepth} />
          <Choice label="It is" value={salt} onChange={(s) => onSalt(s as Salt)}>
            <option value="fresh">fresh</option>
            <option value="brackish">brackish</option>
            <option value="sea">the sea</option>
          </Choice>
        </Grid>
      )}
    </Box>
  );
}

export type Reach = Pick<Conditions, "tackle" | "rod_m" | "distance_m" | "current_m_s" | "wind_m_s">;

type ReachProps = { reach: Reach; usual: Catalogue["tackle"]; onChange: (reach: Reach) => void };

/** What it is fished with, how far out, and how the water and the air move. */
export function ReachFields({ reach, usual, onChange }: ReachProps) {
  const set = (part: Partial<Reach>) => onChange({ ...reach, ...part });
  return (
    <Grid templateColumns="1fr 1fr" gap="3" alignItems="end">
      <TackleField
        value={reach.tackle}
        onChange={(tackle) => {
          const { rod_m, distance_m } = usual.find((c) => c.id === tackle) ?? reach;
          set({ tackle, rod_m, distance_m });
        }}
      />
      <QuantityField
        label="Its length"
        name="new-rod"
        value={reach.rod_m ?? 0}
        quantity="depth"
        onChange={(rod_m) => set({ rod_m })}
      />
      <QuantityField
        label="Distance"
        name="new-distance"
        value={reach.distance_m ?? 0}
        quantity="distance"
        onChange={(distance_m) => set({ distance_m })}
      />
      <QuantityField
        label="Current or drift"
        name="new-current"
        value={reach.current_m_s ?? 0}
        quantity="speed"
        onChange={(current_m_s) => set({ current_m_s })}
      />
    </Grid>
  );
}
