import { Box, Flex } from "@chakra-ui/react";
import { Button } from "../shell/Button";

type Props<R extends { at: string }> = {
  /** One of them, in a word. */
  what: string;
  readings: R[];
  says: (reading: R) => string;
  onChange: (left: R[]) => void;
};

/** What was read so far; each can be struck out. */
export function ReadingList<R extends { at: string }>({ what, readings, says, onChange }: Props<R>) {
  return (
    <Box as="ul" className="bw-plain" fontSize="sm">
      {readings.map((r, i) => (
        <Flex as="li" key={r.at} justify="space-between" align="center">
          {says(r)}, {new Date(r.at).toLocaleDateString()}
          <Button size="sm" variant="quiet" onClick={() => onChange(readings.filter((_, n) => n !== i))}>
            Strike out
            <span className="bw-hidden">
              {" "}
              {what} {i + 1}
            </span>
          </Button>
        </Flex>
      ))}
    </Box>
  );
}
