import { createContext, useContext } from "react";
import type { BoxItem, Catalogue, KeptPattern, Proposal, Wish } from "../api/client";
import type { RunState } from "./run/useRun";
import type { BenchState } from "./useBench";
import type { Answer } from "./useEvaluation";
import type { Asked } from "./wish";

/** A rig that is looked at before it is taken. */
export type Looked = Pick<Proposal, "rig" | "name" | "summary"> & {
  /** What the press that takes it is called, where it is not pinched on. */
  act?: string;
};

/** What every station of the bench may need; each takes what it does. */
export type Here = {
  bench: BenchState;
  answer: Answer;
  catalogue: Catalogue;
  box: BoxItem[];
  selected: string | null;
  metal: string | null;
  onMetal: (metal: string | null) => void;
  /** What is asked of a balance, and the wish made of it. */
  asked: Asked;
  onAsked: (asked: Asked) => void;
  wish: Wish;
  own: KeptPattern[];
  /** What is looked at on the scene; the rig on the bench stays. */
  trying: Looked | null;
  onTry: (looked: Looked | null) => void;
  onBalance: (pattern?: string) => void;
  onSetStop: () => void;
  onFamily: () => void;
  onStation: (id: string) => void;
  /** How a run is fished, and the plan of it. */
  run: RunState;
};

const Bench = createContext<Here | null>(null);

export const HereIs = Bench.Provider;

/** The bench one stands at. */
export function useHere(): Here {
  const here = useContext(Bench);
  if (!here) throw new Error("There is no bench around this.");
  return here;
}
