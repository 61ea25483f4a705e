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
export type BoxItem = Schemas["BoxWrite"]["fields"];
export type KeptItem = { version: number; fields: BoxItem };
export type FloatStock = Schemas["FloatStock"];
export type ShotStock = Schemas["ShotStock"];
export type Wish = Schemas["Wish"];
export type Offers = Schemas["Offers"];
export type Offer = Schemas["Offer"];
export type Sureness = Schemas["Sureness"];
export type Adjusted = Schemas["Adjusted"];
export type KeptPattern = Schemas["Kept_OwnPattern_"];
export type Incoming = Schemas["Incoming"];
export type ImportPreview = Schemas["ImportPreview"];
export type PackRow = Schemas["PackRow"];
export type JugReading = Schemas["JugReading"];
export type Weighing = Schemas["Weighing"];
export type Change = Schemas["EditRequest"]["change"];
export type Problem = Schemas["Problem"];
export type ProblemDocument = Schemas["ProblemDocument"];
export type KeptRig = Schemas["Kept_Rig_"];
export type Survey = Schemas["Survey"];
export type KeptSurvey = Schemas["Kept_Survey_"];
export type Sounding = Schemas["Sounding"];
export type Plumbing = Schemas["Plumbing"];
export type Reading = Plumbing["readings"][number];
export type Cast = Schemas["Cast"];
export type Crude = Schemas["Crude"];
export type Plumbed = Schemas["Plumbed"];
export type Picture = Schemas["Picture"];
export type Look = Schemas["Look"];
export type Mark = Schemas["Mark"];
export type Drift = Schemas["Drift"];
export type LevelSource = Survey["level"];
export type Instrument = Schemas["State"];
export type Figures = Record<string, Schemas["Figure"]>;
export type ReadSoundings = Schemas["Soundings"];
export type Choosing = Schemas["Choosing"];
export type Window = Schemas["Window"];
export type FloatMark = Schemas["FloatMark"];
export type States = Schemas["States"];
export type Arrival = Schemas["Arrival"];
export type FloatSpec = Schemas["FloatSpec"];
export type FloatFacts = Schemas["FloatFacts"];
export type TubeTest = Schemas["TubeTest"];
export type TubeFit = Schemas["TubeFit"];
export type Conditions = Schemas["Conditions"];
export type StopAnswer = Schemas["StopAnswer"];
export type MovingStop = Schemas["MovingStop"];
export type Fall = Schemas["Fall"];
export type FallWish = Schemas["FallWish"];
export type FallLine = Schemas["FallLine"];
export type KeptSwim = Schemas["Kept_SwimFields_"];
export type SwimFields = Schemas["SwimFields"];
export type WaterFields = Schemas["WaterFields"];
export type Species = Schemas["Species"];
export type BaitKind = Schemas["BaitKind"];
export type HookPattern = Schemas["HookPattern"];
export type Day = Schemas["Day"];
export type Purpose = Schemas["Purpose"];
export type Suits = Schemas["Suits"];
export type Suit = Schemas["Suit"];
export type Reason = Schemas["Reason"];
export type Answered = Schemas["Answered"];
export type Comparison = Schemas["Comparison"];
export type Preview = Schemas["Preview"];
export type Switched = Schemas["Switched"];
export type Tackle = Schemas["Tackle"];
export type LineFact = Schemas["LineFact"];
export type PlaceRules = Schemas["PlaceRules"];
export type KeptRules = Schemas["Kept_PlaceRules_"];
export type SchoolsAnswer = Schemas["SchoolsAnswer"];
export type FamilyChoice = Schemas["FamilyChoice"];
export type Caution = Schemas["Said"];
/** An entry of the book; version 0 is as it ships. */
export type Entry<F> = { version: number; ships: boolean; fields: F };

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

async function streamed(
  rig: Rig,
  wish: Partial<FallWish>,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<Fall> {
  const body = await must(
    client.POST("/api/motion/fall", { body: { rig, wish: wish as FallWish }, parseAs: "stream", signal }) as Promise<
      Answer<ReadableStream<Uint8Array>>
    >,
  );
  const reader = body.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>).getReader();
  let rest = "";
  for (;;) {
    const { done, value } = await reader.read();
    rest += value ?? "";
    const lines = rest.split("\n");
    rest = lines.pop() ?? "";
    for (const text of lines) {
      const line = JSON.parse(text) as FallLine;
      if (line.problem) throw new Refusal(422, [line.problem]);
      if (line.fall) return line.fall;
      if (line.progress != null) onProgress(line.progress);
    }
    if (done) throw offline();
  }
}

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

/** A file as the body of a call, not as JSON. */
const asFile = (file: Blob) => ({
  body: "",
  bodySerializer: () => file,
  headers: { "content-type": "application/octet-stream" },
});

export const api = {
  catalogue: () => must(client.GET("/api/catalogue")) as Promise<Catalogue>,
  box: () => must(client.GET("/api/box")),
  createBoxItem: (body: BoxItem) => must(client.POST("/api/box", { body })),
  updateBoxItem: (key: string, version: number, fields: BoxItem) =>
    must(client.PUT("/api/box/{key}", { params: { path: { key } }, body: { version, fields } })),
  deleteBoxItem: (key: string, version: number) =>
    must(client.DELETE("/api/box/{key}", { params: { path: { key }, query: { version } } })),
  quickEntry: (text: string) => must(client.POST("/api/box/quick", { body: { text } })),
  weigh: (readings: Schemas["Weighing"][], nominal_kg: number | null) =>
    must(client.POST("/api/box/weigh", { body: { readings, nominal_kg } })),
  jug: (readings: Schemas["JugReading"][], mass_kg: number, temperature_c: number) =>
    must(client.POST("/api/box/jug", { body: { readings, mass_kg, temperature_c } })),
  previewBox: (file: Blob) =>
    must(client.POST("/api/box/preview", asFile(file)) as Promise<Answer<Schemas["ImportPreview"]>>),
  importBox: (rows: Schemas["BoxWrite"][]) => must(client.POST("/api/box/import", { body: { rows } })),
  packing: (rigs: string[], copies: number) => must(client.POST("/api/box/packing", { body: { rigs, copies } })),
  chooseFloat: (rig: Rig) => must(client.POST("/api/float/choose", { body: { rig } })) as Promise<Choosing>,
  floatStates: (rig: Rig) => must(client.POST("/api/float/states", { body: { rig } })) as Promise<States>,
  describeFloat: (spec: FloatSpec) =>
    must(client.POST("/api/float/describe", { body: { spec } })) as Promise<FloatFacts>,
  fitTube: (body: { spec: FloatSpec; test: TubeTest }) =>
    must(client.POST("/api/float/tube", { body })) as Promise<TubeFit>,
  readProfile: (file: Blob) =>
    must(client.POST("/api/float/profile", asFile(file)) as Promise<Answer<Schemas["ProfileRead"]>>),
  waters: () => must(client.GET("/api/waters")),
  createWater: (body: WaterFields) => must(client.POST("/api/waters", { body })),
  swims: () => must(client.GET("/api/swims")),
  createSwim: (body: SwimFields) => must(client.POST("/api/swims", { body })),
  deleteSwim: (key: string, version: number) =>
    must(client.DELETE("/api/swims/{key}", { params: { path: { key }, query: { version } } })),
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
  evaluate: ({ rig, day }: { rig: Rig; day: Day }) =>
    must(client.POST("/api/evaluate", { body: { rig, day } })) as Promise<Evaluation>,
  suits: (purpose: Purpose) => must(client.POST("/api/advice/families", { body: { purpose } })) as Promise<Suits>,
  answers: (purpose: Purpose) => must(client.POST("/api/advice/schools", { body: { purpose } })) as Promise<Answered[]>,
  compare: (rig: Rig, question: string) =>
    must(client.POST("/api/advice/compare", { body: { rig, question } })) as Promise<Comparison>,
  preview: (body: Schemas["PreviewRequest"]) => must(client.POST("/api/advice/preview", { body })) as Promise<Preview>,
  switchFamily: (rig: Rig, family: string) =>
    must(client.POST("/api/advice/switch", { body: { rig, family } })) as Promise<Switched>,
  tackle: (rig: Rig) => must(client.POST("/api/tackle", { body: { rig } })) as Promise<Tackle>,
  fish: () => must(client.GET("/api/book/species")) as Promise<Entry<Species>[]>,
  keepFish: (key: string, version: number, fields: Species) =>
    must(client.PUT("/api/book/species/{key}", { params: { path: { key } }, body: { version, fields } })),
  dropFish: (key: string, version: number) =>
    must(client.DELETE("/api/book/species/{key}", { params: { path: { key }, query: { version } } })),
  baits: () => must(client.GET("/api/book/baits")) as Promise<Entry<BaitKind>[]>,
  keepBait: (key: string, version: number, fields: BaitKind) =>
    must(client.PUT("/api/book/baits/{key}", { params: { path: { key } }, body: { version, fields } })),
  dropBait: (key: string, version: number) =>
    must(client.DELETE("/api/book/baits/{key}", { params: { path: { key }, query: { version } } })),
  hookPatterns: () => must(client.GET("/api/book/hook-patterns")) as Promise<Entry<HookPattern>[]>,
  keepHookPattern: (key: string, version: number, fields: HookPattern) =>
    must(client.PUT("/api/book/hook-patterns/{key}", { params: { path: { key } }, body: { version, fields } })),
  dropHookPattern: (key: string, version: number) =>
    must(client.DELETE("/api/book/hook-patterns/{key}", { params: { path: { key }, query: { version } } })),
  stop: (rig: Rig, signal?: AbortSignal) =>
    must(client.POST("/api/motion/stop", { body: { rig, bed: [] }, signal })) as Promise<StopAnswer>,
  fallTimes: (rigs: Rig[], signal?: AbortSignal) =>
    must(client.POST("/api/motion/falls", { body: { rigs, wish: {} as FallWish }, signal })),
  feeds: () => must(client.GET("/api/motion/feeds")),
  /** The fall, with its progress on the way; aborting it cancels the work. */
  fall: (rig: Rig, wish: Partial<FallWish>, onProgress: (share: number) => void, signal: AbortSignal) =>
    streamed(rig, wish, onProgress, signal),
  schools: () => must(client.GET("/api/book/schools")),
  keepSchools: (version: number, choices: Record<string, string>) =>
    must(client.PUT("/api/book/schools", { body: { version, fields: { id: "schools", choices } } })),
  rules: (water: string) => must(client.GET("/api/waters/{key}/rules", { params: { path: { key: water } } })),
  keepRules: (water: string, version: number, fields: PlaceRules) =>
    must(client.PUT("/api/waters/{key}/rules", { params: { path: { key: water } }, body: { version, fields } })),
  exampleRules: () => must(client.GET("/api/rules/examples")),
  balance: (rig: Rig, wish: Schemas["Wish"]) => must(client.POST("/api/balance", { body: { rig, wish } })),
  offers: (rig: Rig, wish: Schemas["Wish"], tolerance_m: number) =>
    must(client.POST("/api/offers", { body: { rig, wish, tolerance_m } })) as Promise<Offers>,
  adjust: (rig: Rig, seen_tip_m: number | null) =>
    must(client.POST("/api/adjust", { body: { rig, seen_tip_m } })) as Promise<Adjusted>,
  observe: (body: Schemas["ObserveRequest"]) => must(client.POST("/api/observe", { body })),
  patterns: () => must(client.GET("/api/patterns")),
  savePattern: (rig: Rig, id: string, name: string) => must(client.POST("/api/patterns", { body: { rig, id, name } })),
  dropPattern: (key: string, version: number) =>
    must(client.DELETE("/api/patterns/{key}", { params: { path: { key }, query: { version } } })),
  edit: (rig: Rig, change: Change) => must(client.POST("/api/edit", { body: { rig, change } })),
  survey: (swim_id: string) => must(client.GET("/api/surveys/{swim_id}", { params: { path: { swim_id } } })),
  saveSurvey: (swim_id: string, version: number, fields: Survey) =>
    must(client.PUT("/api/surveys/{swim_id}", { params: { path: { swim_id } }, body: { version, fields } })),
  look: (body: Look) => must(client.POST("/api/water/look", { body })) as Promise<Picture>,
  startSpot: (body: Look) => must(client.POST("/api/water/spot", { body })),
  relevel: (body: Schemas["Relevel"]) => must(client.POST("/api/water/relevel", { body })) as Promise<Survey>,
  plumb: (body: Schemas["PlumbRequest"]) => must(client.POST("/api/water/plumb", { body })) as Promise<Plumbed>,
  soundingOf: (body: Schemas["PlumbRequest"]) => must(client.POST("/api/water/sounding", { body })),
  calendar: (body: Look) =>
    must(client.POST("/api/water/timetable.ics", { body, parseAs: "blob" }) as Promise<Answer<Blob>>),
  instruments: () => must(client.GET("/api/instruments")),
  connect: (body: Schemas["Address"]) => must(client.POST("/api/instruments/connect", { body })),
  disconnect: (kind: Instrument["kind"]) => must(client.POST("/api/instruments/disconnect", { body: { kind } })),
  liveSoundings: (body: Schemas["Taking"]) => must(client.POST("/api/instruments/soundings", { body })),
  gaugeLevels: () => must(client.GET("/api/instruments/levels")),
  readSoundings: (swim_id: string, form: "csv" | "geojson", file: Blob) =>
    must(
      client.POST("/api/read/soundings", { params: { query: { swim_id, form } }, ...asFile(file) }) as Promise<
        Answer<ReadSoundings>
      >,
    ),
  readStation: (file: Blob) =>
    must(client.POST("/api/read/station", asFile(file)) as Promise<Answer<Schemas["Station"]>>),
  readGpx: (swim_id: string, file: Blob) =>
    must(
      client.POST("/api/read/gpx", { params: { query: { swim_id } }, ...asFile(file) }) as Promise<
        Answer<Schemas["Marks"]>
      >,
    ),
  label: (text: string) => must(client.POST("/api/label", { body: { text } })),
};
