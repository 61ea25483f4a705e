import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { clock } from "../units/clock";
import { say, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { happened, rigOn, settingFor, settingOf } from "./day";
import type { Acting } from "./here";
import { Plumb } from "./Plumb";
import { useTick } from "./useTick";

const CLOSE_M = 0.015;

/** Where the stop goes: by the tide, for fish that were seen, and for another depth. */
export function DepthTab({ day, act }: Acting) {
  const { units } = useSettings();
  const there = rigOn(day);
  const setting = settingOf(day);
  const now = useTick(1000);
  const zone = day.prepared.time_zone;
  const slide = (to: number, depth_m?: number) =>
    act((d) =>
      happened(d, { kind: "slide", setting_m: to, ...(depth_m ? { depth_m } : {}) }, new Date().toISOString()),
    );
  const { moves } = there;
  const due = moves.findLast((m) => Date.parse(m.at) <= now);
  const next = moves.find((m) => Date.parse(m.at) > now);
  const open = due && Math.abs(due.setting_m - setting) > CLOSE_M ? due : next;
  return (
    <Stack gap="4">
      {open && (
        <Box borderWidth="2px" borderColor="tip" borderRadius="l2" bg="card" p="4">
          <Flex justify="space-between" gap="3" align="flex-start">
            <Box>
              <Text color="soft">{open === due ? "Move the stop now" : "Next move in"}</Text>
              {open !== due && (
                <Text fontSize="4xl" fontWeight="bold" color="float" lineHeight="1.1" data-testid="countdown">
                  {countdown(Date.parse(open.at) - now)}
                </Text>
              )}
            </Box>
            <Button variant="solid" minH="14" px="6" onClick={() => slide(open.setting_m, open.depth_m)}>
              I slid it
            </Button>
          </Flex>
          <Text fontWeight="bold" fontSize="lg">
            {slideWords(open.setting_m - setting, open.setting_m, units)}
          </Text>
          <Text fontSize="sm" color="soft">
            at {clock(open.at, zone)}, in {write(open.depth_m, "depth", units)}
          </Text>
        </Box>
      )}
      {moves.length > 0 && !open && <Text color="soft">The stop stays where it is for the rest of the day.</Text>}
      {day.prepared.warnings
        .filter((w) => Date.parse(w.until) > now && w.kind !== "carried-on")
        .map((w) => (
          <Text key={`${w.kind} ${w.at}`} fontWeight="bold" color="float">
            {clock(w.at, zone)} to {clock(w.until, zone)}: {say(w.says, w.figures ?? {}, units)}
          </Text>
        ))}
      <Marks day={day} act={act} />
      <OtherDepth day={day} act={act} slide={slide} />
      <Plumb day={day} act={act} />
      <Changed day={day} act={act} />
    </Stack>
  );
}

const slideWords = (by: number, to: number, units: Parameters<typeof write>[2]) =>
  Math.abs(by) <= CLOSE_M
    ? `It is there: ${write(to, "depth", units)}`
    : `Slide ${write(Math.abs(by), "line", units)} ${by > 0 ? "deeper" : "shallower"}, to ${write(to, "depth", units)}`;

function countdown(ms: number): string {
  const s = Math.max(0, Math.round(ms / 1000));
  const [h, m] = [Math.floor(s / 3600), Math.floor((s % 3600) / 60)];
  const two = (n: number) => String(n).padStart(2, "0");
  return h ? `${h}:${two(m)} h` : `${m}:${two(s % 60)} min`;
}

/** Fish seen at a depth: one number, one slide. */
function Marks({ day, act }: Acting) {
  const { units } = useSettings();
  const there = rigOn(day);
  const setting = settingOf(day);
  const [at, setAt] = useState<number | null>(null);
  const row = there.marks.find((m) => m.mark_m === at);
  const first = there.marks[0];
  const last = there.marks.at(-1);
  if (!first || !last) return null;
  return (
    <Box>
      <Text className="bw-label">Fish seen at</Text>
      <Grid templateColumns="repeat(auto-fill, minmax(76px, 1fr))" gap="2">
        {there.marks.map((m) => (
          <Button
            key={m.mark_m}
            minH="12"
            px="1"
            variant={m.mark_m === at ? "solid" : "outline"}
            aria-pressed={m.mark_m === at}
            onClick={() => setAt(m.mark_m)}
          >
            {write(m.mark_m, "depth", units)}
          </Button>
        ))}
      </Grid>
      {row && (
        <Flex mt="2" justify="space-between" align="center" gap="3" bg="well" borderRadius="l2" p="3">
          <Text fontWeight="bold">
            {slideWords(row.setting_m - setting, row.setting_m, units)}
            <Text as="span" display="block" fontSize="sm" fontWeight="normal">
              the bait hangs {write(row.bait_m, "depth", units)} down, above them
            </Text>
          </Text>
          <Button
            variant="solid"
            minH="12"
            onClick={() => {
              const seen = `Fish seen at ${write(row.mark_m, "depth", units)}.`;
              act((d) =>
                happened(
                  happened(d, { kind: "note", text: seen }, new Date().toISOString()),
                  { kind: "slide", setting_m: row.setting_m },
                  new Date().toISOString(),
                ),
              );
              setAt(null);
            }}
          >
            I slid it
          </Button>
        </Flex>
      )}
      <Text fontSize="sm" color="soft" mt="1">
        Reckoned from {write(first.mark_m, "depth", units)} to {write(last.mark_m, "depth", units)}.
      </Text>
    </Box>
  );
}

type OtherProps = Acting & { slide: (to: number, depth_m?: number) => void };

/** The water is deeper or shallower than it was tied for: out of the table, and no further. */
function OtherDepth({ day, slide }: OtherProps) {
  const { units } = useSettings();
  const there = rigOn(day);
  const rows = there.depths;
  const tied = there.rig.water.depth_m;
  const nearest = rows.reduce(
    (best, r) => (Math.abs(r.depth_m - tied) < Math.abs(best - tied) ? r.depth_m : best),
    rows[0]?.depth_m ?? tied,
  );
  const [depth, setDepth] = useState<number | null>(null);
  const chosen = depth ?? nearest;
  const to = settingFor(there, chosen);
  const first = rows[0];
  const last = rows.at(-1);
  if (!first || !last) return null;
  return (
    <Box>
      <Choice label="The water is" value={String(chosen)} onChange={(d) => setDepth(Number(d))}>
        {options(rows, (r) => [r.depth_m, write(r.depth_m, "depth", units)])}
      </Choice>
      {to !== null && (
        <Flex mt="2" justify="space-between" align="center" gap="3">
          <Text fontWeight="bold">{slideWords(to - settingOf(day), to, units)}</Text>
          <Button minH="12" onClick={() => slide(to, chosen)}>
            I slid it
          </Button>
        </Flex>
      )}
      <Text fontSize="sm" color="soft" mt="1">
        Reckoned beforehand from {write(first.depth_m, "depth", units)} to {write(last.depth_m, "depth", units)}; beyond
        that it is not known without the server.
      </Text>
    </Box>
  );
}

/** What was changed today, the last first. */
function Changed({ day }: Acting) {
  const { units } = useSettings();
  const zone = day.prepared.time_zone;
  const gone = new Set(day.did.flatMap((d) => (d.what === "drop" ? [d.event] : [])));
  const changes = day.did
    .flatMap((d) => (d.what === "event" && !gone.has(d.id) ? [d.event] : []))
    .filter((e) => e.kind === "slide" || e.kind === "rig")
    .reverse();
  return (
    <Box>
      <Text className="bw-label">Changed today</Text>
      <Stack as="ul" className="bw-plain" gap="0">
        {changes.map((e) => (
          <Flex as="li" key={e.id} gap="4" borderBottomWidth="1px" borderColor="rule" py="1.5">
            <Text fontWeight="bold">{clock(e.at, zone)}</Text>
            <Text>{e.kind === "rig" ? e.rig?.name : `stop ${write(e.setting_m ?? 0, "depth", units)}`}</Text>
          </Flex>
        ))}
      </Stack>
    </Box>
  );
}
