import { Box, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, keys, type Rig, type Threading } from "../api/client";
import { Choice, options } from "../shell/Choice";
import { say } from "../units/quantity";
import { useSettings } from "../units/settings";
import { inWords } from "../units/vocabulary";

type Props = { rig: Rig; list: Threading; done: number };

/** A part that should be on already: the least that has to be undone. */
export function Forgotten({ rig, list, done }: Props) {
  const { units, vocabulary } = useSettings();
  const [piece, setPiece] = useState("");
  const put = list.steps.slice(0, done).filter((s) => s.do === "thread" || s.do === "link");
  const answer = useQuery({
    queryKey: keys.forgotten(rig, piece, done),
    queryFn: () => api.forgotten(rig, piece, done),
    enabled: piece !== "",
    retry: false,
  });
  if (put.length === 0) return null;
  return (
    <details className="bw-why">
      <summary>I forgot a part</summary>
      <Box mt="2">
        <Choice label="Which part is missing?" value={piece} onChange={setPiece}>
          <option value="">choose</option>
          {options(put, (s) => [s.pieces?.[0] ?? "", s.title])}
        </Choice>
        <Text mt="2" aria-live="polite" fontWeight="semibold" data-testid="forgotten">
          {answer.isError && answer.error.message}
          {piece && answer.data && inWords(say(answer.data.says, answer.data.figures ?? {}, units), vocabulary)}
        </Text>
      </Box>
    </details>
  );
}
