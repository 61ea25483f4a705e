import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Instrument, keys } from "../../api/client";
import { type Save, useSave } from "../../document/useSave";
import { Button } from "../../shell/Button";
import { TextField } from "../../shell/TextField";
import { clock } from "../../units/clock";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { accept } from "../accept";
import { USUAL_ADDRESS } from "../addresses";
import { many, type WaterBead } from "../bead";
import { useWater } from "../here";
import { Files } from "./Files";

/** The pocket scale belongs to the box. */
type Kind = Exclude<Instrument["kind"], "scale">;
const NAMES: Record<Kind, string> = { sounder: "Sounder", gauge: "Level gauge", weather: "Weather" };
const STATUS: Record<Instrument["status"], [string, string]> = {
  off: ["soft", "off"],
  connecting: ["brass", "connecting"],
  live: ["reed", "live"],
  stale: ["brass", "old"],
  lost: ["float", "lost"],
};
const ASK_MS = 1500;

/** Instruments that feed the survey, and files in and out. Nothing they say is kept before it is accepted. */
function DevicesPanel() {
  const known = useQuery({ queryKey: keys.instruments, queryFn: api.instruments, refetchInterval: ASK_MS });
  return (
    <Stack gap="4">
      {(Object.keys(NAMES) as Kind[]).map((kind) => (
        <Device key={kind} kind={kind} told={known.data?.find((i) => i.kind === kind)} />
      ))}
      <Files />
    </Stack>
  );
}

type DeviceProps = { kind: Kind; told: Instrument | undefined };

function Device(props: DeviceProps) {
  const { kind, told } = props;
  const { state } = useWater();
  const { units } = useSettings();
  const [where, setWhere] = useState<string | null>(null);
  const { said, save: act, busy } = useSave({ old: [keys.instruments] });
  const status = told?.status ?? "off";
  const [tint, word] = STATUS[status];
  const on = status !== "off";
  const values = told?.values ?? {};
  const value = (name: string) => values[name] as number | undefined;
  const shown = [
    value("depth_m") !== undefined && write(value("depth_m") as number, "depth", units),
    value("level_m") !== undefined && write(value("level_m") as number, "depth", units),
    value("flow_m3_s") !== undefined && `${value("flow_m3_s")} m³/s`,
    value("wind_m_s") !== undefined && write(value("wind_m_s") as number, "speed", units),
    value("temperature_c") !== undefined && write(value("temperature_c") as number, "temperature", units),
    value("air_temperature_c") !== undefined &&
      `air ${write(value("air_temperature_c") as number, "temperature", units)}`,
  ].filter(Boolean);
  return (
    <Box borderWidth="1px" borderColor="rule" borderRadius="l2" p="3" data-testid={`device-${kind}`}>
      <Flex justify="space-between" align="baseline">
        <Text fontWeight="bold">{NAMES[kind]}</Text>
        <Text fontSize="sm" fontWeight="semibold" color={tint} data-testid={`status-${kind}`}>
          {word}
        </Text>
      </Flex>
      {shown.length > 0 && (
        <Text fontSize="xl" fontWeight="bold">
          {shown.join(", ")}
        </Text>
      )}
      {on && (
        <Text fontSize="sm" color="soft">
          {told?.says}
          {told?.at ? ` Last at ${clock(told.at, state.survey.place.time_zone)}.` : ""}
        </Text>
      )}
      {said && (
        <Text role="alert" color="float" fontSize="sm">
          {said}
        </Text>
      )}
      {!on && (
        <TextField
          label="Address"
          fontSize="sm"
          value={where ?? (told?.where || USUAL_ADDRESS[kind])}
          onChange={setWhere}
        />
      )}
      <Flex gap="2" mt="2" wrap="wrap">
        {on ? (
          <Button size="sm" disabled={busy} onClick={() => act(() => api.disconnect(kind))}>
            Let go
          </Button>
        ) : (
          <Button
            size="sm"
            disabled={busy}
            onClick={() => act(() => api.connect({ kind, where: where ?? (told?.where || USUAL_ADDRESS[kind]) }))}
          >
            {busy ? "Connecting" : "Connect"}
          </Button>
        )}
        {kind === "gauge" && status !== "off" && status !== "lost" && <TakeLevels act={act} />}
        {kind === "weather" && value("wind_m_s") !== undefined && (
          <Button
            size="sm"
            onClick={() =>
              state.change({
                wind: {
                  ...state.survey.wind,
                  speed_m_s: value("wind_m_s") ?? 0,
                  from_deg: value("wind_from_deg") ?? 0,
                },
              })
            }
          >
            Take this wind
          </Button>
        )}
      </Flex>
      {kind === "sounder" && on && <LiveSoundings />}
    </Box>
  );
}

function TakeLevels({ act }: { act: Save }) {
  const { state, now } = useWater();
  return (
    <Button
      size="sm"
      onClick={() =>
        act(async () => {
          const levels = await api.gaugeLevels();
          if (levels) await state.relevel({ kind: "gauged", readings: levels.readings }, now, levels.name);
        })
      }
    >
      Take these levels
    </Button>
  );
}

/** What the sounder has told since the last taking: accept it or drop it. */
function LiveSoundings() {
  const { state, picture } = useWater();
  const { survey } = state;
  const taking = {
    place: survey.place,
    level_m: picture?.level?.now_m ?? 0,
    distance_m: survey.session.distance_m,
    bearing_deg: survey.session.bearing_deg,
    take: false,
  };
  const live = useQuery({
    queryKey: keys.live(survey.swim_id),
    queryFn: () => api.liveSoundings(taking),
    refetchInterval: ASK_MS,
  });
  const waiting = live.data ?? [];
  const take = (keep: boolean) =>
    state.attempt(async () => {
      const got = await api.liveSoundings({ ...taking, take: true });
      if (keep) accept(state, got);
      void live.refetch();
    });
  return (
    <Box mt="2">
      <Text fontSize="sm">
        {waiting.length ? `${many(waiting.length, "new sounding")} waiting.` : "No new soundings yet."}
      </Text>
      {waiting.length > 0 && (
        <Flex gap="2" mt="1">
          <Button size="sm" variant="solid" onClick={() => take(true)}>
            Accept them
          </Button>
          <Button size="sm" onClick={() => take(false)}>
            Drop them
          </Button>
        </Flex>
      )}
    </Box>
  );
}

export const DEVICES: WaterBead = {
  id: "devices",
  name: "Devices & files",
  value: () => "sounder, gauge, weather",
  part: "devices",
  Panel: DevicesPanel,
};
