import { Box, Flex, Text } from "@chakra-ui/react";
import { Pencil, X } from "lucide-react";
import { useState } from "react";
import { Button } from "../../shell/Button";
import { QuantityField } from "../../shell/QuantityField";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { capital, inWords } from "../../units/vocabulary";
import { useHere } from "../here";
import { type Run, runsOf } from "./runs";
import { TieOn } from "./TieOn";

/** Every part from the rod to the hook, and a line to type another one in. */
export function OnTheLine() {
  const { bench } = useHere();
  const [instead, setInstead] = useState<Run | null>(null);
  const [chosen, setChosen] = useState<string[]>([]);
  const runs = runsOf(bench.rig.components);
  const here = runs.filter((r) => r.ids.some((id) => chosen.includes(id)));
  const choose = (run: Run, on: boolean) =>
    setChosen((c) => (on ? [...c, ...run.ids] : c.filter((id) => !run.ids.includes(id))));
  return (
    <Box>
      <TieOn instead={instead} onDone={() => setInstead(null)} />
      <details className="bw-why">
        <summary>All {bench.rig.components.length} parts, from rod to hook</summary>
        {here.length > 0 && <Together runs={here} onDone={() => setChosen([])} />}
        <Box as="ol" aria-label="The line, from rod to hook" mt="2" listStyleType="none">
          {runs.map((run) => (
            <Row
              key={run.ids[0]}
              run={run}
              chosen={here.includes(run)}
              onChoose={(on) => choose(run, on)}
              onInstead={() => setInstead(run)}
            />
          ))}
        </Box>
      </details>
    </Box>
  );
}

type RowProps = { run: Run; chosen: boolean; onChoose: (on: boolean) => void; onInstead: () => void };

/** A part: chosen with others, exchanged, put elsewhere, taken off. */
function Row({ run, chosen, onChoose, onInstead }: RowProps) {
  const { bench } = useHere();
  const { units, vocabulary } = useSettings();
  const name = capital(inWords(run.label, vocabulary));
  const said = run.at_m === null ? run.label : `${run.label} at ${write(run.at_m, "line", units)}`;
  return (
    <Flex as="li" align="center" gap="2" minH="11" borderBottomWidth="1px" borderColor="rule">
      {run.moves ? (
        <input
          type="checkbox"
          aria-label={`Choose ${said}`}
          checked={chosen}
          onChange={(e) => onChoose(e.currentTarget.checked)}
        />
      ) : (
        <Box w="5" />
      )}
      <Text flex="1" fontSize="sm" minW="0">
        {run.ids.length > 1 && `${run.ids.length} × `}
        {name}
      </Text>
      {run.moves && run.at_m !== null ? (
        <Box w="86px" className="bw-bare">
          <QuantityField
            label={`${said}, from the hook`}
            name={`${bench.rig.id}-at-${run.ids[0]}`}
            value={run.at_m}
            quantity="line"
            onChange={(position_m) => void bench.edit({ do: "move-several", pieces: run.ids, position_m })}
          />
        </Box>
      ) : (
        <Text fontSize="sm" color="soft" whiteSpace="nowrap">
          {run.at_m !== null && write(run.at_m, "line", units)}
        </Text>
      )}
      <Button variant="quiet" size="sm" aria-label={`Another instead of ${said}`} onClick={onInstead}>
        <Pencil />
      </Button>
      {run.comesOff ? (
        <Button
          variant="quiet"
          size="sm"
          disabled={bench.busy}
          aria-label={`Take off ${said}`}
          onClick={() => void bench.edit({ do: "remove", pieces: run.ids })}
        >
          <X />
        </Button>
      ) : (
        <Box w="9" />
      )}
    </Flex>
  );
}

/** Several parts at once: moved, copied, bunched, spread, tapered, taken off. */
function Together({ runs, onDone }: { runs: Run[]; onDone: () => void }) {
  const { bench } = useHere();
  const { units } = useSettings();
  const pieces = runs.flatMap((r) => r.ids);
  const lowest = Math.min(...runs.map((r) => r.at_m ?? 0));
  const highest = Math.max(...runs.map((r) => r.at_m ?? 0));
  const several = pieces.length > 1;
  return (
    <Box role="group" aria-label="The chosen parts" bg="well" borderRadius="l2" p="2" mt="2">
      <Flex gap="2" align="end" wrap="wrap">
        <Box w="110px">
          <QuantityField
            label={several ? "The lowest at" : "At"}
            name={`${bench.rig.id}-together`}
            value={lowest}
            quantity="line"
            onChange={(position_m) => void bench.edit({ do: "move-several", pieces, position_m })}
          />
        </Box>
        <Button
          size="sm"
          onClick={() => void bench.edit({ do: "copy", pieces, position_m: lowest + (highest - lowest) + 0.02 })}
          title={`Once more, above ${write(highest, "line", units)}`}
        >
          Copy
        </Button>
        <Button size="sm" disabled={!several} onClick={() => void bench.edit({ do: "bunch", pieces })}>
          Bunch
        </Button>
        <Button size="sm" disabled={!several} onClick={() => void bench.edit({ do: "spread", pieces, ratio: 1 })}>
          Spread
        </Button>
        <Button size="sm" disabled={!several} onClick={() => void bench.edit({ do: "spread", pieces, ratio: 0.75 })}>
          Taper
        </Button>
        <Button size="sm" onClick={() => void bench.edit({ do: "remove", pieces }).then((d) => d && onDone())}>
          Take off
        </Button>
        <Button size="sm" variant="quiet" onClick={onDone}>
          Choose none
        </Button>
      </Flex>
    </Box>
  );
}
