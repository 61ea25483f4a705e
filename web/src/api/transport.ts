import createClient from "openapi-fetch";
import { say } from "../units/quantity";
import { settingsNow } from "../units/settings";
import type { paths } from "./schema";
import type { Problem, ProblemDocument } from "./types";

/** A problem in the person's units. */
export const sentenceOf = (p: Problem): string =>
  say(`${p.message} ${p.remedy}`.trim(), p.figures ?? {}, settingsNow().units);

/** A refusal with its sentences, or no answer at all (status 0). */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly problems: Problem[],
  ) {
    super(problems.map(sentenceOf).join(" "));
  }
}

/** The refusal that was thrown. What is none is a fault of our own, and is thrown on. */
export function refusalIn(thrown: unknown): Refusal {
  if (thrown instanceof Refusal) return thrown;
  throw thrown;
}

export const OFFLINE = "The server does not answer. What you changed is kept here and will be saved when it does.";

export const offline = () => new Refusal(0, [{ code: "offline", path: [], message: OFFLINE, remedy: "", figures: {} }]);

const UNSAID: Problem = {
  code: "unknown",
  path: [],
  message: "The server refused without saying why.",
  remedy: "Try again.",
  figures: {},
};

/** Said to the window when the server does not know this device. */
export const NOT_LET_IN = "brookwind-not-let-in";

type Method = "get" | "post" | "put" | "delete";
type Json<R> = R extends { content: { "application/json": infer T } } ? T : undefined;
/** What a call answers when it is not refused. */
type Ok<O> = O extends { responses: infer R }
  ? R extends { 200: infer A }
    ? Json<A>
    : R extends { 201: infer A }
      ? Json<A>
      : undefined
  : never;
type Path<O> = O extends { parameters: { path: infer T } } ? T : undefined;
type Query<O> = O extends { parameters: { query?: infer T } } ? T : undefined;
type Body<O> = O extends { requestBody: { content: { "application/json": infer T } } } ? T : undefined;
type Sent<O> = {
  path?: Path<O>;
  query?: Query<O>;
  body?: Body<O>;
  /** Sent as it is in place of a body. */
  file?: Blob;
  signal?: AbortSignal;
  /** The only database it is meant for. */
  database?: string;
};
/** Addresses that know a method. */
type Knowing<M extends Method> = {
  [P in keyof paths]: paths[P] extends { [K in M]: { responses: unknown } } ? P : never;
}[keyof paths];
type Operation<P extends keyof paths, M extends Method> = M extends keyof paths[P] ? paths[P][M] : never;
type As = "json" | "blob" | "stream";
type Raw = { data?: unknown; error?: unknown; response: Response };

const client = createClient<paths>({
  baseUrl: globalThis.location?.origin ?? "http://localhost",
  fetch: (asked) => fetch(asked),
});
/** The library's own types lose the lengths of tuples: it is asked without them, and `Ok` says what comes. */
const request = client.request as unknown as (method: Method, path: string, sent: object) => Promise<Raw>;

/** Header of every answer of Brookwind: the database it comes from. In a call: the one that is meant. */
export const DATABASE = "x-brookwind-database";
let answered: string | undefined;
/** The database that answered last. */
export const database = (): string | undefined => answered;

const MOST_KEPT_ALIVE = 15_000;

/** What is saved as a page is left still arrives, as far as browsers let it: all of it together no more than 64 kB. */
const outlives = (method: Method, path: string, body: unknown): boolean =>
  (method === "put" || path === "/api/box/import") && JSON.stringify(body ?? "").length < MOST_KEPT_ALIVE;

/** Every call passes here: the answer, or a Refusal thrown. A call that was called off throws its AbortError. */
async function ask(method: Method, path: string, sent: Sent<unknown>, parseAs: As): Promise<unknown> {
  const { file, signal } = sent;
  const meant: Record<string, string> = sent.database ? { [DATABASE]: sent.database } : {};
  const params = { path: sent.path, query: sent.query };
  const body = file
    ? { body: "", bodySerializer: () => file, headers: { ...meant, "content-type": "application/octet-stream" } }
    : { body: sent.body, headers: meant };
  let answer: Raw;
  try {
    answer = await request(method, path, {
      params,
      ...body,
      parseAs,
      signal,
      keepalive: outlives(method, path, sent.body),
    });
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw offline();
  }
  const from = answer.response.headers.get(DATABASE);
  // A sign-in page, a cache or another program at this address is nobody there, whatever it says.
  if (from === null) throw offline();
  answered = from;
  if (answer.response.ok) return answer.data;
  const said = (answer.error as Partial<ProblemDocument> | undefined)?.errors;
  if (answer.response.status === 401) window.dispatchEvent(new Event(NOT_LET_IN));
  throw new Refusal(answer.response.status, said?.length ? said : [UNSAID]);
}

const calling =
  <M extends Method>(method: M) =>
  <P extends Knowing<M>>(path: P, sent: Sent<Operation<P, M>> = {}) =>
    ask(method, path, sent as Sent<unknown>, "json") as Promise<Ok<Operation<P, M>>>;

export const get = calling("get");
export const post = calling("post");
export const put = calling("put");
export const remove = calling("delete");

/** A call that answers with a file. */
export const postForFile = <P extends Knowing<"post">>(path: P, sent: Sent<Operation<P, "post">>) =>
  ask("post", path, sent as Sent<unknown>, "blob") as Promise<Blob>;

/** A call that answers with lines of JSON, one after another; ends when `take` returns something, or is called off. */
export async function postForLines<P extends Knowing<"post">, L, T>(
  path: P,
  sent: Sent<Operation<P, "post">>,
  take: (line: L) => T | undefined,
): Promise<T> {
  const body = (await ask("post", path, sent as Sent<unknown>, "stream")) as ReadableStream<Uint8Array>;
  const reader = body.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>).getReader();
  let rest = "";
  for (;;) {
    const { done, value } = await reader.read();
    rest += value ?? "";
    const lines = rest.split("\n");
    rest = lines.pop() ?? "";
    for (const text of lines) {
      const taken = take(JSON.parse(text) as L);
      if (taken !== undefined) return taken;
    }
    if (done) throw offline();
  }
}
