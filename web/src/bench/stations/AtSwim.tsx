import { Box, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Waves } from "lucide-react";
import { Link } from "react-router";
import { api, keys, type Rig, sentenceOf } from "../../api/client";
import { Button } from "../../shell/Button";
import { Facts } from "../../shell/Facts";
import { useNow } from "../../shell/useNow";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";

type Props = { swimId: string; rig: Rig; onDepth: (depth_m: number) => void };

/** What is known of the swim now, in short: its depth where it is fished, level, current, and the way to its water. */
export function AtSwim({ swimId, rig, onDepth }: Props) {
  const { units } = useSettings();
  const now = useNow();
  const survey = useQuery({ queryKey: keys.surveyOf(swimId), queryFn: () => api.survey(swimId), staleTime: 0 });
  const fields = survey.data?.fields;
  const minute = Math.floor(now / 60_000);
  const picture = useQuery({
    queryKey: keys.look(swimId, survey.data?.version, minute),
    queryFn: () =>
      fields
        ? api.look({ survey: fields, at: new Date(now).toISOString(), rig: null, rod_m: 4 })
        : Promise.reject(new Error("no survey")),
    enabled: fields !== undefined,
    placeholderData: (last) => last,
  });
  const open = (
    <Link to={`/water/${swimId}`} className="bw-link bw-block">
      <Waves size={18} aria-hidden="true" style={{ display: "inline", verticalAlign: "-3px" }} /> Open the water: plumb,
      section, level
    </Link>
  );
  const here = picture.data?.here;
  const level = picture.data?.level;
  if (!picture.data || !here) return open;
  const depth = Math.round(here.depth_m * 100) / 100;
  const rows: [string, string][] = [
    [
      `Depth now, ${write(here.distance_m, "distance", units)} out`,
      `${write(here.low_m, "depth", units)} to ${write(here.high_m, "depth", units)}`,
    ],
  ];
  if (level?.changes)
    rows.push([
      "Level",
      `${level.rate_m_h > 0 ? "rising" : "falling"} ${write(Math.abs(level.rate_m_h), "line", units)} an hour`,
    ]);
  if (picture.data.profile) rows.push(["Current on top", write(picture.data.profile.surface_m_s, "speed", units)]);
  return (
    <Box data-testid="at-swim">
      <Facts rows={rows} />
      {picture.data.level_problem && <Text color="float">{sentenceOf(picture.data.level_problem)}</Text>}
      {depth >= 0.05 && Math.abs(depth - rig.water.depth_m) > 0.005 && (
        <Button mt="2" w="100%" onClick={() => onDepth(depth)}>
          Take {write(depth, "depth", units)}, the depth there now
        </Button>
      )}
      {open}
    </Box>
  );
}
