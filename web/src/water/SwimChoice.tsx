import { Box, Flex } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import type { useSwims } from "../bench/useSwims";
import { Button } from "../shell/Button";
import { Choice } from "../shell/Choice";

type Props = {
  swims: ReturnType<typeof useSwims>["list"];
  present: string;
  onGo: (id: string) => void;
  onNew: () => void;
};

/** Which swim, and to enter another. */
export function SwimChoice({ swims, present, onGo, onNew }: Props) {
  return (
    <Flex gap="2" align="end">
      <Box flex="1" minW="0">
        <Choice label="Swim" value={present} onChange={onGo}>
          {swims.map((s) => (
            <option key={s.swim.id} value={s.swim.id}>
              {s.water.name}
            </option>
          ))}
        </Choice>
      </Box>
      <Button size="icon" aria-label="Enter another swim" title="Enter another swim" onClick={onNew}>
        <Plus />
      </Button>
    </Flex>
  );
}
