import { Box, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Conditions, keys } from "../../api/client";
import { Button } from "../../shell/Button";

/** Distance, current, wind and bed as they are kept for the swim. */
export function FromSwim({ swimId, onTake }: { swimId: string; onTake: (part: Partial<Conditions>) => void }) {
  const [taken, setTaken] = useState("");
  const survey = useQuery({ queryKey: keys.surveyOf(swimId), queryFn: () => api.survey(swimId), staleTime: 0 });
  const fields = survey.data?.fields;
  if (!fields) return null;
  const take = async () => {
    const picture = await api.look({ survey: fields, at: new Date().toISOString(), rig: null, rod_m: 4 });
    onTake({
      distance_m: fields.session.distance_m,
      current_m_s: picture.profile?.surface_m_s ?? 0,
      // Only drifts timed below the surface say how it slows towards the bed.
      exponent: picture.profile?.measured ? picture.profile.exponent : null,
      speeds: [],
      wind_m_s: fields.wind.speed_m_s,
      fetch_m: fields.wind.fetch_m,
      bed_slope: picture.along?.slope ?? 0,
      ...(picture.here?.bed ? { bed: picture.here.bed } : {}),
    });
    setTaken("Distance, current, wind and bed are those kept for the swim.");
  };
  return (
    <Box>
      <Button w="100%" onClick={() => void take()}>
        Take them from the swim
      </Button>
      <Text fontSize="sm" color="soft" role="status">
        {taken}
      </Text>
    </Box>
  );
}
