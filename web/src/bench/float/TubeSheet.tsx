import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { Trash2, Undo2 } from "lucide-react";
import { useMemo, useRef, useState } from "react";
import { api, type FloatSpec, refusalIn, type TubeFit, type TubeTest } from "../../api/client";
import { useAnswer } from "../../document/useAnswer";
import { Button } from "../../shell/Button";
import { Choice } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { Sheet } from "../../shell/Sheet";
import { TextField } from "../../shell/TextField";
import { forField, read, say, type Units, write } from "../../units/quantity";
import { Why } from "../stations/Why";
import { FitCurve } from "./FitCurve";
import { useBoxFloat } from "./useBoxFloat";

type Props = {
  label: string;
  spec: FloatSpec;
  item: string | null | undefined;
  onItem: (item: string) => void;
  onSpec: (spec: FloatSpec) => void;
  onClose: () => void;
  units: Units;
};

const EMPTY: TubeTest = { readings: [], temperature_c: 15, salinity: 0 };

const ask = async (question: { spec: FloatSpec; test: TubeTest }) =>
  question.test.readings.length === 0 ? null : await api.fitTube(question);

/** The tube test of one float: readings kept as they are entered, the fit drawn live, in use or not. */
export default function TubeSheet({ label, spec, item, onItem, onSpec, onClose, units }: Props) {
  const float = useBoxFloat(item);
  return (
    <Sheet title={`Tube test of ${label}`} onClose={onClose}>
      <Stack gap="4">
        <Text color="soft">
          Stand the float in a tube or bucket, hang known shot on its foot, and enter what shows. Two or three loads
          near its capacity tell most.
        </Text>
        {float.stock ? (
          <Readings float={float} stock={float.stock} onSpec={onSpec} units={units} />
        ) : (
          <Box>
            <Text mb="2">Readings are kept with a float of the box, and this one is not in it yet.</Text>
            <Button
              variant="solid"
              onClick={async () => {
                const name = await float.add(spec, label);
                if (name) onItem(name);
              }}
            >
              Put this float in the box
            </Button>
          </Box>
        )}
        {float.failed && (
          <Text role="alert" color="float">
            {float.failed}
          </Text>
        )}
      </Stack>
    </Sheet>
  );
}

type ReadingsProps = {
  float: ReturnType<typeof useBoxFloat>;
  stock: NonNullable<ReturnType<typeof useBoxFloat>["stock"]>;
  onSpec: (spec: FloatSpec) => void;
  units: Units;
};

function Readings({ float, stock, onSpec, units }: ReadingsProps) {
  const [test, setTest] = useState<TubeTest>(stock.tube ?? EMPTY);
  const [before, setBefore] = useState<TubeTest[]>([]);
  const question = useMemo(() => ({ spec: stock.spec, test }), [stock.spec, test]);
  const { answer: fit, refusal, of } = useAnswer(question, ask);
  const { calibration } = stock.spec;
  const latest = useRef(test);
  const save = (next: TubeTest) => {
    latest.current = next;
    setTest(next);
    void float.keep({ tube: next });
  };
  // What is added while an earlier label is still being read is added to what that one left.
  const put = (change: (now: TubeTest) => TubeTest) => {
    const now = latest.current;
    setBefore((b) => [...b, now]);
    save(change(now));
  };
  const undo = () => {
    const back = before.at(-1);
    setBefore((b) => b.slice(0, -1));
    if (back) save(back);
  };
  const use = async (chosen: FloatSpec["calibration"]) => {
    const spec = { ...stock.spec, calibration: chosen };
    if (await float.keep({ spec, tube: test })) onSpec(spec);
  };
  const fresh = fit && of === question && fit.calibration.capacity_sigma_kg !== calibration?.capacity_sigma_kg;
  return (
    <>
      <NewReading onAdd={(reading) => put((now) => ({ ...now, readings: [...now.readings, reading] }))} units={units} />
      {refusal && (
        <Text role="alert" color="float" data-testid="tube-refusal">
          {refusal.message}
        </Text>
      )}
      {test.readings.length > 0 && (
        <ReadingsTable
          readings={test.readings}
          residuals={refusal ? [] : (fit?.residuals ?? [])}
          onRemove={(i) => put((now) => ({ ...now, readings: now.readings.filter((_, j) => j !== i) }))}
          units={units}
        />
      )}
      {before.length > 0 && (
        <Box>
          <Button size="sm" onClick={undo}>
            <Undo2 aria-hidden="true" /> Undo
          </Button>
        </Box>
      )}
      {fit && !refusal && (
        <>
          <FitCurve fit={fit} units={units} />
          <Text fontSize="lg" fontWeight="bold" data-testid="tube-says">
            {say(fit.says, fit.figures ?? {}, units)}
          </Text>
          <Text color="soft" fontSize="sm">
            Nine times in ten between {write(fit.low_kg, "load", units)} and {write(fit.high_kg, "load", units)}.
            Fitted: {fit.fitted.join(", ")}.
          </Text>
        </>
      )}
      <Flex gap="2" wrap="wrap">
        {fit && !refusal && (
          <Button variant="solid" disabled={!fresh} onClick={() => void use(fit.calibration)}>
            {fresh ? "Use the real capacity" : "The real capacity is in use"}
          </Button>
        )}
        {calibration && <Button onClick={() => void use(null)}>Go back to the label</Button>}
      </Flex>
      <details className="bw-why">
        <summary>Water in the tube</summary>
        <Grid templateColumns="1fr 1fr" gap="3" pt="2">
          <QuantityField
            label="Temperature"
            name={`${stock.item}-tube-temperature`}
            value={test.temperature_c}
            quantity="temperature"
            onChange={(temperature_c) => put((now) => ({ ...now, temperature_c }))}
          />
          <QuantityField
            label="Salinity"
            name={`${stock.item}-tube-salt`}
            value={test.salinity}
            quantity="plain"
            onChange={(salinity) => put((now) => ({ ...now, salinity }))}
          />
        </Grid>
      </details>
      <Why>
        Each reading says: load = density × (volume scale × volume under water) − own mass. Volume, mass and, from three
        different waterlines on, the tip's thickness are fitted by least squares, with the type's guesses and the label
        (12 % off at one standard error) as weak further readings. A waterline is read to 0.5 mm; the skin of the water
        may hold the tip up or down.
      </Why>
    </>
  );
}

type Reading = TubeTest["readings"][number];

type TableProps = {
  readings: Reading[];
  /** Of the fit, in the order of the readings; none while it is refused. */
  residuals: TubeFit["residuals"];
  onRemove: (index: number) => void;
  units: Units;
};

function ReadingsTable({ readings, residuals, onRemove, units }: TableProps) {
  return (
    <table className="bw-table">
      <caption className="bw-hidden">Readings and what the fit says</caption>
      <thead>
        <tr>
          <th scope="col">load</th>
          <th scope="col">seen</th>
          <th scope="col">fit says</th>
          <th scope="col">date</th>
          <th>
            <span className="bw-hidden">remove</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {readings.map((r, i) => {
          const residual = residuals[i];
          return (
            <tr key={`${r.at}-${r.label}`}>
              <td>
                {r.label || write(r.load_kg, "load", units)}
                {r.label && !r.label.endsWith("g") ? `, ${write(r.load_kg, "load", units)}` : ""}
              </td>
              <td>
                {r.seen === "sunk" ? "under" : r.seen === "mark" ? "at its mark" : forField(r.tip_m ?? 0, "tip", units)}
              </td>
              <td>
                {residual ? (residual.fitted_m > 0 ? write(residual.fitted_m, "tip", units) : "under") : ""}
                {residual?.doubtful && (
                  <Text as="span" color="float">
                    {" "}
                    doubtful
                  </Text>
                )}
              </td>
              <td>{r.at.slice(0, 10)}</td>
              <td>
                <Button variant="quiet" size="sm" aria-label={`Remove reading ${i + 1}`} onClick={() => onRemove(i)}>
                  <Trash2 />
                </Button>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function NewReading({ onAdd, units }: { onAdd: (reading: Reading) => void; units: Units }) {
  const [load, setLoad] = useState("");
  const [tip, setTip] = useState("");
  const [seen, setSeen] = useState<Reading["seen"]>("tip");
  const [wrong, setWrong] = useState("");
  const add = async () => {
    try {
      const label = await api.label(load);
      const shown = read(tip, "tip", units);
      if (seen === "tip" && !shown.ok) return setWrong(shown.sentence);
      setWrong("");
      onAdd({
        label: load.trim(),
        load_kg: label.load_kg + label.built_in_kg,
        density_kg_m3: 11340,
        seen,
        tip_m: seen === "tip" && shown.ok ? shown.value : null,
        at: new Date().toISOString(),
      });
      // Whatever was typed meanwhile is the next reading.
      setLoad((now) => (now === load ? "" : now));
      setTip((now) => (now === tip ? "" : now));
    } catch (error) {
      setWrong(refusalIn(error).message);
    }
  };
  return (
    <Box>
      <Grid templateColumns={{ base: "1fr 1fr", md: "1.2fr 1fr 0.8fr auto" }} gap="2" alignItems="end">
        <TextField
          label="Load hung on"
          value={load}
          placeholder="3BB + 1 g"
          aria-invalid={wrong ? true : undefined}
          onChange={setLoad}
          onEnter={() => void add()}
        />
        <Choice label="Seen" value={seen} onChange={(v) => setSeen(v as Reading["seen"])}>
          <option value="tip">so much tip</option>
          <option value="mark">at its mark</option>
          <option value="sunk">pulled under</option>
        </Choice>
        <TextField label="Tip" value={tip} disabled={seen !== "tip"} onChange={setTip} onEnter={() => void add()} />
        <Button variant="solid" onClick={() => void add()}>
          Add
        </Button>
      </Grid>
      {wrong && (
        <Text role="alert" fontSize="sm" color="float" mt="1">
          {wrong}
        </Text>
      )}
    </Box>
  );
}
