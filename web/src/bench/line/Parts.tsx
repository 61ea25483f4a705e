import { Box, Flex, Text } from "@chakra-ui/react";
import type { BoxItem } from "../../api/client";
import { Button } from "../../shell/Button";
import { nameOf } from "../../shell/nameOf";
import { useHere } from "../here";

/** What a part of the box is called on the typed line. */
function typedAs(i: BoxItem): string | null {
  const mm = (m: number) => Number((m * 1000).toPrecision(4));
  switch (i.kind) {
    case "shot":
      return `${/^\d/.test(i.size) ? "No " : ""}${i.size}`;
    case "lead":
      return `${Number((i.mass_kg * 1000).toPrecision(6))} g ${i.material === "lead" ? "" : `${i.material} `}${i.shape}`;
    case "float":
      return `float ${i.label}`;
    case "line":
      return `main ${mm(i.diameter_m)} ${i.material}`;
    case "leader":
      return `leader ${Math.round(i.length_m * 100)} cm of ${mm(i.diameter_m)}`;
    case "hook":
      return `hook ${i.size < 0 ? `${-i.size}/0` : i.size}`;
    case "swivel":
      return "swivel";
    case "stop":
      return i.material === "rubber" ? "rubber stop" : "stop";
    case "bead":
      return `bead ${mm(i.length_m)} mm`;
    case "bait":
      return i.bait ? `bait ${i.bait}` : null;
    case "link":
    case "rod":
    case "catapult":
      return null;
  }
}

/** Parts by their names, for what the box has none of. */
const USUAL = [
  "bare line",
  "No 8 at 30 cm",
  "3 x No 8 bulk on the knot",
  "no 10 above the swivel",
  "1 g olivette at 1 m",
  "10 g running lead",
  "7 g bullet",
  "8 g lead on a weak link at the swivel",
  "2 g jig",
  "two stops",
  "rubber stop at 90 cm",
  "bead 5 mm",
  "pegged bead 8 mm at 5 cm",
  "swivel",
  "snap swivel",
  "three-way swivel",
  "leader 60 cm of 0.20",
  "wire trace 40 cm",
  "top shot 6 m of 0.28",
  "second hook 6 at 9 cm",
  "lash 20 cm",
  "elastic No 8",
];

/** The parts there are: first those of the box, then by name. One press puts a part on the typed line. */
export function Parts({ onPick }: { onPick: (part: string) => void }) {
  const { box } = useHere();
  const held = box
    .filter((i) => (i.count ?? 1) > 0)
    .map((i) => ({ item: i.item, name: nameOf(i), part: typedAs(i) }))
    .filter((p): p is { item: string; name: string; part: string } => p.part !== null);
  return (
    <details className="bw-why">
      <summary>Pick a part</summary>
      <Text fontSize="sm" color="soft" mt="2">
        In your box
      </Text>
      <Flex gap="1" wrap="wrap" maxH="160px" overflowY="auto" tabIndex={0} role="group" aria-label="Parts in your box">
        {held.map((p) => (
          <Button key={p.item} size="sm" onClick={() => onPick(p.part)}>
            {p.name}
          </Button>
        ))}
        {held.length === 0 && <Text fontSize="sm">It is empty.</Text>}
      </Flex>
      <Box mt="2">
        <Text fontSize="sm" color="soft">
          By name
        </Text>
        <Flex gap="1" wrap="wrap" role="group" aria-label="Parts by name">
          {USUAL.map((part) => (
            <Button key={part} size="sm" onClick={() => onPick(part)}>
              {part}
            </Button>
          ))}
        </Flex>
      </Box>
    </details>
  );
}
