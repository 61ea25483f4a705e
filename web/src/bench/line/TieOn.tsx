import { Box, Flex, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { api, type Change, keys, refusalIn } from "../../api/client";
import { Button } from "../../shell/Button";
import { TextField } from "../../shell/TextField";
import { useHere } from "../here";
import { Parts } from "./Parts";
import { changedOf, freshOf, type Run } from "./runs";

const PAUSE_MS = 300;
export const TIE_ON = "tie-on";

type Props = {
  /** What the typed part is to stand in for. */
  instead: Run | null;
  onDone: () => void;
};

/** A line of typing, looked at in the water before it is taken; or a part picked from the box or by its name. */
export function TieOn({ instead, onDone }: Props) {
  const { bench, onTry } = useHere();
  const queries = useQueryClient();
  const [text, setText] = useState("");
  const [problem, setProblem] = useState("");
  const [goes, setGoes] = useState("");
  const [boxed, setBoxed] = useState(false);
  const looked = useRef(false);
  const field = useRef<HTMLDivElement>(null);
  const { rig } = bench;
  const typed = text.trim();
  const pieces = instead?.ids;

  useEffect(() => {
    if (pieces) field.current?.querySelector("input")?.focus();
  }, [pieces]);

  useEffect(() => {
    setProblem("");
    setGoes("");
    if (looked.current) onTry(null);
    looked.current = false;
    if (!typed) return;
    let late = false;
    const timer = setTimeout(async () => {
      try {
        const next = await api.edit(rig, tying(typed, pieces));
        if (late) return;
        const what = [freshOf(rig.components, next.components), changedOf(rig.components, next.components)];
        setGoes(`Enter ties it on: ${what.filter(Boolean).join("; ") || "nothing else than there is"}.`);
        looked.current = true;
        onTry({ rig: next, name: "what you typed", summary: typed });
      } catch (error) {
        if (!late) setProblem(refusalIn(error).message);
      }
    }, PAUSE_MS);
    return () => {
      late = true;
      clearTimeout(timer);
    };
  }, [typed, pieces, rig, onTry]);

  const take = async () => {
    if (!typed || !(await bench.edit(tying(typed, pieces)))) return;
    if (boxed) await intoBox(typed, (says) => bench.setSaid({ tone: "note", text: says }));
    if (boxed) await queries.invalidateQueries({ queryKey: keys.box() });
    setText("");
    onDone();
  };
  return (
    <Box ref={field}>
      <Flex gap="2" align="start">
        <TextField
          label={instead ? `Instead of ${instead.label}` : "Tie on: type a part and where"}
          flex="1"
          data-station={TIE_ON}
          value={text}
          maxLength={800}
          placeholder="5 x No 8 at 12 cm"
          problem={problem}
          hint={goes || "Such as two stops; bead 5 mm; 7 g bullet; hook 16 on 0.12"}
          onChange={setText}
          onEnter={() => void take()}
          onEscape={() => {
            setText("");
            onDone();
          }}
        />
        <Box pt="6">
          <Button variant="solid" disabled={!typed || bench.busy} onClick={() => void take()}>
            Tie on
          </Button>
        </Box>
      </Flex>
      {typed && (
        <Text as="label" fontSize="sm">
          <input type="checkbox" checked={boxed} onChange={(e) => setBoxed(e.currentTarget.checked)} /> Put it in the
          box too, where it has none
        </Text>
      )}
      <Parts
        onPick={(part) => {
          setText((t) => (t.trim() ? `${t.trim()}; ${part}` : part));
          field.current?.querySelector("input")?.focus();
        }}
      />
    </Box>
  );
}

const tying = (text: string, pieces?: string[]): Change =>
  pieces ? { do: "replace", pieces, text } : { do: "tie", text };

/** Every typed part into the box as one more, where the box does not have it yet. */
async function intoBox(text: string, say: (says: string) => void): Promise<void> {
  const said: string[] = [];
  for (const part of text.split(";").map((p) => p.trim())) {
    if (!part) continue;
    try {
      const { before, after, says } = await api.quickEntry(`${part} +1`);
      if (before) continue;
      await api.createBoxItem(after);
      said.push(says);
    } catch (error) {
      // What is no thing of a box, such as a bare line, is only tied.
      refusalIn(error);
    }
  }
  if (said.length > 0) say(said.join(" "));
}
