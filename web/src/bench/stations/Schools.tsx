import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, type Comparison, keys } from "../../api/client";
import { useRested } from "../../document/useRested";
import { purposeOf } from "../../method/purpose";
import { Button } from "../../shell/Button";
import { Choice, options } from "../../shell/Choice";
import { figureOf, say, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { counted } from "../../units/vocabulary";
import type { BenchState } from "../useBench";

type Side = Comparison["sides"][number];

const RESTS_MS = 600;

/** Where good anglers differ: the school that holds here, and both tied on the present rig with figures. */
export function Schools({ bench }: { bench: BenchState }) {
  const [question, setQuestion] = useState("leader");
  const { rig } = bench;
  const answers = useQuery({
    queryKey: keys.answers(purposeOf(rig)),
    queryFn: () => api.answers(purposeOf(rig)),
    placeholderData: keepPreviousData,
  });
  const rested = useRested(rig, RESTS_MS);
  const compared = useQuery({
    queryKey: keys.compare(question, rig.water, rig.aim, rig.components),
    queryFn: () => api.compare(rig, question),
    enabled: !bench.gesturing && rested !== null,
    gcTime: 10_000,
    retry: false,
  });
  const here = answers.data?.find((a) => a.question === question);
  return (
    <Box borderTopWidth="1px" borderColor="rule" pt="3">
      <Choice label="Where good anglers differ" value={question} onChange={setQuestion}>
        {options(answers.data ?? [], (a) => [a.question, a.asks])}
      </Choice>
      {here && (
        <Text fontSize="sm" mt="1">
          Here: <b>{here.name}</b>, {here.why}.{here.both && " You asked to see both."}{" "}
          <Link className="bw-link" to="/book/schools">
            Choose a school
          </Link>
        </Text>
      )}
      {compared.isPending && (
        <Text fontSize="sm" color="soft">
          Tying both.
        </Text>
      )}
      <Stack gap="2" mt="2">
        {compared.data?.sides.map((side) => (
          <SideCard key={side.school} side={side} onTie={() => side.rig && bench.put(side.rig)} />
        ))}
      </Stack>
    </Box>
  );
}

function SideCard({ side, onTie }: { side: Side; onTie: () => void }) {
  const { units } = useSettings();
  const f = side.figures;
  return (
    <Box borderWidth="1px" borderColor={side.holds ? "reed" : "rule"} borderRadius="l1" px="3" py="2">
      <Flex gap="2" align="center">
        <Box flex="1" minW="0">
          <Text fontWeight="bold" fontSize="sm">
            {side.name}
            {side.holds && (
              <Text as="span" color="reed">
                {" "}
                · holds here
              </Text>
            )}
          </Text>
          <Text fontSize="sm" color="soft">
            {side.says}
          </Text>
        </Box>
        {side.rig && (
          <Button size="sm" onClick={onTie} aria-label={`Tie it so: ${side.name}`}>
            Tie it so
          </Button>
        )}
      </Flex>
      {f && (
        <Text fontSize="sm" mt="1">
          Tip {write(f.tip_m, "tip", units)}
          {f.tip_low_m !== null && f.tip_high_m !== null
            ? ` (${figureOf(f.tip_low_m, "tip", units)} to ${figureOf(f.tip_high_m, "tip", units)})`
            : ""}
          , {f.fall_s === null ? "not down within a minute" : `down in about ${write(f.fall_s, "time", units)}`},{" "}
          {counted(f.pieces, "piece")},{" "}
          {f.folds === 0 ? "nothing to fold back" : `${f.folds} ${f.folds === 1 ? "place" : "places"} that can tangle`},
          setting {write(f.setting_m, "line", units)}.
        </Text>
      )}
      {side.problem && (
        <Text fontSize="sm" color="soft" mt="1">
          {say(`${side.problem.message} ${side.problem.remedy}`, side.problem.figures ?? {}, units)}
        </Text>
      )}
    </Box>
  );
}
