import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import type { SightRow } from "../api/client";
import { Button } from "../shell/Button";
import { say, type Units, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { inWords } from "../units/vocabulary";
import { happened, plumbedOf } from "./day";
import type { Acting } from "./here";

type Sight = SightRow["sights"][number];

const WORDS: Record<Sight["what"], string> = {
  gone: "gone under",
  under: "under, in sight",
  "as-wanted": "as wanted",
  high: "too high",
  flat: "lies flat",
};
const named = (s: Sight, units: Units) =>
  s.what === "high" ? `${write(s.by_m ?? 0, "line", units).replace(".0", "")} too high` : WORDS[s.what];

/** Plumbing without the server: set it so, cast, press what the float does; what every sight says was reckoned before. */
export function Plumb({ day, act }: Acting) {
  const { units, vocabulary } = useSettings();
  const { plumbing } = day.prepared;
  const found = plumbedOf(day);
  if (!plumbing || !found) return null;
  const casts = day.casts ?? [];
  const depth = write(Math.round(found.middle * 100) / 100, "depth", units);
  const half = write((found.high - found.low) / 2, "line", units);
  const again = () => act((d) => ({ ...d, casts: [] }));
  return (
    <details className="bw-why">
      <summary>Plumb a spot</summary>
      <Stack gap="3" mt="2">
        <Text fontSize="sm" color="soft">
          With {inWords(say(plumbing.with_what.says, plumbing.with_what.figures ?? {}, units), vocabulary)}, about{" "}
          {write(plumbing.distance_m, "distance", units)} out.
        </Text>
        {found.clash || found.beyond ? (
          <Text role="alert" fontWeight="bold" color="float">
            {found.clash
              ? "These casts cannot all be true. Take the last one back, or begin again."
              : `It is shallower or deeper than ${write(plumbing.sights.least_m, "depth", units)} to ${write(plumbing.sights.most_m, "depth", units)}: beyond that it is not known without the server.`}
          </Text>
        ) : found.told ? (
          <Box borderWidth="2px" borderColor="reed" borderRadius="l2" p="3" bg="card">
            <Text fontSize="2xl" fontWeight="bold" data-testid="plumbed">
              {depth}
            </Text>
            <Text>
              give or take {half}: {found.enough ? "good enough" : "as near as this float tells it here"}.
            </Text>
            <Button
              mt="2"
              minH="14"
              onClick={() =>
                act((d) => ({
                  ...happened(
                    d,
                    { kind: "note", text: `Plumbed: ${depth}, give or take ${half}.` },
                    new Date().toISOString(),
                  ),
                  casts: [],
                }))
              }
            >
              Write it down
            </Button>
          </Box>
        ) : (
          <>
            <Text>
              Set it to{" "}
              <Text as="span" fontSize="2xl" fontWeight="bold" data-testid="plumb-at">
                {write(found.next.setting_m, "depth", units)}
              </Text>{" "}
              and cast. What does the float do?
            </Text>
            <Grid templateColumns="repeat(auto-fill, minmax(104px, 1fr))" gap="2">
              {found.next.sights.map((s) => (
                <Button
                  key={`${s.what}-${s.by_m}`}
                  minH="14"
                  px="1"
                  onClick={() =>
                    act((d) => ({ ...d, casts: [...(d.casts ?? []), { setting_m: found.next.setting_m, sight: s }] }))
                  }
                >
                  {named(s, units)}
                </Button>
              ))}
            </Grid>
          </>
        )}
        {casts.length > 0 && (
          <Stack as="ul" aria-label="Casts" className="bw-plain" gap="0">
            {casts.map((c, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: casts stand in their order and have no name
              <Text as="li" key={i} fontSize="sm">
                {write(c.setting_m, "depth", units)}: {named(c.sight, units)}, so {write(c.sight.low_m, "depth", units)}{" "}
                to {write(c.sight.high_m, "depth", units)}
              </Text>
            ))}
          </Stack>
        )}
        {casts.length > 0 && (
          <Flex gap="2">
            <Button minH="12" onClick={() => act((d) => ({ ...d, casts: (d.casts ?? []).slice(0, -1) }))}>
              Take the last cast back
            </Button>
            <Button minH="12" variant="quiet" onClick={again}>
              Begin again
            </Button>
          </Flex>
        )}
      </Stack>
    </details>
  );
}
