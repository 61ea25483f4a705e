import { Box, Flex, Text } from "@chakra-ui/react";
import { BellOff, CheckCircle2, CircleAlert, Info, TriangleAlert, X } from "lucide-react";
import { useState } from "react";
import { api, type Change, type Evaluation, type Finding, refusalIn } from "../api/client";
import { Button } from "../shell/Button";
import { TextField } from "../shell/TextField";
import { say } from "../units/quantity";
import { useSettings } from "../units/settings";
import { inWords } from "../units/vocabulary";
import { useHere } from "./here";

type Props = {
  evaluation: Evaluation;
  onGo: (station: string) => void;
  /** A remedy was applied. */
  onDone: () => void;
};

/** What is to be said about the rig, worst first, each with its remedy; and what was just refused. */
export function Findings({ evaluation, onGo, onDone }: Props) {
  const { bench } = useHere();
  const { vocabulary } = useSettings();
  const { said } = bench;
  const quiet = evaluation.findings.length === 0 && !said;
  return (
    <Box
      as="section"
      aria-label="Findings"
      bg="card"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="l3"
      p="3"
      px="4"
    >
      {said && (
        <Flex role="alert" gap="3" align="start" pb="2" color={said.tone === "refuse" ? "float" : "ink"}>
          {said.tone === "refuse" ? (
            <TriangleAlert size={18} aria-hidden="true" className="bw-icon" />
          ) : (
            <Info size={18} aria-hidden="true" className="bw-icon" />
          )}
          <Text flex="1">{inWords(said.text, vocabulary)}</Text>
          <Button variant="quiet" size="sm" aria-label="Dismiss" onClick={() => bench.setSaid(null)}>
            <X />
          </Button>
        </Flex>
      )}
      {quiet && (
        <Flex gap="3" align="center" color="reed">
          <CheckCircle2 size={18} aria-hidden="true" className="bw-icon" />
          <Text fontWeight="semibold">
            {evaluation.muted.length > 0
              ? "Nothing else stands against it."
              : "Balanced, and the stop is where it belongs."}
          </Text>
        </Flex>
      )}
      {evaluation.findings.map((f) => (
        <Told key={f.id} finding={f} onGo={onGo} onDone={onDone} />
      ))}
      {evaluation.muted.length > 0 && <Left muted={evaluation.muted} />}
    </Box>
  );
}

function useWords() {
  const { units, vocabulary } = useSettings();
  return (f: Finding, part: "says" | "remedy") => inWords(say(f[part], f.figures ?? {}, units), vocabulary);
}

/** One finding: what is so, what to do about it, or why it is left. */
export function Told({ finding: f, onGo, onDone }: { finding: Finding } & Omit<Props, "evaluation">) {
  const { bench, onTry } = useHere();
  const words = useWords();
  const [leaving, setLeaving] = useState(false);
  const { change } = f;
  const refuses = f.severity === "refuse";
  const look = async (remedy: Change) => {
    try {
      const rig = await api.edit(bench.rig, remedy);
      onTry({ rig, name: "the remedy", summary: words(f, "remedy").replace(/\.$/, ""), act: "Do so" });
    } catch (error) {
      bench.setSaid({ tone: "refuse", text: refusalIn(error).message });
    }
  };
  const Icon = refuses ? TriangleAlert : CircleAlert;
  return (
    <Box py="1">
      <Flex gap="3" align="center">
        <Box color={refuses ? "float" : "brass"}>
          <Icon size={18} aria-hidden="true" className="bw-icon" />
        </Box>
        <Text flex="1">
          <strong>{words(f, "says")}</strong> {words(f, "remedy")}
        </Text>
        {f.ways && f.ways.length > 0 ? null : change ? (
          <>
            <Button size="sm" variant="quiet" onClick={() => void look(change)}>
              Look<span className="bw-hidden">: {words(f, "remedy")}</span>
            </Button>
            <Button size="sm" disabled={bench.busy} onClick={() => void bench.edit(change).then((d) => d && onDone())}>
              Do so<span className="bw-hidden">: {words(f, "remedy")}</span>
            </Button>
          </>
        ) : (
          <Button size="sm" onClick={() => onGo(f.station)}>
            Go there
          </Button>
        )}
        {!refuses && (
          <Button
            variant="quiet"
            size="sm"
            aria-expanded={leaving}
            aria-label={`Leave it: ${words(f, "says")}`}
            title="Leave it as it is"
            onClick={() => setLeaving(!leaving)}
          >
            <BellOff />
          </Button>
        )}
      </Flex>
      {f.ways && f.ways.length > 0 && <Ways ways={f.ways} />}
      {leaving && <Because check={f.id} onClose={() => setLeaving(false)} />}
    </Box>
  );
}

/** Several ways on, each a press. */
function Ways({ ways }: { ways: NonNullable<Finding["ways"]> }) {
  const { bench, onFamily } = useHere();
  const { units, vocabulary } = useSettings();
  return (
    <Flex gap="2" wrap="wrap" pl="30px" py="1">
      {ways.map((way) => (
        <Button
          key={way.says}
          size="sm"
          disabled={bench.busy}
          onClick={() => (way.changes?.length ? void bench.edit(...way.changes) : onFamily())}
        >
          {inWords(say(way.says, way.figures ?? {}, units), vocabulary).replace(/\.$/, "")}
        </Button>
      ))}
    </Flex>
  );
}

/** Why a finding is left: the reason stays with the rig. */
function Because({ check, onClose }: { check: string; onClose: () => void }) {
  const { bench } = useHere();
  const [reason, setReason] = useState("");
  const why = reason.trim();
  const leave = () => {
    if (why) void bench.edit({ do: "mute", check, reason: why }).then((d) => d && onClose());
  };
  return (
    <Flex gap="2" align="end" mt="1" pl="30px">
      <TextField
        label="I leave it so, because"
        flex="1"
        value={reason}
        maxLength={200}
        placeholder="I want the bait to trip the bed here"
        autoFocus
        onChange={setReason}
        onEnter={leave}
      />
      <Button disabled={!why || bench.busy} onClick={leave}>
        Leave it
      </Button>
      <Button variant="quiet" onClick={onClose}>
        Back
      </Button>
    </Flex>
  );
}

/** What the angler has left as it is, and why; each can be heard again. */
export function Left({ muted }: { muted: Finding[] }) {
  const { bench } = useHere();
  const words = useWords();
  return (
    <Box as="details" mt="2" color="soft" fontSize="sm">
      <Box as="summary" cursor="pointer" py="1">
        {muted.length === 1 ? "One thing is left as it is" : `${muted.length} things are left as they are`}
      </Box>
      {muted.map((f) => (
        <Flex key={f.id} gap="3" align="center" py="1" pl="30px">
          <Text flex="1">
            {words(f, "says")} You: “{bench.rig.muted.find((m) => m.check === f.id)?.reason}”
          </Text>
          <Button
            size="sm"
            variant="quiet"
            disabled={bench.busy}
            onClick={() => void bench.edit({ do: "mute", check: f.id, reason: null })}
          >
            Tell me again<span className="bw-hidden">: {words(f, "says")}</span>
          </Button>
        </Flex>
      ))}
    </Box>
  );
}
