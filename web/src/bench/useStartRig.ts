import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, Refusal, type Rig } from "../api/client";
import { ASKED, wishFor } from "./wish";

type Start = Parameters<typeof api.startRig>[0];

/** Begins a rig, balances it from the box where that is possible, keeps it and opens the bench on it. */
export function useStartRig(onStarted: () => void) {
  const queries = useQueryClient();
  const go = useNavigate();
  const box = useQuery({ queryKey: ["box"], queryFn: api.box });
  const [failed, setFailed] = useState("");
  const [busy, setBusy] = useState(false);

  const balanced = async (began: Rig) => {
    if (!box.data?.length) return began;
    // Without enough shot in the box the rig is still worth having: the bench says what is missing.
    return api.balance(began, wishFor(began.pattern, ASKED, null, [])).then(
      (p) => p.rig,
      () => began,
    );
  };
  const start = async (wanted: Start) => {
    setBusy(true);
    setFailed("");
    try {
      const rig = await balanced(await api.startRig(wanted));
      await api.createRig(rig);
      await queries.invalidateQueries({ queryKey: ["rigs"] });
      onStarted();
      go(`/bench/${rig.id}`);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setFailed(error.message);
    } finally {
      setBusy(false);
    }
  };
  return { start, failed, busy };
}
