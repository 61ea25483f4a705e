import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { colour } from "../scene/colour";
import { Button } from "../shell/Button";
import { clock } from "../units/clock";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { counted } from "../units/vocabulary";
import { eventsOf, happened } from "./day";
import type { Acting } from "./here";
import { useTick } from "./useTick";

const EVERY_S = [30, 60, 90, 120, 180, 300, 600];

/** Little and often: how long since the last feed or cast, and one press for the next. */
export function FeedTab({ day, act }: Acting) {
  const now = useTick(1000);
  const zone = day.prepared.time_zone;
  const events = eventsOf(day);
  const last = events.findLast((e) => e.kind === "feed" || e.kind === "cast");
  const since = last ? Math.max(0, (now - Date.parse(last.at)) / 1000) : 0;
  const share = Math.min(1, since / day.rhythm_s);
  const left = Math.max(0, Math.ceil(day.rhythm_s - since));
  const [ring, radius] = [2 * Math.PI * 46, 46];
  const fed = events.filter((e) => e.kind === "feed").length;
  const did = (kind: "feed" | "cast") => act((d) => happened(d, { kind }, new Date().toISOString()));
  return (
    <Stack gap="4">
      <Flex gap="4" align="center" bg="card" borderWidth="1px" borderColor="rule" borderRadius="l2" p="4">
        <svg width="124" height="124" viewBox="0 0 124 124" role="img" aria-label={`Next in ${left} seconds`}>
          <circle cx="62" cy="62" r={radius} fill="none" stroke={colour("well")} strokeWidth="11" />
          <circle
            cx="62"
            cy="62"
            r={radius}
            fill="none"
            stroke={colour(share >= 1 ? "tip" : "reed")}
            strokeWidth="11"
            strokeDasharray={`${ring * share} ${ring}`}
            transform="rotate(-90 62 62)"
          />
          <text x="62" y="70" textAnchor="middle" style={{ fontSize: 26, fontWeight: 700 }} fill={colour("ink")}>
            {last ? `${Math.floor(left / 60)}:${String(left % 60).padStart(2, "0")}` : "–"}
          </text>
        </svg>
        <Box flex="1">
          <Text fontWeight="bold">{share >= 1 && last ? "Now" : "Little and often"}</Text>
          <Text fontSize="sm" color="soft">
            {last ? `${last.kind === "feed" ? "fed" : "cast"} at ${clock(last.at, zone)}` : "not fed yet"}
            {fed > 0 && `, fed ${counted(fed, "time")}`}
          </Text>
        </Box>
      </Flex>
      <Grid templateColumns="1fr 1fr" gap="2">
        <Button variant="solid" minH="16" fontSize="lg" onClick={() => did("feed")}>
          Fed
        </Button>
        <Button minH="16" fontSize="lg" onClick={() => did("cast")}>
          Recast
        </Button>
      </Grid>
      <Went act={act} day={day} />
      <Box>
        <Text className="bw-label">So often</Text>
        <Grid templateColumns="repeat(4, 1fr)" gap="2">
          {EVERY_S.map((s) => (
            <Button
              key={s}
              minH="12"
              px="1"
              variant={s === day.rhythm_s ? "solid" : "outline"}
              aria-pressed={s === day.rhythm_s}
              onClick={() => act((d) => ({ ...d, rhythm_s: s }))}
            >
              {s < 60 ? `${s} s` : `${s / 60} min`}
            </Button>
          ))}
        </Grid>
      </Box>
    </Stack>
  );
}

/** How far the last cast went, in paces: noted a few times, it tells how the rod throws. */
function Went({ day, act }: Acting) {
  const { units } = useSettings();
  const [said, setSaid] = useState("");
  const [paces, setPaces] = useState<number | null>(null);
  const last = eventsOf(day).findLast((e) => e.kind === "cast" && e.reach_m != null);
  const shown = paces ?? last?.reach_m ?? USUAL_M;
  const move = (by: number) => setPaces(Math.min(200, Math.max(1, Math.round(shown + by))));
  const far = write(shown, "distance", units);
  return (
    <Box borderWidth="1px" borderColor="rule" borderRadius="l2" bg="card" p="3">
      <Text fontWeight="bold">How far did it go, with all the rod has?</Text>
      <Grid templateColumns="1fr 1fr 1fr 2fr" gap="2" mt="2" alignItems="center">
        <Button minH="14" aria-label="Less far" onClick={() => move(-1)}>
          −
        </Button>
        <Text fontWeight="bold" textAlign="center" data-testid="went">
          {far}
        </Text>
        <Button minH="14" aria-label="Further" onClick={() => move(1)}>
          +
        </Button>
        <Button
          minH="14"
          onClick={() => {
            act((d) => happened(d, { kind: "cast", reach_m: shown }, new Date().toISOString()));
            setSaid(`a cast of ${far}`);
          }}
        >
          Note it
        </Button>
      </Grid>
      <Text aria-live="polite" fontSize="sm" fontWeight="semibold">
        {said && `Written down: ${said}`}
      </Text>
    </Box>
  );
}

/** Where noting begins. [m] */
const USUAL_M = 20;
