import { post, postForFile } from "./transport";
import type { Schemas } from "./types";

/** Rig cards: the pages as SVG and as PDF. */
export const cards = {
  cardSheets: (body: Schemas["CardsRequest"]) => post("/api/cards/sheets", { body }),
  cardPdf: (body: Schemas["CardsRequest"]) => postForFile("/api/cards/pdf", { body }),
};
