import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { Download, Upload } from "lucide-react";
import { useRef, useState } from "react";
import { api, type ReadSoundings, refusalIn } from "../../api/client";
import { readLog } from "../../api/readLog";
import { Button } from "../../shell/Button";
import { accept } from "../accept";
import { many } from "../bead";
import { useWater } from "../here";

type Found = ReadSoundings & { says?: string };

const OUT = [
  ["soundings.csv", "CSV"],
  ["soundings.geojson", "GeoJSON"],
  ["waypoints.gpx", "GPX"],
] as const;

/** Soundings, waypoints and logs in; soundings and waypoints out. What is read is shown before it is kept. */
export function Files() {
  const { state, picture, now } = useWater();
  const { survey } = state;
  const input = useRef<HTMLInputElement>(null);
  const stop = useRef<AbortController | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const [said, setSaid] = useState("");

  const read = async (file: File) => {
    setSaid("");
    setFound(null);
    const name = file.name.toLowerCase();
    try {
      if (name.endsWith(".csv")) setFound(await api.readSoundings(survey.swim_id, "csv", file));
      else if (name.endsWith(".station.json")) await readStation(file);
      else if (name.endsWith("json")) setFound(await api.readSoundings(survey.swim_id, "geojson", file));
      else if (name.endsWith(".gpx")) await readWaypoints(file);
      else await readSounderLog(file);
    } catch (error) {
      if (error instanceof DOMException && error.name === "AbortError") setSaid("Stopped; nothing was taken.");
      else setSaid(refusalIn(error).message);
    } finally {
      setProgress(null);
    }
  };
  const readStation = async (file: File) => {
    const station = await api.readStation(file);
    await state.relevel({ kind: "tide-station", station, offset_m: 0 }, now, `the datum of ${station.name}`);
    setSaid(`The level now follows ${station.name}. Undo brings back what was.`);
  };
  const readWaypoints = async (file: File) => {
    const got = await api.readGpx(survey.swim_id, file);
    const ids = new Set(got.marks.map((m) => m.id));
    if (got.marks.length)
      state.change({ marks: [...state.acts.now().marks.filter((m) => !ids.has(m.id)), ...got.marks] });
    const home = got.swims[0];
    if (home) {
      const { place } = state.acts.now();
      state.change({ place: { ...place, latitude_deg: home.latitude_deg, longitude_deg: home.longitude_deg } });
    }
    const left = got.refused.map((r) => r.says).join(" ");
    const moved = home ? ` The swim's position is that of “${home.name}”.` : "";
    setSaid(`${many(got.marks.length, "fish mark")} taken; undo brings back what was.${moved} ${left}`.trim());
  };
  const readSounderLog = async (file: File) => {
    const control = new AbortController();
    stop.current = control;
    setProgress(0);
    const query = {
      swim_id: survey.swim_id,
      level_m: picture?.level?.now_m ?? 0,
      distance_m: survey.session.distance_m,
      bearing_deg: survey.session.bearing_deg,
    };
    await readLog(
      file,
      query,
      (line) => {
        setProgress(line.lines / Math.max(1, line.of));
        if (line.soundings) setFound({ soundings: line.soundings, refused: [], notes: [], says: line.says });
      },
      control.signal,
    );
  };

  return (
    <Stack gap="3" borderTopWidth="1px" borderColor="rule" pt="4">
      <Text fontWeight="bold">Files</Text>
      <input
        ref={input}
        type="file"
        hidden
        data-testid="file"
        accept=".csv,.json,.geojson,.gpx,.nmea,.log,.txt"
        onChange={(e) => {
          const file = e.currentTarget.files?.[0];
          if (file) void read(file);
          e.currentTarget.value = "";
        }}
      />
      <Button onClick={() => input.current?.click()} disabled={progress !== null}>
        <Upload aria-hidden="true" />
        Read soundings, waypoints or a log
      </Button>
      <Text fontSize="sm" color="soft">
        .csv and .geojson soundings, .gpx waypoints, .station.json tide constituents, a sounder's .nmea or .log.
      </Text>
      {progress !== null && (
        <Flex align="center" gap="3">
          <Box as="progress" flex="1" aria-label="Reading the log" {...{ value: progress, max: 1 }} />
          <Text fontSize="sm">{Math.round(100 * progress)} %</Text>
          <Button size="sm" onClick={() => stop.current?.abort()}>
            Stop
          </Button>
        </Flex>
      )}
      {said && <Text role="status">{said}</Text>}
      {found && (
        <FoundSoundings
          found={found}
          onAccept={() => {
            accept(state, found.soundings);
            setFound(null);
          }}
          onDrop={() => setFound(null)}
        />
      )}
      <Flex gap="2" wrap="wrap" align="center">
        <Download size={18} aria-hidden="true" />
        {OUT.map(([path, words]) => (
          <a key={path} href={`/api/surveys/${survey.swim_id}/${path}`} download className="bw-link">
            {words}
          </a>
        ))}
      </Flex>
    </Stack>
  );
}

/** What a file held, before it is kept. */
function FoundSoundings({ found, onAccept, onDrop }: { found: Found; onAccept: () => void; onDrop: () => void }) {
  return (
    <Box bg="well" borderRadius="l2" p="3" data-testid="found">
      <Text fontWeight="semibold">{found.says ?? `${many(found.soundings.length, "sounding")} read.`}</Text>
      {(found.notes ?? []).map((n) => (
        <Text key={n} fontSize="sm">
          {n}
        </Text>
      ))}
      {(found.refused ?? []).length > 0 && (
        <Box as="ul" fontSize="sm" color="float" listStyleType="none" maxH="40" overflowY="auto">
          {(found.refused ?? []).slice(0, 20).map((r) => (
            <li key={`${r.line} ${r.says}`}>
              Line {r.line}: {r.says}
            </li>
          ))}
        </Box>
      )}
      <Flex gap="2" mt="2">
        <Button size="sm" variant="solid" disabled={found.soundings.length === 0} onClick={onAccept}>
          Accept {found.soundings.length}
        </Button>
        <Button size="sm" onClick={onDrop}>
          Drop
        </Button>
      </Flex>
    </Box>
  );
}
