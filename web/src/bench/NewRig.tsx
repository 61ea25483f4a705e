import { Box, Input, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { useNavigate } from "react-router";
import { api, type Catalogue, Refusal } from "../api/client";
import { Button } from "../shell/Button";
import { Choice } from "../shell/Choice";
import { QuantityField } from "../shell/QuantityField";
import { Sheet } from "../shell/Sheet";
import { capital } from "../units/vocabulary";
import { useSwims } from "./useSwims";

/** Three choices to a rig: family, fish, water. It is balanced from the box when that is possible. */
export default function NewRig({ catalogue, onClose }: { catalogue: Catalogue; onClose: () => void }) {
  const queries = useQueryClient();
  const go = useNavigate();
  const nameId = useId();
  const swims = useSwims();
  const box = useQuery({ queryKey: ["box"], queryFn: api.box });
  const [family, setFamily] = useState(catalogue.families[0]?.id ?? "");
  const [species, setSpecies] = useState(catalogue.families[0]?.species ?? "");
  const [swim, setSwim] = useState("");
  const [depth, setDepth] = useState(1.5);
  const [name, setName] = useState("");
  const [failed, setFailed] = useState("");
  const [busy, setBusy] = useState(false);

  const chosen = catalogue.families.find((f) => f.id === family);
  const start = async () => {
    setBusy(true);
    setFailed("");
    try {
      const place = swims.list.find((s) => s.swim.id === swim);
      const water = place?.water ?? { name: "", swim: null, depth_m: depth, temperature_c: 15, salinity: 0 };
      const fish = catalogue.species.find((s) => s.id === species)?.name ?? "Rig";
      const began = await api.startRig({
        family,
        species,
        water,
        name: name.trim() || `${capital(fish)}, ${chosen?.name.split(",")[0] ?? family}`,
        spec: null,
      });
      const wish = { pattern: began.pattern, max_pieces: 20, material: null, keep_heavy: false };
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
          label="Family"
          value={family}
          hint={chosen?.says}
          onChange={(id) => {
            setFamily(id);
            setSpecies(catalogue.families.find((f) => f.id === id)?.species ?? species);
          }}
        >
          {catalogue.families.map((f) => (
            <option key={f.id} value={f.id}>
              {f.name}
            </option>
          ))}
        </Choice>
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
        <Button variant="solid" disabled={busy} onClick={start}>
          Put it on the bench
        </Button>
      </Stack>
    </Sheet>
  );
}
