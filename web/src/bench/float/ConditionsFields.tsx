import { Box, Grid, Stack, Text } from "@chakra-ui/react";
import type { Conditions } from "../../api/client";
import { QuantityField } from "../../shell/QuantityField";
import type { Quantity } from "../../units/quantity";
import { useHere } from "../here";
import { movesHow } from "../movesHow";
import { problemAt } from "../problemAt";
import { FromSwim } from "./FromSwim";

type Props = {
  /** The pull the fish is taken to bear. */
  pullN: number;
};
type Field = { name: keyof Conditions; label: string; quantity: Quantity };

const FIELDS: Field[] = [
  { name: "distance_m", label: "Distance", quantity: "distance" },
  { name: "settle_s", label: "Settles within", quantity: "time" },
  { name: "current_m_s", label: "Current on top", quantity: "speed" },
  { name: "wind_m_s", label: "Wind", quantity: "speed" },
  { name: "fetch_m", label: "Open water upwind", quantity: "distance" },
];

/** What the float has to cope with, and what is put up with. */
export function ConditionsFields({ pullN }: Props) {
  const { bench, answer, catalogue } = useHere();
  const { rig } = bench;
  const { conditions } = rig;
  const { limits } = conditions;
  const set = (part: Partial<Conditions>) => bench.put({ ...rig, conditions: { ...conditions, ...part } });
  const limit = (part: Partial<Conditions["limits"]>) => set({ limits: { ...limits, ...part } });
  const field = (label: string, name: string, value: number, quantity: Quantity, onChange: (v: number) => void) => (
    <QuantityField
      key={name}
      label={label}
      name={`${rig.id}-${name}`}
      value={value}
      quantity={quantity}
      problem={problemAt(answer, "conditions", ...name.split("."))}
      onChange={onChange}
    />
  );
  return (
    <Stack gap="3" pt="3">
      {rig.water.swim && <FromSwim swimId={rig.water.swim} onTake={set} />}
      <Grid templateColumns="1fr 1fr" gap="3" alignItems="end">
        {FIELDS.map((f) =>
          field(
            f.name === "current_m_s" ? movesHow(rig, catalogue) : f.label,
            f.name,
            conditions[f.name] as number,
            f.quantity,
            (v) => set({ [f.name]: v }),
          ),
        )}
      </Grid>
      <label>
        <input
          type="checkbox"
          checked={conditions.wave_height_m !== null && conditions.wave_height_m !== undefined}
          onChange={(e) => set({ wave_height_m: e.currentTarget.checked ? 0.05 : null, wave_period_s: null })}
        />{" "}
        Waves as I see them
      </label>
      {typeof conditions.wave_height_m === "number" && (
        <Grid templateColumns="1fr 1fr" gap="3" alignItems="end">
          {field("Wave height", "wave_height_m", conditions.wave_height_m, "line", (v) => set({ wave_height_m: v }))}
          {field("Seconds between crests", "wave_period_s", conditions.wave_period_s ?? 1, "time", (v) =>
            set({ wave_period_s: v }),
          )}
        </Grid>
      )}
      {conditions.tackle === "rod" && (
        <>
          <label>
            <input
              type="checkbox"
              checked={conditions.rod_most_kg != null}
              onChange={(e) => set({ rod_most_kg: e.currentTarget.checked ? 0.03 : null })}
            />{" "}
            My rod casts only so much
          </label>
          {conditions.rod_most_kg != null && (
            <Box>
              {field("Rod casts up to", "rod_most_kg", conditions.rod_most_kg, "load", (v) => set({ rod_most_kg: v }))}
              <Text fontSize="sm" color="soft">
                As printed on it. Usual: 5 to 25 g for light float rods, 20 to 60 g for stout ones, 50 to 150 g for sea
                and predator rods.
              </Text>
            </Box>
          )}
        </>
      )}
      <label>
        <input
          type="checkbox"
          checked={conditions.dragging}
          onChange={(e) => set({ dragging: e.currentTarget.checked })}
        />{" "}
        Bait or weight drags over the bed
      </label>
      <label>
        <input type="checkbox" checked={conditions.clear} onChange={(e) => set({ clear: e.currentTarget.checked })} />{" "}
        Clear water, or sun on it
      </label>
      <label>
        <input type="checkbox" checked={conditions.wading} onChange={(e) => set({ wading: e.currentTarget.checked })} />{" "}
        I wade
      </label>
      <Box>
        <Text className="bw-label">What I put up with</Text>
        <Grid templateColumns="1fr 1fr" gap="3" alignItems="end">
          {field("Lean of the line", "limits.lean_deg", limits.lean_deg, "angle", (v) => limit({ lean_deg: v }))}
          {field("Lift of the bait", "limits.lift_m", limits.lift_m, "line", (v) => limit({ lift_m: v }))}
          {field("Run lost sinking", "limits.run_lost_m", limits.run_lost_m, "distance", (v) =>
            limit({ run_lost_m: v }),
          )}
          {field("Hook and bait's share", "limits.tackle_share", limits.tackle_share, "share", (v) =>
            limit({ tackle_share: v }),
          )}
          {field("Pull the fish bears", "limits.pull_n", limits.pull_n ?? pullN, "force", (v) => limit({ pull_n: v }))}
        </Grid>
      </Box>
    </Stack>
  );
}
