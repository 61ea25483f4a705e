import { Box, Grid, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import type { Catalogue, PlaceRules } from "../api/client";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { QuantityField } from "../shell/QuantityField";
import { Line, Wrong } from "./RuleFields";

type Part = { rules: PlaceRules; onChange: (part: Partial<PlaceRules>) => void };

/** Lead by size: each band forbidden from one mass up to another. */
export function LeadBands({ rules, onChange, says }: Part & { says: (i: number) => string | undefined }) {
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

/** Days of the year on which fishing is closed, for all fish or one. */
export function ClosedTimes({ rules, catalogue, onChange, says }: ClosedProps) {
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
              {options(catalogue.species, (s) => [s.id, s.name])}
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
