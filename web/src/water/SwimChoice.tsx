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
    <Box>
      <Choice label="Swim" value={present} onChange={onGo}>
        {options(swims, (s) => [s.swim.id, s.water.name])}
      </Choice>
      <Flex gap="2" mt="2">
        <Button size="sm" flex="1" aria-label="New swim" onClick={onNew}>
          <Plus aria-hidden="true" /> New
        </Button>
        <Button size="sm" flex="1" aria-label="Change waters and swims" onClick={onManage}>
          <Pencil aria-hidden="true" /> Change
        </Button>
      </Flex>
    </Box>
  );
}
