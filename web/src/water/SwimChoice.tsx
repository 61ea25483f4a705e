import { Box, Flex } from "@chakra-ui/react";
import { Pencil, Plus } from "lucide-react";
import type { useSwims } from "../place/useSwims";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";

type Props = {
  swims: ReturnType<typeof useSwims>["list"];
  present: string;
  onGo: (id: string) => void;
  onNew: () => void;
  onManage: () => void;
};

/** Which swim, to enter another, and to change those there are. */
export function SwimChoice({ swims, present, onGo, onNew, onManage }: Props) {
  return (
    <Flex gap="2" align="end">
      <Box flex="1" minW="0">
        <Choice label="Swim" value={present} onChange={onGo}>
          {options(swims, (s) => [s.swim.id, s.water.name])}
        </Choice>
      </Box>
      <Button size="icon" aria-label="Enter another swim" title="Enter another swim" onClick={onNew}>
        <Plus />
      </Button>
      <Button
        size="icon"
        aria-label="Change waters and swims"
        title="Rename or delete waters and swims"
        onClick={onManage}
      >
        <Pencil />
      </Button>
    </Flex>
  );
}
