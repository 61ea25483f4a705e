import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { api, type KeptRules, type PlaceRules, type Problem, Refusal } from "../api/client";
import { ofTab } from "../browser/storage";

const draftOf = (water: string) => `brookwind.rules.${water}`;

export type Saving = "kept" | "saving" | "refused" | "offline" | "stale";

/**
 * The rules of a water as they are being entered. Every change is kept at once when it can be; what cannot stays in the
 * form with its sentence, over a reload too.
 */
export function useRules(kept: KeptRules) {
  const queries = useQueryClient();
  const water = kept.fields.water_id;
  const [rules, setRules] = useState<PlaceRules>(() => {
    const draft = ofTab.get(draftOf(water));
    return draft ? { ...kept.fields, ...(JSON.parse(draft) as PlaceRules) } : kept.fields;
  });
  const [problems, setProblems] = useState<Problem[]>([]);
  const [saving, setSaving] = useState<Saving>("kept");
  const version = useRef(kept.version);
  const newest = useRef(rules);
  const busy = useRef(false);

  const save = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    setSaving("saving");
    let sent: PlaceRules | null = null;
    try {
      while (sent !== newest.current) {
        sent = newest.current;
        const done = await api.keepRules(water, version.current, sent);
        version.current = done.version;
      }
      ofTab.drop(draftOf(water));
      setProblems([]);
      setSaving("kept");
      await queries.invalidateQueries({ queryKey: ["rules", water], refetchType: "none" });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setProblems(error.problems);
      setSaving(error.status === 0 ? "offline" : error.status === 409 ? "stale" : "refused");
    } finally {
      busy.current = false;
      // What was typed while the answer was on its way is sent now.
      if (sent !== newest.current) void save();
    }
  }, [water, queries]);

  const change = useCallback(
    (part: Partial<PlaceRules>) => {
      newest.current = { ...newest.current, ...part };
      ofTab.set(draftOf(water), JSON.stringify(newest.current));
      setRules(newest.current);
      void save();
    },
    [water, save],
  );

  useEffect(() => {
    if (ofTab.get(draftOf(water))) void save();
  }, [water, save]);

  return { rules, problems, saving, change };
}
