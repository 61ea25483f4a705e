import type { KeptPattern, Wish } from "../api/client";

/** What the angler asks of a balance besides the pattern. */
export type Asked = {
  most: number;
  droppers: number | null;
  ratio: number | null;
  onHooklength: boolean;
  bulk: number | null;
};

export const ASKED: Asked = { most: 20, droppers: null, ratio: null, onHooklength: false, bulk: null };

/** The wish for a pattern, shipped or the angler's own. */
export function wishFor(pattern: string, asked: Asked, metal: string | null, own: KeptPattern[]): Wish {
  return {
    pattern,
    own: own.find((k) => k.fields.id === pattern)?.fields ?? null,
    max_pieces: asked.most,
    droppers: asked.droppers,
    gap_ratio: asked.ratio,
    material: metal,
    on_hooklength: asked.onHooklength,
    any_line: false,
    keep_heavy: false,
    as_label: false,
    bulk_share: asked.bulk,
  };
}
