import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { api, keys, type Rig, type Schemas } from "../api/client";
import { lasting, readAs } from "../browser/storage";
import { useSave } from "../document/useSave";
import { uuid } from "../document/uuid";

export type ExerciseId = Schemas["DealRequest"]["exercise"];
export type Moves = Schemas["Moves"];
export type Task = Schemas["Task"];
export type Play = Schemas["Play"];
export type Score = Schemas["Score"];

/** A game that was begun: what was dealt, and what was done so far. */
type Game = { id: string; seed: number; level: number; given: Rig[]; moves: Moves | null; over: boolean };

const key = (exercise: string) => `brookwind.practice.${exercise}`;
const dealtAnew = (level: number, given: Rig[], seed?: number): Game => ({
  id: `p-${uuid()}`,
  seed: seed ?? Math.floor(Math.random() * 1_000_000_000),
  level,
  given,
  moves: null,
  over: false,
});

/** One exercise: dealt from a seed, kept in this browser while it is played, sent when it is over. */
export function useGame(exercise: ExerciseId, level: number, given: Rig[], seed?: number) {
  const [game, setGame] = useState<Game>(() => {
    const kept = readAs<Game>(lasting, key(exercise), { ...dealtAnew(level, given, seed), id: "" });
    const other = JSON.stringify(kept.given) !== JSON.stringify(given) || (seed !== undefined && kept.seed !== seed);
    return kept.id && !kept.over && !other ? kept : dealtAnew(level, given, seed);
  });
  useEffect(() => void lasting.set(key(exercise), JSON.stringify(game)), [exercise, game]);
  // The swim of a day that is rehearsed is that of its first rig.
  const about_m = game.given[0]?.water.depth_m ?? null;
  const dealt = { seed: game.seed, level: game.level, about_m };
  const task = useQuery({
    queryKey: keys.practiceDeal(exercise, game.seed, game.level, game.given),
    queryFn: ({ signal }) => api.dealExercise({ exercise, dealt, given: game.given }, signal),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const play = useQuery({
    queryKey: keys.practicePlay(exercise, game.id, JSON.stringify(game.moves)),
    queryFn: ({ signal }) =>
      api.playExercise({ exercise, dealt, given: game.given, moves: game.moves as Moves }, signal),
    enabled: game.moves !== null,
    // What the move before came to stays until the next is answered; what another game came to does not.
    placeholderData: (before: Play | undefined, query) => (query?.queryKey[2] === game.id ? before : undefined),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const { said, save } = useSave({ old: [keys.exercises] });
  const move = useCallback((moves: Moves) => setGame((g) => ({ ...g, moves })), []);
  /** The last move: kept by the server, whose score counts. */
  const finish = useCallback(
    async (moves: Moves) => {
      setGame((g) => ({ ...g, moves }));
      const { seed, level, given, id } = game;
      if (await save(() => api.keepExercise({ exercise, dealt: { seed, level, about_m }, given, id, moves })))
        setGame((g) => ({ ...g, moves, over: true }));
    },
    [exercise, game, about_m, save],
  );
  const again = useCallback((next: number) => setGame((g) => dealtAnew(next, g.given)), []);
  return {
    game,
    task: task.data ?? null,
    play: game.moves === null ? null : (play.data ?? null),
    problem:
      said ||
      (task.error instanceof Error ? task.error.message : play.error instanceof Error ? play.error.message : ""),
    move,
    finish,
    again,
  };
}

/** What every exercise gets: what was dealt, what came of the moves so far, and how to make the next. */
export type Playing<T, M, P> = {
  task: T;
  play: P | null;
  moves: M | null;
  over: boolean;
  onMove: (moves: M) => void;
  onFinish: (moves: M) => void;
};
