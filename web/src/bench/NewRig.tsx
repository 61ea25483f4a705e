import { Box, Grid, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Shapes } from "lucide-react";
import { lazy, Suspense, useMemo, useState } from "react";
import { api, type Catalogue, type Conditions, type Purpose } from "../api/client";
import { Reasons } from "../method/Reasons";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { QuantityField } from "../shell/QuantityField";
import { Sheet } from "../shell/Sheet";
import { TextField } from "../shell/TextField";
import { capital } from "../units/vocabulary";
import { TackleField } from "./TackleField";
import { useStartRig } from "./useStartRig";
import { useSwims } from "./useSwims";

const FamilyChooser = lazy(() => import("../method/FamilyChooser"));

/** Fish, water and rod to a rig: the family that suits is proposed, and balanced from the box when that is possible. */
export default function NewRig({ catalogue, onClose }: { catalogue: Catalogue; onClose: () => void }) {
  const swims = useSwims();
  const { start, failed, busy } = useStartRig(onClose);
  const [chosen, setChosen] = useState<string | null>(null);
  const [species, setSpecies] = useState("rudd");
  const [swim, setSwim] = useState("");
  const [depth, setDepth] = useState(1.5);
  const [reach, setReach] = useState<Reach>(() => ({
    tackle: "rod",
    rod_m: catalogue.tackle[0]?.rod_m ?? 4,
    distance_m: catalogue.tackle[0]?.distance_m ?? 12,
    current_m_s: 0,
  }));
  const [name, setName] = useState("");
  const [drawn, setDrawn] = useState(false);

  const place = swims.list.find((s) => s.swim.id === swim)?.water;
  const purpose = useMemo<Purpose>(
    () => ({
      water: place ?? { name: "", swim: null, depth_m: depth, temperature_c: 15, salinity: 0 },
      species,
      lie: null,
      conditions: reach as Conditions,
      month: new Date().getMonth() + 1,
      rules: null,
      schools: {},
    }),
    [place, depth, species, reach],
  );
  const suits = useQuery({
    queryKey: ["suits", purpose],
    queryFn: () => api.suits(purpose),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const ranked = suits.data?.ranked ?? [];
  const suit = ranked.find((s) => s.family === chosen) ?? ranked[0];
  const family = catalogue.families.find((f) => f.id === suit?.family);

  const begin = () => {
    if (!family) return;
    const fish = catalogue.species.find((f) => f.id === species)?.name ?? "Rig";
    void start({
      family: family.id,
      species,
      water: purpose.water,
      name: name.trim() || `${capital(fish)}, ${family.name.split(",")[0]}`.slice(0, 80),
      spec: null,
      conditions: reach as Conditions,
    });
  };

  return (
    <Sheet title="Start a rig" onClose={onClose}>
      <Stack gap="4">
        <Choice
          label="Fish"
          value={species}
          onChange={setSpecies}
          hint={catalogue.species.find((s) => s.id === species)?.says}
        >
          {options(catalogue.species, (s) => [s.id, s.name])}
        </Choice>
        <WhichWater swims={swims.list} swim={swim} depth={depth} onSwim={setSwim} onDepth={setDepth} />
        <ReachFields reach={reach} usual={catalogue.tackle} onChange={setReach} />
        <Box>
          <Choice label="Rig family, the best suited first" value={family?.id ?? ""} onChange={setChosen}>
            {options(
              ranked.filter((s) => s.possible),
              (s) => [s.family, s.name],
            )}
          </Choice>
          {suit && <Reasons reasons={suit.reasons} possible={suit.possible} />}
          {suits.isError && (
            <Text role="alert" color="float" fontSize="sm">
              {suits.error.message}
            </Text>
          )}
          <Button size="sm" mt="2" onClick={() => setDrawn(true)}>
            <Shapes aria-hidden="true" /> See all twenty drawn
          </Button>
        </Box>
        <TextField label="Name, if you like" value={name} maxLength={80} onChange={setName} />
        {failed && (
          <Text role="alert" color="float">
            {failed}
          </Text>
        )}
        <Button variant="solid" disabled={busy || !family} onClick={begin}>
          Put it on the bench
        </Button>
      </Stack>
      <Suspense>
        {drawn && (
          <FamilyChooser
            catalogue={catalogue}
            purpose={purpose}
            present={family?.id ?? null}
            busy={busy}
            onChoose={(id) => {
              setChosen(id);
              setDrawn(false);
            }}
            onClose={() => setDrawn(false)}
          />
        )}
      </Suspense>
    </Sheet>
  );
}

type WaterProps = {
  swims: ReturnType<typeof useSwims>["list"];
  swim: string;
  depth: number;
  onSwim: (id: string) => void;
  onDepth: (depth_m: number) => void;
};

/** A swim of the book, or only how deep it is. */
function WhichWater({ swims, swim, depth, onSwim, onDepth }: WaterProps) {
  return (
    <>
      <Choice label="Water" value={swim} onChange={onSwim}>
        <option value="">a water not in the book: enter its depth</option>
        {options(swims, (s) => [s.swim.id, s.water.name])}
      </Choice>
      {swim === "" && (
        <QuantityField label="Plumbed depth" name="new-depth" value={depth} quantity="depth" onChange={onDepth} />
      )}
    </>
  );
}

type Reach = Pick<Conditions, "tackle" | "rod_m" | "distance_m" | "current_m_s">;

type ReachProps = { reach: Reach; usual: Catalogue["tackle"]; onChange: (reach: Reach) => void };

/** What it is fished with, how far out and in what current. */
function ReachFields({ reach, usual, onChange }: ReachProps) {
  const set = (part: Partial<Reach>) => onChange({ ...reach, ...part });
  return (
    <Grid templateColumns="1fr 1fr" gap="3" alignItems="end">
      <TackleField
        value={reach.tackle}
        onChange={(tackle) => {
          const { rod_m, distance_m } = usual.find((c) => c.id === tackle) ?? reach;
          set({ tackle, rod_m, distance_m });
        }}
      />
      <QuantityField
        label="Its length"
        name="new-rod"
        value={reach.rod_m ?? 0}
        quantity="depth"
        onChange={(rod_m) => set({ rod_m })}
      />
      <QuantityField
        label="Distance"
        name="new-distance"
        value={reach.distance_m ?? 0}
        quantity="distance"
        onChange={(distance_m) => set({ distance_m })}
      />
      <QuantityField
        label="Current on top"
        name="new-current"
        value={reach.current_m_s ?? 0}
        quantity="speed"
        onChange={(current_m_s) => set({ current_m_s })}
      />
    </Grid>
  );
}
