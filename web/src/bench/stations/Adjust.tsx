import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { type Adjusted, api, keys } from "../../api/client";
import { useSave } from "../../document/useSave";
import { keepSeen } from "../../reading/keepSeen";
import { inFlow } from "../../scene/flow";
import { Button } from "../../shell/Button";
import { QuantityField } from "../../shell/QuantityField";
import { say, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { useHere } from "../here";

/** The smallest change that puts the rig right, by what it should show or by what is seen at the water. */
export function Adjust() {
  const { bench, answer } = useHere();
  const { units } = useSettings();
  const shown = answer.evaluation ? inFlow(answer.evaluation).afloat.tip_m : bench.rig.aim.tip_m;
  const [seen, setSeen] = useState<number | null>(null);
  const [found, setFound] = useState<Adjusted | null>(null);
  const { said, setSaid, save } = useSave({ old: [keys.box()] });
  const look = () => {
    setFound(null);
    return save(async () => setFound(await api.adjust(bench.rig, seen)));
  };
  const keep = (tip_m: number) =>
    save(async () => {
      const kept = await keepSeen(bench.rig, tip_m);
      bench.put(kept.rig);
      setFound(null);
      setSeen(null);
      setSaid(
        `${say(kept.fit.says, kept.fit.figures ?? {}, units)} ${kept.inBox ? "Kept with the float in the box." : "Kept on this rig; the float is not in the box."}`,
      );
    });
  return (
    <details className="bw-why">
      <summary>Put it right with the smallest change</summary>
      <Stack gap="2.5" mt="2">
        <QuantityField
          label="Tip seen at the water"
          name="seen-tip"
          value={seen ?? shown}
          quantity="tip"
          onChange={(tip) => {
            setSeen(tip);
            setFound(null);
          }}
          hint={`The rig should show ${write(shown, "tip", units)}.`}
        />
        <Flex gap="2" wrap="wrap">
          <Button onClick={look}>What to change</Button>
          <Button variant="quiet" disabled={seen === null} onClick={() => void keep(seen ?? shown)}>
            Keep as a reading of the float
          </Button>
          <Button
            variant="quiet"
            title={`It shows the ${write(bench.rig.aim.tip_m, "tip", units)} that are wanted, whatever its label says`}
            onClick={() => void keep(bench.rig.aim.tip_m)}
          >
            This shot already sits right
          </Button>
        </Flex>
        <Box aria-live="polite">
          {said && <Text fontSize="sm">{said}</Text>}
          {found && <Text fontSize="sm">{say(found.says, found.figures ?? {}, units)}</Text>}
        </Box>
        {found?.options.map((o) => {
          const what = o.steps.map((s) => s.says).join(", then ");
          return (
            <Flex key={what} gap="2" align="center" justify="space-between" fontSize="sm">
              <Text>
                {what}: {write(o.tip_m, "tip", units)} of tip
              </Text>
              <Button
                size="sm"
                onClick={() => {
                  void bench.edit(...o.changes);
                  setFound(null);
                }}
              >
                Do it<span className="bw-hidden">: {what}</span>
              </Button>
            </Flex>
          );
        })}
      </Stack>
    </details>
  );
}
