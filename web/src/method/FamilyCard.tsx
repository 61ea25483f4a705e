import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { api, type FamilyChoice, keys, type Purpose, Refusal, type Suit } from "../api/client";
import { Miniature } from "../scene/Miniature";
import { Button } from "../shell/Button";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { Reasons } from "./Reasons";

type Props = {
  family: FamilyChoice;
  suit: Suit;
  purpose: Purpose;
  present: boolean;
  busy: boolean;
  onChoose: () => void;
};

/** A family: drawn from the rig it would be, with the reasons for and against it. */
export function FamilyCard({ family, suit, purpose, present, busy, onChoose }: Props) {
  const { units } = useSettings();
  // Water that is not for the family shows it where it belongs.
  const water = suit.possible
    ? purpose.water
    : { ...purpose.water, swim: null, depth_m: family.usual_depth_m, salinity: 0 };
  const drawn = useQuery({
    queryKey: keys.preview(family.id, water.depth_m, water.temperature_c, water.salinity, purpose.species),
    queryFn: () => api.preview({ family: family.id, water, species: suit.possible ? purpose.species : null }),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const hangs = !drawn.data || drawn.data.evaluation.hook_height_m > 0.3 * drawn.data.rig.water.depth_m;
  return (
    <Flex
      as="li"
      gap="3"
      borderWidth={present ? "2px" : "1px"}
      borderColor={present ? "reed" : "rule"}
      borderRadius="l2"
      bg="card"
      overflow="hidden"
    >
      <Box w="118px" flexShrink="0" bg={hangs ? "shallow" : "bed"} minH="236px">
        {drawn.data && <Miniature rig={drawn.data.rig} evaluation={drawn.data.evaluation} width={118} height={236} />}
        {drawn.error instanceof Refusal && (
          <Text fontSize="sm" color="soft" p="2">
            {drawn.error.message}
          </Text>
        )}
      </Box>
      <Box flex="1" minW="0" py="3" pe="3">
        <Text as="h3" fontWeight="bold" lineHeight="1.2">
          {family.number}. {family.name}
        </Text>
        <Text fontSize="sm" color="soft" mt="0.5">
          {family.says}
          {!suit.possible && drawn.data && ` Drawn in ${write(water.depth_m, "depth", units)}.`}
        </Text>
        <Reasons reasons={suit.reasons} possible={suit.possible} />
        <Button
          size="sm"
          mt="2"
          variant={present ? "quiet" : "outline"}
          disabled={busy || present || !suit.possible}
          onClick={onChoose}
        >
          {present ? "On the bench" : suit.possible ? "Tie this" : "Not here"}
          <span className="bw-hidden"> {family.name}</span>
        </Button>
      </Box>
    </Flex>
  );
}
