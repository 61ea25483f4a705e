import { Box, Flex, Text } from "@chakra-ui/react";
import { CheckCircle2, CircleAlert, TriangleAlert, X } from "lucide-react";
import type { Evaluation, Finding } from "../api/client";
import { Button } from "../shell/Button";
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
  const { units, vocabulary } = useSettings();
  const { said } = bench;
  const text = (f: Finding, part: "says" | "remedy") => inWords(say(f[part], f.figures ?? {}, units), vocabulary);
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
          <TriangleAlert size={18} aria-hidden="true" className="bw-icon" />
          <Text flex="1">{inWords(said.text, vocabulary)}</Text>
          <Button variant="quiet" size="sm" aria-label="Dismiss" onClick={() => bench.setSaid(null)}>
            <X />
          </Button>
        </Flex>
      )}
      {evaluation.findings.length === 0 && !said && (
        <Flex gap="3" align="center" color="reed">
          <CheckCircle2 size={18} aria-hidden="true" className="bw-icon" />
          <Text fontWeight="semibold">Balanced, and the stop is where it belongs.</Text>
        </Flex>
      )}
      {evaluation.findings.map((f) => {
        const { change } = f;
        const Icon = f.severity === "refuse" ? TriangleAlert : CircleAlert;
        return (
          <Flex key={f.id} gap="3" align="center" py="1">
            <Box color={f.severity === "refuse" ? "float" : "brass"}>
              <Icon size={18} aria-hidden="true" className="bw-icon" />
            </Box>
            <Text flex="1">
              <strong>{text(f, "says")}</strong> {text(f, "remedy")}
            </Text>
            {change ? (
              <Button
                size="sm"
                disabled={bench.busy}
                onClick={() => void bench.edit(change).then((d) => d && onDone())}
              >
                Do so<span className="bw-hidden">: {text(f, "remedy")}</span>
              </Button>
            ) : (
              <Button size="sm" onClick={() => onGo(f.station)}>
                Go there
              </Button>
            )}
          </Flex>
        );
      })}
    </Box>
  );
}
