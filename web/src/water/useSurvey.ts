import { useCallback, useMemo, useState } from "react";
import { api, type KeptSurvey, type LevelSource, type Survey } from "../api/client";
import type { Draft } from "../document/drafts";
import { type Keeper, useAutosave } from "../document/useAutosave";
import { useHistory } from "../document/useHistory";
import { useSave } from "../document/useSave";
import { uuid } from "../document/uuid";

export const draftId = (swimId: string) => `survey-${swimId}`;

const SURVEYS: Keeper<Survey> = {
  draftId: (survey) => draftId(survey.swim_id),
  save: (version, survey) => api.saveSurvey(survey.swim_id, version, survey),
  read: (survey) => api.survey(survey.swim_id),
};

const nothing = () => {};

/** The survey with its history, every way to change it, and how its saving does. */
export function useSurvey(kept: KeptSurvey, draft: Draft<Survey> | null) {
  // A draft says which version it was made from; saving it is then refused if another tab went on meanwhile.
  const [opened] = useState(() => (draft ? { ...kept, version: draft.version } : kept));
  const { present, gesturing, canUndo, canRedo, acts } = useHistory(
    draft?.doc ?? kept.fields,
    draftId(kept.fields.swim_id),
  );
  const { said, setSaid, save: attempt } = useSave();
  const saving = useAutosave(SURVEYS, opened, present, gesturing, nothing);

  const change = useCallback(
    (part: Partial<Survey>, tag?: string) => {
      setSaid("");
      acts.put({ ...acts.now(), ...part }, tag);
    },
    [acts, setSaid],
  );
  /** Know the level from another source from now on: every depth taken is put to its datum. */
  const relevel = useCallback(
    (level: LevelSource, at: number, datum: string | null = null) =>
      attempt(async () => {
        acts.put(await api.relevel({ survey: acts.now(), level, datum, at: new Date(at).toISOString() }));
      }),
    [acts, attempt],
  );

  // The same as long as nothing in it changed; how its saving does comes and goes, and only the header shows it.
  const state = useMemo(
    () => ({ survey: present, gesturing, canUndo, canRedo, said, setSaid, change, attempt, relevel, acts }),
    [present, gesturing, canUndo, canRedo, said, setSaid, change, attempt, relevel, acts],
  );
  return { state, saving };
}

export type SurveyState = ReturnType<typeof useSurvey>["state"];

/** A new id, unlike any other of the survey. */
export const freshId = (kind: string): string => `${kind}-${uuid().replaceAll("-", "").slice(0, 10)}`;
