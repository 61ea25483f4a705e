import { Box, Flex, Stack } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Catalogue, keys, type LogEvent, type Outing } from "../api/client";
import { uuid } from "../document/uuid";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { QuantityField } from "../shell/QuantityField";
import { TextField } from "../shell/TextField";
import { ZONE } from "../units/zone";
import { Moment } from "../water/Fields";

type Props = {
  outing: Outing;
  catalogue: Catalogue;
  logged: Awaited<ReturnType<typeof api.log>>;
  onAdd: (event: LogEvent) => void;
};

/** What may be written down: with one press while the session goes on, with its time afterwards. */
export function Happen({ outing, catalogue, logged, onAdd }: Props) {
  const live = !outing.ends;
  const [at, setAt] = useState(outing.begins);
  const [species, setSpecies] = useState(logged.species[0]?.id ?? catalogue.species[0]?.id ?? "");
  const [came, setCame] = useState("");
  const [length, setLength] = useState(0);
  const [rig, setRig] = useState("");
  const [note, setNote] = useState("");
  const rigs = useQuery({ queryKey: keys.rigs, queryFn: api.rigs });
  const add = (fields: Pick<LogEvent, "kind"> & Partial<LogEvent>) =>
    onAdd({ id: `e-${uuid()}`, at: live ? new Date().toISOString() : at, text: "", ...fields });
  const how = came ? { came: came as NonNullable<LogEvent["came"]> } : {};
  const putOn = async () => {
    const chosen = rig || rigs.data?.[0]?.id;
    if (chosen) add({ kind: "rig", rig: (await api.rig(chosen)).fields });
  };
  return (
    <details className="bw-why" open={live}>
      <summary>Write something down</summary>
      <Stack gap="3" mt="3">
        {!live && <Moment label="When" value={at} zone={ZONE} onChange={(iso) => iso && setAt(iso)} />}
        <Flex gap="3" wrap="wrap" align="end">
          <Box flex="1" minW="160px">
            <Choice label="Rig" value={rig || (rigs.data?.[0]?.id ?? "")} onChange={setRig}>
              {options(rigs.data ?? [], (r) => [r.id, r.name])}
            </Choice>
          </Box>
          <Button minH="12" disabled={!rigs.data?.length} onClick={() => void putOn()}>
            It is on now
          </Button>
        </Flex>
        <Flex gap="3" wrap="wrap" align="end">
          <Box flex="1" minW="140px">
            <Choice label="It came" value={came} onChange={setCame}>
              <option value="">not noted</option>
              <option value="drop">on the drop</option>
              <option value="settled">settled</option>
              <option value="end">at the end of the run</option>
              <option value="held">held back</option>
            </Choice>
          </Box>
          <Button minH="12" onClick={() => add({ kind: "bite", ...how })}>
            A bite
          </Button>
          <Button minH="12" onClick={() => add({ kind: "cast" })}>
            A cast
          </Button>
        </Flex>
        <Flex gap="3" wrap="wrap" align="end">
          <Box flex="1" minW="140px">
            <Choice label="Fish" value={species} onChange={setSpecies}>
              {options(catalogue.species, (s) => [s.id, s.name])}
            </Choice>
          </Box>
          <Box flex="1" minW="120px">
            <QuantityField label="Its length" name="log-length" value={length} quantity="line" onChange={setLength} />
          </Box>
          <Button
            variant="solid"
            minH="12"
            onClick={() => add({ kind: "fish", species, ...how, ...(length > 0 ? { length_m: length } : {}) })}
          >
            Landed
          </Button>
        </Flex>
        <Flex gap="3" align="end">
          <TextField label="A note" flex="1" value={note} maxLength={1000} onChange={setNote} />
          <Button
            minH="12"
            disabled={!note.trim()}
            onClick={() => {
              add({ kind: "note", text: note.trim() });
              setNote("");
            }}
          >
            Keep it
          </Button>
        </Flex>
      </Stack>
    </details>
  );
}
