import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { api, type Change, type Mark, type Rig, sentenceOf } from "../../api/client";
import { useSave } from "../../document/useSave";
import { Button } from "../../shell/Button";
import { QuantityField } from "../../shell/QuantityField";
import { clock } from "../../units/clock";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { many, type WaterBead } from "../bead";
import { useWater } from "../here";
import { freshId } from "../useSurvey";

/** The stop of the kept rig slid to a mark in one press, and back. */
function useSlid() {
  const { units } = useSettings();
  // The stop is drawn on several pages.
  const { said, setSaid, save, busy } = useSave({ old: [[]] });
  const [before, setBefore] = useState<Rig | null>(null);
  const keep = async (id: string, change: (now: Rig) => Promise<Rig>, then: (now: Rig, done: Rig) => void) => {
    let of: [Rig, Rig] | null = null;
    const kept = await save(async () => {
      const now = await api.rig(id);
      of = [now.fields, await change(now.fields)];
      await api.saveRig(id, now.version, of[1]);
    });
    if (kept && of) then(...(of as [Rig, Rig]));
  };
  const slide = (id: string, change: Change) =>
    void keep(
      id,
      (now) => api.edit(now, change),
      (now, done) => {
        setBefore(now);
        setSaid(
          `The stop of “${done.name}” is set: its bait hangs ${write(done.aim.bait_m ?? 0, "depth", units)} down.`,
        );
      },
    );
  const back =
    before &&
    (() =>
      void keep(
        before.id,
        async () => before,
        () => {
          setBefore(null);
          setSaid("Put back as it was.");
        },
      ));
  return { busy, said, slide, back };
}

/** Fish seen at a depth: one number for the stop, and how far to slide it. */
function MarksPanel() {
  const { state, rig, now } = useWater();
  const { survey } = state;
  const [depth, setDepth] = useState(2);
  const slid = useSlid();
  const add = () => {
    const { distance_m, bearing_deg } = survey.session;
    const fresh: Mark = {
      id: freshId("mark"),
      depth_m: depth,
      distance_m,
      bearing_deg,
      at: new Date(now).toISOString(),
      note: "",
    };
    state.change({ marks: [...survey.marks, fresh] });
  };
  return (
    <Stack gap="4">
      <Text fontSize="sm" color="soft">
        {rig
          ? `The stop of “${rig.name}” goes just above the fish: they come up, rarely down.`
          : "Tie a rig for this swim on the bench, and each mark gives the setting for it."}
      </Text>
      <Flex gap="2" align="end">
        <Box flex="1">
          <QuantityField label="Fish seen at" name="mark-depth" value={depth} quantity="depth" onChange={setDepth} />
        </Box>
        <Button variant="solid" onClick={add}>
          <Plus aria-hidden="true" />
          Mark them
        </Button>
      </Flex>
      {slid.said && (
        <Flex role="status" align="center" gap="3" bg="well" borderRadius="l2" px="3" py="2">
          <Text flex="1">{slid.said}</Text>
          {slid.back && (
            <Button size="sm" variant="quiet" disabled={slid.busy} onClick={slid.back}>
              Put it back
            </Button>
          )}
        </Flex>
      )}
      {survey.marks.length === 0 && <Text>No fish marked yet.</Text>}
      <Box as="ul" listStyleType="none" aria-label="Fish marks">
        {[...survey.marks].reverse().map((m) => (
          <Marked key={m.id} mark={m} slid={slid} />
        ))}
      </Box>
    </Stack>
  );
}

function Marked({ mark: m, slid }: { mark: Mark; slid: ReturnType<typeof useSlid> }) {
  const { state, picture, rig } = useWater();
  const { units } = useSettings();
  const { survey } = state;
  const found = picture?.marks.find((a) => a.id === m.id);
  const s = found?.setting;
  // Without a rig nothing is hung above them.
  const above_m = m.above_m ?? s?.above_m;
  const put = (fields: Partial<Mark>) =>
    state.change({ marks: survey.marks.map((x) => (x.id === m.id ? { ...x, ...fields } : x)) });
  return (
    <Box as="li" py="2" borderTopWidth="1px" borderColor="rule">
      <Flex align="start" gap="2">
        <Box flex="1">
          {s && (
            <Text fontSize="xl" fontWeight="bold">
              Stop at {write(s.setting_m, "line", units)}
            </Text>
          )}
          {s && (
            <Text fontWeight="semibold">
              {Math.abs(s.slide_m) < 0.005
                ? "where it is"
                : `slide it ${write(Math.abs(s.slide_m), "line", units)} ${s.slide_m > 0 ? "deeper" : "shallower"}`}
            </Text>
          )}
          {found?.problem && <Text color="float">{sentenceOf(found.problem)}</Text>}
          <Text fontSize="sm" color="soft">
            Fish at {write(m.depth_m, "depth", units)}, {write(m.distance_m, "distance", units)} out
            {m.at ? `, ${clock(m.at, survey.place.time_zone)}` : ""}
            {m.note ? `: ${m.note}` : ""}
            {s ? `; bait ${write(s.above_m, "line", units)} above them` : ""}
          </Text>
        </Box>
        {s && rig && Math.abs(s.slide_m) >= 0.005 && (
          <Button
            size="sm"
            disabled={slid.busy}
            onClick={() =>
              slid.slide(rig.id, {
                do: "set-for-mark",
                mark_m: m.depth_m,
                above_m: m.above_m ?? null,
                depth_m: found?.depth_m ?? null,
              })
            }
          >
            I slid it
            <span className="bw-hidden"> for the fish at {write(m.depth_m, "depth", units)}</span>
          </Button>
        )}
        <Button
          variant="quiet"
          size="icon"
          aria-label={`Take out the mark at ${write(m.depth_m, "depth", units)}`}
          onClick={() => state.change({ marks: survey.marks.filter((x) => x.id !== m.id) })}
        >
          <Trash2 />
        </Button>
      </Flex>
      <Grid mt="1" templateColumns="1fr 1fr" gap="2">
        <QuantityField
          label="Depth of the fish"
          name={`${m.id}-depth`}
          value={m.depth_m}
          quantity="depth"
          onChange={(depth_m) => put({ depth_m })}
        />
        {above_m != null && (
          <QuantityField
            label="Bait above them"
            name={`${m.id}-above`}
            value={above_m}
            quantity="line"
            onChange={(above_m) => put({ above_m })}
          />
        )}
      </Grid>
    </Box>
  );
}

export const MARKS: WaterBead = {
  id: "marks",
  name: "Fish marks",
  value: ({ survey }) => (survey.marks.length ? many(survey.marks.length, "mark") : "none"),
  part: "marks",
  Panel: MarksPanel,
};
