import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { ListOrdered, Printer } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import { useNavigate } from "react-router";
import { api, keys, type TyingStep } from "../../api/client";
import { Button } from "../../shell/Button";
import { Refused } from "../../shell/Refused";
import { say, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { inWords } from "../../units/vocabulary";
import { useHere } from "../here";
import type { Station } from "../station";

const CardDialog = lazy(() => import("../../tying/CardDialog"));

/** What goes on next, from rod to hook, and what must be on before each knot. */
function ThreadStation() {
  const { bench } = useHere();
  const { units, vocabulary } = useSettings();
  const go = useNavigate();
  const [card, setCard] = useState(false);
  const { rig } = bench;
  const list = useQuery({
    queryKey: keys.thread(rig.components, rig.conditions, rig.lash_m),
    queryFn: () => api.thread(rig),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
  if (list.isError) return <Refused>{list.error.message}</Refused>;
  if (!list.data) return <Text aria-live="polite">One moment.</Text>;
  const { steps, cuts } = list.data;
  return (
    <Stack gap="4">
      <Box>
        <Text color="soft" fontSize="sm">
          From rod to hook, in
        </Text>
        <Text fontFamily="heading" fontSize="4xl" fontWeight="bold" lineHeight="1.1">
          {steps.length} steps
        </Text>
        {cuts.length > 0 && (
          <Text fontWeight="semibold">
            Cut {cuts.map((c) => `${write(c.cut_m, "line", units)} of ${c.label}`).join(", ")}.
          </Text>
        )}
      </Box>
      <Flex gap="2" wrap="wrap">
        <Button variant="solid" flex="1" onClick={() => go(`/tie/${rig.id}`)}>
          <ListOrdered aria-hidden="true" /> Tie it at the table
        </Button>
        <Button onClick={() => setCard(true)}>
          <Printer aria-hidden="true" /> Card
        </Button>
      </Flex>
      <Suspense>{card && <CardDialog rig={rig} onClose={() => setCard(false)} />}</Suspense>
      <Stack as="ol" gap="2" listStyleType="none" aria-label="What goes on next">
        {steps.map((step, i) => (
          <Step
            key={`${step.pieces?.join()} ${step.title}`}
            n={i + 1}
            step={step}
            words={(text) => inWords(say(text, step.figures ?? {}, units), vocabulary)}
          />
        ))}
      </Stack>
    </Stack>
  );
}

function Step({ n, step, words }: { n: number; step: TyingStep; words: (text: string) => string }) {
  const knot = step.ends != null;
  return (
    <Box
      as="li"
      ps="9"
      position="relative"
      borderBottomWidth={knot ? "2px" : "0"}
      borderColor="rule"
      pb={knot ? "2" : "0"}
    >
      <Text as="span" position="absolute" left="0" color="soft" fontWeight="bold" aria-hidden="true">
        {n}
      </Text>
      <Text fontWeight="semibold">{words(step.title)}</Text>
      <Text fontSize="sm" color="soft">
        {words(step.says ?? "")}
      </Text>
      {knot && (step.on_already?.length ?? 0) > 0 && (
        <Text fontSize="sm" fontWeight="semibold" color="brass">
          On before it, and not later: {words(step.on_already?.join(", ") ?? "")}.
        </Text>
      )}
    </Box>
  );
}

export const THREAD: Station = {
  id: "thread",
  key: "7",
  name: () => "Thread",
  value: ({ rig }) => `${rig.components.length} parts`,
  fields: [],
  Panel: ThreadStation,
};
