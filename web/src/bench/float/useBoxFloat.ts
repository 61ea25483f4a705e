import { useQuery, useQueryClient } from "@tanstack/react-query";
import { api, type BoxItem, type FloatSpec, type FloatStock, keys } from "../../api/client";
import { useSave } from "../../document/useSave";
import { uuid } from "../../document/uuid";

type Kept = { version: number; fields: BoxItem };

/** One float of the box, and keeping it: saves go one after the other, each made from what the last one left. */
export function useBoxFloat(item: string | null | undefined) {
  const queries = useQueryClient();
  const box = useQuery({ queryKey: keys.box(), queryFn: api.box });
  const { said: failed, save } = useSave({ old: [keys.box()], turns: "box" });
  const of = (all: Kept[] | undefined) => all?.find((k) => k.fields.kind === "float" && k.fields.item === item);
  const stock = (of(box.data)?.fields as FloatStock | undefined) ?? null;

  const keep = (part: Partial<FloatStock>) =>
    save(async () => {
      const now = of(queries.getQueryData<Kept[]>(keys.box()));
      if (now) await api.updateBoxItem(now.fields.item, now.version, { ...(now.fields as FloatStock), ...part });
    });
  /** Put a float in the box; its new name there, or null when it was refused. */
  const add = async (spec: FloatSpec, label: string): Promise<string | null> => {
    const name = `float-${uuid().replaceAll("-", "").slice(0, 10)}`;
    const made = {
      kind: "float" as const,
      item: name,
      label: label || spec.type,
      spec,
      tube: null,
      notes: "",
      count: 1,
    };
    return (await save(() => api.createBoxItem(made))) ? name : null;
  };
  return { stock, failed, keep, add };
}
