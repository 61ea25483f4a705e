import { useCallback, useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { api, type Catalogue, type KeptPattern } from "../api/client";
import { uuid } from "../document/uuid";
import type { Looked } from "./here";
import type { BenchState } from "./useBench";
import { ASKED, wishFor } from "./wish";

type Props = {
  bench: BenchState;
  catalogue: Catalogue;
  own: KeptPattern[];
  announce: (text: string) => void;
  onReload: () => void;
};

/** Balancing, what is asked of it, the proposal that is looked at, and the family that goes with it. */
export function useBalance({ bench, catalogue, own, announce, onReload }: Props) {
  const { rig } = bench;
  const go = useNavigate();
  const [asked, setAsked] = useState(ASKED);
  const [metal, setMetal] = useState<string | null>(null);
  const [trying, setTrying] = useState<Looked | null>(null);
  // What is looked at belongs to the rig it was made from.
  // biome-ignore lint/correctness/useExhaustiveDependencies: another rig ends the looking
  useEffect(() => setTrying(null), [rig]);

  const balance = useCallback(
    async (pattern = rig.pattern) => {
      if (![...catalogue.patterns, ...own.map((k) => k.fields)].some((p) => p.id === pattern)) {
        bench.setSaid({ tone: "refuse", text: "This rig's own pattern is no longer kept. Choose another under Load." });
        return;
      }
      const wish = wishFor(pattern, asked, metal, own);
      const done = await bench.ask(async (now) => (await api.balance(now, wish)).rig);
      if (done) announce("Balanced from the box.");
    },
    [rig.pattern, catalogue, own, asked, metal, bench.ask, bench.setSaid, announce],
  );

  const toFamily = async (family: string) => {
    const name = catalogue.families.find((f) => f.id === family)?.name ?? family;
    let dropped: string[] = [];
    const done = await bench.ask(async (now) => {
      const switched = await api.switchFamily(now, family);
      dropped = switched.dropped;
      const wish = wishFor(switched.rig.pattern, ASKED, metal, own);
      // Without the weights in the box the rig is still what was asked for: the bench says what is missing.
      return api.balance(switched.rig, wish).then(
        (p) => p.rig,
        () => switched.rig,
      );
    });
    if (!done) return;
    const lost = dropped.length ? ` Not kept: ${dropped.join("; ")}.` : " Everything else was kept.";
    bench.setSaid({ tone: "note", text: `Now: ${name}.${lost} Undo brings back what was.` });
    announce(`Now ${name}.`);
  };

  const setStop = useCallback(async () => {
    if (await bench.edit({ do: "set-stop" })) announce("Stop set.");
  }, [bench.edit, announce]);

  const keepCopy = async () => {
    const id = `rig-${uuid().replaceAll("-", "").slice(0, 12)}`;
    await api.createRig({ ...rig, id, name: `${rig.name} (copy)`.slice(0, 80) });
    onReload();
    go(`/bench/${id}`);
  };

  const take = useCallback((proposal: Looked) => void bench.edit({ do: "take", rig: proposal.rig }), [bench.edit]);

  const wish = useMemo(() => wishFor(rig.pattern, asked, metal, own), [rig.pattern, asked, metal, own]);
  /** As the stations take it, and what only the bench itself asks for. */
  const offered = useMemo(
    () => ({
      asked,
      onAsked: setAsked,
      metal,
      onMetal: setMetal,
      trying,
      onTry: setTrying,
      wish,
      onBalance: balance,
      onSetStop: setStop,
    }),
    [asked, metal, trying, wish, balance, setStop],
  );
  return { offered, take, toFamily, keepCopy };
}
