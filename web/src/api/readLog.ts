import { postForLines } from "./transport";
import type { Sounding } from "./types";

export type LogLine = { lines: number; of: number; says?: string; soundings?: Sounding[] | null };
export type LogQuery = { swim_id: string; level_m: number; distance_m: number; bearing_deg: number };

/** Read a sounder's log: `onLine` hears how far it is; the last line has the soundings. It can be called off. */
export const readLog = (
  file: Blob,
  query: LogQuery,
  onLine: (line: LogLine) => void,
  signal: AbortSignal,
): Promise<true> =>
  postForLines("/api/read/nmea", { query, file, signal }, (line: LogLine) => {
    onLine(line);
    return line.soundings ? true : undefined;
  });
