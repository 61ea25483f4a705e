import { Box, Flex, Text } from "@chakra-ui/react";
import { X } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { api, type Component, Refusal, type Rig } from "../../api/client";
import { Button } from "../../shell/Button";
import { TextField } from "../../shell/TextField";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { capital, inWords } from "../../units/vocabulary";
import { useHere } from "../here";

const PAUSE_MS = 300;
export const TIE_ON = "tie-on";

/** Every part from the rod to the hook, and a line to type another one in. */
export function OnTheLine() {
  const { bench } = useHere();
  const { units, vocabulary } = useSettings();
  return (
    <Box>
      <TieOn />
      <details className="bw-why">
        <summary>All {bench.rig.components.length} parts, from rod to hook</summary>
        <Box as="ol" aria-label="The line, from rod to hook" mt="2" listStyleType="none">
          {runsOf(bench.rig.components).map((run) => (
            <Flex as="li" key={run.ids[0]} align="center" gap="2" minH="9" borderBottomWidth="1px" borderColor="rule">
              <Text flex="1" fontSize="sm">
                {run.ids.length > 1 && `${run.ids.length} × `}
                {capital(inWords(run.label, vocabulary))}
              </Text>
              <Text fontSize="sm" color="soft" whiteSpace="nowrap">
                {run.at_m !== null && write(run.at_m, "line", units)}
              </Text>
              {run.comesOff ? (
                <Button
                  variant="quiet"
                  size="sm"
                  disabled={bench.busy}
                  aria-label={`Take off ${run.label}${run.at_m === null ? "" : ` at ${write(run.at_m, "line", units)}`}`}
                  onClick={() => void bench.edit({ do: "remove", pieces: run.ids })}
                >
                  <X />
                </Button>
              ) : (
                <Box w="9" />
              )}
            </Flex>
          ))}
        </Box>
      </details>
    </Box>
  );
}

/** A line of typing, looked at in the water before it is taken. */
function TieOn() {
  const { bench, onTry } = useHere();
  const [text, setText] = useState("");
  const [problem, setProblem] = useState("");
  const [goes, setGoes] = useState("");
  const looked = useRef(false);
  const { rig } = bench;

  useEffect(() => {
    setProblem("");
    setGoes("");
    if (looked.current) onTry(null);
    looked.current = false;
    const typed = text.trim();
    if (!typed) return;
    let late = false;
    const timer = setTimeout(async () => {
      try {
        const next = await api.edit(rig, { do: "tie", text: typed });
        if (late) return;
        setGoes(`Enter ties it on${wordsOf(rig, next)}.`);
        looked.current = true;
        onTry({ rig: next, name: "what you typed", summary: typed });
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        if (!late) setProblem(error.message);
      }
    }, PAUSE_MS);
    return () => {
      late = true;
      clearTimeout(timer);
    };
  }, [text, rig, onTry]);

  const take = async () => {
    const typed = text.trim();
    if (typed && (await bench.edit({ do: "tie", text: typed }))) setText("");
  };
  return (
    <TextField
      label="Tie on: type a part and where"
      data-station={TIE_ON}
      value={text}
      maxLength={200}
      placeholder="5 x No 8 at 12 cm"
      problem={problem}
      hint={goes || "Such as two stops, bead 5 mm, 7 g bullet, hook 16 on 0.12"}
      onChange={setText}
      onEnter={() => void take()}
      onEscape={() => setText("")}
    />
  );
}

/** What comes on, in a few words. */
function wordsOf(before: Rig, after: Rig): string {
  const known = new Set(before.components.map((c) => c.id));
  const fresh = runsOf(after.components.filter((c) => !known.has(c.id)));
  return fresh.length > 0
    ? `: ${fresh.map((r) => (r.ids.length > 1 ? `${r.ids.length} × ` : "") + r.label).join(", ")}`
    : "";
}

type Run = { ids: string[]; label: string; at_m: number | null; comesOff: boolean };
const BUNCHED_M = 0.02;

/** Parts in threading order; bunched shot of one size is one entry, at its lowest piece. */
function runsOf(components: Component[]): Run[] {
  const runs: Run[] = [];
  let last: { run: Run; item: Component } | null = null;
  for (const c of components) {
    const at_m = "position_m" in c ? (c.position_m ?? null) : null;
    const near = last?.run.at_m != null && at_m !== null && last.run.at_m - at_m < BUNCHED_M;
    if (c.kind === "shot" && last?.item.kind === "shot" && last.item.label === c.label && near) {
      last.run.ids.push(c.id);
      last.run.at_m = at_m;
      last.item = c;
      continue;
    }
    const label = c.kind === "float" ? c.label || "float" : c.label || c.kind;
    const run = { ids: [c.id], label, at_m, comesOff: !["line", "float", "hook"].includes(c.kind) || isSecond(c) };
    runs.push(run);
    last = { run, item: c };
  }
  return runs;
}

const isSecond = (c: Component) => c.kind === "hook" && (c.position_m ?? 0) > 0;
