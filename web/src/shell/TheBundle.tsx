import { Box, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api, type Schemas } from "../api/client";
import { say } from "../units/quantity";
import { useSettings } from "../units/settings";
import { counted } from "../units/vocabulary";
import { Button } from "./Button";
import type { Found, Take } from "./dropped";

type Coming = Schemas["IncomingRig"];

/** Rigs that come together: each is chosen, and how it differs from the one that is kept is seen before it is. */
export function TheBundle({ found, onTake }: { found: Found } & Take) {
  const rigs = found.rigs ?? [];
  const rows = (found.rows ?? []).filter((r) => r.what !== "same");
  // What is new is wanted; what would be written over is asked for.
  const [chosen, setChosen] = useState(() => rigs.filter((r) => r.what === "new").map((r) => r.fields.id));
  const [withBox, setWithBox] = useState(false);
  const bring = async () => {
    let last = "";
    for (const { fields, version, what } of rigs.filter((r) => chosen.includes(r.fields.id))) {
      if (what === "new") await api.createRig(fields);
      else await api.saveRig(fields.id, version, fields);
      last = fields.id;
    }
    if (withBox) await api.importBox(rows.map(({ version, fields }) => ({ version, fields })));
    return last ? `/bench/${last}` : "/box";
  };
  const toggle = (id: string, on: boolean) => setChosen(on ? [...chosen, id] : chosen.filter((c) => c !== id));
  return (
    <>
      <Text>{counted(rigs.length, "rig")} in one file. What is kept stays as it is, but for what you choose.</Text>
      <Box as="ul" className="bw-plain" maxH="44dvh" overflow="auto" tabIndex={0} aria-label="Rigs in it">
        {rigs.map((r) => (
          <Coming
            key={r.fields.id}
            rig={r}
            on={chosen.includes(r.fields.id)}
            onChange={(on) => toggle(r.fields.id, on)}
          />
        ))}
      </Box>
      {rows.length > 0 && (
        <label>
          <input type="checkbox" checked={withBox} onChange={(e) => setWithBox(e.target.checked)} /> also{" "}
          {counted(rows.length, "compartment")} of the box, with their counts
        </label>
      )}
      {found.refused?.map((r) => (
        <Text key={r.line} color="float" fontSize="sm">
          Left out: {r.says}
        </Text>
      ))}
      <Box>
        <Button variant="solid" disabled={chosen.length === 0 && !withBox} onClick={() => void onTake(bring)}>
          Bring in {counted(chosen.length, "rig")}
        </Button>
      </Box>
    </>
  );
}

function Coming({ rig, on, onChange }: { rig: Coming; on: boolean; onChange: (on: boolean) => void }) {
  const { units } = useSettings();
  const says = { new: "new", changed: "kept already, and otherwise", same: "kept already, the same" }[rig.what];
  return (
    <Box as="li" mb="2">
      <label>
        <input
          type="checkbox"
          checked={on}
          disabled={rig.what === "same"}
          onChange={(e) => onChange(e.target.checked)}
        />{" "}
        <b>{rig.fields.name}</b>, {says}
      </label>
      {rig.differs && rig.differs.length > 0 && (
        <Box as="ul" ps="7" fontSize="sm" color="soft">
          {rig.differs.map((d) => (
            <li key={d.says}>{say(d.says, d.figures ?? {}, units)}</li>
          ))}
        </Box>
      )}
    </Box>
  );
}
