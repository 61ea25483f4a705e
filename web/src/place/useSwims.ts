import { useQuery } from "@tanstack/react-query";
import { api, keys, type Rig } from "../api/client";

/** The swims of the book with the water a rig would be tied for there. */
export function useSwims() {
  const waters = useQuery({ queryKey: keys.waters, queryFn: api.waters });
  const swims = useQuery({ queryKey: keys.swims, queryFn: api.swims });
  const list = (swims.data ?? []).map((kept) => {
    const of = waters.data?.find((w) => w.fields.id === kept.fields.water_id)?.fields;
    const water: Rig["water"] = {
      name: `${of?.name ?? "?"}, ${kept.fields.name}`.slice(0, 80),
      swim: kept.fields.id,
      depth_m: kept.fields.depth_m,
      temperature_c: of?.temperature_c ?? 15,
      salinity: of?.salinity ?? 0,
    };
    return { swim: kept.fields, version: kept.version, water };
  });
  return {
    list,
    waters: (waters.data ?? []).map((w) => w.fields),
    failed: waters.isError || swims.isError,
    error: waters.error ?? swims.error,
    pending: waters.isPending || swims.isPending,
    again: () => {
      void waters.refetch();
      void swims.refetch();
    },
  };
}
