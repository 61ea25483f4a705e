import { Box, Heading, Stack } from "@chakra-ui/react";
import { IMPERIAL, METRIC, MIXED, type Units } from "../units/quantity";
import { changeSettings, type Theme, useSettings } from "../units/settings";
import type { Vocabulary } from "../units/vocabulary";
import { Choice, options } from "./Choice";
import { OtherDevices } from "./OtherDevices";
import { PutBack } from "./PutBack";
import { Sheet } from "./Sheet";

const SETS: Record<string, { name: string; units: Units }> = {
  metric: { name: "metric: m, cm, g, °C", units: METRIC },
  imperial: { name: "imperial: ft, in, oz, °F", units: IMPERIAL },
  mixed: { name: "mixed: ft and in, grams, °C", units: MIXED },
};

const same = (a: Units, b: Units) => JSON.stringify(a) === JSON.stringify(b);

export default function SettingsDialog({ onClose }: { onClose: () => void }) {
  const { units, vocabulary, theme } = useSettings();
  const present = Object.keys(SETS).find((k) => same(SETS[k]?.units ?? METRIC, units)) ?? "metric";
  return (
    <Sheet title="Settings" onClose={onClose}>
      <Stack gap="4">
        <Choice label="Units" value={present} onChange={(k) => changeSettings({ units: SETS[k]?.units ?? METRIC })}>
          {options(Object.entries(SETS), ([key, set]) => [key, set.name])}
        </Choice>
        <Choice
          label="Words"
          value={vocabulary}
          onChange={(v) => changeSettings({ vocabulary: v as Vocabulary })}
          hint="The same part has other names elsewhere."
        >
          <option value="uk">float, shot, hooklength, swim</option>
          <option value="us">bobber, split shot, leader, spot</option>
          <option value="au">float, split shot, trace, mark</option>
        </Choice>
        <Choice
          label="Colours"
          value={theme}
          onChange={(t) => changeSettings({ theme: t as Theme })}
          hint="Glare has the most contrast, for sun on the screen."
        >
          <option value="paper">paper, for the day</option>
          <option value="dusk">dusk, for the dark</option>
          <option value="glare">glare, for the sun</option>
        </Choice>
        <OtherDevices />
        <Box as="section" aria-label="Your data">
          <Heading as="h3" fontFamily="heading" fontSize="md" fontWeight="bold">
            Your data
          </Heading>
          <Stack gap="1" mt="1">
            <a className="bw-link" href="/api/copies/brookwind.db" download>
              A copy of all of it (database)
            </a>
            <a className="bw-link" href="/api/copies/everything.json" download>
              All of it as text (JSON)
            </a>
            <a className="bw-link" href="/api/copies/photographs.zip" download>
              All photographs (zip)
            </a>
            <a className="bw-link" href="/licences.txt" target="_blank" rel="noreferrer">
              Licences of what Brookwind is built on
            </a>
          </Stack>
          <PutBack />
        </Box>
      </Stack>
    </Sheet>
  );
}
