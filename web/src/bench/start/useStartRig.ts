import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { api, keys, type Schemas } from "../../api/client";
import { useSave } from "../../document/useSave";
import { ASKED, wishFor } from "../wish";

type Start = Schemas["Start"];
type Begun = Schemas["Begun"];
/** What a rig that was just begun says of itself, carried along to its bench. */
export type Told = { begun: { says: string; figures: NonNullable<Begun["figures"]> } };

/** Begins a rig, balances it from the box where that is possible, keeps it and opens the bench on it. */
export function useStartRig(onStarted: () => void) {
  const go = useNavigate();
  const box = useQuery({ queryKey: keys.box(), queryFn: api.box });
  const { said: failed, save, busy } = useSave({ old: [keys.rigs] });

  const balanced = async ({ rig, weighed }: Begun) => {
    if (weighed || !box.data?.length) return rig;
    // Without enough shot in the box the rig is still worth having: the bench says what is missing.
    return api.balance(rig, wishFor(rig.pattern, ASKED, null, [])).then(
      (p) => p.rig,
      () => rig,
    );
  };
  const start = (wanted: Start) =>
    save(async () => {
      const begun = await api.startRig(wanted);
      const rig = await balanced(begun);
      await api.createRig(rig);
      onStarted();
      const says = [begun.float_says, begun.tackle_says].filter(Boolean).join(" ");
      go(`/bench/${rig.id}`, { state: { begun: { says, figures: begun.figures ?? {} } } satisfies Told });
    });
  return { start, failed, busy };
}
