import { Box, Stack, Text } from "@chakra-ui/react";
import { MoveVertical } from "lucide-react";
import { type MovingStop, type StopAnswer, sentenceOf } from "../../api/client";
import { Button } from "../../shell/Button";
import { Facts } from "../../shell/Facts";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { word } from "../../units/vocabulary";
import { useHere } from "../here";
import type { Station } from "../station";
import { CurrentFields } from "./CurrentFields";
import { HoldBack, useMovingStop, WhereItIs } from "./InCurrent";
import { Why } from "./Why";

const HELD = {
  base: "The line leaves the bottom of the float",
  eye: "The line is held at the float's eye",
  top: "The stop rests on top of the float",
} as const;

const MEASURED = { base: "the float's bottom", eye: "the float's eye", top: "the stop" } as const;

function StopStation() {
  const { bench, answer } = useHere();
  const { units } = useSettings();
  const stop = answer.evaluation?.stop;
  const problem = answer.evaluation?.stop_problem;
  const length = (m: number) => write(m, "line", units);
  // Also where no shape was found: how it is held back is what puts that right.
  const flows = (answer.evaluation?.moving ?? answer.evaluation?.moving_problem) != null;
  const asked = useMovingStop(answer.of, flows);
  const current = asked.data;
  // By its key it stays open while what stands about it changes with the current.
  const entry = <Current key="current" />;
  if (flows && answer.evaluation) {
    return (
      <Stack gap="5">
        <SettingInCurrent answer={current ?? null} failed={asked.error instanceof Error ? asked.error.message : null} />
        <HoldBack bench={bench} stop={current?.stop ?? null} />
        {entry}
        <WhereItIs evaluation={answer.evaluation} stop={current?.stop ?? null} />
      </Stack>
    );
  }
  if (!stop)
    return (
      <Stack gap="4">
        <Text role="alert">{problem ? sentenceOf(problem) : "One moment."}</Text>
        {entry}
      </Stack>
    );
  const side = stop.attachment_m >= 0 ? "below" : "above";
  return (
    <Stack gap="4">
      <Setting says={`From ${MEASURED[stop.measured_to]} to the hook it should be`} stop={stop} />
      <Facts
        rows={[
          ["Hook wanted at", `${length(stop.hook_depth_wanted_m)} down`],
          [
            HELD[stop.measured_to],
            `${length(Math.abs(stop.attachment_m))} ${side} the surface: ${side === "below" ? "−" : "+"} ${length(Math.abs(stop.attachment_m))}`,
          ],
          Math.abs(stop.standing_line_m) > 0.0005
            ? ["Line that stands up from the last weight", `+ ${length(stop.standing_line_m)}`]
            : null,
          ["Setting", length(stop.wanted_m)],
          ["Hook now at", `${length(stop.hook_depth_now_m)} down`],
        ]}
      />
      <Why>
        Setting = wanted depth of the hook − depth of the point it is measured to. A bottom-end float holds the line its
        draft below the surface; an in-line float's stop rests on what stands out above it. Still water, line straight.
      </Why>
      {answer.evaluation && <WhereItIs evaluation={answer.evaluation} stop={null} />}
      {entry}
    </Stack>
  );
}

/** What is measured at the water: the stop over a tape to the lead or swivel; the leader is a known length. */
function ToTheLead({ setting_m }: { setting_m: number }) {
  const { answer } = useHere();
  const { units, vocabulary } = useSettings();
  const leader_m = answer.evaluation?.leader_m ?? 0;
  if (leader_m <= 0) return null;
  return (
    <Text fontSize="sm" color="soft" data-testid="to-the-lead">
      To the {word("hooklength", vocabulary)}’s knot {write(setting_m - leader_m, "line", units)}, and{" "}
      {write(leader_m, "line", units)} of {word("hooklength", vocabulary)}.
    </Text>
  );
}

type SettingProps = {
  says: string;
  stop: { wanted_m: number; now_m: number; slide_m: number; is_set: boolean };
};

/** The setting, large, and how far it is from where the stop is now. */
function Setting({ says, stop }: SettingProps) {
  const { bench, onSetStop } = useHere();
  const { units } = useSettings();
  const length = (m: number) => write(m, "line", units);
  return (
    <>
      <Box>
        <Text color="soft" fontSize="sm">
          {says}
        </Text>
        <Text fontFamily="heading" fontSize="4xl" fontWeight="bold" lineHeight="1.1" data-testid="setting">
          {length(stop.wanted_m)}
        </Text>
        <ToTheLead setting_m={stop.wanted_m} />
        <Text fontWeight="semibold" color={stop.is_set ? "reed" : "brass"}>
          {stop.is_set
            ? "It is set so."
            : `Now ${length(stop.now_m)}: slide it ${length(Math.abs(stop.slide_m))} ${stop.slide_m > 0 ? "away from" : "towards"} the hook.`}
        </Text>
      </Box>
      <Button variant="solid" onClick={onSetStop} disabled={bench.busy || stop.is_set} title="Set the stop (S)">
        <MoveVertical aria-hidden="true" /> Set the stop
      </Button>
    </>
  );
}

/** The current, to be known better or entered at all. */
function Current() {
  return (
    <details className="bw-why">
      <summary>The current</summary>
      <Box mt="2">
        <CurrentFields />
      </Box>
    </details>
  );
}

type InCurrentProps = {
  answer: StopAnswer | null;
  /** What went wrong with the asking itself. */
  failed: string | null;
};

/** The setting that puts the bait right in the current, large, and how it is made up. */
function SettingInCurrent({ answer, failed }: InCurrentProps) {
  const { units } = useSettings();
  const length = (m: number) => write(m, "line", units);
  if (failed) return <Text role="alert">{failed}</Text>;
  if (!answer) return <Text aria-live="polite">Reckoning the line in the current.</Text>;
  const { stop, problem } = answer;
  if (!stop) return <Text role="alert">{problem ? sentenceOf(problem) : ""}</Text>;
  const laid = stop.hook_height_wanted_m < 0;
  if (stop.steps.length > 0)
    return (
      <Stack gap="4">
        <Setting says="The lead touches and the float leans as wanted at" stop={stop} />
        <Steps stop={stop} />
        <Why>
          A dragging rig is set by its float, not by a height: shallow, it stands straight; with more line it leans
          downstream and slows as the lead ticks along the bed. A lean of 10 to 25 degrees is right.
        </Why>
      </Stack>
    );
  return (
    <Stack gap="4">
      <Setting says="In this current it should be set to" stop={stop} />
      <Facts
        rows={[
          [laid ? "Line wanted on the bed" : "Bait wanted off the bed", length(Math.abs(stop.hook_height_wanted_m))],
          ["In still water", length(stop.still_m)],
          ["For the current", `${stop.lean_m >= 0 ? "+" : "−"} ${length(Math.abs(stop.lean_m))}`],
          stop.run_m
            ? [
                "Right on this slope for",
                `${write(stop.run_m[0], "distance", units)} up, ${write(stop.run_m[1], "distance", units)} down`,
              ]
            : null,
        ]}
      />
      <Why>
        The line is followed from float to hook in water that slows towards the bed: its own drag, each weight's and the
        bait's, and the float's, until every force balances. The setting is moved until the hook is at its height.
      </Why>
    </Stack>
  );
}

/** How the setting of a dragging rig is found at the water: what the float shows on the way. */
function Steps({ stop }: { stop: MovingStop }) {
  const { bench } = useHere();
  const { units } = useSettings();
  const { aim } = bench.rig;
  const [first] = stop.steps;
  return (
    <Box>
      <table className="bw-table" aria-label="What the float shows">
        <thead>
          <tr>
            <th scope="col">Setting</th>
            <th scope="col">The float</th>
            <th scope="col">The lead</th>
          </tr>
        </thead>
        <tbody>
          {stop.steps.map((s) => (
            <tr key={s.setting_m} aria-current={Math.abs(s.setting_m - stop.wanted_m) < 0.001 ? "step" : undefined}>
              <td>
                {write(s.setting_m, "line", units)}
                {first && s !== first && s.setting_m <= stop.wanted_m + 0.001 && (
                  <Text as="span" color="soft" fontSize="sm">
                    {" "}
                    +{write(s.setting_m - (stop.steps[stop.steps.indexOf(s) - 1] ?? s).setting_m, "line", units)}
                  </Text>
                )}
              </td>
              <td>{s.lean_deg < 8 ? "stands straight" : `leans ${write(s.lean_deg, "angle", units)}`}</td>
              <td>{s.touches ? "touches" : "hangs clear"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Box mt="3">
        <label className="bw-label" htmlFor="lean">
          Lean wanted: {write(aim.lean_deg ?? 15, "angle", units)}
        </label>
        <input
          id="lean"
          type="range"
          min="10"
          max="25"
          step="1"
          value={aim.lean_deg ?? 15}
          style={{ width: "100%", minHeight: 32, accentColor: "var(--chakra-colors-reed)" }}
          onChange={(e) => bench.put({ ...bench.rig, aim: { ...aim, lean_deg: Number(e.target.value) } })}
        />
      </Box>
    </Box>
  );
}

export const STOP: Station = {
  id: "stop",
  key: "6",
  name: () => "Stop",
  value: ({ evaluation, units }) => (evaluation ? `${write(evaluation.setting_m, "line", units)} to the hook` : "…"),
  fields: ["conditions"],
  Panel: StopStation,
};
