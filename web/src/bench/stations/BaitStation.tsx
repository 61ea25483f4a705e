import { Box, Stack, Text } from "@chakra-ui/react";
import { Shapes } from "lucide-react";
import { Link } from "react-router";
import type { Rig } from "../../api/client";
import { FishFacts } from "../../method/FishFacts";
import { Button } from "../../shell/Button";
import { Choice, options } from "../../shell/Choice";
import { Facts } from "../../shell/Facts";
import { QuantityField } from "../../shell/QuantityField";
import { type Units, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { capital, type Vocabulary, word } from "../../units/vocabulary";
import { useHere } from "../here";
import { problemAt } from "../problemAt";
import type { Station } from "../station";

const hookName = (size: number) => (size < 0 ? `${-size}/0` : String(size));

function BaitStation() {
  const { bench, answer, catalogue, onFamily } = useHere();
  const { units, vocabulary } = useSettings();
  const { rig } = bench;
  const hook = rig.components.findLast((c) => c.kind === "hook");
  const bait = rig.components.findLast((c) => c.kind === "bait");
  const species = catalogue.species.find((s) => s.id === rig.species);
  const kind = catalogue.baits.find((b) => b.id === bait?.item);
  const family = catalogue.families.find((f) => f.id === rig.family);
  const familyName = family ? capital(family.name) : "Of its own kind";
  const aim = (part: Partial<Rig["aim"]>) => bench.put({ ...rig, aim: { ...rig.aim, ...part } });
  const fromBed = rig.aim.bait_from === "bed";
  const pulls = answer.evaluation?.ledger.findLast((e) => e.kind === "bait");
  const usual = species ? catalogue.baits.filter((b) => species.baits.includes(b.id)) : [];
  const others = catalogue.baits.filter((b) => !usual.includes(b));

  const turnOver = (from: string) => {
    // The bait stays where it hangs; only what it is measured from changes.
    const metres = from === "bed" ? answer.evaluation?.hook_height_m : answer.evaluation?.stop?.hook_depth_now_m;
    aim({ bait_from: from as "bed" | "surface", bait_m: Math.max(0.01, Math.round((metres ?? 0.1) * 100) / 100) });
  };

  return (
    <Stack gap="4">
      <Box>
        <Text className="bw-label">Rig family</Text>
        <Button w="100%" onClick={onFamily} aria-label={`${familyName}: see which suits`}>
          <Shapes aria-hidden="true" />
          <Text as="span" truncate>
            {familyName}
          </Text>
        </Button>
        {family && (
          <Text fontSize="sm" color="soft" mt="1">
            {family.special}
          </Text>
        )}
      </Box>
      <Choice
        label="Fish"
        value={rig.species ?? ""}
        onChange={(id) => void bench.edit({ do: "change-species", species: id })}
      >
        {!species && <option value={rig.species ?? ""}>{rig.species ?? "any fish"}</option>}
        {options(catalogue.species, (s) => [s.id, s.name])}
      </Choice>
      {species && <FishFacts species={species} feeds={answer.evaluation?.feeding?.says} />}
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
        onChange={(bait_m) => aim({ bait_m })}
      />
      {fromBed && rig.aim.bait_m < 0 && (
        <Text fontSize="sm" color="soft">
          Less than 0: {write(-rig.aim.bait_m, "line", units)} of line is laid on.
        </Text>
      )}
      <Choice label="Bait" value={bait?.item ?? ""} onChange={(id) => void bench.edit({ do: "change-bait", bait: id })}>
        {!kind && <option value={bait?.item ?? ""}>{bait?.label ?? "no bait"}</option>}
        {usual.length > 0 && species && (
          <optgroup label={`usual for ${species.name}`}>{options(usual, (b) => [b.id, b.name])}</optgroup>
        )}
        <optgroup label={usual.length ? "others" : "baits"}>{options(others, (b) => [b.id, b.name])}</optgroup>
      </Choice>
      {kind && (
        <Facts
          rows={[
            ["Weighs", write(kind.mass_kg, kind.mass_kg < 0.001 ? "piece" : "load", units)],
            pulls
              ? [
                  "Under water, as lead",
                  `${write(pulls.lead_kg, "piece", units)}${pulls.pull_n < 0 ? ": it floats" : ""}`,
                ]
              : null,
            [
              "Hooks that suit",
              `${hookName(kind.hooks[0])} to ${hookName(kind.hooks[1])}; on: ${hookName(hook?.size ?? 0)}`,
            ],
            kind.lasts_casts
              ? ["Lasts", `about ${kind.lasts_casts} ${kind.lasts_casts === 1 ? "cast" : "casts"}`]
              : null,
          ]}
        />
      )}
      {kind && (
        <Box fontSize="sm">
          {kind.notes && <Text fontWeight="semibold">Your note: {kind.notes}</Text>}
          <Text>{kind.mounted}</Text>
          <Text color="soft">Fails: {kind.fails}</Text>
        </Box>
      )}
      <Link className="bw-link" to={`/book/fish/${rig.species ?? ""}`}>
        Change fish, baits and hooks in the book
      </Link>
    </Stack>
  );
}

function hangs({ aim }: Rig, units: Units, vocabulary: Vocabulary): string {
  if (aim.bait_from === "surface") return `${write(aim.bait_m, "line", units)} down`;
  if (aim.bait_m < 0) return `${write(-aim.bait_m, "line", units)} laid on`;
  return `${write(aim.bait_m, "line", units)} off ${word("bed", vocabulary)}`;
}

export const BAIT: Station = {
  id: "bait",
  key: "2",
  name: () => "Fish & bait",
  value: ({ rig, catalogue, units, vocabulary }) =>
    `${capital(catalogue.species.find((s) => s.id === rig.species)?.name ?? "any fish")}, ${hangs(rig, units, vocabulary)}`,
  fields: ["aim"],
  Panel: BaitStation,
};
