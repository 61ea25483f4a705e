import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../shell/Button";
import { type Units, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import type { Playing } from "./useGame";
import { type FloatState, Water } from "./Water";

type Look = Schemas["Sighting"];
type Props = Playing<Schemas["DepthTask"], Schemas["DepthMoves"], Schemas["DepthPlay"]>;

const STEP_M = 0.05;

/** Plumb a hidden bed: set the stop, cast, look, and say how deep it is. */
export function FindDepth({ task, play, moves, over, onMove, onFinish }: Props) {
  const { units } = useSettings();
  const [setting, setSetting] = useState(Math.round((0.5 * (task.least_m + task.most_m)) / STEP_M) * STEP_M);
  const settings = moves?.settings_m ?? [];
  const looks = play?.looks ?? [];
  const last = looks.at(-1);
  const metres = (m: number) => write(m, "depth", units);
  const move = (by: number) => setSetting((s) => Math.max(0.1, Math.round((s + by) * 100) / 100));
  return (
    <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="4">
      <Box>
        <Water float={last ? shown(last, task) : null} says={last ? said(last, units) : "Nothing cast yet"} />
        <Text mt="2" fontWeight="bold" aria-live="polite" data-testid="seen">
          {last ? `At ${metres(last.setting_m)}: ${said(last, units)}` : "Set the stop and cast."}
        </Text>
      </Box>
      <Stack gap="3">
        <label className="bw-label" htmlFor="setting">
          {over ? "The bed is" : "Stop to plummet:"} {metres(over && play?.depth_m ? play.depth_m : setting)}
        </label>
        {!over && (
          <>
            <Flex gap="2" align="center">
              <Button aria-label="Shallower" minH="12" onClick={() => move(-STEP_M)}>
                −
              </Button>
              <input
                id="setting"
                type="range"
                min={task.least_m}
                max={task.most_m + 0.5}
                step={STEP_M}
                value={setting}
                style={{ flex: 1, minHeight: 36, accentColor: "var(--chakra-colors-reed)" }}
                onChange={(e) => setSetting(Number(e.target.value))}
              />
              <Button aria-label="Deeper" minH="12" onClick={() => move(STEP_M)}>
                +
              </Button>
            </Flex>
            <Flex gap="2">
              <Button
                flex="1"
                variant="solid"
                minH="12"
                disabled={settings.length >= 20}
                onClick={() => onMove({ settings_m: [...settings, setting], guess_m: null })}
              >
                Cast
              </Button>
              <Button
                flex="1"
                minH="12"
                disabled={settings.length === 0}
                onClick={() => onFinish({ settings_m: settings, guess_m: setting })}
              >
                That is the depth
              </Button>
            </Flex>
          </>
        )}
        <Casts title="Your casts" looks={looks} metres={metres} />
        {over && play && <Casts title="The helper's" looks={play.helper} metres={metres} />}
      </Stack>
    </Grid>
  );
}

function Casts({ title, looks, metres }: { title: string; looks: readonly Look[]; metres: (m: number) => string }) {
  const { units } = useSettings();
  if (looks.length === 0) return null;
  return (
    <Box>
      <Text className="bw-label">{title}</Text>
      <Box as="ol" ps="5" fontSize="sm">
        {looks.map((l, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: casts have no other name than their order
          <li key={i}>
            {metres(l.setting_m)}: {said(l, units)}
          </li>
        ))}
      </Box>
    </Box>
  );
}

const said = (l: Look, units: Units): string =>
  ({
    gone: "gone, out of sight",
    under: "under, but in sight",
    "as-wanted": "the tip as wanted",
    high: `${write(l.tip_m ?? 0, "tip", units)} of tip: too high`,
    flat: "it lies flat",
  })[l.what];

const shown = (l: Look, task: Schemas["DepthTask"]): FloatState => ({
  status: l.what === "gone" || l.what === "under" ? "sinks" : l.what === "flat" ? "lies" : "stands",
  gone: l.what === "gone",
  tip_m: l.tip_m ?? 0,
  below_m: l.below_m,
  length_m: task.float_m,
});
