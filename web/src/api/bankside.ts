import { post } from "./transport";

/** What is taken to the water. */
export const bankside = {
  prepareDay: (rigs: string[], trip: string | null) => post("/api/bankside/prepare", { body: { rigs, trip } }),
};
