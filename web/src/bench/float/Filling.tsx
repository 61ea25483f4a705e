import { Box, Flex, Text } from "@chakra-ui/react";
import { useId } from "react";
import type { Catalogue, FloatSpec } from "../../api/client";

type Props = { spec: FloatSpec; catalogue: Catalogue; onChange: (spec: FloatSpec) => void };

/** How full the chamber of a bubble is, or the frame of a feeder float. */
export function Filling({ spec, catalogue, onChange }: Props) {
  const id = useId();
  const kind = catalogue.float_types.find((t) => t.id === spec.type);
  if (!kind?.chamber && !kind?.frame) return null;
  const field = kind.chamber ? "ballast" : "feed";
  const share = Math.round((spec[field] ?? 0) * 100);
  const put = (percent: number) => onChange({ ...spec, [field]: Math.min(100, Math.max(0, percent)) / 100 });
  return (
    <Box>
      <label htmlFor={id} className="bw-label">
        {kind.chamber ? "Water in its chamber" : "Feed still in its frame"}
      </label>
      <Flex gap="3" align="center">
        <input
          id={id}
          type="range"
          min="0"
          max="100"
          step="5"
          value={share}
          className="bw-range"
          onChange={(e) => put(Number(e.currentTarget.value))}
        />
        <Text fontWeight="semibold" minW="12" textAlign="end">
          {share} %
        </Text>
      </Flex>
    </Box>
  );
}
