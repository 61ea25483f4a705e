import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { Upload } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { api, type Catalogue, type FloatFacts, type FloatSpec, refusalIn } from "../../api/client";
import { useAnswer } from "../../document/useAnswer";
import { Button } from "../../shell/Button";
import { Choice, options } from "../../shell/Choice";
import { Facts } from "../../shell/Facts";
import { Sheet } from "../../shell/Sheet";
import { TextField } from "../../shell/TextField";
import { forField, type Quantity, read, type Units, unitOf, write } from "../../units/quantity";
import { guessedWords } from "./ThisFloat";

type Props = {
  title: string;
  /** Types the rig can hold. */
  types: Catalogue["float_types"];
  catalogue: Catalogue;
  start: FloatSpec | null;
  onPut: (spec: FloatSpec, keep: boolean) => Promise<boolean>;
  onClose: () => void;
  units: Units;
};

type Measure =
  | "own_mass_kg"
  | "built_in_kg"
  | "mark_m"
  | "stem_length_m"
  | "stem_diameter_m"
  | "body_length_m"
  | "body_diameter_m"
  | "tip_length_m"
  | "tip_diameter_m";

const MEASURES: [Measure, string, Quantity][] = [
  ["own_mass_kg", "Own mass", "load"],
  ["built_in_kg", "Built-in load", "load"],
  ["mark_m", "Out at its mark", "tip"],
  ["body_diameter_m", "Body thickness", "tip"],
  ["body_length_m", "Body length", "line"],
  ["tip_diameter_m", "Tip thickness", "tip"],
  ["tip_length_m", "Tip length", "line"],
  ["stem_diameter_m", "Stem thickness", "tip"],
  ["stem_length_m", "Stem length", "line"],
];

const MATERIALS = [
  ["body_material", "Body of"],
  ["stem_material", "Stem of"],
  ["tip_material", "Tip of"],
] as const;

const NEW = { label: "", ballast: 0, feed: 1 };

const describe = async (spec: FloatSpec | null): Promise<FloatFacts | null> => (spec ? api.describeFloat(spec) : null);

/** A float by its label, by a few measures, or by its measured outline; each says what is still guessed. */
export default function FloatForm({ title, types, catalogue, start, onPut, onClose, units }: Props) {
  const [spec, setSpec] = useState<FloatSpec>(() => start ?? { ...NEW, type: types[0]?.id ?? "" });
  const [label, setLabel] = useState(start?.label ?? "");
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const kind = catalogue.float_types.find((t) => t.id === spec.type);
  const sized = spec.capacity_kg || spec.body_diameter_m || spec.profile;
  const question = useMemo(() => (sized ? spec : null), [sized, spec]);
  const { answer: facts, refusal } = useAnswer(question, describe);
  const blame = (name: string, sentence: string) => setWrong((w) => ({ ...w, [name]: sentence }));
  const set = (part: Partial<FloatSpec>) => setSpec((s) => ({ ...s, ...part, calibration: null }));

  const readLabel = async (text: string) => {
    if (!text.trim()) return set({ capacity_kg: null, built_in_kg: null, label: "" });
    try {
      const said = await api.label(text);
      blame("label", "");
      const builtIn = said.reading === "built-in-and-added" ? said.built_in_kg : null;
      set({ capacity_kg: said.load_kg, built_in_kg: builtIn, label: text.trim() });
    } catch (error) {
      blame("label", refusalIn(error).message);
    }
  };
  const faulty = Object.values(wrong).some(Boolean) || refusal !== null;
  const put = async (keep: boolean) => {
    if (await onPut({ ...spec, label: spec.label || kind?.name || "" }, keep)) onClose();
  };
  return (
    <Sheet title={title} onClose={onClose}>
      <Stack gap="4">
        <Choice label="Type" value={spec.type} onChange={(type) => set({ type })} hint={kind?.says}>
          {options(types, (t) => [t.id, t.name])}
        </Choice>
        <TextField
          label={kind?.sized ? "What its label says (if it has one)" : "What its label says"}
          value={label}
          placeholder="3BB, 0.4 g, 2+1 g, 4x14"
          problem={wrong.label ?? ""}
          onChange={setLabel}
          onBlur={() => void readLabel(label)}
          onEnter={() => void readLabel(label)}
        />
        <Measures
          spec={spec}
          wrong={wrong}
          materials={catalogue.float_materials}
          onSet={set}
          onWrong={blame}
          units={units}
        />
        <Outline profile={spec.profile} wrong={wrong.profile} onSet={set} onWrong={blame} />
        <Preview facts={refusal ? null : facts} problem={refusal?.message} units={units} />
        <Flex gap="2" wrap="wrap">
          <Button variant="solid" disabled={!facts || faulty} onClick={() => void put(true)}>
            Put it on and keep it in the box
          </Button>
          <Button disabled={!facts || faulty} onClick={() => void put(false)}>
            Only put it on
          </Button>
        </Flex>
      </Stack>
    </Sheet>
  );
}

type Part = {
  onSet: (part: Partial<FloatSpec>) => void;
  onWrong: (field: string, sentence: string) => void;
};

type MeasuresProps = Part & {
  spec: FloatSpec;
  wrong: Record<string, string>;
  materials: Catalogue["float_materials"];
  units: Units;
};

function Measures({ spec, wrong, materials, onSet, onWrong, units }: MeasuresProps) {
  return (
    <Box>
      <Text className="bw-label" as="h3">
        What you measured; leave the rest empty
      </Text>
      <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(4, 1fr)" }} gap="2" alignItems="end">
        {MEASURES.map(([name, words, quantity]) => (
          <Measured
            key={name}
            words={words}
            quantity={quantity}
            value={spec[name] ?? null}
            onValue={(value) => onSet({ [name]: value })}
            onWrong={(sentence) => onWrong(name, sentence)}
            units={units}
          />
        ))}
        {MATERIALS.map(([name, words]) => (
          <Choice key={name} label={words} value={spec[name] ?? ""} onChange={(m) => onSet({ [name]: m || null })}>
            <option value="">as usual</option>
            {options(materials, (m) => [m.id, m.name])}
          </Choice>
        ))}
      </Grid>
      {MEASURES.map(([name]) => (
        <Wrong key={name} sentence={wrong[name]} />
      ))}
    </Box>
  );
}

type OutlineProps = Part & { profile: FloatSpec["profile"]; wrong: string | undefined };

/** The outline read from a file. */
function Outline({ profile, wrong, onSet, onWrong }: OutlineProps) {
  const file = useRef<HTMLInputElement>(null);
  const readFile = async (chosen: File) => {
    try {
      const { points } = await api.readProfile(chosen);
      onWrong("profile", "");
      onSet({ profile: points });
    } catch (error) {
      onWrong("profile", refusalIn(error).message);
    }
  };
  return (
    <Box>
      <Text className="bw-label" as="h3">
        Its whole outline
      </Text>
      <Flex gap="2" align="center" wrap="wrap">
        <Button onClick={() => file.current?.click()}>
          <Upload aria-hidden="true" /> Read a CSV file
        </Button>
        {profile ? (
          <>
            <Text fontSize="sm">{profile.length} points</Text>
            <Button variant="quiet" onClick={() => onSet({ profile: null })}>
              Leave it out
            </Button>
          </>
        ) : (
          <Text fontSize="sm" color="soft">
            height_mm,diameter_mm from the foot up
          </Text>
        )}
      </Flex>
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv"
        className="bw-hidden"
        tabIndex={-1}
        aria-label="Outline as a CSV file"
        onChange={(e) => {
          const chosen = e.currentTarget.files?.[0];
          if (chosen) void readFile(chosen);
          e.currentTarget.value = "";
        }}
      />
      <Wrong sentence={wrong} />
    </Box>
  );
}

/** What the float comes to, and what is still guessed of it. */
function Preview({ facts, problem, units }: { facts: FloatFacts | null; problem: string | undefined; units: Units }) {
  return (
    <Box aria-live="polite" data-testid="float-preview">
      {problem && <Text color="float">{problem}</Text>}
      {facts && (
        <>
          <Facts
            rows={[
              ["Carries", write(facts.rated_kg, "load", units)],
              facts.built_in_kg > 0 ? ["Built in", write(facts.built_in_kg, "load", units)] : null,
              ["Own mass in all", write(facts.mass_kg, "load", units)],
              ["Thickest", write(facts.body_diameter_m, "tip", units)],
              ["Length", write(facts.length_m, "line", units)],
              [
                "Stands from",
                facts.least_standing_kg === null ? "never" : write(facts.least_standing_kg, "load", units),
              ],
            ]}
          />
          <Text fontSize="sm" color="soft">
            {facts.guessed.length ? `Still guessed: ${guessedWords(facts.guessed)}.` : "Nothing is guessed."}
          </Text>
        </>
      )}
    </Box>
  );
}

function Wrong({ id, sentence }: { id?: string; sentence: string | undefined }) {
  if (!sentence) return null;
  return (
    <Text id={id} role="alert" fontSize="sm" color="float" mt="1">
      {sentence}
    </Text>
  );
}

type MeasuredProps = {
  words: string;
  quantity: Quantity;
  value: number | null;
  onValue: (value: number | null) => void;
  onWrong: (sentence: string) => void;
  units: Units;
};

/** A measure that may be left out. */
function Measured({ words, quantity, value, onValue, onWrong, units }: MeasuredProps) {
  const [text, setText] = useState(value === null ? "" : forField(value, quantity, units));
  useEffect(() => {
    if (value === null) setText((now) => (read(now, quantity, units).ok ? "" : now));
  }, [value, quantity, units]);
  const take = () => {
    if (!text.trim()) {
      onWrong("");
      return onValue(null);
    }
    const got = read(text, quantity, units);
    onWrong(got.ok ? "" : `${words}: ${got.sentence}`);
    if (got.ok) onValue(got.value);
  };
  return (
    <TextField
      label={words}
      value={text}
      placeholder={unitOf(quantity, units)}
      onChange={setText}
      onBlur={take}
      onEnter={take}
    />
  );
}
