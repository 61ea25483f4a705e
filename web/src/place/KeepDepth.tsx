import { Box, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, Refusal } from "../api/client";
import { Button } from "../shell/Button";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { word } from "../units/vocabulary";
import { useSwims } from "./useSwims";

/** Put a depth into the book, where new rigs take it from. */
export function KeepDepth({ depth_m, swimId }: { depth_m: number; swimId: string }) {
  const { units, vocabulary } = useSettings();
  const queries = useQueryClient();
  const swims = useSwims();
  const [said, setSaid] = useState("");
  const here = swims.list.find((s) => s.swim.id === swimId);
  if (!here || depth_m < 0.05) return null;
  const tidy = Math.round(depth_m * 100) / 100;
  if (Math.abs(here.swim.depth_m - tidy) < 0.005)
    return (
      <Text mt="2" fontSize="sm" color="soft">
        The book has this depth.
      </Text>
    );
  const keep = async () => {
    try {
      await api.updateSwim(swimId, { version: here.version, fields: { ...here.swim, depth_m: tidy } });
      await queries.invalidateQueries({ queryKey: ["swims"] });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setSaid(error.message);
    }
  };
  return (
    <Box mt="2">
      <Button size="sm" onClick={keep}>
        Keep as the depth of this {word("swim", vocabulary)} ({write(here.swim.depth_m, "depth", units)} in the book)
      </Button>
      {said && <Text role="alert">{said}</Text>}
    </Box>
  );
}
