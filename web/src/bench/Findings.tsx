import { Box, Flex, Text } from "@chakra-ui/react";
import { CheckCircle2, CircleAlert, TriangleAlert, X } from "lucide-react";
import type { Evaluation, Finding } from "../api/client";
import { Button } from "../shell/Button";
import { say, type Units } from "../units/quantity";
import { inWords, type Vocabulary } from "../units/vocabulary";
import type { StationId } from "./stationsOf";
import type { Said } from "./useBench";

type Props = {
  evaluation: Evaluation;
  said: Said;
  onHush: () => void;
  onGo: (station: StationId) => void;
  onSetStop: () => void;
  units: Units;
  vocabulary: Vocabulary;
};

/** What is to be said about the rig, worst first, each with its remedy; and what was just refused. */
export function Findings({ evaluation, said, onHush, onGo, onSetStop, units, vocabulary }: Props) {
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
          <Button variant="quiet" size="sm" aria-label="Dismiss" onClick={onHush}>
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
        const Icon = f.severity === "refuse" ? TriangleAlert : CircleAlert;
        return (
          <Flex key={f.id} gap="3" align="center" py="1">
            <Box color={f.severity === "refuse" ? "float" : "brass"}>
              <Icon size={18} aria-hidden="true" className="bw-icon" />
            </Box>
            <Text flex="1">
              <strong>{text(f, "says")}</strong> {text(f, "remedy")}
            </Text>
            {f.id === "stop-off" || f.id === "bait-on-bed" ? (
              <Button size="sm" onClick={onSetStop}>
                Set it
              </Button>
            ) : (
              <Button size="sm" onClick={() => onGo(f.station as StationId)}>
                Go there
              </Button>
            )}
          </Flex>
        );
      })}
    </Box>
  );
}
