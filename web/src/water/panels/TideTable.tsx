import { Text } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { Button } from "../../shell/Button";
import { Choice } from "../../shell/Choice";
import { clock, day } from "../../units/clock";
import { useWater } from "../here";
import { LevelRow } from "./LevelRow";
import { type EntryProps, inMinutes, TURN_MINUTES } from "./level";

/** High and low waters as a printed table has them. */
export function TideTable({ level, put }: EntryProps<"tide-table">) {
  const zone = useWater().state.survey.place.time_zone;
  const { turns } = level;
  const another = () => {
    const last = turns.at(-1);
    const before = turns.at(-2);
    if (!last) return;
    const at = inMinutes(Date.parse(last.at), TURN_MINUTES);
    const what = last.what === "high" ? "low" : "high";
    put({ ...level, turns: [...turns, { what, at, height_m: before?.height_m ?? last.height_m }] });
  };
  return (
    <>
      <Text fontSize="sm" color="soft">
        Enter times and heights from your table; two of each are enough.
      </Text>
      {turns.map((t) => {
        const swap = (part: Partial<typeof t>) =>
          put({ ...level, turns: turns.map((x) => (x === t ? { ...x, ...part } : x)) });
        return (
          <LevelRow
            key={`${t.what} ${t.at}`}
            when={{ label: "At", value: t.at, zone, onChange: (at) => swap({ at }) }}
            height={{
              label: "Height",
              name: `turn-${t.at}`,
              value: t.height_m,
              onChange: (height_m) => swap({ height_m }),
            }}
            out={{
              label: `Take out the ${t.what} water of ${day(t.at, zone)} ${clock(t.at, zone)}`,
              disabled: turns.length < 3,
              onPress: () => put({ ...level, turns: turns.filter((x) => x !== t) }),
            }}
          >
            <Choice label="Water" value={t.what} onChange={(w) => swap({ what: w as "high" | "low" })}>
              <option value="high">high</option>
              <option value="low">low</option>
            </Choice>
          </LevelRow>
        );
      })}
      <Button onClick={another}>
        <Plus aria-hidden="true" />
        Another turn
      </Button>
    </>
  );
}
