import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { Check, CircleAlert, TriangleAlert } from "lucide-react";

export type BeadState = "settled" | "note" | "refuse";
export type Bead<Id extends string> = { id: Id; name: string; value: string; state: BeadState };

const STATE: Record<BeadState, { colour: string; says: string; Icon: typeof Check }> = {
  settled: { colour: "reed", says: "settled", Icon: Check },
  note: { colour: "brass", says: "has a note", Icon: CircleAlert },
  refuse: { colour: "float", says: "cannot be fished so", Icon: TriangleAlert },
};

type Props<Id extends string> = {
  label: string;
  beads: Bead<Id>[];
  present: Id;
  onGo: (id: Id) => void;
};

/** More beads than this stand closer together, so that all are in view. */
const MANY = 8;

/** The order of work as a line with beads; go to any bead at any time. State has a colour, a shape and a word. */
export function BeadLine<Id extends string>({ label, beads, present, onGo }: Props<Id>) {
  return (
    <Grid
      as="nav"
      aria-label={label}
      // On a narrow screen every bead is in view, its value is not.
      templateColumns={{ base: "repeat(3, minmax(0, 1fr))", lg: "minmax(0, 1fr)" }}
      gap={{ base: "1", lg: "0.5" }}
      position="relative"
      className="bw-beads"
    >
      {beads.map((s, i) => {
        const { colour, says, Icon } = STATE[s.state];
        const here = s.id === present;
        return (
          <Flex
            as="button"
            key={s.id}
            aria-current={here ? "step" : undefined}
            onClick={() => onGo(s.id)}
            textAlign="start"
            gap={{ base: "2", lg: "3" }}
            align="center"
            px={{ base: "1.5", lg: "3" }}
            py={{ base: "1", lg: beads.length > MANY ? "1" : "2" }}
            minH={{ base: "11", lg: beads.length > MANY ? "12" : "14" }}
            minW="0"
            borderRadius="l2"
            borderWidth="1px"
            borderColor={here ? "rule" : "transparent"}
            bg={here ? "card" : "transparent"}
            cursor="pointer"
            position="relative"
            _hover={{ bg: "card" }}
          >
            <Flex
              align="center"
              justify="center"
              w="6"
              h="6"
              borderRadius="full"
              color="card"
              bg={colour}
              flexShrink="0"
              className={here ? "bw-bead here" : "bw-bead"}
            >
              <Icon size={14} strokeWidth={3} aria-hidden="true" />
            </Flex>
            <Box minW="0" flex="1">
              <Text as="span" display="block" fontWeight="bold" lineHeight="1.15" fontSize={{ base: "sm", lg: "md" }}>
                {s.name}
                <span className="bw-hidden">, {says}</span>
              </Text>
              <Text as="span" display="block" fontSize="sm" color="soft" truncate hideBelow="lg">
                {s.value}
              </Text>
            </Box>
            <Text
              as="span"
              fontSize="sm"
              color="soft"
              position="absolute"
              top="2"
              right="3"
              hideBelow="lg"
              aria-hidden="true"
            >
              {(i + 1) % 10}
            </Text>
          </Flex>
        );
      })}
    </Grid>
  );
}
