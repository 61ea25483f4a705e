import { createContext, useContext } from "react";
import type { BoxItem, Catalogue, Look, Picture, Rig } from "../api/client";
import type { SurveyState } from "./useSurvey";

/** What every panel of the water may need; each takes what it does. */
export type Water = {
  state: SurveyState;
  picture: Picture | null;
  rig: Rig | null;
  catalogue: Catalogue;
  box: BoxItem[];
  /** The moment shown, and this moment. */
  at: number;
  now: number;
  selected: string | null;
  onSelect: (id: string | null) => void;
  question: Look;
};

const Swim = createContext<Water | null>(null);

export const WaterIs = Swim.Provider;

/** The water one looks at. */
export function useWater(): Water {
  const water = useContext(Swim);
  if (!water) throw new Error("There is no water around this.");
  return water;
}
