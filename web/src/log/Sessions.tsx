import { Box, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type Catalogue, type KeptOuting, keys, type LogEvent } from "../api/client";
import { useSave } from "../document/useSave";
import { uuid } from "../document/uuid";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { Refused } from "../shell/Refused";
import { clock, day } from "../units/clock";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { counted } from "../units/vocabulary";
import { ZONE } from "../units/zone";
import { Happen } from "./Happen";
import { Photographs } from "./Photographs";
import { TimeLine } from "./TimeLine";

type Logged = Awaited<ReturnType<typeof api.log>>;
type Props = { logged: Logged; catalogue: Catalogue; chosen: string | null; onChoose: (id: string) => void };

/** One session at a time: its hours as a line, what happened, and what is still to be written down. */
export function Sessions({ logged, catalogue, chosen, onChoose }: Props) {
  const kept = logged.outings.find((o) => o.fields.id === chosen) ?? logged.outings[0];
  if (!kept) return null;
  return (
    <Box as="section" aria-label="Session" bg="card" borderWidth="1px" borderColor="rule" borderRadius="l3" p="5">
      <Choice label="Session" value={kept.fields.id} onChange={onChoose}>
        {options(logged.outings, (o) => [
          o.fields.id,
          `${dated(o)} · ${o.fields.place} · ${counted(o.fish, "fish").replace("fishs", "fish")}`,
        ])}
      </Choice>
      <One key={kept.fields.id} kept={kept} catalogue={catalogue} logged={logged} />
    </Box>
  );
}

const dated = (o: KeptOuting) =>
  `${day(o.fields.begins, ZONE)} ${new Date(o.fields.begins).getUTCFullYear()}, ${clock(o.fields.begins, ZONE)}`;

function One({ kept, catalogue, logged }: { kept: KeptOuting; catalogue: Catalogue; logged: Logged }) {
  const { fields } = kept;
  const { units } = useSettings();
  const { said, save } = useSave({ old: [keys.events(fields.id), keys.log] });
  const [sure, setSure] = useState(false);
  const events = useQuery({ queryKey: keys.events(fields.id), queryFn: () => api.events(fields.id) });
  const happened = events.data ?? [];
  return (
    <Stack gap="3" mt="3">
      <Heading as="h2" fontFamily="heading" fontSize="lg" fontWeight="bold">
        {day(fields.begins, ZONE)}, {fields.place}: {lasted(fields.begins, fields.ends ?? null)}
      </Heading>
      {typeof fields.wind_m_s === "number" && <Text color="soft">Wind {write(fields.wind_m_s, "wind", units)}</Text>}
      {fields.notes && <Text>{fields.notes}</Text>}
      {events.isError && <Refused>{events.error.message}</Refused>}
      <TimeLine outing={fields} events={happened} />
      <Photographs outing={fields} />
      {said && <Refused>{said}</Refused>}
      <Happen
        outing={fields}
        catalogue={catalogue}
        logged={logged}
        onAdd={(e) => save(() => api.addEvent(fields.id, e))}
      />
      <details className="bw-why">
        <summary>What happened: {happened.length}</summary>
        <Stack as="ul" className="bw-plain" gap="1" mt="2">
          {happened.map((e) => (
            <Row key={e.id} event={e} catalogue={catalogue} onDrop={() => save(() => api.dropEvent(fields.id, e.id))} />
          ))}
        </Stack>
      </details>
      <Flex gap="2" wrap="wrap">
        {!fields.ends && (
          <Button
            variant="solid"
            onClick={() =>
              save(() => api.saveOuting(fields.id, kept.version, { ...fields, ends: endOf(fields.begins, happened) }))
            }
          >
            End the session now
          </Button>
        )}
        {sure ? (
          <>
            <Button onClick={() => save(() => api.deleteOuting(fields.id, kept.version))}>
              Yes, take out the session and all that happened in it
            </Button>
            <Button variant="quiet" onClick={() => setSure(false)}>
              Keep it
            </Button>
          </>
        ) : (
          <Button variant="quiet" onClick={() => setSure(true)}>
            Take this session out
          </Button>
        )}
      </Flex>
    </Stack>
  );
}

/** Now; never before what happened last, whatever the clock was set to since. */
function endOf(begins: string, happened: LogEvent[]): string {
  const last = Math.max(Date.parse(begins) + 60_000, ...happened.map((e) => Date.parse(e.at)));
  return new Date(Math.max(Date.now(), last)).toISOString();
}

function lasted(begins: string, ends: string | null): string {
  if (!ends) return `since ${clock(begins, ZONE)}, still on`;
  const minutes = Math.round((Date.parse(ends) - Date.parse(begins)) / 60_000);
  return `${clock(begins, ZONE)} to ${clock(ends, ZONE)}, ${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}

const CAME = { drop: "on the drop", settled: "settled", end: "at the end of the run", held: "held back" } as const;

function Row({ event: e, catalogue, onDrop }: { event: LogEvent; catalogue: Catalogue; onDrop: () => void }) {
  const { units } = useSettings();
  const go = useNavigate();
  const { save } = useSave({ old: [keys.rigs] });
  const fish = catalogue.species.find((s) => s.id === e.species)?.name ?? e.species ?? "a fish";
  const says = {
    rig: () => `on: ${e.rig?.name}`,
    cast: () => (typeof e.reach_m === "number" ? `a cast of ${write(e.reach_m, "distance", units)}` : "cast"),
    feed: () => "fed",
    slide: () => `stop to ${write(e.setting_m ?? 0, "depth", units)}`,
    bite: () => `a bite${e.came ? ` ${CAME[e.came]}` : ""}`,
    fish: () =>
      [
        fish,
        typeof e.length_m === "number" ? write(e.length_m, "line", units) : "",
        typeof e.mass_kg === "number" ? write(e.mass_kg, "mass", units) : "",
        e.came ? CAME[e.came] : "",
      ]
        .filter(Boolean)
        .join(", "),
    tip: () => `the tip showed ${write(e.tip_m ?? 0, "tip", units)}`,
    note: () => e.text ?? "",
  }[e.kind]();
  const toBench = async () => {
    if (!e.rig) return;
    const id = `rig-${uuid().replaceAll("-", "").slice(0, 12)}`;
    const again = { ...e.rig, id, name: `${e.rig.name}, ${day(e.at, ZONE)}`.slice(0, 80) };
    if (await save(() => api.createRig(again))) go(`/bench/${id}`);
  };
  return (
    <Flex as="li" gap="3" align="center">
      <Text color="soft" className="bw-nowrap">
        {clock(e.at, ZONE)}
      </Text>
      <Text flex="1">{says}</Text>
      {e.kind === "rig" && (
        <Button size="sm" onClick={() => void toBench()}>
          To the bench as it was
        </Button>
      )}
      <Button size="sm" variant="quiet" onClick={onDrop}>
        Take back<span className="bw-hidden">: {says}</span>
      </Button>
    </Flex>
  );
}
