import { Flex, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { api, keys } from "../api/client";
import { Button } from "../shell/Button";
import type { BoxState } from "./useBox";

/** For an empty box: sets to begin with, by the water; each is one step of undo. */
export function Starters({ state }: { state: Pick<BoxState, "putAll" | "failed"> }) {
  const sets = useQuery({ queryKey: keys.starters, queryFn: api.starters, staleTime: Number.POSITIVE_INFINITY });
  return (
    <Stack gap="3" align="flex-start" maxW="640px">
      <Text color="soft">
        Nothing is in the box yet. Begin with a set, by the water you fish, and make it your own; or enter what you have
        above. Masses and sizes are the nominal ones.
      </Text>
      {sets.data?.map((s) => (
        <Flex key={s.id} gap="3" align="center" w="full">
          <Button variant="solid" onClick={() => void state.putAll(s.items)}>
            {s.name}
          </Button>
          <Text fontSize="sm">
            {s.says} {s.items.length} things.
          </Text>
        </Flex>
      ))}
      {sets.isError && <Text role="alert">{sets.error.message}</Text>}
    </Stack>
  );
}
