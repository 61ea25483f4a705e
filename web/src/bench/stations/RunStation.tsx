import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, keys, type Schemas } from "../../api/client";
import { useRested } from "../../document/useRested";
import { Button } from "../../shell/Button";
import { Choice } from "../../shell/Choice";
import { Facts } from "../../shell/Facts";
import { QuantityField } from "../../shell/QuantityField";
import { say, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { useHere } from "../here";
import type { How, RunPlan } from "../run/useRun";
import type { Station } from "../station";
import { OtherLines } from "./OtherLines";
import { CAST_FIELDS, Throwing } from "./Throwing";
import { Why } from "./Why";

export const GOES: Record<How["moves"], string> = {
  swings: "swings after the float",
  held: "is held where it is",
  paid: "goes as fast as the float",
};

function RunStation() {
  const { bench, run } = useHere();
  const { units } = useSettings();
  const { rig } = bench;
  const { plan, wish } = run;
  const onRod = rig.conditions.tackle === "rod";
  return (
    <Stack gap="4">
      {run.problem && <Text role="alert">{run.problem}</Text>}
      {plan && (
        <Stack gap="2" data-testid="run-says" aria-busy={run.waiting}>
          {plan.says.map((t) => (
            <Text key={t.says} _first={{ fontWeight: "bold" }}>
              {say(t.says, t.figures ?? {}, units)}
            </Text>
          ))}
        </Stack>
      )}
      {plan?.flows && <Decides plan={plan} />}
      <QuantityField
        label="Fished how far out"
        name={`${rig.id}-run-out`}
        value={rig.conditions.distance_m ?? 12}
        quantity="distance"
        onChange={(distance_m) => bench.put({ ...rig, conditions: { ...rig.conditions, distance_m } })}
      />
      {plan?.flows ? <Stretch plan={plan} /> : <Left />}
      {onRod && plan?.flows && (
        <details className="bw-why">
          <summary>How the line is held, and another line</summary>
          <Stack gap="3" mt="3">
            <Held />
            <OtherLines rig={rig} how={{ ...wish.how, along_m: plan.middle_m }} />
          </Stack>
        </details>
      )}
      {onRod ? <Throwing /> : <Lash />}
      <Why>
        The line hangs from the tip as a catenary and lies on the water where its forces balance; its pull is taken to
        the float, which gives way by the drag of all that hangs below it. A mended line pulls by t²/5, t counted in its
        bow over the difference of speeds. Held back, it is taken to be straight. Gusts, eddies and what the line does
        while it is being laid are not followed.
      </Why>
    </Stack>
  );
}

const signed = (share: number): string =>
  Math.abs(share) < 0.005 ? "as fast" : `${Math.round(Math.abs(share) * 100)} % ${share > 0 ? "quicker" : "slower"}`;

/** What the line does to the run, in a few figures. */
function Decides({ plan }: { plan: RunPlan }) {
  const { units } = useSettings();
  const { onStation, bench } = useHere();
  const held = bench.rig.conditions.hold;
  const free = plan.bare?.moments.filter((m) => !m.held) ?? [];
  const pulls = free.map((m) => Math.hypot(m.along_n, m.across_n));
  const back = plan.drift?.moments.find((m) => m.held);
  return (
    <Box>
      <Text as="h2" className="bw-label" mb="1">
        What decides here
      </Text>
      <Facts
        rows={[
          ["Float against free drift", plan.line_moves_it ? "moved by the line" : signed(plan.bare_share)],
          plan.drift?.mends.length && !plan.line_moves_it
            ? ["Once mended", `about ${Math.round(100 * plan.mended_share)} % off`]
            : null,
          pulls.length > 0 ? ["Pull of the line at most", write(Math.max(...pulls), "force", units)] : null,
          back ? ["You hold it back with", write(Math.hypot(back.along_n, back.across_n), "force", units)] : null,
          plan.bait_up_m != null && Math.abs(plan.bait_up_m) > 0.005
            ? [
                "Bait, without a mend",
                `${plan.bait_up_m > 0 ? "up" : "down"} ${write(Math.abs(plan.bait_up_m), "line", units)}`,
              ]
            : null,
          plan.give_m_s > 0.02 ? ["Line to give", `${write(2 * plan.give_m_s, "distance", units)} each 2 s`] : null,
        ]}
      />
      <Flex mt="2" gap="2" align="center" wrap="wrap">
        <Text fontSize="sm" color="soft">
          {held == null ? "It runs free." : `Held back to ${Math.round(held * 100)} % of the current.`}
        </Text>
        <Button size="sm" onClick={() => onStation("stop")}>
          Hold it otherwise
        </Button>
      </Flex>
    </Box>
  );
}

/** Where the bait is to be down, and where the stretch ends. */
function Stretch({ plan }: { plan: RunPlan }) {
  const { bench, run } = useHere();
  const { wish, set } = run;
  return (
    <Flex gap="3">
      <QuantityField
        label="Bait down, below you"
        name={`${bench.rig.id}-run-from`}
        value={wish.fish_from_m}
        quantity="distance"
        onChange={(fish_from_m) =>
          set({ fish_from_m, fish_to_m: wish.fish_to_m == null ? null : Math.max(wish.fish_to_m, fish_from_m + 0.5) })
        }
        hint={plan.lands.x_m < 0 ? "Downstream of you; − up." : undefined}
      />
      <QuantityField
        label="Run ends"
        name={`${bench.rig.id}-run-to`}
        value={plan.to_m}
        quantity="distance"
        onChange={(fish_to_m) => set({ fish_to_m })}
      />
    </Flex>
  );
}

/** In water that does not move the float it is left for a while. */
function Left() {
  const { bench, run } = useHere();
  return (
    <QuantityField
      label="Left there for"
      name={`${bench.rig.id}-run-left`}
      value={run.wish.fish_s}
      quantity="time"
      onChange={(fish_s) => run.set({ fish_s })}
      hint="Type 180 s or 3 min."
    />
  );
}

function Held() {
  const { bench, run } = useHere();
  const { how } = run.wish;
  const id = bench.rig.id;
  return (
    <>
      <Flex gap="3">
        <QuantityField
          label="Rod tip up"
          name={`${id}-run-tip`}
          value={how.tip_height_m}
          quantity="depth"
          onChange={(tip_height_m) => run.setHow({ tip_height_m })}
        />
        <QuantityField
          label="Slack line"
          name={`${id}-run-slack`}
          value={how.slack}
          quantity="share"
          onChange={(slack) => run.setHow({ slack })}
        />
      </Flex>
      <Flex gap="3">
        <QuantityField
          label="Wind downstream"
          name={`${id}-run-wind`}
          value={how.wind_along_m_s}
          quantity="wind"
          onChange={(wind_along_m_s) => run.setHow({ wind_along_m_s })}
        />
        <QuantityField
          label="Wind outwards"
          name={`${id}-run-across`}
          value={how.wind_across_m_s}
          quantity="wind"
          onChange={(wind_across_m_s) => run.setHow({ wind_across_m_s })}
        />
      </Flex>
      <Choice label="The line" value={how.moves} onChange={(m) => run.setHow({ moves: m as How["moves"] })}>
        {(Object.keys(GOES) as How["moves"][]).map((m) => (
          <option key={m} value={m}>
            {GOES[m]}
          </option>
        ))}
      </Choice>
    </>
  );
}

const RESTS_MS = 300;

/** A pole's line hangs in the wind. */
function Lash() {
  const { bench } = useHere();
  const { units } = useSettings();
  const { rig } = bench;
  const [held, setHeld] = useState<Schemas["PoleHeld"]>({ lash_m: null, wind_m_s: 3 });
  const text = JSON.stringify({ rig, held });
  const rested = useRested(text, RESTS_MS);
  const found = useQuery({
    queryKey: keys.lash(text),
    queryFn: ({ signal }) => api.poleLine(rig, held, signal),
    enabled: rested !== null,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
  return (
    <Stack gap="3" as="section" aria-label="The lash in the wind">
      <Text as="h2" fontWeight="bold">
        The lash in the wind
      </Text>
      <QuantityField
        label="Wind across it"
        name={`${rig.id}-lash-wind`}
        value={held.wind_m_s}
        quantity="wind"
        onChange={(wind_m_s) => setHeld((h) => ({ ...h, wind_m_s }))}
      />
      {found.error instanceof Error && <Text role="alert">{found.error.message}</Text>}
      {found.data && (
        <>
          <Text>{say(found.data.says.says, found.data.says.figures ?? {}, units)}</Text>
          <Facts rows={found.data.others.map((o) => [o.says, write(o.pull_n, "force", units)] as const)} />
        </>
      )}
    </Stack>
  );
}

export const RUN: Station = {
  id: "run",
  key: "9",
  name: () => "Run",
  value: ({ rig, units }) => `${write(rig.conditions.distance_m ?? 12, "distance", units)} out`,
  fields: CAST_FIELDS,
  ofRun: true,
  Panel: RunStation,
};
