import type { LevelSource } from "../../api/client";
import type { Water } from "../here";

export type Kind = LevelSource["kind"];
export type Source<K extends Kind> = Extract<LevelSource, { kind: K }>;
/** Entries of one kind of source. */
export type EntryProps<K extends Kind> = { level: Source<K>; put: (level: LevelSource) => void };

/** Some minutes from now, as the survey writes it. */
export const inMinutes = (now: number, minutes: number) => new Date(now + minutes * 60_000).toISOString();
/** The level shown, to the centimetre. */
export const heightNow = ({ picture }: Water) => Math.round((picture?.level?.now_m ?? 0) * 100) / 100;

/** From a high water to the next low one, about. */
export const TURN_MINUTES = 373;
