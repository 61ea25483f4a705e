import { Box, Grid, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Shapes } from "lucide-react";
import { lazy, Suspense, useMemo, useState } from "react";
import { api, type Catalogue, type Conditions, keys, type Purpose } from "../../api/client";
import { Reasons } from "../../method/Reasons";
import { useSwims } from "../../place/useSwims";
import { Button } from "../../shell/Button";
import { Choice, options } from "../../shell/Choice";
import { Sheet } from "../../shell/Sheet";
import { TextField } from "../../shell/TextField";
import { capital } from "../../units/vocabulary";
import {
  lieOf,
  type Reach,
  ReachFields,
  type Salt,
  salinityOf,
  saltOf,
  type Where,
  WhereField,
  WhichWater,
  whereOf,
} from "./Fields";
import { useStartRig } from "./useStartRig";

const FamilyChooser = lazy(() => import("../../method/FamilyChooser"));
const LAST = "last";

/** Everything that is asked before a rig stands on the bench, with what it is when nothing is said. */
function useAsked(catalogue: Catalogue) {
  const usual = catalogue.tackle[0];
  const [asked, setAsked] = useState({
    species: "rudd",
    where: { kind: "usual", metres: 0 } as Where,
    bait: "",
    swim: "",
    depth: 1.5,
    salt: "fresh" as Salt,
    reach: {
      tackle: "rod",
      rod_m: usual?.rod_m ?? 4,
      distance_m: usual?.distance_m ?? 12,
      current_m_s: 0,
      wind_m_s: 0,
    } as Reach,
    family: null as string | null,
    like: LAST,
    name: "",
  });
  const set = (part: Partial<typeof asked>) => setAsked((a) => ({ ...a, ...part }));
  /** An earlier rig is tied again: what it was for is what this one is for, until something else is said. */
  const follow = async (like: string) => {
    set({ like });
    if (like === LAST || like === "") return;
    const { fields: rig } = await api.rig(like);
    set({
      species: rig.species ?? asked.species,
      where: whereOf(rig.aim),
      bait: "",
      swim: rig.water.swim ?? "",
      depth: rig.water.depth_m,
      salt: saltOf(rig.water.salinity ?? 0),
      reach: rig.conditions as Reach,
      family: rig.family,
    });
  };
  return { asked, set, follow };
}

type Asked = ReturnType<typeof useAsked>["asked"];

function usePurpose({ species, where, depth, salt, reach }: Asked, place: Purpose["water"] | undefined): Purpose {
  return useMemo(
    () => ({
      water: place ?? { name: "", swim: null, depth_m: depth, temperature_c: 15, salinity: salinityOf(salt) },
      species,
      lie: lieOf(where),
      conditions: reach as Conditions,
      month: new Date().getMonth() + 1,
      rules: null,
      schools: {},
    }),
    [place, depth, salt, species, where, reach],
  );
}

/** The families by how well they suit what is asked. */
const useSuits = (purpose: Purpose) =>
  useQuery({
    queryKey: keys.suits(purpose),
    queryFn: () => api.suits(purpose),
    placeholderData: keepPreviousData,
    retry: false,
  });

/** Fish, water and rod to a rig: the family that suits is proposed, tied as one's own, and balanced from the box. */
export default function NewRig({ catalogue, onClose }: { catalogue: Catalogue; onClose: () => void }) {
  const swims = useSwims();
  const { start, failed, busy } = useStartRig(onClose);
  const { asked, set, follow } = useAsked(catalogue);
  const [drawn, setDrawn] = useState(false);
  const { species, where, swim, depth, salt, reach, like } = asked;
  const place = swims.list.find((s) => s.swim.id === swim)?.water;
  const purpose = usePurpose(asked, place);
  const suits = useSuits(purpose);
  const ranked = suits.data?.ranked ?? [];
  const suit = ranked.find((s) => s.family === asked.family) ?? ranked[0];
  const family = catalogue.families.find((f) => f.id === suit?.family);

  const begin = () => {
    if (!family) return;
    const fish = catalogue.species.find((f) => f.id === species)?.name ?? "Rig";
    void start({
      family: family.id,
      species,
      lie: purpose.lie,
      bait: asked.bait || null,
      water: purpose.water,
      name: asked.name.trim() || `${capital(fish)}, ${family.name.split(",")[0]}`.slice(0, 80),
      conditions: reach as Conditions,
      like: like || null,
    });
  };

  return (
    <Sheet title="Start a rig" onClose={onClose} wide>
      <Grid templateColumns={{ base: "minmax(0,1fr)", md: "1fr 1fr" }} columnGap="8" rowGap="4">
        <Stack gap="4">
          <Choice
            label="Fish"
            value={species}
            onChange={(s) => set({ species: s })}
            hint={catalogue.species.find((s) => s.id === species)?.says}
          >
            {options(catalogue.species, (s) => [s.id, capital(s.name)])}
          </Choice>
          <WhichWater
            swims={swims.list}
            swim={swim}
            depth={depth}
            salt={salt}
            onSwim={(id) => set({ swim: id })}
            onDepth={(depth_m) => set({ depth: depth_m })}
            onSalt={(s) => set({ salt: s })}
          />
          <WhereField where={where} onChange={(w) => set({ where: w })} />
          <Choice label="Bait" value={asked.bait} onChange={(bait) => set({ bait })}>
            <option value="">{like && like !== LAST ? "as on that rig" : "as usual for the fish"}</option>
            {options(catalogue.baits, (b) => [b.id, capital(b.name)])}
          </Choice>
        </Stack>
        <Stack gap="4">
          <ReachFields reach={reach} usual={catalogue.tackle} onChange={(r) => set({ reach: r })} />
          <Family
            suits={suits}
            family={family?.id ?? ""}
            onChange={(f) => set({ family: f })}
            onDrawn={() => setDrawn(true)}
          />
          <Like like={like} onChange={(id) => void follow(id)} />
          <TextField label="Name, if you like" value={asked.name} maxLength={80} onChange={(name) => set({ name })} />
        </Stack>
      </Grid>
      {failed && (
        <Text role="alert" color="float" mt="4">
          {failed}
        </Text>
      )}
      <Button variant="solid" mt="5" disabled={busy || !family} onClick={begin}>
        Put it on the bench
      </Button>
      <Suspense>
        {drawn && (
          <FamilyChooser
            catalogue={catalogue}
            purpose={purpose}
            present={family?.id ?? null}
            busy={busy}
            onChoose={(id) => {
              set({ family: id });
              setDrawn(false);
            }}
            onClose={() => setDrawn(false)}
          />
        )}
      </Suspense>
    </Sheet>
  );
}

/** Whose lines, leader, hook, stops and beads are tied again. */
function Like({ like, onChange }: { like: string; onChange: (id: string) => void }) {
  const rigs = useQuery({ queryKey: keys.rigs, queryFn: api.rigs });
  return (
    <Choice
      label="Tackle like"
      value={like}
      onChange={onChange}
      hint={
        like === LAST
          ? "Lines, leader, hook and stops as you last tied this method."
          : like === ""
            ? "Lines by the fish, knots and stops by your schools."
            : "Everything as on that rig, its weights too."
      }
    >
      <option value={LAST}>as last time with this method</option>
      <option value="">as is usual for the fish</option>
      {options(rigs.data ?? [], (r) => [r.id, r.name])}
    </Choice>
  );
}

type FamilyProps = {
  suits: ReturnType<typeof useSuits>;
  family: string;
  onChange: (family: string) => void;
  onDrawn: () => void;
};

/** The family, the best suited first, and why. */
function Family({ suits, family, onChange, onDrawn }: FamilyProps) {
  const ranked = suits.data?.ranked ?? [];
  const suit = ranked.find((s) => s.family === family);
  return (
    <Box>
      <Choice label="Rig family, the best suited first" value={family} onChange={onChange}>
        {options(
          ranked.filter((s) => s.possible && s.score > 0),
          (s) => [s.family, s.name],
        )}
        <optgroup label="Possible, but made for something else">
          {options(
            ranked.filter((s) => s.possible && s.score <= 0),
            (s) => [s.family, s.name],
          )}
        </optgroup>
      </Choice>
      {suit && <Reasons reasons={suit.reasons} possible={suit.possible} />}
      {suits.isError && (
        <Text role="alert" color="float" fontSize="sm">
          {suits.error.message}
        </Text>
      )}
      <Button size="sm" mt="2" onClick={onDrawn}>
        <Shapes aria-hidden="true" /> See all twenty drawn
      </Button>
    </Box>
  );
}
