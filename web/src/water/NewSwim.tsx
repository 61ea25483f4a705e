import { Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api, keys } from "../api/client";
import { useSave } from "../document/useSave";
import { useSwims } from "../place/useSwims";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { QuantityField } from "../shell/QuantityField";
import { Sheet } from "../shell/Sheet";
import { TextField } from "../shell/TextField";
import { freshId } from "./useSurvey";

/** A swim, at a water of the book or a new one. */
export function NewSwim({ onClose, onMade }: { onClose: () => void; onMade: (swimId: string) => void }) {
  const swims = useSwims();

  const [water, setWater] = useState("");
  const [waterName, setWaterName] = useState("");
  const [salinity, setSalinity] = useState("0");
  const [name, setName] = useState("");
  const [depth, setDepth] = useState(1.5);
  const { said: failed, setSaid: setFailed, save } = useSave({ old: [keys.waters, keys.swims] });

  const make = async () => {
    if (!name.trim() || (!water && !waterName.trim())) {
      setFailed("Both the water and the swim need a name.");
      return;
    }
    const id = freshId("swim");
    const made = await save(async () => {
      const water_id =
        water ||
        (
          await api.createWater({
            id: freshId("water"),
            name: waterName.trim(),
            temperature_c: 15,
            salinity: Number(salinity),
            notes: "",
          })
        ).fields.id;
      setWater(water_id);
      await api.createSwim({ id, water_id, name: name.trim(), depth_m: depth, bed: "", notes: "" });
    });
    if (!made) return;
    onClose();
    onMade(id);
  };

  return (
    <Sheet title="Enter a swim" onClose={onClose}>
      <Stack gap="4">
        <Choice label="Water" value={water} onChange={setWater}>
          <option value="">a new water</option>
          {options(swims.waters, (w) => [w.id, w.name])}
        </Choice>
        {!water && (
          <>
            <TextField label="Name of the water" value={waterName} maxLength={80} onChange={setWaterName} />
            <Choice label="Salt" value={salinity} onChange={setSalinity}>
              <option value="0">fresh</option>
              <option value="10">brackish, salinity 10</option>
              <option value="35">sea, salinity 35</option>
            </Choice>
          </>
        )}
        <TextField label="Name of the swim" value={name} maxLength={80} onChange={setName} />
        <QuantityField
          label="Depth, as far as you know"
          name="new-swim-depth"
          value={depth}
          quantity="depth"
          onChange={setDepth}
          hint="A guess will do: plumbing comes next."
        />
        {failed && (
          <Text role="alert" color="float">
            {failed}
          </Text>
        )}
        <Button variant="solid" onClick={make}>
          Enter it
        </Button>
      </Stack>
    </Sheet>
  );
}
