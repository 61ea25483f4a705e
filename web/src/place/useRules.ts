import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { api, type KeptRules, keys, type PlaceRules } from "../api/client";
import { dropDraft, readDraft } from "../document/drafts";
import { type Keeper, useAutosave } from "../document/useAutosave";

const draftId = (water: string) => `rules-${water}`;

const RULES: Keeper<PlaceRules> = {
  draftId: (rules) => draftId(rules.water_id),
  save: (version, rules) => api.keepRules(rules.water_id, version, rules),
  read: (rules) => api.rules(rules.water_id),
};

/** The rules of a water as they are being entered; what cannot be kept stays in the form, over a reload too. */
export function useRules(kept: KeptRules) {
  const queries = useQueryClient();
  const water = kept.fields.water_id;
  const [draft] = useState(() => readDraft<PlaceRules>(draftId(water), "closed"));
  const [opened] = useState(() => (draft ? { ...kept, version: draft.version } : kept));
  const [rules, setRules] = useState<PlaceRules>(draft?.doc ?? kept.fields);
  const onKept = useCallback(
    () => void queries.invalidateQueries({ queryKey: keys.rules(water), refetchType: "none" }),
    [queries, water],
  );
  const saving = useAutosave(RULES, opened, rules, false, onKept);
  const change = useCallback((part: Partial<PlaceRules>) => setRules((now) => ({ ...now, ...part })), []);
  /** What was entered elsewhere, in place of what stands here. */
  const takeTheirs = useCallback(() => {
    dropDraft(draftId(water));
    void queries.resetQueries({ queryKey: keys.rules(water) });
  }, [queries, water]);
  /** What stands here, over what was entered elsewhere. */
  const keepMine = useCallback(async () => {
    const there = await api.rules(water);
    await api.keepRules(water, there.version, rules);
    takeTheirs();
  }, [water, rules, takeTheirs]);
  /** As if nobody had read the board yet. */
  const forget = useCallback(async () => {
    const there = await api.rules(water);
    if (there.version > 0) await api.dropRules(water, there.version);
    takeTheirs();
  }, [water, takeTheirs]);
  return { rules, saving, change, takeTheirs, keepMine, forget };
}
