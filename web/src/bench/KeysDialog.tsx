import { Grid, Text } from "@chakra-ui/react";
import { Fragment } from "react";
import { Sheet } from "../shell/Sheet";
import { useSettings } from "../units/settings";
import { KEYS } from "./keys";
import { STATIONS } from "./stations/all";

export default function KeysDialog({ onClose }: { onClose: () => void }) {
  const { vocabulary } = useSettings();
  const names = STATIONS.map((s) => s.name(vocabulary)).join(", ");
  const rows: [string, string][] = [[`${STATIONS[0]?.key} – ${STATIONS.at(-1)?.key}`, `station: ${names}`], ...KEYS];
  return (
    <Sheet title="Keys on the bench" onClose={onClose}>
      <Grid templateColumns="auto 1fr" gapX="5" gapY="2" alignItems="baseline">
        {rows.map(([keys, does]) => (
          <Fragment key={keys}>
            <Text as="span" fontWeight="bold" whiteSpace="nowrap">
              {keys}
            </Text>
            <Text as="span">{does}</Text>
          </Fragment>
        ))}
      </Grid>
      <Text mt="4" fontSize="sm" color="soft">
        Letters and digits rest while you type in a field.
      </Text>
    </Sheet>
  );
}
