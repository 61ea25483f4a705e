import { Box, Flex, Grid, Input, Stack, Text, Textarea } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { useId } from "react";
import { type Catalogue, type PlaceRules, type Problem, sentenceOf } from "../api/client";
import { Button } from "../shell/Button";
import { Choice } from "../shell/Choice";
import { QuantityField } from "../shell/QuantityField";
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
      {NUMBERS.map((n) => (
        <option key={n} value={n}>
          {n || "not ruled"}
        </option>
      ))}
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
        {catalogue.hooks.map((h) => (
          <option key={h.size} value={h.size}>
            {h.label}
          </option>
        ))}
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
          label="Feed a day, kg"
          name={`${rules.water_id}-feed`}
          value={rules.feed_most_kg ?? null}
          usual={2}
          quantity="plain"
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

function Wrong({ says }: { says: string | undefined }) {
  return says ? (
    <Text role="alert" fontSize="sm" color="float" mt="1">
      {says}
    </Text>
  ) : null;
}

type OptionalProps = {
  label: string;
  name: string;
  value: number | null;
  usual: number;
  quantity: "line" | "force" | "plain" | "load";
  problem?: string;
  onChange: (value: number | null) => void;
};

function Optional({ label, name, value, usual, quantity, problem, onChange }: OptionalProps) {
  if (value === null)
    return (
      <Box>
        <Text className="bw-label">{label}</Text>
        <Button w="100%" aria-label={`${label}: not ruled`} onClick={() => onChange(usual)}>
          not ruled
        </Button>
      </Box>
    );
  return (
    <Flex align="end" gap="1">
      <Box flex="1" minW="0">
        <QuantityField
          label={label}
          name={name}
          value={value}
          quantity={quantity}
          problem={problem}
          onChange={onChange}
        />
      </Box>
      <Button
        variant="quiet"
        size="icon"
        aria-label={`No rule on ${label.toLowerCase()}`}
        onClick={() => onChange(null)}
      >
        <Trash2 />
      </Button>
    </Flex>
  );
}

type Part = Pick<Props, "rules" | "onChange">;

function LeadBands({ rules, onChange, says }: Part & { says: (i: number) => string | undefined }) {
  const put = (i: number, part: Partial<PlaceRules["lead"][number]>) =>
    onChange({ lead: rules.lead.map((b, at) => (at === i ? { ...b, ...part } : b)) });
  return (
    <Box>
      <Text className="bw-label">Lead that is forbidden</Text>
      {rules.lead.map((band, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: bands have no other name
        <Box key={i} mb="2">
          <Grid templateColumns="1fr 1fr auto" gap="2" alignItems="end">
            <QuantityField
              label="from"
              name={`${rules.water_id}-lead-from-${i}`}
              value={band.from_kg}
              quantity="load"
              onChange={(from_kg) => put(i, { from_kg })}
            />
            <QuantityField
              label="up to"
              name={`${rules.water_id}-lead-to-${i}`}
              value={band.to_kg}
              quantity="load"
              onChange={(to_kg) => put(i, { to_kg })}
            />
            <Button
              variant="quiet"
              size="icon"
              aria-label={`Remove lead rule ${i + 1}`}
              onClick={() => onChange({ lead: rules.lead.filter((_, at) => at !== i) })}
            >
              <Trash2 />
            </Button>
          </Grid>
          <Wrong says={says(i)} />
        </Box>
      ))}
      <Button
        size="sm"
        onClick={() => onChange({ lead: [...rules.lead, { from_kg: 0.00006, to_kg: 0.02835 }] })}
        aria-label="Forbid some sizes of lead"
      >
        <Plus aria-hidden="true" /> Forbid some sizes
      </Button>
    </Box>
  );
}

type ClosedProps = Part & { catalogue: Catalogue; says: (...path: (string | number)[]) => string | undefined };

function ClosedTimes({ rules, catalogue, onChange, says }: ClosedProps) {
  const put = (i: number, part: Partial<PlaceRules["closed"][number]>) =>
    onChange({ closed: rules.closed.map((c, at) => (at === i ? { ...c, ...part } : c)) });
  return (
    <Box>
      <Text className="bw-label">Closed times, month and day</Text>
      {rules.closed.map((span, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: spans have no other name
        <Box key={i} mb="2">
          <Grid templateColumns="74px 74px 1fr auto" gap="2" alignItems="end">
            <Line label="from" value={span.first} onChange={(first) => put(i, { first })} />
            <Line label="to" value={span.last} onChange={(last) => put(i, { last })} />
            <Choice label="for" value={span.species ?? ""} onChange={(s) => put(i, { species: s || null })}>
              <option value="">all fish</option>
              {catalogue.species.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </Choice>
            <Button
              variant="quiet"
              size="icon"
              aria-label={`Remove closed time ${i + 1}`}
              onClick={() => onChange({ closed: rules.closed.filter((_, at) => at !== i) })}
            >
              <Trash2 />
            </Button>
          </Grid>
          <Wrong says={says("closed", i)} />
        </Box>
      ))}
      <Wrong says={rules.closed.some((_, i) => says("closed", i)) ? undefined : says("closed")} />
      <Button
        size="sm"
        onClick={() => onChange({ closed: [...rules.closed, { first: "03-15", last: "06-15", species: null }] })}
      >
        <Plus aria-hidden="true" /> Closed time
      </Button>
    </Box>
  );
}

type TextProps = { label: string; value: string; onChange: (value: string) => void };

function Line({ label, value, onChange }: TextProps) {
  const id = useId();
  return (
    <Box>
      <label htmlFor={id} className="bw-label">
        {label}
      </label>
      <Input
        id={id}
        px="2"
        defaultValue={value}
        key={value}
        placeholder="03-15"
        onBlur={(e) => e.currentTarget.value !== value && onChange(e.currentTarget.value)}
      />
    </Box>
  );
}

function Clock({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string | null;
  onChange: (v: string | null) => void;
}) {
  const id = useId();
  return (
    <Box>
      <label htmlFor={id} className="bw-label">
        {label}
      </label>
      <Input
        id={id}
        type="time"
        px="2"
        defaultValue={value ?? ""}
        key={value}
        onBlur={(e) => (e.currentTarget.value || null) !== value && onChange(e.currentTarget.value || null)}
      />
    </Box>
  );
}

function Words({ label, value, onChange }: TextProps) {
  const id = useId();
  return (
    <Box>
      <label htmlFor={id} className="bw-label">
        {label}
      </label>
      <Textarea
        id={id}
        className="bw-words"
        rows={4}
        defaultValue={value}
        onBlur={(e) => e.currentTarget.value !== value && onChange(e.currentTarget.value)}
      />
    </Box>
  );
}
