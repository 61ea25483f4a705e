import { must, type Sounding } from "./client";

export type LogLine = { lines: number; of: number; says?: string; soundings?: Sounding[] | null };
export type LogQuery = { swim_id: string; level_m: number; distance_m: number; bearing_deg: number };

/** Read a sounder's log: `onLine` hears how far it is; the last line has the soundings. It can be called off. */
export async function readLog(
  file: Blob,
  query: LogQuery,
  onLine: (line: LogLine) => void,
  signal: AbortSignal,
): Promise<void> {
  const asked = new URLSearchParams(Object.entries(query).map(([k, v]) => [k, String(v)]));
  const body = await must(
    fetch(`/api/read/nmea?${asked}`, {
      method: "POST",
      body: file,
      headers: { "content-type": "application/octet-stream" },
      signal,
    }).then(async (response) => ({
      response,
      data: response.ok ? response.body : undefined,
      error: response.ok ? undefined : await response.json().catch(() => undefined),
    })),
  );
  if (!body) return;
  const text = body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  for (;;) {
    const { done, value } = await text.read();
    const parts = (rest + (value ?? "")).split("\n");
    rest = parts.pop() ?? "";
    for (const line of parts) if (line) onLine(JSON.parse(line) as LogLine);
    if (done) return;
  }
}
