import type { Schemas } from "../api/client";

/** What was found in a file that was let go over a page. */
export type Found = Schemas["DroppedFile"];
/** How what is in it is taken: the act says where it leads. */
export type Take = { onTake: (act: () => Promise<string>) => Promise<void> };
