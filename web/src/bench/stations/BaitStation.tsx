import { Stack } from "@chakra-ui/react";
import type { Rig } from "../../api/client";
import { Choice } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { capital, word } from "../../units/vocabulary";
import { Facts } from "./Facts";
import { problemAt, type StationProps } from "./Panel";

export function BaitStation({ bench, answer, catalogue }: StationProps) {
  const { units, vocabulary } = useSettings();
  const { rig } = bench;
  const hook = rig.components.findLast((c) => c.kind === "hook");
  const bait = rig.components.find((c) => c.kind === "bait");
  const species = catalogue.species.find((s) => s.id === rig.species);
  const aim = (part: Partial<Rig["aim"]>) => bench.put({ ...rig, aim: { ...rig.aim, ...part } });
  const fromBed = rig.aim.bait_from === "bed";
  const pulls = answer.evaluation?.ledger.find((e) => e.kind === "bait");

  const turnOver = (from: string) => {
    // The bait stays where it hangs; only what it is measured from changes.
    const metres = from === "bed" ? answer.evaluation?.hook_height_m : answer.evaluation?.stop?.hook_depth_now_m;
    aim({ bait_from: from as "bed" | "surface", bait_m: Math.max(0.01, Math.round((metres ?? 0.1) * 100) / 100) });
  };

  return (
    <Stack gap="4">
      <Choice
        label="Fish"
        value={rig.species ?? ""}
        hint={species?.says}
        onChange={(id) => void bench.edit({ do: "change-species", species: id })}
      >
        {!species && <option value="">any fish</option>}
        {catalogue.species.map((s) => (
          <option key={s.id} value={s.id}>
            {s.name}
          </option>
        ))}
      </Choice>
      <Choice label="Bait" value={bait?.item ?? ""} onChange={(id) => void bench.edit({ do: "change-bait", bait: id })}>
        {!bait && <option value="">no bait</option>}
        {catalogue.baits.map((b) => (
          <option key={b.id} value={b.id}>
            {b.name}
          </option>
        ))}
      </Choice>
      <Choice
        label="Hook size"
        value={String(hook?.size ?? "")}
        onChange={(size) => void bench.edit({ do: "change-hook", size: Number(size) })}
      >
        {catalogue.hooks.map((h) => (
          <option key={h.size} value={h.size}>
            {h.label}
          </option>
        ))}
      </Choice>
      <Choice label="Bait hangs" value={rig.aim.bait_from} onChange={turnOver}>
        <option value="bed">so high off the {word("bed", vocabulary)}</option>
        <option value="surface">so far below the surface</option>
      </Choice>
      <QuantityField
        label={fromBed ? `Height off the ${word("bed", vocabulary)}` : "Depth below the surface"}
        name={`${rig.id}-bait`}
        value={rig.aim.bait_m}
        quantity="line"
        problem={problemAt(answer, "aim", "bait_m") ?? problemAt(answer, "aim")}
        hint={fromBed ? "Less than 0 lays so much line on." : undefined}
        onChange={(bait_m) => aim({ bait_m })}
      />
      <Facts
        rows={[
          ["Bait", bait ? `${capital(bait.label)}, ${(bait.mass_kg * 1e6).toFixed(0)} mg` : "none"],
          pulls
            ? ["It pulls, as lead", `${(pulls.lead_kg * 1e6).toFixed(1)} mg${pulls.pull_n < 0 ? ": it floats" : ""}`]
            : null,
          ["Wanted now", `${write(rig.aim.bait_m, "line", units)} ${fromBed ? "off the bed" : "down"}`],
        ]}
      />
    </Stack>
  );
}
