import { Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Navigate, useNavigate, useParams } from "react-router";
import { api, keys, type Survey } from "../api/client";
import { lasting } from "../browser/storage";
import { dropDraft, readDraft } from "../document/drafts";
import { useSwims } from "../place/useSwims";
import { Button } from "../shell/Button";
import { Failed, Loading, Notice } from "../shell/States";
import { LAST_SWIM } from "./lastSwim";
import { NewSwim } from "./NewSwim";
import { draftId } from "./useSurvey";
import { Water } from "./Water";

/** The water of a swim: the one in the address, the last one looked at, or the first of the book. */
export default function WaterPage() {
  const { swimId } = useParams();
  const go = useNavigate();
  const swims = useSwims();
  const [starting, setStarting] = useState(false);
  if (swims.pending) return <Loading what="the swims" />;
  if (swims.failed) return <Failed error={swims.error ?? new Error("")} again={swims.again} />;
  if (!swimId || !swims.list.some((s) => s.swim.id === swimId)) {
    const last = lasting.get(LAST_SWIM);
    const to = swimId ? undefined : (swims.list.find((s) => s.swim.id === last) ?? swims.list[0]);
    if (to) return <Navigate to={`/water/${to.swim.id}`} replace />;
    return (
      <Notice title={swimId ? "There is no such swim" : "No swim in the book yet"}>
        <Text>Enter a swim, then plumb it: a handful of casts make a depth, a handful of depths make a bed.</Text>
        <Button mt="5" variant="solid" onClick={() => setStarting(true)}>
          Enter a swim
        </Button>
        {starting && <NewSwim onClose={() => setStarting(false)} onMade={(id) => go(`/water/${id}`)} />}
      </Notice>
    );
  }
  lasting.set(LAST_SWIM, swimId);
  return <SurveyLoader key={swimId} swimId={swimId} />;
}

/** Fetch the survey and the rig tied for this swim, take up a draft that was not saved, and open the water. */
function SurveyLoader({ swimId }: { swimId: string }) {
  const [opened, setOpened] = useState(0);
  const survey = useQuery({
    queryKey: keys.survey(swimId, opened),
    queryFn: () => api.survey(swimId),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  const rigs = useQuery({ queryKey: keys.rigs, queryFn: api.rigs });
  const mine = rigs.data?.find((r) => r.swim === swimId)?.id;
  const rig = useQuery({
    queryKey: keys.rigAt(mine),
    queryFn: () => api.rig(mine ?? ""),
    enabled: mine !== undefined,
    staleTime: 0,
  });
  const catalogue = useQuery({ queryKey: keys.catalogue, queryFn: api.catalogue, staleTime: Number.POSITIVE_INFINITY });
  const box = useQuery({ queryKey: keys.box(), queryFn: api.box });
  const stock = useMemo(() => (box.data ?? []).map((k) => k.fields), [box.data]);
  const failed = [survey, rigs, catalogue, box].find((q) => q.isError);
  if (failed?.error) {
    const again = () => {
      for (const q of [survey, rigs, catalogue, box]) void q.refetch();
    };
    return <Failed error={failed.error} again={again} />;
  }
  if (!survey.data || !catalogue.data || !box.data || !rigs.data || (mine && rig.isPending))
    return <Loading what="the water" />;
  return (
    <Water
      key={opened}
      kept={survey.data}
      draft={readDraft<Survey>(draftId(swimId), "soundings")}
      rig={rig.data?.fields ?? null}
      catalogue={catalogue.data}
      box={stock}
      onReload={() => {
        dropDraft(draftId(swimId));
        setOpened((n) => n + 1);
      }}
    />
  );
}
