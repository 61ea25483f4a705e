import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Catalogue, DrawnItem, KeptItem } from "../api/client";
import { nameOf } from "../shell/nameOf";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { capital } from "../units/vocabulary";
import { Drawing, floatScale, WIDE } from "./Drawing";
import { ItemSheet } from "./ItemSheet";
import { Starters } from "./Starters";
import type { BoxState } from "./useBox";

type Props = {
  state: BoxState;
  shown: KeptItem[];
  searching: boolean;
  tray: Catalogue["trays"][number] | undefined;
};

type Row = { kind: string; name: string; kept: KeptItem[] };

const KINDS: Record<string, string> = { shot: "Shot", lead: "Weights", float: "", line: "", leader: "" };

/** Compartments in rows of a kind: shot by its metal, weights by shape, floats by type and what they carry. */
function rowsOf(shown: KeptItem[], drawn: Map<string, DrawnItem>): Row[] {
  const rows = new Map<string, Row>();
  for (const k of shown) {
    const { kind } = k.fields;
    const row = drawn.get(k.fields.item)?.row ?? kind;
    const key = `${kind} ${row}`;
    const name = [KINDS[kind] ?? "", row === kind ? "" : row].filter(Boolean).join(", ") || kind;
    const there = rows.get(key) ?? { kind, name, kept: [] };
    there.kept.push(k);
    rows.set(key, there);
  }
  const order = (k: KeptItem) => drawn.get(k.fields.item)?.order ?? 0;
  const list = [...rows.values()];
  for (const row of list)
    row.kept.sort((a, b) => order(a) - order(b) || nameOf(a.fields).localeCompare(nameOf(b.fields)));
  // Shot before the larger weights; of each kind the fullest row first.
  return list.sort((a, b) => b.kind.localeCompare(a.kind) || b.kept.length - a.kept.length);
}

/** The compartments of a tray, or what a search found, drawn; one that is chosen opens a sheet with all of it. */
export function TrayView({ state, shown, searching, tray }: Props) {
  const [chosen, setChosen] = useState<string | null>(null);
  const drawn = new Map(state.drawn.map((d) => [d.item, d]));
  const kept = state.items.find((k) => k.fields.item === chosen);
  if (state.items.length === 0) return <Starters state={state} />;
  if (shown.length === 0)
    return (
      <Text color="soft">
        {searching
          ? "Nothing in the box answers to that."
          : `No ${tray?.name.toLowerCase() ?? "compartments"} yet. Enter them above, or bring a list in from a CSV file.`}
      </Text>
    );
  const pxPerM = floatScale(state.drawn);
  return (
    <>
      <Flex wrap="wrap" columnGap="8" rowGap="5">
        {rowsOf(shown, drawn).map((row) => (
          <Box as="section" key={`${row.kind} ${row.name}`} aria-label={capital(row.name)}>
            <Text as="h2" fontWeight="bold" mb="1.5">
              {capital(row.name)}
            </Text>
            <Flex as="ul" className="bw-plain" gap="2" wrap="wrap">
              {row.kept.map((k) => (
                <Tile
                  key={k.fields.item}
                  kept={k}
                  drawn={drawn.get(k.fields.item)}
                  pxPerM={pxPerM}
                  state={state}
                  onChoose={() => setChosen(k.fields.item)}
                />
              ))}
            </Flex>
          </Box>
        ))}
      </Flex>
      {kept && (
        <ItemSheet
          key={kept.fields.item}
          fields={kept.fields}
          drawn={drawn.get(kept.fields.item)}
          pxPerM={pxPerM}
          state={state}
          onClose={() => setChosen(null)}
        />
      )}
    </>
  );
}

type TileProps = {
  kept: KeptItem;
  drawn: DrawnItem | undefined;
  pxPerM: number;
  state: BoxState;
  onChoose: () => void;
};

/** One compartment: what it is, how it looks, how many there are; + and − count while it has the focus. */
function Tile({ kept, drawn, pxPerM, state, onChoose }: TileProps) {
  const { fields } = kept;
  const name = nameOf(fields);
  const count = fields.count ?? 0;
  const { units } = useSettings();
  const short = fields.kind === "shot" ? name.replace(` ${fields.material}`, "") : name;
  return (
    <li>
      <Flex
        as="button"
        direction="column"
        align="stretch"
        w={`${WIDE + 18}px`}
        minH="11"
        bg="card"
        borderWidth="1px"
        borderColor={count === 0 ? "float" : "rule"}
        borderRadius="l2"
        px="2"
        py="1.5"
        cursor="pointer"
        textAlign="start"
        onClick={onChoose}
        onKeyDown={(e) => {
          const step = { "+": 1, "=": 1, ArrowUp: 1, "-": -1, ArrowDown: -1 }[e.key];
          if (!step) return;
          e.preventDefault();
          void state.put(fields, { ...fields, count: Math.max(0, count + step) });
        }}
      >
        <span className="bw-hidden">{`${name}: ${count === 0 ? "none" : count}`}</span>
        <Flex
          as="span"
          aria-hidden="true"
          justify="space-between"
          align="baseline"
          gap="1"
          fontSize="sm"
          lineHeight="1.2"
        >
          <Text as="span" fontWeight="bold">
            {short}
          </Text>
          {fields.kind === "shot" && (
            <Text as="span" color="soft" fontSize="xs" whiteSpace="nowrap">
              {write(fields.mass_kg, "load", units)}
            </Text>
          )}
        </Flex>
        <Drawing item={fields} drawn={drawn} pxPerM={pxPerM} />
        <Flex as="span" aria-hidden="true" justify="space-between" fontSize="sm" mt="1">
          <Text as="span" color="soft" fontSize="xs">
            {drawn && drawn.on_rigs > 0 ? `${drawn.on_rigs} on rigs` : ""}
          </Text>
          <Text as="span" fontWeight="bold" color={count === 0 ? "float" : "ink"}>
            {count === 0 ? "none" : count}
          </Text>
        </Flex>
      </Flex>
    </li>
  );
}
