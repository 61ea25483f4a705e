import { Stack } from "@chakra-ui/react";
import type { Rig } from "../../api/client";
import { KeepDepth } from "../../place/KeepDepth";
import { useSwims } from "../../place/useSwims";
import { Choice, options } from "../../shell/Choice";
import { Facts } from "../../shell/Facts";
import { QuantityField } from "../../shell/QuantityField";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { capital, word } from "../../units/vocabulary";
import { useHere } from "../here";
import { problemAt } from "../problemAt";
import type { Station } from "../station";
import { AtSwim } from "./AtSwim";
import { Why } from "./Why";

const SALT: [string, number][] = [
  ["fresh", 0],
  ["brackish", 10],
  ["sea", 35],
];

function WaterStation() {
  const { bench, answer } = useHere();
  const { units, vocabulary } = useSettings();
  const swims = useSwims();
  const { rig } = bench;
  const { water } = rig;
  const here = swims.list.find((s) => s.swim.id === water.swim);
  const change = (part: Partial<Rig["water"]>) => bench.put({ ...rig, water: { ...water, ...part } });

  return (
    <Stack gap="4">
      <Choice
        label={capital(word("swim", vocabulary))}
        value={here ? here.swim.id : ""}
        onChange={(id) => {
          const chosen = swims.list.find((s) => s.swim.id === id);
          if (chosen) bench.put({ ...rig, water: chosen.water });
          else change({ swim: null, name: "" });
        }}
      >
        <option value="">not in the book</option>
        {options(swims.list, (s) => [s.swim.id, s.water.name])}
      </Choice>
      <QuantityField
        label="Plumbed depth"
        name={`${rig.id}-depth`}
        value={water.depth_m}
        quantity="depth"
        problem={problemAt(answer, "water", "depth_m")}
        onChange={(depth_m) => change({ depth_m })}
        hint="Type 1.9, 190 cm or 6 ft 3."
      />
      {here && (
        <>
          <KeepDepth depth_m={water.depth_m} swimId={here.swim.id} />
          <AtSwim swimId={here.swim.id} rig={rig} onDepth={(depth_m) => change({ depth_m })} />
        </>
      )}
      <QuantityField
        label="Water temperature"
        name={`${rig.id}-temperature`}
        value={water.temperature_c}
        quantity="temperature"
        problem={problemAt(answer, "water", "temperature_c")}
        onChange={(temperature_c) => change({ temperature_c })}
      />
      <Choice
        label="Salt"
        value={String(SALT.find(([, s]) => s === water.salinity)?.[1] ?? "other")}
        onChange={(s) => s !== "other" && change({ salinity: Number(s) })}
      >
        {SALT.map(([name, s]) => (
          <option key={name} value={s}>
            {name}
            {s > 0 ? `, salinity ${s}` : ""}
          </option>
        ))}
        <option value="other">entered below</option>
      </Choice>
      {!SALT.some(([, s]) => s === water.salinity) && (
        <QuantityField
          label="Salinity"
          name={`${rig.id}-salinity`}
          value={water.salinity}
          quantity="plain"
          problem={problemAt(answer, "water", "salinity")}
          onChange={(salinity) => change({ salinity })}
        />
      )}
      {answer.evaluation && (
        <Facts rows={[["Density of the water", write(answer.evaluation.water_kg_m3, "density", units)]]} />
      )}
      <Why>
        Density from temperature and salinity by the equation of sea water TEOS-10 (2010). Sea water carries the float's
        whole volume better by about 2.7 %, so it stands higher than in a lake. The water is taken to be still.
      </Why>
    </Stack>
  );
}

export const WATER: Station = {
  id: "water",
  key: "1",
  name: () => "Water",
  value: ({ rig, units }) =>
    `${write(rig.water.depth_m, "depth", units)}, ${write(rig.water.temperature_c, "temperature", units)}`,
  fields: ["water"],
  Panel: WaterStation,
};
