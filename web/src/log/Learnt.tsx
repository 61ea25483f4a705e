import { Box, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, keys, type Schemas } from "../api/client";
import { useSave } from "../document/useSave";
import { Button } from "../shell/Button";
import { Refused } from "../shell/Refused";
import { say } from "../units/quantity";
import { useSettings } from "../units/settings";
import { inWords } from "../units/vocabulary";

type FloatLearnt = Schemas["FloatLearnt"] | Schemas["RodLearnt"];

/** What the models could learn of what was noted at the water: offered, never taken by itself. */
export function Learnt() {
  const { units, vocabulary } = useSettings();
  const learnt = useQuery({ queryKey: keys.learnt, queryFn: api.learnt });
  const { said, save } = useSave({ old: [keys.learnt, keys.box()] });
  const [taken, setTaken] = useState<{ item: string; says: string; back: FloatLearnt["stock"] } | null>(null);
  const put = (stock: FloatLearnt["stock"]) =>
    save(async () => {
      const kept = (await api.box()).find((k) => k.fields.item === stock.item);
      if (kept) await api.updateBoxItem(stock.item, kept.version, stock);
    });
  const take = async (one: FloatLearnt) => {
    const kept = (await api.box()).find((k) => k.fields.item === one.item);
    if ((await put(one.stock)) && kept)
      setTaken({ item: one.item, says: one.stock.label, back: kept.fields as FloatLearnt["stock"] });
  };
  const words = (told: FloatLearnt["says"]) => inWords(say(told.says, told.figures ?? {}, units), vocabulary);
  const offered = learnt.data ?? [];
  if (offered.length === 0 && !taken && !said) return null;
  return (
    <Box
      as="section"
      aria-label="What Brookwind could learn"
      bg="card"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="l3"
      p="5"
    >
      <Heading as="h2" fontFamily="heading" fontSize="xl" fontWeight="bold" mb="2">
        What Brookwind could learn
      </Heading>
      {said && <Refused>{said}</Refused>}
      <Stack as="ul" className="bw-plain" gap="2">
        {offered.map((one) => (
          <Flex as="li" key={one.item} gap="3" justify="space-between" align="center" wrap="wrap">
            <Box flex="1" minW="220px">
              <Text fontWeight="semibold">{words(one.says)}</Text>
              <Text fontSize="sm" color="soft">
                {words(one.why)}
              </Text>
            </Box>
            <Button onClick={() => void take(one)}>
              Reckon with it<span className="bw-hidden">: {one.stock.label}</span>
            </Button>
          </Flex>
        ))}
      </Stack>
      {taken && (
        <Flex role="status" gap="3" align="center" mt="2">
          <Text>
            {taken.says} is reckoned as it was seen, in the box. Its readings stand in its test there; rigs tied before
            ask on the bench.
          </Text>
          <Button
            onClick={async () => {
              await put(taken.back);
              setTaken(null);
            }}
          >
            Undo
          </Button>
        </Flex>
      )}
    </Box>
  );
}
