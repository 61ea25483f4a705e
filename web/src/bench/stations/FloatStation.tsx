import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { Droplets, Plus, Ruler } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import { api, type FloatMark, type FloatSpec, type Window } from "../../api/client";
import { useAnswer } from "../../document/useAnswer";
import { inFlow } from "../../scene/flow";
import { Button } from "../../shell/Button";
import { say, type Units, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { capital, word } from "../../units/vocabulary";
import { BoxRack } from "../float/BoxRack";
import { CapacityWindow, WindowReason } from "../float/CapacityWindow";
import { ConditionsFields } from "../float/ConditionsFields";
import { Filling } from "../float/Filling";
import { StatesPanel } from "../float/StatesPanel";
import { ThisFloat } from "../float/ThisFloat";
import { TipWish } from "../float/TipWish";
import { useBoxFloat } from "../float/useBoxFloat";
import { useHere } from "../here";
import type { Look, Station } from "../station";

const TubeSheet = lazy(() => import("../float/TubeSheet"));
const FloatForm = lazy(() => import("../float/FloatForm"));

type SheetOf = "tube" | "measures" | "another" | null;

/** Which float: the tip wanted, the capacity window with the box's floats, this float, and what it does elsewhere. */
function FloatStation() {
  const { bench, answer, catalogue, box } = useHere();
  const { units } = useSettings();
  const { rig } = bench;
  const float = rig.components.find((c) => c.kind === "float");
  const choosing = useAnswer(rig, api.chooseFloat);
  const [shown, setShown] = useState<string | null>(null);
  const [lit, setLit] = useState<string | null>(null);
  const [sheet, setSheet] = useState<SheetOf>(null);
  const [states, setStates] = useState(false);
  const kept = useBoxFloat(float?.item);
  if (!float) return null;
  const types = catalogue.float_types.filter((t) => t.mounts.includes(float.mount));
  const window = choosing.answer?.window ?? null;
  const put = (spec: FloatSpec, item: string | null | undefined) =>
    bench.edit({ do: "change-float", spec, item: item ?? null });
  // One slide is one step back, and the float stays the same: nothing to ask the core for.
  const fill = (spec: FloatSpec) =>
    bench.put(
      { ...rig, components: rig.components.map((c) => (c.id === float.id && c.kind === "float" ? { ...c, spec } : c)) },
      "filling",
    );
  const putMark = (mark: FloatMark) => {
    const stock = box.find((b) => b.kind === "float" && b.item === mark.item);
    if (stock?.kind === "float") void put(stock.spec, stock.item);
  };
  const onForm = async (spec: FloatSpec, keep: boolean) => {
    if (sheet === "measures" && kept.stock) {
      if (keep) await kept.keep({ spec });
      return put(spec, keep ? kept.stock.item : null);
    }
    const item = keep ? await kept.add(spec, spec.label) : null;
    return keep && item === null ? false : put(spec, item);
  };
  const known = kept.stock && float.item ? kept.stock.spec : null;
  const better = known && JSON.stringify(known.calibration ?? null) !== JSON.stringify(float.spec.calibration ?? null);
  return (
    <Stack gap="4">
      <TipWish advice={choosing.answer?.advice ?? null} units={units} />
      {choosing.refusal && !window && <Text color="float">{choosing.refusal.message}</Text>}
      {window && (
        <Box>
          <Text className="bw-label" as="h2">
            Which capacity
          </Text>
          <Text fontSize="lg" fontWeight="bold" color={window.empty ? "float" : "ink"} mb="2" data-testid="window-says">
            {say(window.says, window.figures ?? {}, units)}
          </Text>
          {window.empty && <Concessions window={window} units={units} />}
          <CapacityWindow
            window={window}
            present={float.item}
            shown={shown}
            lit={lit}
            onShow={setShown}
            onPut={putMark}
            units={units}
          />
          <WindowReason window={window} shown={shown} units={units} />
          <details className="bw-why">
            <summary>Distance, current, wind, rod</summary>
            <ConditionsFields pullN={choosing.answer?.pull_n ?? 0} />
          </details>
        </Box>
      )}
      {window && <FromBox window={window} present={float.item} onPut={putMark} onLight={setLit} units={units} />}
      <Box>
        <Text className="bw-label" as="h2">
          On the rig: {float.label || float.spec.type}
        </Text>
        {better && known && <KnownOtherwise onTake={() => void put(known, float.item)} />}
        {answer.evaluation && (
          <ThisFloat
            afloat={answer.evaluation.afloat}
            spec={float.spec}
            leaning={choosing.answer?.leaning ?? null}
            units={units}
          />
        )}
        <Filling spec={float.spec} catalogue={catalogue} onChange={fill} />
        <MoreOfIt onSheet={setSheet} />
      </Box>
      <details className="bw-why" onToggle={(e) => setStates(e.currentTarget.open)}>
        <summary>As each weight arrives; other water, other metal</summary>
        {states && <StatesPanel rig={rig} units={units} />}
      </details>
      <Suspense>
        {sheet === "tube" && (
          <TubeSheet
            label={float.label || float.spec.type}
            spec={float.spec}
            item={float.item}
            onItem={(item) => void put(float.spec, item)}
            onSpec={(spec) => void put(spec, float.item)}
            onClose={() => setSheet(null)}
            units={units}
          />
        )}
        {(sheet === "measures" || sheet === "another") && (
          <FloatForm
            title={sheet === "measures" ? "What is known of this float" : "Another float"}
            types={types}
            catalogue={catalogue}
            start={sheet === "measures" ? float.spec : null}
            onPut={onForm}
            onClose={() => setSheet(null)}
            units={units}
          />
        )}
      </Suspense>
    </Stack>
  );
}

function MoreOfIt({ onSheet }: { onSheet: (sheet: SheetOf) => void }) {
  return (
    <Flex gap="2" mt="3" wrap="wrap">
      <Button onClick={() => onSheet("tube")}>
        <Droplets aria-hidden="true" /> Tube test
      </Button>
      <Button onClick={() => onSheet("measures")}>
        <Ruler aria-hidden="true" /> Its measures
      </Button>
      <Button onClick={() => onSheet("another")}>
        <Plus aria-hidden="true" /> Another float
      </Button>
    </Flex>
  );
}

type FromBoxProps = {
  window: Window;
  present: string | null | undefined;
  onPut: (mark: FloatMark) => void;
  onLight: (item: string | null) => void;
  units: Units;
};

function FromBox({ window, present, onPut, onLight, units }: FromBoxProps) {
  return (
    <Box>
      <Text className="bw-label" as="h2">
        From your box, best first
      </Text>
      {window.marks.length === 0 && (
        <Text color="soft">No float in the box fits this rig. Enter one by its label or measures below.</Text>
      )}
      <BoxRack window={window} present={present} onPut={onPut} onLight={onLight} units={units} />
      {window.faulty.map((f) => (
        <Text key={f.item} color="float" fontSize="sm">
          {f.label}: {f.says}
        </Text>
      ))}
    </Box>
  );
}

function KnownOtherwise({ onTake }: { onTake: () => void }) {
  return (
    <Flex gap="2" align="center" mb="2" wrap="wrap" color="brass" fontSize="sm">
      <Text flex="1" minW="40">
        The box knows this float otherwise since its tube test.
      </Text>
      <Button size="sm" onClick={onTake}>
        Take what the box knows
      </Button>
    </Flex>
  );
}

/** What opens a shut window, smallest first; each can be taken and undone. */
function Concessions({ window, units }: { window: Window; units: Units }) {
  const { bench } = useHere();
  return (
    <Stack gap="2" mb="3" data-testid="concessions">
      {window.concessions.map((c) => (
        <Flex key={c.needs.join()} gap="2" align="center">
          <Text flex="1" fontSize="sm">
            {say(c.says, c.figures ?? {}, units)}
          </Text>
          {c.changes.length > 0 && (
            <Button size="sm" onClick={() => void bench.edit(...c.changes)}>
              Do so
            </Button>
          )}
        </Flex>
      ))}
    </Stack>
  );
}

function floatValue({ rig, evaluation, catalogue, units }: Look): string {
  const float = rig.components.find((c) => c.kind === "float");
  if (!float) return "none";
  const kind = catalogue.float_types.find((t) => t.id === float.spec.type)?.name ?? "";
  const afloat = evaluation ? inFlow(evaluation).afloat : undefined;
  return `${float.label}, ${afloat?.tested ? `tests as ${write(afloat.capacity_kg, "load", units)}` : kind.split(",")[0]}`;
}

export const FLOAT: Station = {
  id: "float",
  key: "3",
  name: (vocabulary) => capital(word("float", vocabulary)),
  value: floatValue,
  fields: ["aim.tip_m", "components"],
  Panel: FloatStation,
};
