import { Flex, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, keys, type Schemas } from "../../api/client";
import { useRested } from "../../document/useRested";
import { Choice, options } from "../../shell/Choice";
import { Facts } from "../../shell/Facts";
import { QuantityField } from "../../shell/QuantityField";
import { say, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { useHere } from "../here";
import type { RunPlan } from "../run/useRun";
import type { Station } from "../station";
import { Why } from "./Why";

type Thrown = Schemas["Thrown"];

const MEETS = {
  with: "Thrown with the cast it is down with the bait.",
  before: "Thrown with the cast it is down before the bait.",
  after: "Thrown with the cast it is down after the bait.",
} as const;

/** Another feed: how quick the last one sank was its own. */
const other = (feed: string) => ({ feed, sink_m_s: null });

function FeedStation() {
  const { bench, run } = useHere();
  const { units } = useSettings();
  const { plan, wish } = run;
  const ways = useQuery({ queryKey: keys.ways, queryFn: api.waysToFeed, staleTime: Number.POSITIVE_INFINITY });
  const feeds = useQuery({ queryKey: keys.feeds, queryFn: api.feeds, staleTime: Number.POSITIVE_INFINITY });
  const thrown = wish.thrown ?? plan?.thrown ?? null;
  const change = (part: Partial<Thrown>) => thrown && run.set({ thrown: { ...thrown, ...part } });
  const way = ways.data?.find((w) => w.id === (wish.way ?? plan?.way));
  return (
    <Stack gap="4">
      {run.problem && <Text role="alert">{run.problem}</Text>}
      {plan?.feed_problem && (
        <Text role="alert">{say(plan.feed_problem.message, plan.feed_problem.figures ?? {}, units)}</Text>
      )}
      {plan?.feed && (
        <Stack gap="2" data-testid="feed-says" aria-busy={run.waiting}>
          <Text fontWeight="bold">{say(plan.feed.says.says, plan.feed.says.figures ?? {}, units)}</Text>
          {plan.feed.meets && <Text>{MEETS[plan.feed.meets]}</Text>}
          <Text>{say(plan.feed.amount.says, plan.feed.amount.figures ?? {}, units)}</Text>
        </Stack>
      )}
      <Choice
        label="How it is fed"
        value={wish.way ?? plan?.way ?? "each-cast"}
        onChange={(id) => run.set({ way: id as RunPlan["way"], thrown: null })}
        hint={way?.says}
      >
        {options(ways.data ?? [], (w) => [w.id, w.name])}
      </Choice>
      {thrown && (
        <>
          <Choice label="What is fed" value={thrown.feed} onChange={(feed) => change(other(feed))}>
            {options(feeds.data ?? [], (f) => [f.id, f.name])}
          </Choice>
          <Flex gap="3">
            <QuantityField
              label="At a time"
              name={`${bench.rig.id}-feed-each`}
              value={thrown.each}
              quantity="plain"
              onChange={(each) => change({ each: Math.round(each) })}
            />
            {thrown.by === "clock" ? (
              <QuantityField
                label="Times an hour"
                name={`${bench.rig.id}-feed-often`}
                value={thrown.casts_an_hour}
                quantity="plain"
                onChange={(casts_an_hour) => change({ casts_an_hour })}
              />
            ) : null}
            <QuantityField
              label="Hours"
              name={`${bench.rig.id}-feed-hours`}
              value={thrown.hours}
              quantity="plain"
              onChange={(hours) => change({ hours })}
            />
          </Flex>
        </>
      )}
      {plan?.feed && <Others plan={plan} />}
      {thrown && <FallsWith feed={thrown.feed} />}
      {bench.rig.components.some((c) => c.kind === "float" && c.spec.type === "feeder-float") && <InFloat />}
      <Mix depth_m={bench.rig.water.depth_m} />
      <Why>
        Feed goes along with the water around it while it sinks: its lead is the integral of the current over its fall.
        A grain falls by its weight, and by its shape where it is no ball. Single ones differ: nine in ten fall within
        what is told. Amounts are heaps loosely poured, six tenths of them grain.
      </Why>
    </Stack>
  );
}

/** What else could be thrown, and how it goes down here. */
function Others({ plan }: { plan: RunPlan }) {
  const { units } = useSettings();
  const { run } = useHere();
  return (
    <details className="bw-why">
      <summary>What other feed would do</summary>
      <table className="bw-table" aria-label="Other feed">
        <thead>
          <tr>
            <th scope="col">Feed</th>
            <th scope="col">Down after</th>
            <th scope="col">{plan.flows ? "Carried" : "Bait down"}</th>
          </tr>
        </thead>
        <tbody>
          {plan.feed?.others.map((f) => (
            <tr key={f.id}>
              <td>
                <button
                  type="button"
                  className="bw-link"
                  onClick={() => plan.thrown && run.set({ thrown: { ...plan.thrown, ...other(f.id) } })}
                >
                  {f.name}
                </button>
              </td>
              <td>{Math.round(f.fall_s)} s</td>
              <td>
                {plan.flows ? write(f.lead_m, "distance", units) : f.meets === "with" ? "with it" : (f.meets ?? "")}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

const RESTS_MS = 300;

/** How much line above the hook free of shot lets the bait fall as the feed does: asked for, it takes a second. */
function FallsWith({ feed }: { feed: string }) {
  const { bench } = useHere();
  const { units } = useSettings();
  const [open, setOpen] = useState(false);
  const { rig } = bench;
  const text = JSON.stringify({ rig, feed });
  const rested = useRested(text, RESTS_MS);
  const found = useQuery({
    queryKey: keys.matching(text),
    queryFn: ({ signal }) => api.matching(rig, feed, signal),
    enabled: open && rested !== null,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
  return (
    <details className="bw-why" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>Let the bait fall with it</summary>
      <Stack gap="2" mt="2" aria-busy={found.isFetching} data-testid="falls-with">
        {found.isPending && open && <Text>Letting it fall.</Text>}
        {found.error instanceof Error && <Text role="alert">{found.error.message}</Text>}
        {found.data && !found.error && (
          <>
            <Text>{say(found.data.says.says, found.data.says.figures ?? {}, units)}</Text>
            <Facts
              rows={found.data.ways.map(
                (w) =>
                  [
                    `${write(w.bare_m, "line", units)} free of shot${w.now ? ", as now" : ""}`,
                    w.falls_m_s == null ? "not known" : write(w.falls_m_s, "speed", units),
                  ] as const,
              )}
            />
          </>
        )}
      </Stack>
    </details>
  );
}

/** A float that carries the feed: what it shows as that goes, and how deep it dives. */
function InFloat() {
  const { bench } = useHere();
  const { units } = useSettings();
  const { rig } = bench;
  const text = JSON.stringify(rig);
  const rested = useRested(text, RESTS_MS);
  const found = useQuery({
    queryKey: keys.feeder(text),
    queryFn: ({ signal }) => api.feeder(rig, { empties_s: 90, per_cast: 1 }, signal),
    enabled: rested !== null,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
  return (
    <Stack gap="1" as="section" aria-label="Feed in the float" data-testid="feeder-float">
      <Text as="h2" className="bw-label">
        Feed in the float
      </Text>
      {found.error instanceof Error && <Text role="alert">{found.error.message}</Text>}
      {found.data?.says.map((t) => (
        <Text key={t.says}>{say(t.says, t.figures ?? {}, units)}</Text>
      ))}
    </Stack>
  );
}

const USUAL_MIX: Schemas["Groundbait"] = { dry_kg: 1, water_share: 0.45, soil_share: 0, across_m: 0.06 };

/** Groundbait by its parts: how many balls, and how they go down. */
function Mix({ depth_m }: { depth_m: number }) {
  const { units } = useSettings();
  const { bench } = useHere();
  const [open, setOpen] = useState(false);
  const [mix, setMix] = useState(USUAL_MIX);
  const { temperature_c, salinity } = bench.rig.water;
  const body = { mix, depth_m, temperature_c: temperature_c ?? 15, salinity: salinity ?? 0 };
  const text = JSON.stringify(body);
  const rested = useRested(text, RESTS_MS);
  const found = useQuery({
    queryKey: keys.groundbait(text),
    queryFn: ({ signal }) => api.groundbait(body, signal),
    enabled: open && rested !== null,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
  const set = (part: Partial<typeof mix>) => setMix((m) => ({ ...m, ...part }));
  const id = bench.rig.id;
  return (
    <details className="bw-why" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>Groundbait by its parts</summary>
      <Stack gap="3" mt="3">
        <Flex gap="3">
          <QuantityField
            label="Dry"
            name={`${id}-mix-dry`}
            value={mix.dry_kg}
            quantity="mass"
            onChange={(dry_kg) => set({ dry_kg })}
          />
          <QuantityField
            label="Ball across"
            name={`${id}-mix-ball`}
            value={mix.across_m}
            quantity="line"
            onChange={(across_m) => set({ across_m })}
          />
        </Flex>
        <Flex gap="3">
          <QuantityField
            label="Water, of the dry"
            name={`${id}-mix-water`}
            value={mix.water_share}
            quantity="share"
            onChange={(water_share) => set({ water_share })}
          />
          <QuantityField
            label="Soil, of the dry"
            name={`${id}-mix-soil`}
            value={mix.soil_share}
            quantity="share"
            onChange={(soil_share) => set({ soil_share })}
          />
        </Flex>
        {found.error instanceof Error && <Text role="alert">{found.error.message}</Text>}
        {found.data && !found.error && (
          <>
            <Text data-testid="mix-says">{say(found.data.says.says, found.data.says.figures ?? {}, units)}</Text>
            <Facts rows={[["A ball’s density", write(found.data.density_kg_m3, "density", units)]]} />
          </>
        )}
      </Stack>
    </details>
  );
}

export const FEED: Station = {
  id: "feed",
  key: "0",
  name: () => "Feed",
  value: () => "where, what, how much",
  fields: [],
  ofRun: true,
  Panel: FeedStation,
};
