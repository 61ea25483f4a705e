// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { api, type Rig } from "../api/client";
import { hook, later, refused, type Spied } from "../testing/dom";
import { type Moves, type Play, type Task, useGame } from "./useGame";

const rig = (depth: number) => ({ id: "r", water: { depth_m: depth } }) as unknown as Rig;
const moves = (...throws: number[]) => ({ throws }) as unknown as Moves;
let deal: Spied<"dealExercise">;
let play: Spied<"playExercise">;
let keep: Spied<"keepExercise">;

beforeEach(() => {
  deal = vi.spyOn(api, "dealExercise").mockImplementation(async (q) => ({ of: q.dealt.seed }) as unknown as Task);
  play = vi.spyOn(api, "playExercise").mockImplementation(async (q) => ({ after: q.moves }) as unknown as Play);
  keep = vi.spyOn(api, "keepExercise").mockResolvedValue({} as never);
});

async function dealt(given: Rig[] = [], seed?: number) {
  const game = hook(() => useGame("read", 1, given, seed));
  await vi.waitFor(() => expect(game.result.current.task).not.toBeNull());
  return game.result;
}

test("a game that was left goes on where it was, and one that is over does not come back", async () => {
  const first = await dealt();
  act(() => first.current.move(moves(1, 2)));
  const again = await dealt();
  expect(again.current.game).toEqual(first.current.game);
  await vi.waitFor(() => expect(again.current.play).toEqual({ after: moves(1, 2) }));
  await act(() => again.current.finish(moves(1, 2, 3)));
  expect(again.current.game.over).toBe(true);
  const third = await dealt();
  expect(third.current.game.id).not.toBe(again.current.game.id);
  expect(third.current.game.moves).toBeNull();
});

test("another seed or other rigs are another game", async () => {
  const first = await dealt([], 7);
  act(() => first.current.move(moves(1)));
  expect((await dealt([], 7)).current.game.moves).toEqual(moves(1));
  expect((await dealt([], 8)).current.game).toMatchObject({ seed: 8, moves: null });
  const rehearsed = await dealt([rig(1.9), rig(3)], 8);
  expect(rehearsed.current.game.moves).toBeNull();
  // The swim is that of the first rig.
  expect(deal.mock.lastCall?.[0].dealt).toMatchObject({ seed: 8, about_m: 1.9 });
});

test("what the move before came to stays until the next is answered, and another game begins with nothing", async () => {
  const game = await dealt();
  act(() => game.current.move(moves(1)));
  await vi.waitFor(() => expect(game.current.play).toEqual({ after: moves(1) }));
  const slow = later<Play>();
  play.mockReturnValueOnce(slow.promise);
  act(() => game.current.move(moves(1, 2)));
  expect(game.current.play).toEqual({ after: moves(1) });
  await act(async () => slow.done({ after: "both" } as unknown as Play));
  await vi.waitFor(() => expect(game.current.play).toEqual({ after: "both" }));
  act(() => game.current.again(3));
  expect(game.current).toMatchObject({ play: null, game: { level: 3, moves: null, over: false } });
});

test("a score that cannot be kept is said, and the game is not over: it can be sent again as it is", async () => {
  keep.mockRejectedValueOnce(refused(0, "Nobody answers."));
  const game = await dealt();
  await act(() => game.current.finish(moves(5)));
  expect(game.current).toMatchObject({ problem: "Nobody answers.", game: { over: false, moves: moves(5) } });
  await act(() => game.current.finish(moves(5)));
  expect(keep.mock.calls[1]).toEqual(keep.mock.calls[0]);
  expect(game.current).toMatchObject({ problem: "", game: { over: true } });
});

test("what cannot be dealt says why", async () => {
  deal.mockRejectedValue(refused(422, "No rig of the day can be read."));
  const game = hook(() => useGame("read", 1, []));
  await vi.waitFor(() => expect(game.result.current.problem).toBe("No rig of the day can be read."));
  expect(game.result.current.task).toBeNull();
});
