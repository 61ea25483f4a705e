import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Button } from "../shell/Button";
import { QuantityField } from "../shell/QuantityField";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import type { Noted } from "./seen";

type Props = { noted: Noted; usual_m: number; setting_m: number; onNote: (next: Noted) => void };

/** What sharpens a glance: how much, how long it took, and settings that were tried. */
export function AlsoSeen({ noted, usual_m, setting_m, onNote }: Props) {
  const { units } = useSettings();
  const { seen } = noted;
  const [tried, setTried] = useState(setting_m);
  const put = (more: Partial<Noted["seen"]>) => onNote({ ...noted, seen: { ...seen, ...more } });
  const trials = seen.trials ?? [];
  const off = seen.look === "high" || seen.look === "low";
  return (
    <Stack gap="4">
      {off && (
        <Box role="group" aria-label="How much?">
          <Text className="bw-label">How much?</Text>
          <Flex gap="2" wrap="wrap">
            {(["little", "lot"] as const).map((much) => (
              <Button
                key={much}
                minH="12"
                flex="1"
                variant={seen.much === much ? "solid" : "outline"}
                aria-pressed={seen.much === much}
                onClick={() => put({ much, tip_m: null })}
              >
                a {much}
              </Button>
            ))}
          </Flex>
        </Box>
      )}
      <details className="bw-why" open={typeof seen.tip_m === "number" || noted.after_s !== null || trials.length > 0}>
        <summary>Say it closer</summary>
        <Stack gap="3" mt="2">
          <Flex gap="3" wrap="wrap">
            <Box flex="1" minW="36">
              <QuantityField
                label="Tip you see"
                name="read-tip"
                value={seen.tip_m ?? usual_m}
                quantity="tip"
                onChange={(tip_m) => put({ tip_m, much: null })}
                hint={`It should show ${write(usual_m, "tip", units)}.`}
              />
            </Box>
            <Box flex="1" minW="36">
              <QuantityField
                label="Ready after"
                name="read-after"
                value={noted.after_s ?? 0}
                quantity="time"
                onChange={(s) => onNote({ ...noted, after_s: s > 0 ? s : null })}
                hint="Counted from the landing; 0 when it was not."
              />
            </Box>
          </Flex>
          <Box>
            <QuantityField
              label="A setting that was tried"
              name="read-tried"
              value={tried}
              quantity="depth"
              onChange={setTried}
              hint="Stop or float to hook."
            />
            <Flex gap="2" mt="2" wrap="wrap">
              {[true, false].map((drags) => (
                <Button
                  key={String(drags)}
                  flex="1"
                  onClick={() =>
                    put({ trials: [...trials.filter((t) => t.setting_m !== tried), { setting_m: tried, drags }] })
                  }
                >
                  {drags ? "there it drags" : "there it does not"}
                </Button>
              ))}
            </Flex>
          </Box>
          {trials.map((t) => (
            <Flex key={t.setting_m} justify="space-between" align="center" gap="2">
              <Text>
                At {write(t.setting_m, "depth", units)} it {t.drags ? "drags" : "does not drag"}.
              </Text>
              <Button size="sm" variant="quiet" onClick={() => put({ trials: trials.filter((other) => other !== t) })}>
                Take back
              </Button>
            </Flex>
          ))}
        </Stack>
      </details>
    </Stack>
  );
}
