import { Flex, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Copy, Download, History, Package, Plus, Trash2, Undo2, Upload } from "lucide-react";
import { lazy, Suspense, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api, type Catalogue, keys, type Rig } from "../api/client";
import { useSave } from "../document/useSave";
import { uuid } from "../document/uuid";
import { Button } from "../shell/Button";
import { Sheet } from "../shell/Sheet";
import { save } from "../shell/save";
import { LeftField } from "../shell/TextField";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import type { BenchState } from "./useBench";

const DropHere = lazy(() => import("../shell/DropHere"));

type Props = {
  rig: Rig;
  bench: BenchState;
  catalogue: Catalogue;
  onStart: () => void;
  onHistory: () => void;
  onClose: () => void;
};

/** What is done to kept rigs: copied, deleted, brought back; what was refused is said. */
function useKept(rig: Rig, open: (id: string) => void) {
  const { said: failed, save: attempt } = useSave({ old: [keys.rigs] });
  const [deleted, setDeleted] = useState<Rig | null>(null);
  const copy = () =>
    attempt(async () => {
      const id = `rig-${uuid().replaceAll("-", "").slice(0, 12)}`;
      await api.createRig({ ...rig, id, name: `${rig.name} (copy)`.slice(0, 80) });
      open(id);
    });
  const remove = (id: string) =>
    attempt(async () => {
      const kept = await api.rig(id);
      await api.deleteRig(id, kept.version);
      setDeleted(kept.fields);
    });
  const bringBack = () =>
    attempt(async () => {
      if (deleted) await api.createRig(deleted);
      setDeleted(null);
    });
  return { deleted, failed, attempt, copy, remove, bringBack };
}

/** The made-up rigs: open, rename, copy, delete with a way back, start another. */
export default function RigsDialog({ rig, bench, catalogue, onStart, onHistory, onClose }: Props) {
  const go = useNavigate();
  const rigs = useQuery({ queryKey: keys.rigs, queryFn: api.rigs, staleTime: 0 });
  const [file, setFile] = useState<File | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const open = (id: string) => {
    onClose();
    go(`/bench/${id}`);
  };
  const { deleted, failed, attempt, copy, remove, bringBack } = useKept(rig, open);

  return (
    <Sheet title="Rigs" onClose={onClose}>
      <Stack gap="4">
        <LeftField
          label="Name of this rig"
          value={rig.name}
          maxLength={80}
          onChange={(text) => {
            const name = text.trim();
            if (name && name !== rig.name) bench.put({ ...rig, name });
          }}
        />
        <Flex gap="3" wrap="wrap">
          <Button variant="solid" onClick={onStart}>
            <Plus aria-hidden="true" /> Start another
          </Button>
          <Button onClick={copy}>
            <Copy aria-hidden="true" /> Copy this one
          </Button>
          <Button onClick={onHistory}>
            <History aria-hidden="true" /> Earlier versions
          </Button>
          <Button onClick={() => save(new Blob([JSON.stringify(rig, null, 2)]), `${rig.id}.rig.json`)}>
            <Download aria-hidden="true" /> Save it as a file
          </Button>
          <Button onClick={() => picker.current?.click()}>
            <Upload aria-hidden="true" /> Open a file
          </Button>
          <Button
            disabled={!rigs.data?.length}
            onClick={() =>
              attempt(async () => save(await api.bundle((rigs.data ?? []).map((r) => r.id)), "rigs.brookwind.zip"))
            }
          >
            <Package aria-hidden="true" /> Save all in one file
          </Button>
          <input
            ref={picker}
            type="file"
            accept=".json,.zip,application/json,application/zip"
            className="bw-hidden"
            aria-label="Rig file"
            tabIndex={-1}
            onChange={(e) => {
              setFile(e.currentTarget.files?.[0] ?? null);
              e.currentTarget.value = "";
            }}
          />
        </Flex>
        {failed && (
          <Text role="alert" color="float">
            {failed}
          </Text>
        )}
        {deleted && (
          <Flex role="status" justify="space-between" align="center" bg="well" borderRadius="l1" px="4" py="2">
            <Text>“{deleted.name}” is deleted.</Text>
            <Button size="sm" onClick={bringBack}>
              <Undo2 aria-hidden="true" /> Bring it back
            </Button>
          </Flex>
        )}
        <Stack as="ul" gap="2" listStyleType="none" aria-label="Kept rigs">
          {rigs.data?.map((r) => (
            <Kept
              key={r.id}
              kept={r.id === rig.id ? { ...r, name: rig.name } : r}
              here={r.id === rig.id}
              family={catalogue.families.find((f) => f.id === r.family)?.name ?? r.family}
              onOpen={() => open(r.id)}
              onRemove={() => remove(r.id)}
            />
          ))}
        </Stack>
        {rigs.isError && <Text role="alert">{rigs.error.message}</Text>}
      </Stack>
      <Suspense>{file && <DropHere file={file} onClose={() => setFile(null)} />}</Suspense>
    </Sheet>
  );
}

type KeptProps = {
  kept: Awaited<ReturnType<typeof api.rigs>>[number];
  here: boolean;
  family: string;
  onOpen: () => void;
  onRemove: () => void;
};

function Kept({ kept, here, family, onOpen, onRemove }: KeptProps) {
  const { units } = useSettings();
  return (
    <Flex as="li" gap="2" align="center">
      <Flex
        as="button"
        flex="1"
        minW="0"
        direction="column"
        textAlign="start"
        px="4"
        py="2"
        minH="14"
        borderWidth="1px"
        borderColor={here ? "tip" : "rule"}
        borderRadius="l2"
        cursor="pointer"
        onClick={onOpen}
        aria-current={here ? "true" : undefined}
      >
        <Text as="span" fontWeight="bold" truncate>
          {kept.name}
        </Text>
        <Text as="span" fontSize="sm" color="soft" truncate>
          {family} · {kept.water || "no swim"} · {write(kept.depth_m, "depth", units)}
        </Text>
      </Flex>
      {!here && (
        <Button variant="quiet" size="icon" aria-label={`Delete ${kept.name}`} onClick={onRemove}>
          <Trash2 />
        </Button>
      )}
    </Flex>
  );
}
