import { Box, Flex, Grid, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { ArrowUp, X } from "lucide-react";
import { useState } from "react";
import { api, type Catalogue, keys, type Tonight, type Trip } from "../api/client";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { QuantityField } from "../shell/QuantityField";
import { LeftField } from "../shell/TextField";
import { type Quantity, say, type Units, write } from "../units/quantity";
import { capital } from "../units/vocabulary";
import { Moment } from "../water/Fields";
import { AskWeather } from "./AskWeather";

type Props = {
  trip: Trip;
  change: (part: Partial<Trip>, tag?: string) => void;
  tonight: Tonight | undefined;
  catalogue: Catalogue;
  zone: string;
  units: Units;
};

const SURE: [Trip["sure"], string][] = [
  ["sure", "sure where they feed"],
  ["fairly", "fairly sure where they feed"],
  ["open", "no idea where they feed"],
];

/** The day: when, what is hoped for, how sure the water is, and the rules of the place. */
export function DayPanel({ trip, change, tonight, catalogue, zone, units }: Props) {
  const [open, setOpen] = useState(false);
  const known = tonight?.water;
  const by = { entered: "as entered", surveyed: "plumbed", swim: "kept for the swim" } as const;
  return (
    <Stack
      as="section"
      aria-label="The day"
      bg="card"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="l3"
      p="4"
      gap="3"
    >
      <Box>
        <Heading as="h1" hideBelow="lg" fontFamily="heading" fontSize="xl" fontWeight="bold">
          {trip.name}
        </Heading>
        <Text color="soft" fontSize="sm">
          {dayAndHours(trip, zone)}
        </Text>
      </Box>
      <Hoped trip={trip} change={change} catalogue={catalogue} />
      <Box>
        <Flex justify="space-between" align="center">
          <Text className="bw-label">The day, and how sure</Text>
          <Button size="sm" variant="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? "Done" : "Change"}
          </Button>
        </Flex>
        {open ? (
          <DayFields trip={trip} change={change} tonight={tonight} catalogue={catalogue} zone={zone} units={units} />
        ) : (
          <Box>
            <Row
              name="Depth"
              value={known ? `${write(known.low_m, "depth", units)} to ${write(known.high_m, "depth", units)}` : "…"}
              note={known ? `${by[known.known_by]}, give or take ${write(known.half_m, "line", units)}` : ""}
            />
            <Row name="Current" value={spanOf(trip.current_m_s, "speed", units)} note="" />
            <Row name="Wind" value={spanOf(trip.wind_m_s, "wind", units)} note="" />
            <Row
              name="Water"
              value={`${write(trip.temperature_c, "temperature", units)}, ${trip.salinity > 3 ? "salt" : "fresh"}`}
              note={`${trip.tackle} of ${write(trip.rod_m, "depth", units)}, fished at ${write(trip.distance_m, "distance", units)}`}
            />
            <Row name="Fish" value={SURE.find(([id]) => id === trip.sure)?.[1] ?? ""} note="" />
          </Box>
        )}
      </Box>
      <RulesHere swim={trip.swim} />
      <Since trip={trip} units={units} />
      <LeftField label="Notes" value={trip.notes} rows={2} maxLength={4000} onChange={(notes) => change({ notes })} />
    </Stack>
  );
}

const dayAndHours = (trip: Trip, zone: string) => {
  const date = new Intl.DateTimeFormat("en-GB", { timeZone: zone, weekday: "long", day: "numeric", month: "long" });
  const hour = new Intl.DateTimeFormat("en-GB", { timeZone: zone, hour: "2-digit", minute: "2-digit" });
  return `${date.format(new Date(trip.begins))}, ${hour.format(new Date(trip.begins))} to ${hour.format(new Date(trip.ends))}`;
};

const spanOf = (span: Trip["wind_m_s"], quantity: Quantity, units: Units) =>
  span.high === 0
    ? "none"
    : span.low === span.high
      ? write(span.high, quantity, units)
      : `${write(span.low, quantity, units)} to ${write(span.high, quantity, units)}`;

function Row({ name, value, note }: { name: string; value: string; note: string }) {
  return (
    <Flex justify="space-between" gap="3" borderBottomWidth="1px" borderColor="rule" py="1.5" align="baseline">
      <Text fontWeight="semibold">{name}</Text>
      <Box textAlign="right">
        <Text fontWeight="bold">{value}</Text>
        {note && (
          <Text fontSize="sm" color="soft">
            {note}
          </Text>
        )}
      </Box>
    </Flex>
  );
}

/** The fish hoped for, the most hoped for first. */
function Hoped({ trip, change, catalogue }: Pick<Props, "trip" | "change" | "catalogue">) {
  const nameOf = (id: string) => capital(catalogue.species.find((s) => s.id === id)?.name ?? id);
  const put = (fish: string[]) => change({ fish });
  return (
    <Box>
      <Text className="bw-label">Hoped for</Text>
      <Stack as="ol" gap="1.5" className="bw-plain">
        {trip.fish.map((id, i) => (
          <Flex as="li" key={id} bg="well" borderRadius="l1" ps="3" align="center" gap="1">
            <Text flex="1" fontWeight="bold">
              {nameOf(id)}
            </Text>
            {i > 0 && (
              <Button
                variant="quiet"
                size="icon"
                aria-label={`${nameOf(id)} first`}
                onClick={() => put([id, ...trip.fish.filter((f) => f !== id)])}
              >
                <ArrowUp />
              </Button>
            )}
            {trip.fish.length > 1 && (
              <Button
                variant="quiet"
                size="icon"
                aria-label={`Not ${nameOf(id).toLowerCase()}`}
                onClick={() => put(trip.fish.filter((f) => f !== id))}
              >
                <X />
              </Button>
            )}
          </Flex>
        ))}
      </Stack>
      {trip.fish.length < 4 && (
        <Box mt="1.5">
          <Choice label="Also" value="" onChange={(id) => id && put([...trip.fish, id])}>
            <option value="">another fish …</option>
            {options(
              catalogue.species.filter((s) => !trip.fish.includes(s.id)),
              (s) => [s.id, s.name],
            )}
          </Choice>
        </Box>
      )}
    </Box>
  );
}

function DayFields({ trip, change, tonight, zone }: Props) {
  const span = (name: "current_m_s" | "wind_m_s", words: string) => (
    <Grid templateColumns="1fr 1fr" gap="2">
      {(["low", "high"] as const).map((end) => (
        <QuantityField
          key={end}
          label={end === "low" ? `${words} from` : "to"}
          name={`${trip.id}-${name}-${end}`}
          value={trip[name][end]}
          quantity={name === "wind_m_s" ? "wind" : "speed"}
          onChange={(v) => change({ [name]: ordered({ ...trip[name], [end]: v }, end) })}
        />
      ))}
    </Grid>
  );
  const known = tonight?.water;
  return (
    <Stack gap="2">
      <LeftField label="Name" value={trip.name} maxLength={80} onChange={(name) => name.trim() && change({ name })} />
      <Moment
        label="From"
        value={trip.begins}
        zone={zone}
        onChange={(begins) => {
          if (!begins) return;
          const lasts = Date.parse(trip.ends) - Date.parse(trip.begins);
          change({ begins, ends: new Date(Date.parse(begins) + lasts).toISOString() });
        }}
      />
      <Moment label="To" value={trip.ends} zone={zone} onChange={(ends) => ends && change({ ends })} />
      {trip.depth_m ? (
        <Box>
          <Grid templateColumns="1fr 1fr" gap="2">
            {(["low", "high"] as const).map((end) => (
              <QuantityField
                key={end}
                label={end === "low" ? "Depth from" : "to"}
                name={`${trip.id}-depth-${end}`}
                value={trip.depth_m?.[end] ?? 0}
                quantity="depth"
                onChange={(v) => trip.depth_m && change({ depth_m: ordered({ ...trip.depth_m, [end]: v }, end) })}
              />
            ))}
          </Grid>
          <Button size="sm" variant="quiet" onClick={() => change({ depth_m: null })}>
            As the swim is known
          </Button>
        </Box>
      ) : (
        <Button
          onClick={() =>
            known &&
            change({
              depth_m: { low: Math.round(known.low_m * 100) / 100, high: Math.round(known.high_m * 100) / 100 },
            })
          }
        >
          Enter another depth
        </Button>
      )}
      {span("current_m_s", "Current")}
      {span("wind_m_s", "Wind")}
      <AskWeather trip={trip} change={change} />
      <QuantityField
        label="Water"
        name={`${trip.id}-temperature`}
        value={trip.temperature_c}
        quantity="temperature"
        onChange={(temperature_c) => change({ temperature_c })}
      />
      <Grid templateColumns="1fr 1fr" gap="2">
        <Choice label="Tackle" value={trip.tackle} onChange={(t) => change({ tackle: t as Trip["tackle"] })}>
          {options(["rod", "pole", "whip"], (t) => [t, t])}
        </Choice>
        <QuantityField
          label="Its length"
          name={`${trip.id}-rod`}
          value={trip.rod_m}
          quantity="depth"
          onChange={(rod_m) => change({ rod_m })}
        />
      </Grid>
      <QuantityField
        label="Fished at"
        name={`${trip.id}-distance`}
        value={trip.distance_m}
        quantity="distance"
        onChange={(distance_m) => change({ distance_m })}
      />
      <Choice label="The fish" value={trip.sure} onChange={(s) => change({ sure: s as Trip["sure"] })}>
        {options(SURE, ([id, words]) => [id, words])}
      </Choice>
    </Stack>
  );
}

/** One end that is moved past the other takes it along. */
const ordered = (span: { low: number; high: number }, moved: "low" | "high") =>
  span.low <= span.high ? span : { low: span[moved], high: span[moved] };

function RulesHere({ swim }: { swim: string }) {
  const swims = useQuery({ queryKey: keys.swims, queryFn: api.swims });
  const water = swims.data?.find((s) => s.fields.id === swim)?.fields.water_id;
  const rules = useQuery({ queryKey: keys.rules(water), queryFn: () => api.rules(water ?? ""), enabled: !!water });
  const told = rules.data?.fields.text.trim();
  return (
    <Box>
      <Text className="bw-label">Rules here</Text>
      <Text fontSize="sm" whiteSpace="pre-line">
        {told || "None entered. Read the board: the people on the spot win."}
      </Text>
    </Box>
  );
}

function Since({ trip, units }: { trip: Trip; units: Units }) {
  const since = useQuery({
    queryKey: keys.since(trip.like, trip.begins, trip.ends, trip.current_m_s, trip.wind_m_s, trip.temperature_c),
    queryFn: () => api.since({ ...trip, ticked: [] }),
    enabled: !!trip.like,
    retry: false,
  });
  if (!since.data?.name) return null;
  return (
    <Box>
      <Text className="bw-label">Since {since.data.name}</Text>
      {since.data.differs.length === 0 && <Text fontSize="sm">The water is as it was then.</Text>}
      {since.data.differs.map((d) => (
        <Text key={d.says} fontSize="sm">
          {say(d.says, d.figures ?? {}, units)}
        </Text>
      ))}
    </Box>
  );
}
