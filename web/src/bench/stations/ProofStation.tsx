import { Box, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, keys, Refusal } from "../../api/client";
import { useDay } from "../../place/day";
import { Refused } from "../../shell/Refused";
import { useSettings } from "../../units/settings";
import { counted, inWords } from "../../units/vocabulary";
import { Left, Told } from "../Findings";
import { useHere } from "../here";
import type { Station } from "../station";

/** Every check of the rig, its fall too: what stands against it, what is left as it is, what was asked and kept. */
function ProofStation() {
  const { bench, onStation } = useHere();
  const { vocabulary } = useSettings();
  const day = useDay();
  const { rig } = bench;
  const found = useQuery({
    queryKey: keys.proof(rig, day),
    queryFn: () => api.proof({ rig, day }),
    enabled: !bench.gesturing,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
  if (found.error instanceof Refusal) return <Refused>{found.error.message}</Refused>;
  if (!found.data) return <Text aria-live="polite">Letting it fall, and asking every check.</Text>;
  const { findings, muted, asked } = found.data;
  const put = asked.filter((a) => a.outcome !== "not-asked");
  const of = (outcome: string) => asked.filter((a) => a.outcome === outcome);
  const refused = findings.some((f) => f.severity === "refuse");
  return (
    <Stack gap="4" opacity={found.isPlaceholderData ? 0.6 : 1}>
      <Box>
        <Text color="soft" fontSize="sm">
          {counted(put.length, "check")} asked, its fall too
        </Text>
        <Text
          fontFamily="heading"
          fontSize="3xl"
          fontWeight="bold"
          lineHeight="1.1"
          color={refused ? "float" : findings.length > 0 ? "brass" : "reed"}
        >
          {findings.length === 0 ? "Nothing against it" : `${counted(findings.length, "thing")} against it`}
        </Text>
      </Box>
      <Stack gap="2">
        {findings.map((f) => (
          <Told key={f.id} finding={f} onGo={onStation} onDone={() => undefined} />
        ))}
        {muted.length > 0 && <Left muted={muted} />}
      </Stack>
      {[
        { outcome: "kept", says: "In order" },
        { outcome: "not-asked", says: "Not asked of such a rig here" },
      ].map(({ outcome, says }) => (
        <details key={outcome} className="bw-why">
          <summary>
            {says}: {of(outcome).length}
          </summary>
          <Text fontSize="sm" color="soft" mt="2">
            {of(outcome)
              .map((a) => inWords(a.name, vocabulary))
              .join(" · ")}
          </Text>
        </details>
      ))}
    </Stack>
  );
}

export const PROOF: Station = {
  id: "proof",
  key: "8",
  name: () => "Proof",
  value: ({ evaluation }) => {
    const n = evaluation?.findings.length ?? 0;
    return n === 0 ? "nothing against it" : counted(n, "thing");
  },
  fields: [],
  ofAll: true,
  Panel: ProofStation,
};
