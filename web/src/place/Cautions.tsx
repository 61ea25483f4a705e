import { Box, Stack, Text } from "@chakra-ui/react";
import { ShieldAlert } from "lucide-react";
import { useState } from "react";
import type { Caution } from "../api/client";
import { Button } from "../shell/Button";
import { acknowledge, acknowledgedAt } from "./acknowledged";

/** What to mind at this step. Read once it folds up for the place and the day; it never goes away. */
export function Cautions({ cautions, place }: { cautions: Caution[]; place: string }) {
  const [read, setRead] = useState(() => acknowledgedAt(place));
  if (cautions.length === 0) return null;
  const fresh = cautions.filter((c) => !read.includes(c.id));
  if (fresh.length === 0)
    return (
      <details className="bw-more bw-below">
        <summary>Mind here: {cautions.length === 1 ? "one thing" : `${cautions.length} things`}, read today</summary>
        <Said cautions={cautions} />
      </details>
    );
  // One line, so that the answer of the station stays in view; it is still to be read once.
  return (
    <Box
      role="note"
      aria-label="Mind here"
      mb="3"
      borderWidth="1px"
      borderColor="brass"
      borderRadius="l2"
      bg="well"
      px="3"
    >
      <details className="bw-mind">
        <summary>
          <ShieldAlert size={18} aria-hidden="true" /> Mind here:{" "}
          {fresh.length === 1 ? "one thing" : `${fresh.length} things`} to be read
        </summary>
        <Said cautions={fresh} />
        <Button
          size="sm"
          my="2"
          onClick={() => {
            const ids = cautions.map((c) => c.id);
            acknowledge(place, ids);
            setRead(ids);
          }}
        >
          Read, for today and this place
        </Button>
      </details>
    </Box>
  );
}

function Said({ cautions }: { cautions: Caution[] }) {
  return (
    <Stack as="ul" gap="1" mt="1" ps="5" className="bw-list">
      {cautions.map((c) => (
        <Text as="li" key={c.id} fontSize="sm">
          {c.says}
        </Text>
      ))}
    </Stack>
  );
}
