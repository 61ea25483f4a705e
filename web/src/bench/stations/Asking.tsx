import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api, keys } from "../../api/client";
import { useSave } from "../../document/useSave";
import { uuid } from "../../document/uuid";
import { Button } from "../../shell/Button";
import { Choice, options } from "../../shell/Choice";
import { TextField } from "../../shell/TextField";
import { useHere } from "../here";
import { isFixed } from "../isFixed";

const MOST = [3, 5, 8, 12, 20, 30, 40, 60];

/** Limits of a balance, the piece that stays, and patterns of one's own. */
export function Asking() {
  const { bench, answer, catalogue, selected, asked, onAsked } = useHere();
  const pattern = catalogue.patterns.find((p) => p.id === bench.rig.pattern);
  const handle = answer.evaluation?.handles.find((h) => h.id === selected);
  const shot = handle && handle.name !== "stop" && handle.name !== "float" ? handle : null;
  const fixed = shot ? isFixed(bench.rig, shot) : false;
  return (
    <Stack gap="3">
      <Grid templateColumns="1fr 1fr" gap="3">
        <Choice label="At most" value={String(asked.most)} onChange={(n) => onAsked({ ...asked, most: Number(n) })}>
          {MOST.map((n) => (
            <option key={n} value={n}>
              {n} pieces
            </option>
          ))}
        </Choice>
        {pattern && pattern.droppers > 0 && (
          <Choice
            label="Single shot below"
            value={String(asked.droppers ?? pattern.droppers)}
            onChange={(n) => onAsked({ ...asked, droppers: Number(n) })}
          >
            {options([1, 2, 3, 4], (n) => [n, n])}
          </Choice>
        )}
        <Choice
          label="Gaps"
          value={String(asked.ratio ?? "")}
          onChange={(r) => onAsked({ ...asked, ratio: r ? Number(r) : null })}
        >
          <option value="">as the pattern</option>
          <option value="1">equal</option>
          <option value="0.75">closing to the hook</option>
          <option value="1.3333">opening to the hook</option>
        </Choice>
        <Choice
          label="Hooklength"
          value={asked.onHooklength ? "yes" : "no"}
          onChange={(v) => onAsked({ ...asked, onHooklength: v === "yes" })}
        >
          <option value="no">no shot on it</option>
          <option value="yes">shot allowed</option>
        </Choice>
        <Choice
          label="Bulk goes"
          value={String(asked.bulk ?? "")}
          onChange={(b) => onAsked({ ...asked, bulk: b ? Number(b) : null })}
        >
          <option value="">as usual</option>
          <option value="0.2">at four fifths of the depth</option>
          <option value="0.3333">at two thirds of the depth</option>
          <option value="0.5">at half the depth</option>
        </Choice>
      </Grid>
      {shot && (
        <Button
          aria-pressed={fixed}
          title="L"
          onClick={() => void bench.edit({ do: "fix", pieces: shot.moves, fixed: !fixed })}
        >
          {fixed ? "Release" : "Fix"} the {shot.name}
        </Button>
      )}
      <OwnPatterns />
    </Stack>
  );
}

function OwnPatterns() {
  const { bench, own } = useHere();
  const [name, setName] = useState("");
  const { said, setSaid, save: write } = useSave({ old: [keys.patterns] });
  const attempt = async (act: () => Promise<unknown>, done: string) => {
    if (!(await write(act))) return;
    setName("");
    setSaid(done);
  };
  const save = () => {
    const id = `own-${uuid().replaceAll("-", "").slice(0, 10)}`;
    void attempt(() => api.savePattern(bench.rig, id, name.trim()), `Saved: ${name.trim()}.`);
  };
  return (
    <Box>
      <Flex gap="2" align="end">
        <TextField
          label="Save how it is shotted, as a pattern of your own"
          flex="1"
          value={name}
          maxLength={60}
          placeholder="name"
          onChange={setName}
          onEnter={() => name.trim() && save()}
        />
        <Button disabled={!name.trim()} onClick={save}>
          Save
        </Button>
      </Flex>
      {own.map((k) => (
        <Flex key={k.fields.id} justify="space-between" align="center" fontSize="sm" mt="1">
          <Text>{k.fields.name}</Text>
          <Button
            size="sm"
            variant="quiet"
            onClick={() => attempt(() => api.dropPattern(k.fields.id, k.version), `${k.fields.name} is gone.`)}
          >
            Remove<span className="bw-hidden"> the pattern {k.fields.name}</span>
          </Button>
        </Flex>
      ))}
      <Text fontSize="sm" aria-live="polite">
        {said}
      </Text>
    </Box>
  );
}
