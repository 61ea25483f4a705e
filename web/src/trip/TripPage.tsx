import { Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { api, keys, type Trip } from "../api/client";
import { dropDraft, readDraft } from "../document/drafts";
import { Failed, Loading, Notice } from "../shell/States";
import { PlanPage } from "./PlanPage";
import { draftId } from "./useTrip";
import { WhereAndWhen } from "./WhereAndWhen";

/** The first screen: where and when next; or a day that is planned. */
export default function TripPage() {
  const { tripId } = useParams();
  return tripId ? <TripLoader key={tripId} tripId={tripId} /> : <WhereAndWhen />;
}

function TripLoader({ tripId }: { tripId: string }) {
  const [opened, setOpened] = useState(0);
  const trip = useQuery({
    queryKey: keys.trip(tripId, opened),
    queryFn: () => api.trip(tripId),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
    retry: false,
  });
  const catalogue = useQuery({ queryKey: keys.catalogue, queryFn: api.catalogue, staleTime: Number.POSITIVE_INFINITY });
  const failed = [trip, catalogue].find((q) => q.isError);
  if (failed?.error) {
    const gone = "status" in failed.error && failed.error.status === 404;
    if (gone)
      return (
        <Notice title="There is no such day">
          <Text>It was taken out, here or elsewhere.</Text>
        </Notice>
      );
    return <Failed error={failed.error} again={() => void failed.refetch()} />;
  }
  if (!trip.data || !catalogue.data) return <Loading what="the day" />;
  return (
    <PlanPage
      key={opened}
      kept={trip.data}
      draft={readDraft<Trip>(draftId(tripId), "fish")}
      catalogue={catalogue.data}
      onReload={() => {
        dropDraft(draftId(tripId));
        setOpened((n) => n + 1);
      }}
    />
  );
}
