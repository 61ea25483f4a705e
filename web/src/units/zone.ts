/** Times of the log are told by the person's own clock. */
export const ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;
