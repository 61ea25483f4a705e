import { useCallback, useState } from "react";
import { api, type KeptTrip, type Trip } from "../api/client";
import type { Draft } from "../document/drafts";
import { type Keeper, useAutosave } from "../document/useAutosave";
import { useHistory } from "../document/useHistory";

export const draftId = (tripId: string) => `trip-${tripId}`;

const TRIPS: Keeper<Trip> = {
  draftId: (trip) => draftId(trip.id),
  save: (version, trip) => api.saveTrip(trip.id, version, trip),
  read: (trip) => api.trip(trip.id),
};

const nothing = () => {};

/** A trip with its history and how its saving does. */
export function useTrip(kept: KeptTrip, draft: Draft<Trip> | null) {
  const [opened] = useState(() => (draft ? { ...kept, version: draft.version } : kept));
  const { present, gesturing, canUndo, canRedo, acts } = useHistory(
    draft?.doc ?? kept.fields,
    `trip-${kept.fields.id}`,
  );
  const saving = useAutosave(TRIPS, opened, present, gesturing, nothing);
  const change = useCallback((part: Partial<Trip>, tag?: string) => acts.put({ ...acts.now(), ...part }, tag), [acts]);
  return { trip: present, canUndo, canRedo, acts, saving, change };
}

export type TripState = ReturnType<typeof useTrip>;
