import { lazy, Suspense } from "react";
import type { Catalogue } from "../api/client";
import { purposeOf } from "../method/purpose";
import type { BenchState } from "./useBench";

const RigsDialog = lazy(() => import("./RigsDialog"));
const HistorySheet = lazy(() => import("./HistorySheet"));
const NewRig = lazy(() => import("./start/NewRig"));
const FamilyChooser = lazy(() => import("../method/FamilyChooser"));

export type SheetName = "rigs" | "history" | "new" | "family" | null;

type Props = {
  sheet: SheetName;
  setSheet: React.Dispatch<React.SetStateAction<SheetName>>;
  bench: BenchState;
  catalogue: Catalogue;
  onFamily: (family: string) => Promise<void>;
};

/** What is opened over the bench: kept rigs, what this one was before, a new one, another family. */
export function Sheets({ sheet, setSheet, bench, catalogue, onFamily }: Props) {
  const { rig } = bench;
  return (
    <Suspense>
      {sheet === "rigs" && (
        <RigsDialog
          rig={rig}
          bench={bench}
          catalogue={catalogue}
          onStart={() => setSheet("new")}
          onHistory={() => setSheet("history")}
          onClose={() => setSheet((s) => (s === "rigs" ? null : s))}
        />
      )}
      {sheet === "history" && (
        <HistorySheet bench={bench} onClose={() => setSheet((s) => (s === "history" ? null : s))} />
      )}
      {sheet === "family" && (
        <FamilyChooser
          catalogue={catalogue}
          purpose={purposeOf(rig)}
          present={rig.family}
          busy={bench.busy}
          onChoose={(family) => onFamily(family).finally(() => setSheet(null))}
          onClose={() => setSheet((s) => (s === "family" ? null : s))}
        />
      )}
      {sheet === "new" && <NewRig catalogue={catalogue} onClose={() => setSheet(null)} />}
    </Suspense>
  );
}
