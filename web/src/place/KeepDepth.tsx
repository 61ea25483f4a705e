import { Box, Text } from "@chakra-ui/react";
import { api, keys } from "../api/client";
import { useSave } from "../document/useSave";
import { Button } from "../shell/Button";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { word } from "../units/vocabulary";
import { useSwims } from "./useSwims";

/** Put a depth into the book, where new rigs take it from. */
export function KeepDepth({ depth_m, swimId }: { depth_m: number; swimId: string }) {
  const { units, vocabulary } = useSettings();
  const swims = useSwims();
  const { said, save } = useSave({ old: [keys.swims] });
  const here = swims.list.find((s) => s.swim.id === swimId);
  if (!here || depth_m < 0.05) return null;
  const tidy = Math.round(depth_m * 100) / 100;
  if (Math.abs(here.swim.depth_m - tidy) < 0.005)
    return (
      <Text mt="2" fontSize="sm" color="soft">
        The book has this depth.
      </Text>
    );
  const keep = () =>
    save(() => api.updateSwim(swimId, { version: here.version, fields: { ...here.swim, depth_m: tidy } }));
  return (
    <Box mt="2">
      <Button size="sm" onClick={keep}>
        Keep as the depth of this {word("swim", vocabulary)} ({write(here.swim.depth_m, "depth", units)} in the book)
      </Button>
      {said && <Text role="alert">{said}</Text>}
    </Box>
  );
}
