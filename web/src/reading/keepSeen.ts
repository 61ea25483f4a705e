import { api, type FloatStock, type Rig } from "../api/client";

/** Keep a tip seen at the water as a reading of the float: the rig with the float so known, and what that taught. */
export async function keepSeen(rig: Rig, tip_m: number) {
  const float = rig.components.find((c) => c.kind === "float");
  const item = float && "item" in float ? float.item : null;
  const kept = (await api.box()).find((k) => k.fields.item === item && k.fields.kind === "float");
  const stock = kept?.fields as FloatStock | undefined;
  const at = new Date().toISOString();
  const found = await api.observe({ rig, seen_tip_m: tip_m, at, test: stock?.tube ?? null });
  if (kept && stock)
    await api.updateBoxItem(stock.item, kept.version, { ...stock, spec: found.spec, tube: found.test });
  const components = rig.components.map((c) => (c.kind === "float" ? { ...c, spec: found.spec } : c));
  return { rig: { ...rig, components }, fit: found.fit, inBox: stock !== undefined };
}
