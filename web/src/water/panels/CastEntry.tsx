import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Plumbing, Reading } from "../../api/client";
import { Button } from "../../shell/Button";
import { Choice, options } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { SightPicture } from "./SightPicture";
import { SIGHTS, type Sight } from "./sights";

const CRUDE = { eye: "by eye", wading: "wading", count: "counted fall", sounder: "an echo" } as const;
type Crude = keyof typeof CRUDE;

type Unstamped = Reading extends infer R ? (R extends Reading ? Omit<R, "id" | "at" | "level_m"> : never) : never;
type Props = { spot: Plumbing; suggested: number; onAdd: (reading: Unstamped) => void };

/** Enter what the float did at a setting: big pictures to press, so that wet hands manage. */
export function CastEntry({ spot, suggested, onAdd }: Props) {
  const [setting, setSetting] = useState(Math.round(suggested * 100) / 100);
  const [asks, setAsks] = useState<"under" | "high" | null>(null);
  const [amount, setAmount] = useState(0.1);
  const [crude, setCrude] = useState<Crude>("eye");
  const [value, setValue] = useState(suggested);
  const [open, setOpen] = useState(false);
  const cast = (seen: Extract<Unstamped, { kind: "cast" }>["seen"]) =>
    onAdd({ kind: "cast", setting_m: setting, seen });
  const press = (sight: Sight) => {
    if (sight === "under" || sight === "high") {
      setAsks(sight);
      setAmount(sight === "under" ? 0.2 : 0.05);
    } else cast({ what: sight });
  };
  const sights = SIGHTS.filter(([s]) => (spot.setup.sliding ? s !== "flat" : s !== "no-bead"));
  return (
    <Box>
      <QuantityField
        label="Setting used"
        name={`${spot.id}-setting`}
        value={setting}
        quantity="line"
        onChange={setSetting}
        hint="From where the line leaves the float, or from the stop, to the plummet."
      />
      <Text className="bw-label" mt="3">
        What did the float do?
      </Text>
      <Grid templateColumns="repeat(auto-fill, minmax(92px, 1fr))" gap="2">
        {sights.map(([sight, words]) => (
          <Flex
            key={sight}
            as="button"
            direction="column"
            align="center"
            gap="1"
            p="2"
            minH="24"
            bg="card"
            borderWidth="1px"
            borderColor="edge"
            borderRadius="l1"
            fontSize="sm"
            fontWeight="semibold"
            lineHeight="1.15"
            cursor="pointer"
            _hover={{ bg: "well" }}
            aria-pressed={asks === sight}
            onClick={() => press(sight)}
          >
            <SightPicture sight={sight} />
            {words}
          </Flex>
        ))}
      </Grid>
      {asks && (
        <Flex gap="2" align="end" mt="3">
          <Box flex="1">
            <QuantityField
              label={asks === "under" ? "About how deep is its top?" : "How much higher than wanted?"}
              name={`${spot.id}-${asks}`}
              value={amount}
              quantity="line"
              onChange={setAmount}
            />
          </Box>
          <Button
            variant="solid"
            onClick={() => cast(asks === "under" ? { what: "under", below_m: amount } : { what: "high", by_m: amount })}
          >
            Add the cast
          </Button>
        </Flex>
      )}
      <Button variant="quiet" size="sm" mt="2" aria-expanded={open} onClick={() => setOpen(!open)}>
        A cruder reading
      </Button>
      {open && (
        <Flex gap="2" align="end" wrap="wrap">
          <Box flex="1" minW="28">
            <Choice label="How" value={crude} onChange={(c) => setCrude(c as Crude)}>
              {options(Object.entries(CRUDE), ([id, words]) => [id, words])}
            </Choice>
          </Box>
          <Box flex="1" minW="24">
            <QuantityField
              key={crude}
              label={crude === "count" ? "Time" : "Depth"}
              name={`${spot.id}-crude`}
              value={value}
              quantity={crude === "count" ? "time" : "depth"}
              onChange={setValue}
            />
          </Box>
          <Button
            onClick={() =>
              onAdd({
                kind: "crude",
                how: crude,
                sink_m_s: 1.2,
                ...(crude === "count" ? { fall_s: value } : { depth_m: value }),
              })
            }
          >
            Add
          </Button>
        </Flex>
      )}
    </Box>
  );
}
