import { expect, test } from "vitest";
import type { Rig } from "../../api/client";
import { conceded } from "./conceded";

test("a concession sets its fields and leaves the others alone", () => {
  const rig = {
    name: "r",
    conditions: { distance_m: 40, wind_m_s: 3, limits: { lean_deg: 15, run_lost_m: 4 } },
  } as unknown as Rig;
  const next = conceded(rig, { distance_m: 29, "limits.lean_deg": 20 });
  expect(next.conditions).toMatchObject({ distance_m: 29, wind_m_s: 3, limits: { lean_deg: 20, run_lost_m: 4 } });
  expect(rig.conditions.distance_m).toBe(40);
  expect(next.name).toBe("r");
});
