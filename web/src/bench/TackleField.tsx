import type { Conditions } from "../api/client";
import { Choice } from "../shell/Choice";

export type Tackle = Conditions["tackle"];

/** Rod, pole or whip. */
export function TackleField({ value, onChange }: { value: Tackle; onChange: (tackle: Tackle) => void }) {
  return (
    <Choice label="Tackle" value={value} onChange={(tackle) => onChange(tackle as Tackle)}>
      <option value="rod">rod and reel</option>
      <option value="pole">pole</option>
      <option value="whip">whip</option>
    </Choice>
  );
}
