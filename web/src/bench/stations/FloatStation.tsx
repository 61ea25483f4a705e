import { Box, Flex, Input, Stack, Text } from "@chakra-ui/react";
import { useId, useState } from "react";
import { api, type FloatStock, Refusal } from "../../api/client";
import { Button } from "../../shell/Button";
import { Choice } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { capital, word } from "../../units/vocabulary";
import { Facts } from "./Facts";
import { problemAt, type StationProps } from "./Panel";
import { Why } from "./Why";

const GUESSED: Record<string, string> = {
  own_mass_kg: "own mass",
  stem_length_m: "stem length",
  stem_diameter_m: "stem thickness",
  body_length_m: "body length",
  body_diameter_m: "body thickness",
  tip_length_m: "tip length",
  tip_diameter_m: "tip thickness",
};

export function FloatStation({ bench, answer, catalogue, box }: StationProps) {
  const { units, vocabulary } = useSettings();
  const { rig } = bench;
  const float = rig.components.find((c) => c.kind === "float");
  const types = catalogue.float_types.filter((t) => float && t.mounts.includes(float.mount));
  const fitting = box.filter((b): b is FloatStock => b.kind === "float" && types.some((t) => t.id === b.spec.type));
  const afloat = answer.evaluation?.afloat;
  if (!float) return null;
  const typeName = (id: string) => types.find((t) => t.id === id)?.name ?? id;
  return (
    <Stack gap="4">
      <QuantityField
        label="Tip wanted"
        name={`${rig.id}-tip`}
        value={rig.aim.tip_m}
        quantity="tip"
        problem={problemAt(answer, "aim", "tip_m")}
        hint="4 to 6 mm in a calm; more in a chop or with a heavy bait."
        onChange={(tip_m) => bench.put({ ...rig, aim: { ...rig.aim, tip_m } })}
      />
      <Box>
        <Text className="bw-label" as="h2">
          From your box
        </Text>
        {fitting.length === 0 && (
          <Text color="soft">No float in the box fits this rig. Enter one by its label below.</Text>
        )}
        <Stack as="ul" listStyleType="none" gap="1.5" aria-label="Floats in the box">
          {fitting.map((f) => {
            const here = f.item === float.item;
            return (
              <li key={f.item}>
                <Flex
                  as="button"
                  w="full"
                  aria-pressed={here}
                  onClick={() => void bench.edit({ do: "change-float", spec: f.spec, item: f.item })}
                  justify="space-between"
                  align="center"
                  gap="3"
                  px="3"
                  minH="11"
                  borderWidth={here ? "2px" : "1px"}
                  borderColor={here ? "tip" : "rule"}
                  bg={here ? "chosen" : "card"}
                  borderRadius="l1"
                  cursor="pointer"
                >
                  <Text as="span" fontWeight="bold">
                    {f.label}
                  </Text>
                  <Text as="span" fontSize="sm" color="soft" textAlign="end">
                    {typeName(f.spec.type)}, {write(f.spec.capacity_kg, "load", units)}
                    {f.spec.built_in_kg > 0 ? ` + ${write(f.spec.built_in_kg, "load", units)} built in` : ""}
                  </Text>
                </Flex>
              </li>
            );
          })}
        </Stack>
      </Box>
      <ByLabel types={types} bench={bench} />
      {afloat && (
        <>
          <Facts
            rows={[
              [`${capital(word("float", vocabulary))} length`, write(afloat.length_m, "line", units)],
              ["Own mass", write(afloat.own_mass_kg, "load", units)],
              ["Load at the wanted tip", afloat.wanted_kg === null ? "none" : write(afloat.wanted_kg, "load", units)],
              ["Sinks at", write(afloat.sinking_kg, "load", units)],
              ["Stands from about", write(afloat.least_standing_kg, "load", units)],
              ["10 mg more takes", `${(afloat.tip_per_10_mg_m * 1000).toPrecision(2)} mm of tip`],
            ]}
          />
          {afloat.guessed.length > 0 && (
            <Text fontSize="sm" color="soft">
              Guessed from the type and label: {afloat.guessed.map((g) => GUESSED[g] ?? g).join(", ")}.
            </Text>
          )}
          <Why>
            The float is a stack of cone slices. Load = density of the water × volume below the waterline − own mass.
            Capacity is meant in lead shot in fresh water at 15 °C. Surface tension on the tip is not in it: on a 1 mm
            bristle it is worth some 20 mg either way.
          </Why>
        </>
      )}
    </Stack>
  );
}

type ByLabelProps = { types: { id: string; name: string }[]; bench: StationProps["bench"] };

function ByLabel({ types, bench }: ByLabelProps) {
  const id = useId();
  const [type, setType] = useState(types[0]?.id ?? "");
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState("");
  const put = async () => {
    try {
      const label = await api.label(text);
      const spec = { type, label: text.trim(), capacity_kg: label.load_kg, built_in_kg: label.built_in_kg };
      setWrong("");
      if (await bench.edit({ do: "change-float", spec, item: null })) setText("");
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setWrong(error.message);
    }
  };
  return (
    <details className="bw-why">
      <summary>Another float, by its label</summary>
      <Stack gap="3" pt="3">
        <Choice label="Type" value={type} onChange={setType}>
          {types.map((t) => (
            <option key={t.id} value={t.id}>
              {t.name}
            </option>
          ))}
        </Choice>
        <Box>
          <label htmlFor={id} className="bw-label">
            Label
          </label>
          <Input
            id={id}
            value={text}
            placeholder="3BB, 0.4 g, 2+1 g, 4x14"
            aria-invalid={wrong ? true : undefined}
            aria-describedby={wrong ? `${id}-say` : undefined}
            onChange={(e) => setText(e.currentTarget.value)}
            onKeyDown={(e) => e.key === "Enter" && void put()}
          />
          {wrong && (
            <Text id={`${id}-say`} role="alert" fontSize="sm" color="float" mt="1">
              {wrong}
            </Text>
          )}
        </Box>
        <Button onClick={put}>Put it on</Button>
      </Stack>
    </details>
  );
}
