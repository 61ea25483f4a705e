import type { Sounding } from "../api/client";
import type { SurveyState } from "./useSurvey";

/** Put soundings into the survey; one with an id that is there already replaces it. */
export function accept(state: SurveyState, fresh: readonly Sounding[]): void {
  const ids = new Set(fresh.map((s) => s.id));
  const others = state.acts.now().soundings.filter((s) => !ids.has(s.id));
  state.change({ soundings: [...others, ...fresh] });
}
