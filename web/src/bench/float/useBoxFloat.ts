import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type FloatSpec, type FloatStock, Refusal } from "../../api/client";

/** One float of the box, and keeping it: each save is on disk before the next is made. */
export function useBoxFloat(item: string | null | undefined) {
  const queries = useQueryClient();
  const box = useQuery({ queryKey: ["box"], queryFn: api.box });
  const [failed, setFailed] = useState("");
  const kept = box.data?.find((k) => k.fields.kind === "float" && k.fields.item === item);
  const stock = kept ? (kept.fields as FloatStock) : null;

  const attempt = async (act: () => Promise<unknown>): Promise<boolean> => {
    try {
      await act();
      setFailed("");
      return true;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setFailed(error.message);
      return false;
    } finally {
      await queries.invalidateQueries({ queryKey: ["box"] });
    }
  };
  const keep = (part: Partial<FloatStock>) =>
    attempt(async () => {
      if (kept && stock) await api.updateBoxItem(stock.item, kept.version, { ...stock, ...part });
    });
  /** Put a float in the box; its new name there, or null when it was refused. */
  const add = async (spec: FloatSpec, label: string): Promise<string | null> => {
    const name = `float-${crypto.randomUUID().replaceAll("-", "").slice(0, 10)}`;
    const made = { kind: "float" as const, item: name, label: label || spec.type, spec, tube: null, count: 1 };
    return (await attempt(() => api.createBoxItem(made))) ? name : null;
  };
  return { stock, failed, keep, add };
}
