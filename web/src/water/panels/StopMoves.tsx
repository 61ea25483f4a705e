import { Box, Flex, Text } from "@chakra-ui/react";
import { TriangleAlert } from "lucide-react";
import type { Picture } from "../../api/client";
import { clock, until } from "../../units/clock";
import { say, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";

/** When to move the stop, the next move counted down, and what the level forbids. */
export function StopMoves({
  table,
  zone,
  now,
}: {
  table: NonNullable<Picture["timetable"]>;
  zone: string;
  now: number;
}) {
  const { units } = useSettings();
  const next = table.moves.find((m) => Date.parse(m.at) > now);
  return (
    <Box>
      {next && (
        <Box bg="well" borderRadius="l2" p="3" mb="3" data-testid="countdown" aria-live="off">
          <Text fontSize="sm" color="soft">
            Next move {until(next.at, now)}
          </Text>
          <Text fontSize="xl" fontWeight="bold">
            {next.slide_m == null || Math.abs(next.slide_m) < 0.005
              ? `Stop at ${write(next.setting_m, "line", units)}`
              : `Slide ${write(Math.abs(next.slide_m), "line", units)} ${next.slide_m > 0 ? "deeper" : "shallower"}`}
          </Text>
        </Box>
      )}
      {table.warnings.map((w) => (
        <Flex key={`${w.kind} ${w.at}`} gap="2" py="1" color={w.kind === "carried-on" ? "brass" : "float"}>
          <TriangleAlert size={18} aria-hidden="true" className="bw-icon" />
          <Text>
            <strong>
              {clock(w.at, zone)} to {clock(w.until, zone)}:
            </strong>{" "}
            {say(w.says, w.figures ?? {}, units)}
          </Text>
        </Flex>
      ))}
      {table.moves.length > 0 ? (
        <table className="bw-table" aria-label="Stop moves">
          <thead>
            <tr>
              <th scope="col">At</th>
              <th scope="col">Setting</th>
              <th scope="col">Slide</th>
              <th scope="col">Depth</th>
            </tr>
          </thead>
          <tbody>
            {table.moves.map((m) => (
              <tr key={m.at}>
                <td>{clock(m.at, zone)}</td>
                <td>{write(m.setting_m, "line", units)}</td>
                <td>{m.slide_m == null ? "" : `${m.slide_m > 0.0005 ? "+" : ""}${write(m.slide_m, "line", units)}`}</td>
                <td>{write(m.depth_m, "depth", units)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <Text>There is no moment in this session with enough water.</Text>
      )}
      {table.moves.length === 1 && (
        <Text fontSize="sm" color="soft" mt="1">
          The level stays within the tolerance: one setting serves.
        </Text>
      )}
    </Box>
  );
}
