import { Text } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { Button } from "../../shell/Button";
import { clock } from "../../units/clock";
import { useWater } from "../here";
import { LevelRow } from "./LevelRow";
import { type EntryProps, heightNow, inMinutes } from "./level";

const SHOWN = 6;

/** Levels read now and then. */
export function GaugedLevel({ level, put }: EntryProps<"gauged">) {
  const water = useWater();
  const zone = water.state.survey.place.time_zone;
  const { readings } = level;
  return (
    <>
      {readings.slice(-SHOWN).map((r) => {
        const swap = (part: Partial<typeof r>) =>
          put({ ...level, readings: readings.map((x) => (x === r ? { ...x, ...part } : x)) });
        return (
          <LevelRow
            key={r.at}
            when={{ label: "Read at", value: r.at, zone, onChange: (at) => swap({ at }) }}
            height={{
              label: "Level",
              name: `level-${r.at}`,
              value: r.level_m,
              onChange: (level_m) => swap({ level_m }),
            }}
            out={{
              label: `Take out the level of ${clock(r.at, zone)}`,
              disabled: readings.length < 2,
              onPress: () => put({ ...level, readings: readings.filter((x) => x !== r) }),
            }}
          />
        );
      })}
      {readings.length > SHOWN && <Text fontSize="sm">and {readings.length - SHOWN} earlier ones</Text>}
      <Button
        onClick={() =>
          put({ ...level, readings: [...readings, { at: inMinutes(water.now, 0), level_m: heightNow(water) }] })
        }
      >
        <Plus aria-hidden="true" />
        Read a level now
      </Button>
    </>
  );
}
