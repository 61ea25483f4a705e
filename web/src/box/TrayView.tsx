import { Box, Flex, Grid, Input, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { Catalogue, KeptItem } from "../api/client";
import { Button } from "../shell/Button";
import { JugSheet } from "./JugSheet";
import type { BoxState } from "./useBox";
import { WeighSheet } from "./WeighSheet";
import { factsOf, nameOf } from "./words";

type Props = {
  state: BoxState;
  shown: KeptItem[];
  catalogue: Catalogue;
  searching: boolean;
  tray: Catalogue["trays"][number] | undefined;
};

const order = (k: KeptItem) => ("mass_kg" in k.fields ? -k.fields.mass_kg : 0);

/** The compartments of a tray, or what a search found: how many there are, and what can be done with them. */
export function TrayView({ state, shown, searching, tray }: Props) {
  const [weighing, setWeighing] = useState<string | null>(null);
  const kept = state.items.find((k) => k.fields.item === weighing);
  if (shown.length === 0)
    return (
      <Text color="soft">
        {searching
          ? "Nothing in the box answers to that."
          : `No ${tray?.name.toLowerCase() ?? "compartments"} yet. Enter shot above, or bring a list in from a CSV file.`}
      </Text>
    );
  const sorted = [...shown].sort(
    (a, b) =>
      a.fields.kind.localeCompare(b.fields.kind) * -1 ||
      order(a) - order(b) ||
      nameOf(a.fields).localeCompare(nameOf(b.fields)),
  );
  return (
    <>
      <Grid as="ul" className="bw-plain" templateColumns="repeat(auto-fill, minmax(270px, 1fr))" gap="2">
        {sorted.map((k) => (
          <Compartment key={k.fields.item} kept={k} state={state} onWeigh={() => setWeighing(k.fields.item)} />
        ))}
      </Grid>
      {kept && (kept.fields.kind === "shot" || kept.fields.kind === "lead") && (
        <WeighSheet fields={kept.fields} state={state} onClose={() => setWeighing(null)} />
      )}
      {kept?.fields.kind === "bait" && (
        <JugSheet fields={kept.fields} state={state} onClose={() => setWeighing(null)} />
      )}
    </>
  );
}

function Compartment({ kept, state, onWeigh }: { kept: KeptItem; state: BoxState; onWeigh: () => void }) {
  const { fields } = kept;
  const name = nameOf(fields);
  const [text, setText] = useState(String(fields.count));
  useEffect(() => setText(String(fields.count)), [fields.count]);
  const to = (count: number) => state.put(fields, { ...fields, count });
  const take = () => {
    const wanted = text.trim();
    if (wanted === String(fields.count)) return;
    if (/^\d{1,5}$/.test(wanted)) void to(Number(wanted));
    else state.setFailed(`${name}: ${wanted || "nothing"} is not a count. Write a whole number from 0 to 10000.`);
  };
  return (
    <Flex
      as="li"
      align="center"
      gap="2"
      bg="card"
      borderWidth="1px"
      borderColor={fields.count === 0 ? "float" : "rule"}
      borderRadius="l2"
      px="3"
      py="2"
    >
      <Box flex="1" minW="0">
        <Text fontWeight="bold">{name}</Text>
        <Text fontSize="sm" color={fields.count === 0 ? "float" : "soft"}>
          {fields.count === 0 ? `none left · ${factsOf(fields)}` : factsOf(fields)}
        </Text>
      </Box>
      <Input
        aria-label={`How many ${name}`}
        value={text}
        inputMode="numeric"
        w="16"
        textAlign="end"
        onChange={(e) => setText(e.currentTarget.value)}
        onBlur={take}
        onKeyDown={(e) => {
          if (e.key === "Enter") take();
          if (e.key === "Escape") setText(String(fields.count));
          if (e.key === "ArrowUp" || e.key === "ArrowDown") {
            e.preventDefault();
            void to(Math.max(0, fields.count + (e.key === "ArrowUp" ? 1 : -1)));
          }
        }}
      />
      <Flex direction="column">
        {(fields.kind === "shot" || fields.kind === "lead") && (
          <Button size="sm" variant="quiet" onClick={onWeigh}>
            Weigh<span className="bw-hidden"> {name}</span>
          </Button>
        )}
        {fields.kind === "bait" && (
          <Button size="sm" variant="quiet" onClick={onWeigh}>
            Time<span className="bw-hidden"> {name}</span>
          </Button>
        )}
        <Button size="sm" variant="quiet" onClick={() => void state.put(fields, null)}>
          Remove<span className="bw-hidden"> {name}</span>
        </Button>
      </Flex>
    </Flex>
  );
}
