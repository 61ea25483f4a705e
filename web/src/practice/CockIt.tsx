import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../shell/Button";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import type { Playing } from "./useGame";
import { Water } from "./Water";

type Props = Playing<Schemas["CockTask"], Schemas["CockMoves"], Schemas["CockPlay"]>;

const named = (size: string) => (/^\d/.test(size) ? `No ${size}` : size);

/** Hang shot on a float by feel: guess what will show, look, and stop when it is right. */
export function CockIt({ task, play, moves, over, onMove, onFinish }: Props) {
  const { units } = useSettings();
  const looked = moves?.looks ?? [];
  const [hung, setHung] = useState<string[]>(() => [...(looked.at(-1)?.sizes ?? [])]);
  const [guess, setGuess] = useState<number | null>(null);
  const last = play?.looks.at(-1);
  const look = { sizes: hung, guess_m: guess };
  const says = last
    ? { stands: `it shows ${write(last.tip_m, "tip", units)}`, lies: "it lies over", sinks: "it goes under" }[
        last.status
      ]
    : "a bare float";
  return (
    <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="4">
      <Box>
        <Water
          float={{ status: last?.status ?? "lies", tip_m: last?.tip_m ?? task.length_m, length_m: task.length_m }}
          says={says}
        />
        <Text mt="2" fontWeight="bold" aria-live="polite" data-testid="shows">
          {last ? `Look ${play?.looks.length}: ${says}.` : `Wanted: ${write(task.wanted_tip_m, "tip", units)} of tip.`}
        </Text>
        <Text fontSize="sm" color="soft">
          A {task.float_type.replaceAll("-", " ")}, by its label {write(task.label_kg, "load", units)}. Wanted:{" "}
          {write(task.wanted_tip_m, "tip", units)}, as near as {write(task.tolerance_m, "tip", units)}.
        </Text>
      </Box>
      <Stack gap="3">
        <Box>
          <Text className="bw-label">On the table</Text>
          <Flex gap="2" wrap="wrap">
            {task.shot.map(([size, kg]) => (
              <Button
                key={size}
                minH="11"
                disabled={over || hung.length >= 40}
                title={write(kg, "load", units)}
                onClick={() => setHung([...hung, size])}
              >
                {named(size)}
              </Button>
            ))}
          </Flex>
        </Box>
        <Box>
          <Text className="bw-label">On the line: {hung.length}</Text>
          <Flex gap="1.5" wrap="wrap" minH="11" data-testid="hung">
            {hung.map((size, i) => (
              <Button
                // biome-ignore lint/suspicious/noArrayIndexKey: one shot is like the other
                key={i}
                size="sm"
                disabled={over}
                onClick={() => setHung(hung.filter((_, n) => n !== i))}
              >
                {named(size)}
                <span className="bw-hidden">, take it off</span>
              </Button>
            ))}
          </Flex>
        </Box>
        {!over && (
          <>
            <label className="bw-label" htmlFor="guess">
              {guess === null ? "Guess first: how much will show?" : `I guess ${write(guess, "tip", units)}`}
            </label>
            <input
              id="guess"
              type="range"
              min="0"
              max={0.6 * task.length_m}
              step="0.001"
              value={guess ?? 0}
              style={{ minHeight: 36, accentColor: "var(--chakra-colors-reed)" }}
              onChange={(e) => setGuess(Number(e.target.value))}
            />
            <Flex gap="2">
              <Button
                flex="1"
                variant="solid"
                minH="12"
                disabled={looked.length >= 30}
                onClick={() => {
                  onMove({ looks: [...looked, look], done: false });
                  setGuess(null);
                }}
              >
                Look
              </Button>
              <Button
                flex="1"
                minH="12"
                disabled={looked.length === 0}
                onClick={() => onFinish({ looks: [...looked], done: true })}
              >
                It is right
              </Button>
            </Flex>
          </>
        )}
      </Stack>
    </Grid>
  );
}
