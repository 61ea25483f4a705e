import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { api, type Rig, refusalIn, type Survey } from "../api/client";
import { useSave } from "../document/useSave";
import { uuid } from "../document/uuid";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { Button } from "./Button";
import type { Found, Take } from "./dropped";
import { nameOf } from "./nameOf";
import { Sheet } from "./Sheet";
import { TheBundle } from "./TheBundle";

/** A file dropped anywhere on the page: it is looked at first, and taken or left. */
export default function DropHere({ file, onClose }: { file: File; onClose: () => void }) {
  const [found, setFound] = useState<Found | null>(null);
  // What a file brings may be on every page.
  const { said, setSaid, save } = useSave({ old: [[]] });
  const go = useNavigate();
  useEffect(() => {
    let late = false;
    api.readDropped(file).then(
      (f) => !late && setFound(f),
      (e) => !late && setSaid(refusalIn(e).message),
    );
    return () => {
      late = true;
    };
  }, [file, setSaid]);

  const take = async (act: () => Promise<string>) => {
    let to = "";
    const done = await save(async () => {
      to = await act();
    });
    if (!done) return;
    onClose();
    go(to);
  };
  return (
    <Sheet title={file.name} onClose={onClose}>
      <Stack gap="4">
        {!found && !said && <Text aria-live="polite">Reading it.</Text>}
        {said && (
          <Text role="alert" color="float">
            {said}
          </Text>
        )}
        {found?.rig && <TheRig rig={found.rig} onTake={take} />}
        {found?.survey && <TheSurvey survey={found.survey} onTake={take} />}
        {found?.rows && !found.rigs && <TheBox found={found} onTake={take} />}
        {found?.rigs && <TheBundle found={found} onTake={take} />}
        <Box>
          <Button variant="quiet" onClick={onClose}>
            Leave it
          </Button>
        </Box>
      </Stack>
    </Sheet>
  );
}

function TheRig({ rig, onTake }: { rig: Rig } & Take) {
  const { units } = useSettings();
  const bring = async () => {
    const there = (await api.rigs()).some((r) => r.id === rig.id);
    // One that is there already is not written over: this comes beside it.
    const id = there ? `rig-${uuid().replaceAll("-", "").slice(0, 12)}` : rig.id;
    await api.createRig({ ...rig, id });
    return `/bench/${id}`;
  };
  return (
    <>
      <Text>
        A rig: <b>{rig.name}</b>, {rig.components.length} parts, for {write(rig.water.depth_m, "depth", units)} of
        water.
      </Text>
      <Box as="ol" className="bw-plain" fontSize="sm" maxH="36dvh" overflow="auto" tabIndex={0} aria-label="Its parts">
        {rig.components.map((c) => (
          <li key={c.id}>{c.label || c.kind}</li>
        ))}
      </Box>
      <Box>
        <Button variant="solid" onClick={() => void onTake(bring)}>
          Put it on the bench
        </Button>
      </Box>
    </>
  );
}

function TheSurvey({ survey, onTake }: { survey: Survey } & Take) {
  const bring = async () => {
    const { version } = await api.survey(survey.swim_id);
    await api.saveSurvey(survey.swim_id, version, survey);
    return `/water/${survey.swim_id}`;
  };
  return (
    <>
      <Text>
        A survey of the swim <b>{survey.swim_id}</b>: {survey.soundings?.length ?? 0} soundings,{" "}
        {survey.marks?.length ?? 0} marks. It takes the place of what is known of that swim now.
      </Text>
      <Box>
        <Button variant="solid" onClick={() => void onTake(bring)}>
          Take it for that swim
        </Button>
      </Box>
    </>
  );
}

function TheBox({ found, onTake }: { found: Found } & Take) {
  const changes = (found.rows ?? []).filter((r) => r.what !== "same");
  const bring = async () => {
    await api.importBox(changes.map(({ version, fields }) => ({ version, fields })));
    return "/box";
  };
  return (
    <>
      <Text>
        A box: {changes.filter((r) => r.what === "new").length} new,{" "}
        {changes.filter((r) => r.what === "changed").length} changed. Nothing is removed.
      </Text>
      <Box as="ul" className="bw-plain" fontSize="sm" maxH="36dvh" overflow="auto" tabIndex={0} aria-label="Changes">
        {changes.map((r) => (
          <li key={r.line}>
            {nameOf(r.fields)}: {r.fields.count}
          </li>
        ))}
      </Box>
      {found.refused?.map((r) => (
        <Text key={r.line} color="float" fontSize="sm">
          Line {r.line} is left out: {r.says}
        </Text>
      ))}
      <Flex>
        <Button variant="solid" disabled={changes.length === 0} onClick={() => void onTake(bring)}>
          Bring in {changes.length}
        </Button>
      </Flex>
    </>
  );
}
