import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link } from "react-router";
import type { LogEvent } from "../api/client";
import { shrunk } from "../document/shrink";
import { uuid } from "../document/uuid";
import { Button } from "../shell/Button";
import { TextField } from "../shell/TextField";
import { clock } from "../units/clock";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { counted } from "../units/vocabulary";
import { anew, countsOf, type Day, type Did, ended, happened, isOver, photographed, putOn } from "./day";
import type { Acting } from "./here";
import { keepPicture } from "./pictures";

type Props = Acting & { send: () => Promise<void>; onGone: () => void };

/** Another rig, a note, what was done and whether the server has it, and the end of the day. */
export function MoreTab({ day, act, send, onGone }: Props) {
  const [note, setNote] = useState("");
  const [sure, setSure] = useState<"end" | "gone" | null>(null);
  const over = isOver(day);
  const waiting = day.did.filter((d) => d.state !== "kept").length;
  return (
    <Stack gap="4">
      <Box>
        <Text className="bw-label">The rig that is on</Text>
        <Stack gap="2">
          {day.prepared.rigs.map((r, i) => (
            <Button
              key={r.rig.id}
              minH="14"
              justifyContent="flex-start"
              variant={i === day.on ? "solid" : "outline"}
              aria-pressed={i === day.on}
              disabled={over}
              onClick={() => i !== day.on && act((d) => putOn(d, i, new Date().toISOString()))}
            >
              {r.rig.name}
            </Button>
          ))}
        </Stack>
      </Box>
      <Flex gap="2" align="end">
        <TextField label="A note" flex="1" value={note} maxLength={1000} onChange={setNote} />
        <Button
          minH="12"
          disabled={!note.trim() || over}
          onClick={() => {
            act((d) => happened(d, { kind: "note", text: note.trim() }, new Date().toISOString()));
            setNote("");
          }}
        >
          Keep it
        </Button>
      </Flex>
      {!over && <TakePhotograph day={day} act={act} />}
      <Refusals day={day} act={act} />
      {!over ? (
        <Button
          minH="14"
          variant={sure === "end" ? "solid" : "outline"}
          onClick={() => (sure === "end" ? act((d) => ended(d, new Date().toISOString())) : setSure("end"))}
        >
          {sure === "end" ? "Yes, the day is over" : "End the day"}
        </Button>
      ) : (
        <Box bg="well" borderRadius="l2" p="3">
          <Text fontWeight="bold">The day is over.</Text>
          <Text>
            {waiting === 0
              ? "All of it is in the log."
              : "What is still here is sent when the server answers. Open this page at home, or press Send."}
          </Text>
          <Flex gap="2" mt="2" wrap="wrap">
            {waiting > 0 && (
              <Button minH="12" onClick={() => void send()}>
                Send
              </Button>
            )}
            {waiting === 0 && (
              <>
                <Link to={`/log?session=${day.outing.id}`} className="bw-link" onClick={onGone}>
                  To the log
                </Link>
                <Button minH="12" variant="solid" onClick={onGone}>
                  Put it away
                </Button>
              </>
            )}
          </Flex>
        </Box>
      )}
      <details className="bw-why">
        <summary>What was done: {day.did.length}</summary>
        <Stack as="ul" className="bw-plain" gap="0" mt="1" data-testid="did">
          {[...day.did].reverse().map((d) => (
            <Row key={d.id} did={d} day={day} />
          ))}
        </Stack>
      </details>
      {waiting > 0 && (
        <Button
          variant="quiet"
          onClick={() => (sure === "gone" ? onGone() : setSure("gone"))}
          color={sure === "gone" ? "float" : undefined}
        >
          {sure === "gone" ? `Yes, throw away ${waiting} that only this browser has` : "Throw the day away"}
        </Button>
      )}
    </Stack>
  );
}

/** A photograph: made smaller, kept here, sent when somebody answers. */
function TakePhotograph({ day, act }: Acting) {
  const [said, setSaid] = useState("");
  const { photos } = countsOf(day);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setSaid("Keeping it …");
    const id = `p-${uuid()}`;
    const kept = await keepPicture(id, await shrunk(file));
    act((d) => photographed(d, id, new Date().toISOString()));
    setSaid(kept ? "" : "This browser keeps no pictures: leave the page open until it is sent.");
  };
  return (
    <Flex gap="3" align="center">
      <label className="bw-add-photo">
        A photograph
        <input
          type="file"
          accept="image/*"
          capture="environment"
          className="bw-hidden"
          onChange={(e) => {
            void take(e.currentTarget.files?.[0]);
            e.currentTarget.value = "";
          }}
        />
      </label>
      <Text role="status" fontSize="sm" color="soft">
        {said || (photos > 0 ? `${counted(photos, "photograph")} so far` : "")}
      </Text>
    </Flex>
  );
}

/** What the server refused, in its words: left out, or sent again. */
function Refusals({ day, act }: Acting) {
  const refused = day.did.filter((d) => d.state === "refused");
  if (refused.length === 0) return null;
  const again = (id: string) =>
    act((d) => ({
      ...d,
      did: d.did.map((o): Did => (o.id === id ? { ...o, state: "waiting", says: undefined, lost: undefined } : o)),
    }));
  const leave = (id: string) => act((d) => ({ ...d, did: d.did.filter((o) => o.id !== id) }));
  return (
    <Box role="alert" borderWidth="2px" borderColor="float" borderRadius="l2" p="3">
      <Text fontWeight="bold">The server refused {refused.length}:</Text>
      {refused.some((d) => d.lost) && (
        <Box mt="2">
          <Text>The session was deleted there. All that is on this device can be sent as a new one.</Text>
          <Button mt="1" variant="solid" onClick={() => act(anew)}>
            Send the day as a new session
          </Button>
        </Box>
      )}
      {refused.map((d) => (
        <Box key={d.id} mt="2">
          <Text>{d.says}</Text>
          <Flex gap="2" mt="1">
            <Button onClick={() => again(d.id)}>Send again</Button>
            <Button onClick={() => leave(d.id)}>Leave it out</Button>
          </Flex>
        </Box>
      ))}
    </Box>
  );
}

const STATE = { waiting: "here", sending: "here", kept: "kept", refused: "refused" } as const;

function Row({ did, day }: { did: Did; day: Day }) {
  const { units } = useSettings();
  const says = {
    begin: () => "the day began",
    photo: () => "a photograph",
    drop: () => "taken back",
    end: () => "the day ended",
    event: () => (did.what === "event" ? eventWords(did.event, day, units) : ""),
  }[did.what]();
  return (
    <Flex as="li" gap="3" py="1" borderBottomWidth="1px" borderColor="rule">
      <Text fontWeight="bold">{did.what === "event" ? clock(did.event.at, day.prepared.time_zone) : ""}</Text>
      <Text flex="1">{says}</Text>
      <Text fontSize="sm" color={did.state === "kept" ? "reed" : "brass"}>
        {STATE[did.state]}
      </Text>
    </Flex>
  );
}

function eventWords(e: LogEvent, day: Day, units: Parameters<typeof write>[2]): string {
  const fish = day.prepared.fish.find((f) => f.id === e.species)?.name ?? "a fish";
  return {
    rig: () => `on: ${e.rig?.name}`,
    slide: () => `stop to ${write(e.setting_m ?? 0, "depth", units)}`,
    cast: () => (typeof e.reach_m === "number" ? `a cast of ${write(e.reach_m, "distance", units)}` : "run done"),
    feed: () => "fed",
    bite: () => `bite${e.came ? `, ${e.came}` : ""}`,
    fish: () => `${fish}${typeof e.length_m === "number" ? `, ${write(e.length_m, "line", units)}` : ""}`,
    tip: () => `the tip showed ${write(e.tip_m ?? 0, "tip", units)}`,
    note: () => e.text ?? "",
  }[e.kind]();
}
