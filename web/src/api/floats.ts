import { post } from "./transport";
import type { FloatSpec, Rig, TubeTest } from "./types";

/** The float: which, how it stands, and its tests. */
export const floats = {
  chooseFloat: (rig: Rig) => post("/api/float/choose", { body: { rig } }),
  floatStates: (rig: Rig) => post("/api/float/states", { body: { rig } }),
  describeFloat: (spec: FloatSpec) => post("/api/float/describe", { body: { spec } }),
  fitTube: (body: { spec: FloatSpec; test: TubeTest }) => post("/api/float/tube", { body }),
  readProfile: (file: Blob) => post("/api/float/profile", { file }),
};
