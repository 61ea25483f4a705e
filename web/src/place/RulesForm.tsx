import { Box, Grid, Stack } from "@chakra-ui/react";
import { type Catalogue, type PlaceRules, type Problem, sentenceOf } from "../api/client";
import { Choice, options } from "../shell/Choice";
import { Clock, Optional, Words, Wrong } from "./RuleFields";
import { ClosedTimes, LeadBands } from "./RuleLists";
import { Ticks } from "./Ticks";

type Props = {
  rules: PlaceRules;
  problems: Problem[];
  catalogue: Catalogue;
  onChange: (part: Partial<PlaceRules>) => void;
};

const NUMBERS = ["", "1", "2", "3", "4", "6"];

/** The board, line by line. What is left open is not ruled. */
export function RulesForm({ rules, problems, catalogue, onChange }: Props) {
  const wrong = (...path: (string | number)[]) => {
    const found = problems.find((p) => path.every((part) => p.path.map(String).includes(String(part))));
    return found && sentenceOf(found);
  };
  const number = (label: string, value: number | null | undefined, key: "hooks_most" | "rods_most") => (
    <Choice label={label} value={String(value ?? "")} onChange={(v) => onChange({ [key]: v ? Number(v) : null })}>
      {options(NUMBERS, (n) => [n, n || "not ruled"])}
    </Choice>
  );
  const hook = (label: string, key: "smallest_hook" | "largest_hook") => (
    <Box>
      <Choice
        label={label}
        value={String(rules[key] ?? "")}
        onChange={(v) => onChange({ [key]: v ? Number(v) : null })}
      >
        <option value="">not ruled</option>
        {options(catalogue.hooks, (h) => [h.size, h.label])}
      </Choice>
      <Wrong says={wrong(key)} />
    </Box>
  );
  const tick = (label: string, key: "no_overloading" | "no_braid" | "no_live_bait" | "no_keepnets") => (
    <label className="bw-check">
      <input type="checkbox" checked={rules[key]} onChange={(e) => onChange({ [key]: e.currentTarget.checked })} />{" "}
      {label}
    </label>
  );
  return (
    <Stack gap="4">
      <Grid templateColumns="1fr 1fr" gap="3" alignItems="start">
        {number("Hooks on a line", rules.hooks_most, "hooks_most")}
        {number("Rods", rules.rods_most, "rods_most")}
        {hook("Smallest hook", "smallest_hook")}
        {hook("Largest hook", "largest_hook")}
        <Choice
          label="Barbs"
          value={rules.barbs}
          onChange={(barbs) => onChange({ barbs: barbs as PlaceRules["barbs"] })}
        >
          <option value="any">not ruled</option>
          <option value="micro">micro or none</option>
          <option value="barbless">barbless only</option>
        </Choice>
        <Optional
          label="Least lash"
          name={`${rules.water_id}-lash`}
          value={rules.lash_least_m ?? null}
          usual={0.3}
          quantity="line"
          problem={wrong("lash_least_m")}
          onChange={(lash_least_m) => onChange({ lash_least_m })}
        />
        <Optional
          label="Hooklength bears"
          name={`${rules.water_id}-strength`}
          value={rules.hooklength_least_n ?? null}
          usual={20}
          quantity="force"
          problem={wrong("hooklength_least_n")}
          onChange={(hooklength_least_n) => onChange({ hooklength_least_n })}
        />
        <Optional
          label="Feed a day"
          name={`${rules.water_id}-feed`}
          value={rules.feed_most_kg ?? null}
          usual={2}
          quantity="mass"
          problem={wrong("feed_most_kg")}
          onChange={(feed_most_kg) => onChange({ feed_most_kg })}
        />
      </Grid>
      <Stack gap="1">
        {tick("no float loaded beyond what it carries", "no_overloading")}
        {tick("no braid", "no_braid")}
        {tick("no live bait", "no_live_bait")}
        {tick("no keepnets", "no_keepnets")}
      </Stack>
      <LeadBands rules={rules} onChange={onChange} says={(i) => wrong("lead", i)} />
      <Ticks
        title="Floats that are forbidden"
        all={catalogue.float_types}
        chosen={rules.no_floats}
        onChange={(no_floats) => onChange({ no_floats })}
        problem={wrong("no_floats")}
      />
      <Ticks
        title="Baits that are forbidden"
        all={catalogue.baits}
        chosen={rules.no_baits}
        onChange={(no_baits) => onChange({ no_baits })}
      />
      <ClosedTimes rules={rules} catalogue={catalogue} onChange={onChange} says={wrong} />
      <Grid templateColumns="1fr 1fr" gap="3">
        <Clock label="Opens" value={rules.opens ?? null} onChange={(opens) => onChange({ opens })} />
        <Clock label="Closes" value={rules.closes ?? null} onChange={(closes) => onChange({ closes })} />
      </Grid>
      <Wrong says={wrong("opens") ?? wrong("closes")} />
      <Words label="The board in its own words" value={rules.text} onChange={(text) => onChange({ text })} />
    </Stack>
  );
}
