import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../shell/Button";
import { say } from "../units/quantity";
import { useSettings } from "../units/settings";
import type { Playing } from "./useGame";

type Props = Playing<Schemas["TieTask"], Schemas["TieMoves"], Schemas["TiePlay"]>;

/** Put the parts on the line in their order: dragged onto it, pressed, or by keys. */
export function TieIt({ task, play, moves, over, onMove, onFinish }: Props) {
  const { units } = useSettings();
  const [over_line, setOverLine] = useState(false);
  const put = moves?.put ?? [];
  const on = play?.on ?? [];
  const left = task.parts.filter((p) => !on.includes(p.id));
  const name = (id: string) => task.parts.find((p) => p.id === id)?.name ?? id;
  const last = play?.put.at(-1);
  const take = (id: string) => {
    const next = { put: [...put, id] };
    // The last part ends it: whether it was the last right one the server says.
    if (left.length === 1) onFinish(next);
    else onMove(next);
  };
  return (
    <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="4">
      <Stack gap="2">
        <Text className="bw-label">On the table</Text>
        <Flex gap="2" wrap="wrap">
          {left.map((p) => (
            <Button
              key={p.id}
              minH="12"
              disabled={over}
              draggable={!over}
              onDragStart={(e) => e.dataTransfer.setData("text/plain", p.id)}
              onClick={() => take(p.id)}
            >
              {p.name}
            </Button>
          ))}
        </Flex>
        <Box aria-live="polite" minH="12" data-testid="put">
          {last && (
            <Text color={last.right ? "reed" : "float"} fontWeight="semibold">
              {last.right
                ? `${name(last.id)}: right.`
                : last.says
                  ? say(last.says.says, last.says.figures ?? {}, units)
                  : ""}
            </Text>
          )}
        </Box>
      </Stack>
      <Box
        as="section"
        aria-label="On the line"
        borderWidth="2px"
        borderStyle="dashed"
        borderColor={over_line ? "tip" : "rule"}
        borderRadius="l3"
        p="4"
        minH="40"
        onDragOver={(e) => {
          e.preventDefault();
          setOverLine(true);
        }}
        onDragLeave={() => setOverLine(false)}
        onDrop={(e) => {
          e.preventDefault();
          setOverLine(false);
          const id = e.dataTransfer.getData("text/plain");
          if (!over && left.some((p) => p.id === id)) take(id);
        }}
      >
        <Text className="bw-label">On the line, from the rod</Text>
        <Box as="ol" ps="5">
          {on.map((id) => (
            <li key={id}>{name(id)}</li>
          ))}
        </Box>
        {on.length === 0 && <Text color="soft">Drag the first part here, or press it.</Text>}
      </Box>
    </Grid>
  );
}
