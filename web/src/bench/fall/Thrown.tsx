import { Box, Flex, Grid } from "@chakra-ui/react";
import type { FallWish } from "../../api/client";
import { Choice, options } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";

/** How it is thrown and watched, as the person sets it. */
export type Throw = Required<Pick<FallWish, "landing" | "pinned" | "bail" | "upstream">> & {
  runM: number;
  feed: string;
  feedAfterS: number;
};

export const USUAL: Throw = {
  landing: "stretched",
  pinned: false,
  bail: "open",
  upstream: false,
  runM: 15,
  feed: "",
  feedAfterS: 0,
};

const LANDINGS = { stretched: "stretched out", pile: "in a pile", drop: "beside a boat" } as const;

/** What is asked of the core. Still water has no run. */
export function wishOf(t: Throw, flows: boolean): Partial<FallWish> {
  return {
    landing: t.landing,
    pinned: t.pinned,
    bail: t.bail,
    upstream: t.upstream,
    run_m: flows && !t.pinned ? t.runM : null,
    feed: t.feed ? [t.feed] : [],
    feed_after_s: t.feedAfterS,
    to_still: true,
  };
}

type Props = {
  value: Throw;
  onChange: (value: Throw) => void;
  slides: boolean;
  flows: boolean;
  feeds: { id: string; name: string }[];
};

export function Thrown({ value, onChange, slides, flows, feeds }: Props) {
  const set = (part: Partial<Throw>) => onChange({ ...value, ...part });
  return (
    <Box>
      <Grid templateColumns="repeat(auto-fit, minmax(150px, 1fr))" gap="3" alignItems="end">
        <Choice label="It lands" value={value.landing} onChange={(v) => set({ landing: v as Throw["landing"] })}>
          {options(Object.entries(LANDINGS), ([id, name]) => [id, name])}
        </Choice>
        <Choice label="Feed beside it" value={value.feed} onChange={(feed) => set({ feed })}>
          <option value="">none</option>
          {options(feeds, (f) => [f.id, f.name])}
        </Choice>
        {slides && (
          <Choice label="Bail" value={value.bail} onChange={(v) => set({ bail: v as Throw["bail"] })}>
            <option value="open">open, runs</option>
            <option value="closed">closed, held</option>
          </Choice>
        )}
        {flows && !value.pinned && (
          <QuantityField
            label="Length of the run"
            name="fall-run"
            value={value.runM}
            quantity="distance"
            problem={value.runM > 0 && value.runM <= 500 ? undefined : "A run is between nothing and 500 m."}
            onChange={(runM) => set({ runM })}
          />
        )}
        {value.feed && (
          <QuantityField
            label="Thrown in after"
            name="fall-feed-after"
            value={value.feedAfterS}
            quantity="time"
            problem={
              value.feedAfterS >= 0 && value.feedAfterS <= 60 ? undefined : "Between at once and a minute after."
            }
            onChange={(feedAfterS) => set({ feedAfterS })}
          />
        )}
      </Grid>
      <Flex wrap="wrap" columnGap="5">
        <label className="bw-check">
          <input type="checkbox" checked={value.pinned} onChange={(e) => set({ pinned: e.currentTarget.checked })} />{" "}
          The float is held over one place
        </label>
        {value.landing === "stretched" && flows && (
          <label className="bw-check">
            <input
              type="checkbox"
              checked={value.upstream}
              onChange={(e) => set({ upstream: e.currentTarget.checked })}
            />{" "}
            The hook lands upstream of the float
          </label>
        )}
      </Flex>
    </Box>
  );
}
