import { Flex, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type BoxItem, keys, type Rig, type Schemas } from "../../api/client";
import { useRested } from "../../document/useRested";
import { Choice, options } from "../../shell/Choice";
import { Facts } from "../../shell/Facts";
import { QuantityField } from "../../shell/QuantityField";
import { say, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { useHere } from "../here";

type CastWish = Schemas["CastWish"];
type Rod = Extract<BoxItem, { kind: "rod" }>;

const RESTS_MS = 350;
/** Fields of the rig that are entered here. */
export const CAST_FIELDS = ["conditions.throws", "conditions.distance_m"];

/** The cast: how far, where to aim and clip, how far to draw back, and with which rod. */
export function Throwing() {
  const { bench, box, run } = useHere();
  const { units } = useSettings();
  const { rig } = bench;
  const [opened, setOpened] = useState(false);
  // Where nothing runs the cast is what the run is about.
  const open = opened || run.plan?.flows === false;
  const [bail, setBail] = useState<CastWish["bail"]>("open");
  const [wind, setWind] = useState({ along: 0, across: 0 });
  const rods = box.filter((i): i is Rod => i.kind === "rod");
  const throws = rig.conditions.throws;
  const rod = rods.find((r) => r.item === throws?.rod);
  // What no rod tells, the server fills in.
  const wish: Partial<CastWish> = {
    wind_along_m_s: wind.along,
    wind_across_m_s: wind.across,
    bail,
    ...(rod && { turn_m: rod.turn_m, ...(rod.accuracy != null && { accuracy: rod.accuracy }) }),
  };
  const slides = rig.components.some((c) => c.kind === "float" && c.position_m == null);
  const text = JSON.stringify({ rig, wish });
  const rested = useRested(text, RESTS_MS);
  const found = useQuery({
    queryKey: keys.cast(text),
    queryFn: ({ signal }) => api.castOf(rig, wish, signal),
    enabled: rested !== null && open,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
  const cast = found.data;
  const withRod = (item: string) => {
    const chosen = rods.find((r) => r.item === item);
    // One whose cast test was not taken throws as rods usually do: how, the server fills in.
    const next = (chosen ? { ...chosen.throws, rod: chosen.item } : {}) as Rig["conditions"]["throws"];
    const rod_m = chosen?.length_m ?? rig.conditions.rod_m;
    bench.put({ ...rig, conditions: { ...rig.conditions, throws: next, rod_m } });
  };
  return (
    <details className="bw-why" open={open} onToggle={(e) => setOpened(e.currentTarget.open)}>
      <summary>The cast</summary>
      <Stack gap="3" mt="3" data-testid="cast" aria-busy={found.isFetching}>
        {found.error instanceof Error && <Text role="alert">{found.error.message}</Text>}
        {cast?.says.map((t) => (
          <Text key={t.says} _first={{ fontWeight: "bold" }}>
            {say(t.says, t.figures ?? {}, units)}
          </Text>
        ))}
        {cast && (
          <Facts
            rows={[
              ["In the air", write(cast.mass_kg, "load", units)],
              ["Goes at most", write(cast.reach_m, "distance", units)],
              cast.effort != null ? ["Takes of the rod", write(cast.effort, "share", units)] : null,
              cast.risk
                ? ["Tangling as it falls", { low: "little risk", some: "it may", high: "likely" }[cast.risk]]
                : null,
            ]}
          />
        )}
        {rods.length > 0 && (
          <Choice label="Rod" value={rod?.item ?? ""} onChange={withRod}>
            <option value="">as rods usually throw</option>
            {options(rods, (r) => [r.item, r.throws ? `${r.label}, tested` : r.label])}
          </Choice>
        )}
        <Flex gap="3">
          <QuantityField
            label="Wind behind you"
            name={`${rig.id}-cast-along`}
            value={wind.along}
            quantity="wind"
            onChange={(along) => setWind((w) => ({ ...w, along }))}
          />
          <QuantityField
            label="Wind from the left"
            name={`${rig.id}-cast-across`}
            value={wind.across}
            quantity="wind"
            onChange={(across) => setWind((w) => ({ ...w, across }))}
          />
        </Flex>
        {slides && (
          <Choice label="While it sinks the bail is" value={bail} onChange={(b) => setBail(b as CastWish["bail"])}>
            <option value="open">open: line is paid out</option>
            <option value="closed">closed: the float is drawn in</option>
          </Choice>
        )}
      </Stack>
    </details>
  );
}
