import createClient from "openapi-fetch";
import { say } from "../units/quantity";
import { settingsNow } from "../units/settings";
import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type Rig = Schemas["Rig"];
export type Component = Rig["components"][number];
export type Shot = Schemas["Shot"];
export type Evaluation = Schemas["Evaluation"];
export type Handle = Schemas["Handle"];
export type Finding = Schemas["Finding"];
export type Proposal = Schemas["Proposal"];
export type Catalogue = Schemas["Catalogue"];
export type BoxItem = Schemas["ShotStock"] | Schemas["LeadStock"] | Schemas["FloatStock"];
export type FloatStock = Schemas["FloatStock"];
export type ShotStock = Schemas["ShotStock"];
export type Change = Schemas["EditRequest"]["change"];
export type Problem = Schemas["Problem"];
export type ProblemDocument = Schemas["ProblemDocument"];
export type KeptRig = Schemas["Kept_Rig_"];

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

export const OFFLINE = "The server does not answer. What you changed is kept here and will be saved when it does.";

const offline = () => new Refusal(0, [{ code: "offline", path: [], message: OFFLINE, remedy: "", figures: {} }]);

const client = createClient<paths>();

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** The data of an answer, or a Refusal thrown. */
export async function must<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await asked;
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw offline();
  }
  if (answer.response.ok) return answer.data as T;
  const document = answer.error as Partial<ProblemDocument> | undefined;
  const said = document?.errors?.length
    ? document.errors
    : [
        {
          code: "unknown",
          path: [],
          message: "The server refused without saying why.",
          remedy: "Try again.",
          figures: {},
        },
      ];
  throw new Refusal(answer.response.status, said);
}

export const api = {
  catalogue: () => must(client.GET("/api/catalogue")),
  box: () => must(client.GET("/api/box")),
  createBoxItem: (body: BoxItem) => must(client.POST("/api/box", { body })),
  waters: () => must(client.GET("/api/waters")),
  swims: () => must(client.GET("/api/swims")),
  updateSwim: (key: string, body: Schemas["SwimUpdate"]) =>
    must(client.PUT("/api/swims/{key}", { params: { path: { key } }, body })),
  rigs: () => must(client.GET("/api/rigs")),
  rig: (key: string) => must(client.GET("/api/rigs/{key}", { params: { path: { key } } })),
  createRig: (body: Rig) => must(client.POST("/api/rigs", { body })),
  saveRig: (key: string, version: number, fields: Rig) =>
    must(client.PUT("/api/rigs/{key}", { params: { path: { key } }, body: { version, fields } })),
  deleteRig: (key: string, version: number) =>
    must(client.DELETE("/api/rigs/{key}", { params: { path: { key }, query: { version } } })),
  startRig: (body: Schemas["Start"]) => must(client.POST("/api/rigs/start", { body })),
  evaluate: (rig: Rig) => must(client.POST("/api/evaluate", { body: { rig } })) as Promise<Evaluation>,
  balance: (rig: Rig, wish: Schemas["Wish"]) => must(client.POST("/api/balance", { body: { rig, wish } })),
  edit: (rig: Rig, change: Change) => must(client.POST("/api/edit", { body: { rig, change } })),
  label: (text: string) => must(client.POST("/api/label", { body: { text } })),
};
