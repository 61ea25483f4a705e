import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useMemo, useState } from "react";
import { api, keys, type Rig } from "../api/client";
import { dropDraft, readDraft } from "../document/drafts";
import { Failed, Loading } from "../shell/States";
import { Bench } from "./Bench";

/** Fetch a rig and what is picked from, take up a draft that was not saved, and open the bench. */
export function BenchPage({ rigId }: { rigId: string }) {
  const queries = useQueryClient();
  const [opened, setOpened] = useState(0);
  const rig = useQuery({
    queryKey: keys.rig(rigId, opened),
    queryFn: () => api.rig(rigId),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  const catalogue = useQuery({ queryKey: keys.catalogue, queryFn: api.catalogue, staleTime: Number.POSITIVE_INFINITY });
  const box = useQuery({ queryKey: keys.box(), queryFn: api.box });
  const stock = useMemo(() => (box.data ?? []).map((k) => k.fields), [box.data]);
  const onReload = useCallback(() => {
    dropDraft(rigId);
    setOpened((n) => n + 1);
  }, [rigId]);
  const onKept = useCallback(() => void queries.invalidateQueries({ queryKey: keys.rigs }), [queries]);

  const failed = [rig, catalogue, box].find((q) => q.isError);
  if (failed?.error) {
    const again = () => {
      void rig.refetch();
      void catalogue.refetch();
      void box.refetch();
    };
    return <Failed error={failed.error} again={again} />;
  }
  if (!rig.data || !catalogue.data || !box.data) return <Loading what="the rig and the box" />;

  const draft = readDraft<Rig>(rigId, "components");
  return (
    <Bench
      key={opened}
      kept={rig.data}
      draft={draft}
      catalogue={catalogue.data}
      box={stock}
      onKept={onKept}
      onReload={onReload}
    />
  );
}
