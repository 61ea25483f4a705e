import { Box, Flex, Text } from "@chakra-ui/react";
import { Check, CircleAlert, TriangleAlert } from "lucide-react";
import { useEffect, useRef } from "react";

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

/** The order of work as a line with beads; go to any bead at any time. State has a colour, a shape and a word. */
export function BeadLine<Id extends string>({ label, beads, present, onGo }: Props<Id>) {
  const nav = useRef<HTMLDivElement>(null);
  // Along a narrow screen the present bead is brought into view, whatever led to it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is the present bead that moves it
  useEffect(() => {
    const bead = nav.current?.querySelector<HTMLElement>("[aria-current=step]");
    if (nav.current && bead)
      nav.current.scrollLeft = bead.offsetLeft - (nav.current.clientWidth - bead.clientWidth) / 2;
  }, [present]);
  return (
    <Flex
      as="nav"
      ref={nav}
      aria-label={label}
      direction={{ base: "row", lg: "column" }}
      overflowX={{ base: "auto", lg: "visible" }}
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
            gap="3"
            align="center"
            px="3"
            py="2"
            minH="14"
            minW={{ base: "44", lg: "0" }}
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
              <Text as="span" display="block" fontWeight="bold" lineHeight="1.25">
                {s.name}
                <span className="bw-hidden">, {says}</span>
              </Text>
              <Text as="span" display="block" fontSize="sm" color="soft" truncate>
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
              {i + 1}
            </Text>
          </Flex>
        );
      })}
    </Flex>
  );
}
