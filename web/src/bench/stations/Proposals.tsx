import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, keys, type Offer, type Offers, Refusal, sentenceOf } from "../../api/client";
import { useRested } from "../../document/useRested";
import { Button } from "../../shell/Button";
import { say, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { counted } from "../../units/vocabulary";
import { useHere } from "../here";
import { PatternMark } from "./PatternMark";
import { Sure } from "./Sure";

const RESTS_MS = 900;

/** Ways to balance the rig that differ in kind: looked at on the scene first, then taken. */
export function Proposals() {
  const { units } = useSettings();
  const { bench, trying, onTry, wish } = useHere();
  const { rig } = bench;
  const found = useQuery({
    queryKey: keys.offers(rig.water, rig.aim, rig.conditions, rig.components, wish),
    enabled: !bench.gesturing,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
    queryFn: (): Promise<Offers> => api.offers(rig, wish),
  });
  const offered = found.isPlaceholderData ? undefined : found.data?.offers;
  // The falls take longer than the choice of shot: they are asked of what stays, and put in when they are there.
  const rested = useRested(offered, RESTS_MS);
  const falls = useQuery({
    queryKey: keys.fallTimes(offered?.map((o) => o.proposal.rig)),
    enabled: (rested?.length ?? 0) > 0,
    gcTime: 10_000,
    retry: false,
    queryFn: ({ signal }) =>
      api.fallTimes(
        (offered ?? []).slice(0, 6).map((o) => o.proposal.rig),
        signal,
      ),
  });
  return (
    <Box>
      <Text as="h2" className="bw-label">
        Balanced for you
      </Text>
      {found.isPending && (
        <Text color="soft" fontSize="sm">
          Working through the box.
        </Text>
      )}
      {found.error instanceof Refusal && <Text fontSize="sm">{found.error.message}</Text>}
      <Stack as="ul" className="bw-plain" gap="1.5" opacity={found.isPlaceholderData ? 0.6 : 1}>
        {found.data?.offers.map((offer, i) => (
          <Row
            fallS={falls.data?.[i]?.to_depth_s ?? null}
            key={`${offer.kind}-${offer.proposal.pattern}-${offer.says}`}
            offer={offer}
            looked={trying === offer.proposal}
            stale={found.isPlaceholderData}
            onTry={() => onTry(trying === offer.proposal ? null : offer.proposal)}
            onTake={() => {
              onTry(null);
              void bench.edit({ do: "take", rig: offer.proposal.rig });
            }}
          />
        ))}
        {found.data?.refused.map((r) => (
          <Box as="li" key={r.name} fontSize="sm" color="soft">
            <b>{r.name}:</b> {sentenceOf(r.problem)}
          </Box>
        ))}
      </Stack>
      {(found.data?.relaxed.length ?? 0) > 0 && (
        <Box mt="3">
          <Text as="h3" className="bw-label">
            What would bring it nearer
          </Text>
          <Stack as="ul" className="bw-plain" gap="1" fontSize="sm">
            {found.data?.relaxed.map((r) => (
              <li key={r.constraint + r.says}>
                {r.says} Then {write(Math.abs(r.error_m), "tip", units)} off.
              </li>
            ))}
          </Stack>
        </Box>
      )}
    </Box>
  );
}

type RowProps = {
  offer: Offer;
  /** From landing to depth, once it is known. [s] */
  fallS: number | null;
  looked: boolean;
  stale: boolean;
  onTry: () => void;
  onTake: () => void;
};

function Row({ offer, fallS, looked, stale, onTry, onTake }: RowProps) {
  const { units } = useSettings();
  const p = offer.proposal;
  const off = Math.abs(p.error_m);
  return (
    <Box
      as="li"
      borderWidth={looked ? "2px" : "1px"}
      borderColor={looked ? "tip" : offer.kind === "asked" ? "edge" : "rule"}
      borderRadius="l1"
      px="3"
      py="2"
    >
      <Flex gap="2.5" align="flex-start">
        <PatternMark rig={p.rig} />
        <Box flex="1" minW="0">
          <Text fontWeight="bold" fontSize="sm">
            {p.name}
            {offer.kind !== "asked" && offer.kind !== "pattern" && (
              <Text as="span" fontWeight="normal" color="soft">
                {" "}
                · {offer.says}
              </Text>
            )}
          </Text>
          <Text fontSize="sm">{p.summary}</Text>
          <Text fontSize="sm" color="soft">
            {off < 5e-4 ? "tip as wanted" : `${write(off, "tip", units)} ${p.error_m > 0 ? "more" : "less"} tip`} ·{" "}
            {counted(p.pieces, "piece")}
            {fallS === null ? "" : ` · at depth in ${write(fallS, "time", units)}`}
            {p.proved ? "" : ` · may be bettered by ${write(p.off_by_m, "tip", units)}`}
          </Text>
          {offer.kind === "asked" && offer.sureness && <Sure sureness={offer.sureness} />}
        </Box>
      </Flex>
      <Flex gap="2" mt="1.5" justify="flex-end">
        <Button size="sm" variant="quiet" disabled={stale} aria-pressed={looked} onClick={onTry}>
          {looked ? "Back" : "Look"}
          <span className="bw-hidden">
            {" "}
            at {p.name}, {offer.says}
          </span>
        </Button>
        <Button size="sm" disabled={stale} onClick={onTake}>
          Pinch on
          <span className="bw-hidden">
            : {p.name}, {offer.says}
          </span>
        </Button>
      </Flex>
      {looked && offer.sureness && offer.kind !== "asked" && (
        <Text fontSize="sm" color="soft" mt="1">
          {say(offer.sureness.says, offer.sureness.figures ?? {}, units)}
        </Text>
      )}
    </Box>
  );
}
