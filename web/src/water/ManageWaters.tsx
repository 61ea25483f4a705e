import { Box, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Trash2, Undo2 } from "lucide-react";
import { useState } from "react";
import { api, keys, type PlaceRules, type Survey, type SwimFields, type WaterFields } from "../api/client";
import { useSave } from "../document/useSave";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { QuantityField } from "../shell/QuantityField";
import { Refused } from "../shell/Refused";
import { Sheet } from "../shell/Sheet";
import { LeftField } from "../shell/TextField";

type Kept<F> = { version: number; fields: F };
type Deleted = { water?: WaterFields; rules?: PlaceRules; swim?: SwimFields; survey?: Survey };

const SALT: readonly (readonly [number, string])[] = [
  [0, "fresh"],
  [10, "brackish, salinity 10"],
  [35, "sea, salinity 35"],
];

/** Every way to change the waters and swims of the book; what was deleted last can be brought back. */
function useWaters() {
  const waters = useQuery({ queryKey: keys.waters, queryFn: api.waters, staleTime: 0 });
  const swims = useQuery({ queryKey: keys.swims, queryFn: api.swims, staleTime: 0 });
  const { said, save } = useSave({ old: [keys.waters, keys.swims, keys.surveyOf()], turns: "waters" });
  const [deleted, setDeleted] = useState<Deleted | null>(null);
  const changeWater = (kept: Kept<WaterFields>, part: Partial<WaterFields>) =>
    save(() => api.updateWater(kept.fields.id, kept.version, { ...kept.fields, ...part }));
  const changeSwim = (kept: Kept<SwimFields>, part: Partial<SwimFields>) =>
    save(() => api.updateSwim(kept.fields.id, { version: kept.version, fields: { ...kept.fields, ...part } }));
  const deleteWater = (kept: Kept<WaterFields>) =>
    save(async () => {
      const { fields: rules, version } = await api.rules(kept.fields.id);
      await api.deleteWater(kept.fields.id, kept.version);
      setDeleted({ water: kept.fields, rules: version > 0 ? rules : undefined });
    });
  const deleteSwim = (kept: Kept<SwimFields>) =>
    save(async () => {
      const { fields: survey, version } = await api.survey(kept.fields.id);
      await api.deleteSwim(kept.fields.id, kept.version);
      setDeleted({ swim: kept.fields, survey: version > 0 ? survey : undefined });
    });
  const bringBack = () =>
    save(async () => {
      if (deleted?.water) await api.createWater(deleted.water);
      if (deleted?.rules) await api.keepRules(deleted.rules.water_id, 0, deleted.rules);
      if (deleted?.swim) await api.createSwim(deleted.swim);
      if (deleted?.survey) await api.saveSurvey(deleted.survey.swim_id, 0, deleted.survey);
      setDeleted(null);
    });
  return { waters, swims, said, deleted, changeWater, changeSwim, deleteWater, deleteSwim, bringBack };
}

type Props = {
  onClose: () => void;
  /** The swim that is shown behind: it is not deleted from under the page. */
  present: string;
};

/** The waters and swims of the book: renamed, put right, deleted. */
export default function ManageWaters({ onClose, present }: Props) {
  const book = useWaters();
  const { waters, swims, deleted } = book;
  const failed = waters.error ?? swims.error;
  return (
    <Sheet title="Waters and swims" onClose={onClose}>
      <Stack gap="5">
        {failed && <Refused>{failed.message}</Refused>}
        {book.said && <Refused>{book.said}</Refused>}
        {deleted && (
          <Flex role="status" justify="space-between" align="center" bg="well" borderRadius="l1" px="4" py="2" gap="3">
            <Text>“{(deleted.water ?? deleted.swim)?.name}” is deleted.</Text>
            <Button size="sm" onClick={() => void book.bringBack()}>
              <Undo2 aria-hidden="true" /> Bring it back
            </Button>
          </Flex>
        )}
        {(waters.data ?? []).map((water) => (
          <OneWater
            key={water.fields.id}
            water={water}
            swims={(swims.data ?? []).filter((s) => s.fields.water_id === water.fields.id)}
            book={book}
            present={present}
          />
        ))}
      </Stack>
    </Sheet>
  );
}

type OneProps = {
  water: Kept<WaterFields>;
  swims: Kept<SwimFields>[];
  book: ReturnType<typeof useWaters>;
  present: string;
};

function OneWater({ water, swims, book, present }: OneProps) {
  const { fields } = water;
  const salt = String(fields.salinity ?? 0);
  const salts = SALT.some(([s]) => String(s) === salt) ? SALT : [...SALT, [Number(salt), `salinity ${salt}`] as const];
  return (
    <Box as="section" aria-label={fields.name} borderTopWidth="1px" borderColor="rule" pt="3">
      <Heading as="h3" className="bw-hidden">
        {fields.name}
      </Heading>
      <Flex gap="3" align="end" wrap="wrap">
        <Named what="water" name={fields.name} onName={(name) => book.changeWater(water, { name })} />
        <Box w="120px">
          <QuantityField
            label="Temperature"
            name={`temperature-${fields.id}`}
            value={fields.temperature_c}
            quantity="temperature"
            onChange={(temperature_c) => void book.changeWater(water, { temperature_c })}
          />
        </Box>
        <Box w="180px">
          <Choice label="Salt" value={salt} onChange={(s) => void book.changeWater(water, { salinity: Number(s) })}>
            {options(salts, ([s, name]) => [String(s), name])}
          </Choice>
        </Box>
        {swims.length === 0 && (
          <Button aria-label={`Delete the water ${fields.name}`} onClick={() => void book.deleteWater(water)}>
            <Trash2 aria-hidden="true" /> Delete this water
          </Button>
        )}
      </Flex>
      <Stack as="ul" listStyleType="none" gap="2" mt="3" ps={{ base: "2", md: "6" }}>
        {swims.map((swim) => (
          <Flex as="li" key={swim.fields.id} gap={{ base: "2", md: "3" }} align="end">
            <Named what="swim" name={swim.fields.name} onName={(name) => book.changeSwim(swim, { name })} />
            <Box w={{ base: "90px", md: "120px" }} flexShrink="0">
              <QuantityField
                label="Depth"
                name={`depth-${swim.fields.id}`}
                value={swim.fields.depth_m}
                quantity="depth"
                onChange={(depth_m) => void book.changeSwim(swim, { depth_m })}
              />
            </Box>
            {swim.fields.id !== present && (
              <Button
                variant="quiet"
                size="icon"
                aria-label={`Delete the swim ${swim.fields.name}, with all that was plumbed there`}
                title="Delete this swim, with all that was plumbed there"
                onClick={() => void book.deleteSwim(swim)}
              >
                <Trash2 />
              </Button>
            )}
          </Flex>
        ))}
      </Stack>
    </Box>
  );
}

function Named({ what, name, onName }: { what: string; name: string; onName: (name: string) => Promise<unknown> }) {
  return (
    <Box flex="1" minW="140px">
      <LeftField
        label={`Name of the ${what}`}
        value={name}
        maxLength={80}
        onChange={(text) => {
          if (text.trim()) void onName(text.trim());
        }}
      />
    </Box>
  );
}
