/** Where the swim that was looked at last is kept. */
export const LAST_SWIM = "brookwind.swim";
