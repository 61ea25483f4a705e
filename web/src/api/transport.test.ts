// @vitest-environment happy-dom
import { afterEach, expect, test, vi } from "vitest";
import { DATABASE, database, get, NOT_LET_IN, OFFLINE, postForLines, put, Refusal } from "./transport";

const OURS = { [DATABASE]: "one" };
const answering = (...answers: (Response | Error)[]) => {
  const asked: Request[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    asked.push(request);
    const answer = answers.shift();
    if (answer instanceof Response) return answer;
    throw answer;
  });
  return asked;
};
const json = (body: unknown, status = 200) =>
  new Response(JSON.stringify(body), { status, headers: { "content-type": "application/json", ...OURS } });
const refused = async (call: Promise<unknown>): Promise<Refusal> => {
  const error = await call.then(
    () => null,
    (e: unknown) => e,
  );
  expect(error).toBeInstanceOf(Refusal);
  return error as Refusal;
};

afterEach(() => vi.unstubAllGlobals());

test("a refusal has the server's sentences, with figures in the person's units", async () => {
  const problem = {
    code: "too-deep",
    path: ["water", "depth_m"],
    message: "The water is {deep} deep.",
    remedy: "Take a longer rod.",
    figures: { deep: { value: 4, quantity: "depth" } },
  };
  answering(json({ status: 422, errors: [problem] }, 422));
  const said = await refused(get("/api/rigs"));
  expect(said.status).toBe(422);
  expect(said.message).toMatch(/^The water is 4(\.00)?\sm deep\. Take a longer rod\.$/);
  expect(said.problems[0]?.path).toEqual(["water", "depth_m"]);
});

test("a refusal that says nothing is still a sentence", async () => {
  answering(json({ detail: "?" }, 500), json({ errors: [] }, 409));
  expect((await refused(get("/api/rigs"))).message).toBe("The server refused without saying why. Try again.");
  expect((await refused(get("/api/rigs"))).status).toBe(409);
});

test("nobody there is told as that, and a call that was called off as what it is", async () => {
  answering(new TypeError("Failed to fetch"), new DOMException("off", "AbortError"));
  const away = await refused(get("/api/rigs"));
  expect([away.status, away.message]).toEqual([0, OFFLINE]);
  await expect(get("/api/rigs")).rejects.toMatchObject({ name: "AbortError" });
});

test("an answer that is not Brookwind's is nobody there, and what is meant for one database says so", async () => {
  answering(
    new Response(null, { status: 204 }),
    new Response("<html>Sign in</html>", { status: 200 }),
    new Response("[]", { status: 200, headers: { "content-type": "application/json" } }),
    new Response("Bad gateway", { status: 404 }),
  );
  for (let i = 0; i < 4; i++) expect((await refused(get("/api/rigs"))).status).toBe(0);
  const asked = answering(json([]));
  await get("/api/rigs", { database: "one" });
  expect(asked[0]?.headers.get(DATABASE)).toBe("one");
  expect(database()).toBe("one");
});

test("a device that is not let in is told to the page once", async () => {
  answering(json({ errors: [] }, 401), json([]));
  const heard = vi.fn();
  window.addEventListener(NOT_LET_IN, heard);
  await refused(get("/api/rigs"));
  await get("/api/rigs");
  window.removeEventListener(NOT_LET_IN, heard);
  expect(heard).toHaveBeenCalledTimes(1);
});

test("what is saved outlives the page where it is small enough, what is asked does not", async () => {
  const asked = answering(json({}), json({}), json([]));
  const sent = (text: string) =>
    put("/api/rigs/{key}", { path: { key: "r" }, body: { version: 1, fields: { notes: text } } as never });
  await sent("short");
  await sent("long".repeat(5_000));
  await get("/api/rigs");
  expect(asked.map((r) => r.keepalive)).toEqual([true, false, false]);
  expect(asked[0]?.url).toMatch(/\/api\/rigs\/r$/);
});

const lines = (...parts: string[]) =>
  new Response(
    new ReadableStream({
      start(to) {
        for (const part of parts) to.enqueue(new TextEncoder().encode(part));
        to.close();
      },
    }),
    { headers: OURS },
  );
const fall = (take: (line: { n: number }) => number | undefined) =>
  postForLines("/api/motion/fall", { body: { rig: {} } as never }, take);

test("lines are read whole wherever the network cuts them", async () => {
  answering(lines('{"n":1}\n{"n', '":2}\n{"n":3}', "\n"));
  const seen: number[] = [];
  const last = await fall(({ n }) => {
    seen.push(n);
    return n === 3 ? n : undefined;
  });
  expect([last, seen]).toEqual([3, [1, 2, 3]]);
});

test("lines that end before the answer came are no answer", async () => {
  answering(lines('{"n":1}\n'));
  expect((await refused(fall(() => undefined))).status).toBe(0);
});
