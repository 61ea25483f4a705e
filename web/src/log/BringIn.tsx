import { Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api, keys } from "../api/client";
import { useSave } from "../document/useSave";
import { Button } from "../shell/Button";
import { Refused } from "../shell/Refused";
import { Sheet } from "../shell/Sheet";
import { counted } from "../units/vocabulary";

type Came = Awaited<ReturnType<typeof api.bringInLog>>;

/** A table of sessions in, looked at before it is kept; the whole log out. */
export function BringIn({ onClose }: { onClose: () => void }) {
  const [file, setFile] = useState<File | null>(null);
  const [found, setFound] = useState<Came | null>(null);
  const { said, save } = useSave({ old: [keys.log] });
  const send = async (chosen: File, keep: boolean) => {
    setFound(null);
    let came: Came | null = null;
    const done = await save(async () => {
      came = await api.bringInLog(chosen, keep);
    });
    if (done && keep) onClose();
    else setFound(came);
  };
  return (
    <Sheet title="Bring in, take out" onClose={onClose}>
      <Stack gap="4">
        <a className="bw-link" href="/api/log/log.csv" download>
          Take out the whole log as a table (CSV)
        </a>
        <label className="bw-label">
          Bring in a table
          <input
            type="file"
            accept=".csv,text/csv"
            className="bw-block"
            onChange={(e) => {
              const chosen = e.currentTarget.files?.[0] ?? null;
              setFile(chosen);
              if (chosen) void send(chosen, false);
            }}
          />
        </label>
        {said && <Refused>{said}</Refused>}
        {found && file && (
          <Stack gap="2">
            <Text>
              {counted(found.outings, "session")} in it, {found.new_outings} of them new, with{" "}
              {counted(found.events, "event")}. What is here already stays as it is.
            </Text>
            {found.refused.map((r) => (
              <Text key={r.line} fontSize="sm" color="float">
                Line {r.line}: {r.says}
              </Text>
            ))}
            <Button variant="solid" disabled={found.outings === 0} onClick={() => void send(file, true)}>
              Keep what is new
            </Button>
          </Stack>
        )}
      </Stack>
    </Sheet>
  );
}
