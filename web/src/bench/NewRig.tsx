import { Box, Grid, Input, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Shapes } from "lucide-react";
import { lazy, Suspense, useId, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { api, type Catalogue, type Conditions, type Purpose, Refusal } from "../api/client";
import { Reasons } from "../method/Reasons";
import { Button } from "../shell/Button";
import { Choice } from "../shell/Choice";
import { QuantityField } from "../shell/QuantityField";
import { Sheet } from "../shell/Sheet";
import { capital } from "../units/vocabulary";
import { useSwims } from "./useSwims";
import { ASKED, wishFor } from "./wish";

const FamilyChooser = lazy(() => import("../method/FamilyChooser"));

/** Fish, water and rod to a rig: the family that suits is proposed, and balanced from the box when that is possible. */
export default function NewRig({ catalogue, onClose }: { catalogue: Catalogue; onClose: () => void }) {
  const queries = useQueryClient();
  const go = useNavigate();
  const nameId = useId();
  const swims = useSwims();
  const box = useQuery({ queryKey: ["box"], queryFn: api.box });
  const [chosen, setChosen] = useState<string | null>(null);
  const [species, setSpecies] = useState("rudd");
  const [swim, setSwim] = useState("");
  const [depth, setDepth] = useState(1.5);
  const [tackle, setTackle] = useState<Conditions["tackle"]>("rod");
  const [rodM, setRodM] = useState(catalogue.tackle[0]?.rod_m ?? 4);
  const [distance, setDistance] = useState(catalogue.tackle[0]?.distance_m ?? 12);
  const [current, setCurrent] = useState(0);
  const [name, setName] = useState("");
  const [failed, setFailed] = useState("");
  const [busy, setBusy] = useState(false);
  const [drawn, setDrawn] = useState(false);

  const place = swims.list.find((s) => s.swim.id === swim)?.water;
  const purpose = useMemo<Purpose>(
    () => ({
      water: place ?? { name: "", swim: null, depth_m: depth, temperature_c: 15, salinity: 0 },
      species,
      lie: null,
      conditions: { tackle, rod_m: rodM, distance_m: distance, current_m_s: current } as Conditions,
      month: new Date().getMonth() + 1,
      rules: null,
      schools: {},
    }),
    [place, depth, species, tackle, rodM, distance, current],
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

  const start = async () => {
    if (!family) return;
    setBusy(true);
    setFailed("");
    try {
      const fish = catalogue.species.find((s) => s.id === species)?.name ?? "Rig";
      const began = await api.startRig({
        family: family.id,
        species,
        water: purpose.water,
        name: name.trim() || `${capital(fish)}, ${family.name.split(",")[0]}`.slice(0, 80),
        spec: null,
        conditions: purpose.conditions as Conditions,
      });
      const wish = wishFor(began.pattern, ASKED, null, []);
      // Without enough shot in the box the rig is still worth having: the bench says what is missing.
      const rig = box.data?.length
        ? await api.balance(began, wish).then(
            (p) => p.rig,
            () => began,
          )
        : began;
      await api.createRig(rig);
      await queries.invalidateQueries({ queryKey: ["rigs"] });
      onClose();
      go(`/bench/${rig.id}`);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setFailed(error.message);
    } finally {
      setBusy(false);
    }
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
          {catalogue.species.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </Choice>
        <Choice label="Water" value={swim} onChange={setSwim}>
          <option value="">a water not in the book: enter its depth</option>
          {swims.list.map((s) => (
            <option key={s.swim.id} value={s.swim.id}>
              {s.water.name}
            </option>
          ))}
        </Choice>
        {swim === "" && (
          <QuantityField label="Plumbed depth" name="new-depth" value={depth} quantity="depth" onChange={setDepth} />
        )}
        <Grid templateColumns="1fr 1fr" gap="3" alignItems="end">
          <Choice
            label="Tackle"
            value={tackle}
            onChange={(t) => {
              const usual = catalogue.tackle.find((c) => c.id === t);
              setTackle(t as Conditions["tackle"]);
              setRodM(usual?.rod_m ?? rodM);
              setDistance(usual?.distance_m ?? distance);
            }}
          >
            <option value="rod">rod and reel</option>
            <option value="pole">pole</option>
            <option value="whip">whip</option>
          </Choice>
          <QuantityField label="Its length" name="new-rod" value={rodM} quantity="depth" onChange={setRodM} />
          <QuantityField
            label="Distance"
            name="new-distance"
            value={distance}
            quantity="distance"
            onChange={setDistance}
          />
          <QuantityField
            label="Current on top"
            name="new-current"
            value={current}
            quantity="speed"
            onChange={setCurrent}
          />
        </Grid>
        <Box>
          <Choice label="Rig family, the best suited first" value={family?.id ?? ""} onChange={setChosen}>
            {ranked
              .filter((s) => s.possible)
              .map((s) => (
                <option key={s.family} value={s.family}>
                  {s.name}
                </option>
              ))}
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
        <Box>
          <label htmlFor={nameId} className="bw-label">
            Name, if you like
          </label>
          <Input id={nameId} value={name} maxLength={80} onChange={(e) => setName(e.currentTarget.value)} />
        </Box>
        {failed && (
          <Text role="alert" color="float">
            {failed}
          </Text>
        )}
        <Button variant="solid" disabled={busy || !family} onClick={start}>
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
