import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { Download, Upload } from "lucide-react";
import { useRef, useState } from "react";
import { api, type ImportPreview, type Incoming } from "../api/client";
import { Button } from "../shell/Button";
import { nameOf } from "../shell/nameOf";
import { Sheet } from "../shell/Sheet";
import type { BoxState } from "./useBox";

const brief = (v: unknown) => (v == null ? "nothing" : typeof v === "object" ? "…" : String(v));

/** CSV out and in. What would change is shown before it does; bad lines are listed, good ones may go in. */
export function Exchange({ state, tray }: { state: BoxState; tray: string }) {
  const picker = useRef<HTMLInputElement>(null);
  const [found, setFound] = useState<ImportPreview | null>(null);
  const read = async (file: File | undefined) => {
    if (!file) return;
    await state.attempt(async () => setFound(await api.previewBox(file)));
  };
  const changes = found?.rows.filter((r) => r.what !== "same") ?? [];
  const bring = async () => {
    const rows = changes.map(({ version, fields }) => ({ version, fields }));
    if (await state.attempt(() => api.importBox(rows))) setFound(null);
  };
  return (
    <Flex gap="2" wrap="wrap">
      <a className="bw-tab" href={`/api/box/export.csv?tray=${tray}`} download>
        <Download size="18" aria-hidden="true" />
        <span style={{ marginInlineStart: 6 }}>This tray as CSV</span>
      </a>
      <a className="bw-tab" href="/api/box/export.csv" download>
        Whole box
      </a>
      <Button onClick={() => picker.current?.click()}>
        <Upload aria-hidden="true" /> From CSV
      </Button>
      <input
        ref={picker}
        type="file"
        accept=".csv,text/csv"
        className="bw-hidden"
        aria-label="CSV file"
        tabIndex={-1}
        onChange={(e) => {
          void read(e.currentTarget.files?.[0]);
          e.currentTarget.value = "";
        }}
      />
      {found && (
        <Sheet title="What this file would change" onClose={() => setFound(null)}>
          <Stack gap="3">
            {found.notes.map((n) => (
              <Text key={n}>{n}</Text>
            ))}
            <Text>
              {changes.filter((r) => r.what === "new").length} new, {changes.filter((r) => r.what === "changed").length}{" "}
              changed, {found.rows.length - changes.length} the same. Nothing is removed.
            </Text>
            <Box as="ul" className="bw-plain" maxH="36dvh" overflow="auto" fontSize="sm" tabIndex={0}>
              {changes.map((r) => (
                <Row key={r.line} row={r} />
              ))}
            </Box>
            {found.refused.length > 0 && (
              <Box role="alert" color="float" fontSize="sm">
                <Text fontWeight="bold">Left out</Text>
                <ul className="bw-plain">
                  {found.refused.map((r) => (
                    <li key={r.line}>
                      Line {r.line}: {r.says}
                    </li>
                  ))}
                </ul>
              </Box>
            )}
            <Flex gap="2" justify="flex-end">
              <Button variant="quiet" onClick={() => setFound(null)}>
                Leave the box as it is
              </Button>
              <Button variant="solid" disabled={changes.length === 0} onClick={() => void bring()}>
                Bring in {changes.length}
              </Button>
            </Flex>
            {state.failed && (
              <Text role="alert" color="float">
                {state.failed}
              </Text>
            )}
          </Stack>
        </Sheet>
      )}
    </Flex>
  );
}

function Row({ row }: { row: Incoming }) {
  const what = row.changes.map((c) => `${c.name.replaceAll("_", " ")} ${brief(c.before)} → ${brief(c.after)}`);
  return (
    <li>
      <b>{nameOf(row.fields)}</b>: {row.what === "new" ? `new, ${row.fields.count}` : what.join(", ")}
    </li>
  );
}
