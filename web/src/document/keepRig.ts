import { useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { api, keys, type Rig } from "../api/client";

/** Keeps a rig that was proposed among one's own and gives its id; the same rig kept twice is the same rig. */
export function useKeepRig() {
  const queries = useQueryClient();
  return useCallback(
    async (rig: Rig): Promise<string> => {
      const id = idOf(rig);
      const there = await queries.fetchQuery({ queryKey: keys.rigs, queryFn: api.rigs });
      if (!there.some((r) => r.id === id)) await api.createRig({ ...rig, id });
      await queries.invalidateQueries({ queryKey: keys.rigs });
      return id;
    },
    [queries],
  );
}

/** A name that follows from what the rig is (FNV-1a). */
function idOf(rig: Rig): string {
  let hash = 0x811c9dc5;
  for (const c of JSON.stringify(rig)) hash = Math.imul(hash ^ c.charCodeAt(0), 0x01000193) >>> 0;
  return `rig-tonight-${hash.toString(36)}`;
}
