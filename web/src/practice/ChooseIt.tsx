import { Grid, Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import { colour } from "../scene/colour";
import { Button } from "../shell/Button";
import { say } from "../units/quantity";
import { useSettings } from "../units/settings";
import type { Playing } from "./useGame";

type Props = Playing<Schemas["ChooseTask"], Schemas["ChooseMoves"], Schemas["ChoosePlay"]>;

/** Four rigs for a water: choose one, and see what the models say each costs. */
export function ChooseIt({ task, play, moves, over, onFinish }: Props) {
  const { units } = useSettings();
  const cheapest = play?.fished.length ? Math.min(...play.fished.map((f) => f.cost)) : null;
  return (
    <Stack gap="4">
      <Text fontWeight="bold">{say(task.water.says, task.water.figures ?? {}, units)}</Text>
      <Grid templateColumns={{ base: "1fr", sm: "1fr 1fr", lg: "repeat(4, 1fr)" }} gap="3">
        {task.rigs.map((r, i) => {
          const fished = play?.fished.find((f) => f.id === r.id);
          const best = fished && cheapest !== null && fished.cost <= cheapest + 1e-9;
          return (
            <Stack
              key={r.id}
              as="section"
              aria-label={`Rig ${i + 1}`}
              borderWidth="2px"
              borderColor={best ? "reed" : moves?.choice === r.id ? "tip" : "rule"}
              borderRadius="l3"
              p="3"
              gap="2"
            >
              <Drawn rig={r} deepest={Math.max(...task.rigs.map((x) => x.setting_m))} />
              <Text fontSize="sm">{say(r.says.says, r.says.figures ?? {}, units)}</Text>
              {fished ? (
                <Text fontWeight="semibold" color={best ? "reed" : "ink"}>
                  {say(fished.says.says, fished.says.figures ?? {}, units)}
                </Text>
              ) : (
                <Button variant="solid" minH="12" disabled={over} onClick={() => onFinish({ choice: r.id })}>
                  Tie rig {i + 1} on
                </Button>
              )}
            </Stack>
          );
        })}
      </Grid>
    </Stack>
  );
}

const [WIDE, HIGH] = [150, 150];

function Drawn({ rig, deepest }: { rig: Schemas["Offered"]; deepest: number }) {
  const scale = (HIGH - 34) / deepest;
  const y = (aboveHook: number) => 22 + (rig.setting_m - aboveHook) * scale;
  return (
    <svg viewBox={`0 0 ${WIDE} ${HIGH}`} width="100%" aria-hidden="true">
      <rect y="14" width={WIDE} height={HIGH} fill={colour("shallow")} rx="6" />
      <line x1={WIDE / 2} x2={WIDE / 2} y1="22" y2={y(0)} stroke={colour("shot")} />
      <rect x={WIDE / 2 - 4} y="4" width="8" height="22" rx="3" fill={colour("body")} stroke={colour("shotrim")} />
      <rect x={WIDE / 2 - 2} y="2" width="4" height="10" fill={colour("tip")} />
      {rig.shot.map(([at = 0, kg = 0], i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: shot lie in order
        <circle key={i} cx={WIDE / 2} cy={y(at)} r={Math.max(2.2, 40 * kg ** (1 / 3))} fill={colour("shot")} />
      ))}
      <circle cx={WIDE / 2} cy={y(0)} r="3.5" fill={colour("tip")} />
    </svg>
  );
}
