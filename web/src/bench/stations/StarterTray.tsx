import { Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Catalogue, Refusal } from "../../api/client";
import { Button } from "../../shell/Button";

const EACH = 20;

/** For a box without shot: a tray of the usual sizes to begin with, each mass an editable default. */
export function StarterTray({ catalogue }: { catalogue: Catalogue }) {
  const queries = useQueryClient();
  const [failed, setFailed] = useState("");
  const lead = catalogue.weights.find((w) => w.id === "lead");
  const fill = async () => {
    try {
      for (const [i, size] of catalogue.shot.entries()) {
        const item = `lead-${String(i + 1).padStart(2, "0")}-${size.name.toLowerCase()}`;
        const { name, mass_kg } = size;
        const density_kg_m3 = lead?.density_kg_m3 ?? 11340;
        await api.createBoxItem({
          kind: "shot",
          item,
          size: name,
          mass_kg,
          material: "lead",
          density_kg_m3,
          count: EACH,
          weighings: [],
        });
      }
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setFailed(error.message);
    } finally {
      await queries.invalidateQueries({ queryKey: ["box"] });
    }
  };
  return (
    <Stack gap="3" align="flex-start">
      <Text color="soft">
        The box holds no shot yet. A starter tray has {EACH} of each of the {catalogue.shot.length} usual sizes in lead,
        at their nominal masses.
      </Text>
      <Button onClick={fill}>Put a starter tray in the box</Button>
      {failed && (
        <Text role="alert" color="float">
          {failed}
        </Text>
      )}
    </Stack>
  );
}
