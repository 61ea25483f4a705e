import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { BoxItem, DrawnItem } from "../api/client";
import { Button } from "../shell/Button";
import { Facts } from "../shell/Facts";
import { nameOf } from "../shell/nameOf";
import { Sheet } from "../shell/Sheet";
import { LeftField, TextField } from "../shell/TextField";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { CastSheet } from "./CastSheet";
import { Drawing } from "./Drawing";
import { ElasticSheet } from "./ElasticSheet";
import { JugSheet } from "./JugSheet";
import type { BoxState } from "./useBox";
import { WeighSheet } from "./WeighSheet";
import { factsOf } from "./words";

type Props = {
  fields: BoxItem;
  drawn: DrawnItem | undefined;
  pxPerM: number;
  state: BoxState;
  onClose: () => void;
};

/** All there is to a compartment: its facts, how many, its tests and readings, own notes, taking it out. */
export function ItemSheet({ fields, drawn, pxPerM, state, onClose }: Props) {
  const { units } = useSettings();
  const [testing, setTesting] = useState(false);
  const name = nameOf(fields);
  const tested = () => setTesting(false);
  return (
    <Sheet title={name} onClose={onClose}>
      <Stack gap="4">
        <Flex gap="4" align="center">
          <Drawing item={fields} drawn={drawn} pxPerM={pxPerM} />
          <Text color="soft">{factsOf(fields, units)}</Text>
        </Flex>
        {drawn && <Known fields={fields} drawn={drawn} />}
        <HowMany fields={fields} name={name} state={state} />
        <Flex gap="2" wrap="wrap">
          {(fields.kind === "shot" || fields.kind === "lead") && (
            <Button onClick={() => setTesting(true)}>
              Weigh<span className="bw-hidden"> {name}</span>
            </Button>
          )}
          {fields.kind === "bait" && (
            <Button onClick={() => setTesting(true)}>
              Time<span className="bw-hidden"> {name}</span>
            </Button>
          )}
          {fields.kind === "rod" && <Button onClick={() => setTesting(true)}>Cast test</Button>}
          {fields.kind === "catapult" && <Button onClick={() => setTesting(true)}>Cut one for a distance</Button>}
        </Flex>
        {fields.kind === "float" && (
          <Text fontSize="sm" color="soft">
            {fields.tube
              ? `Tube test: ${fields.tube.readings.length} readings kept.`
              : "It is tube tested on the bench, at Float: put it on a rig first."}
          </Text>
        )}
        <LeftField
          label="Your notes"
          rows={3}
          value={fields.notes ?? ""}
          maxLength={1000}
          onChange={(notes) => void state.put(fields, { ...fields, notes })}
        />
        {state.failed && (
          <Text role="alert" color="float">
            {state.failed}
          </Text>
        )}
        <Box>
          <Button
            onClick={() => {
              void state.put(fields, null);
              onClose();
            }}
          >
            <span className="bw-hidden">Remove {name} from the box</span>
            <span aria-hidden="true">Remove from the box</span>
          </Button>
        </Box>
      </Stack>
      {testing && (fields.kind === "shot" || fields.kind === "lead") && (
        <WeighSheet fields={fields} state={state} onClose={tested} />
      )}
      {testing && fields.kind === "bait" && <JugSheet fields={fields} state={state} onClose={tested} />}
      {testing && fields.kind === "rod" && <CastSheet fields={fields} state={state} onClose={tested} />}
      {testing && fields.kind === "catapult" && <ElasticSheet fields={fields} state={state} onClose={tested} />}
    </Sheet>
  );
}

/** What is reckoned of it. */
function Known({ fields, drawn }: { fields: BoxItem; drawn: DrawnItem }) {
  const { units } = useSettings();
  const across = fields.kind === "hook" ? "Gape" : "Across";
  return (
    <>
      <Facts
        rows={[
          drawn.across_m != null ? [across, write(drawn.across_m, "thickness", units)] : null,
          drawn.pull_n != null ? ["Pulls in fresh water", write(drawn.pull_n, "force", units)] : null,
          drawn.capacity_kg != null
            ? [drawn.tested ? "Carries, as tested" : "Carries, by its label", write(drawn.capacity_kg, "load", units)]
            : null,
          ["On kept rigs", drawn.on_rigs === 0 ? "none" : String(drawn.on_rigs)],
        ]}
      />
      {drawn.problem && (
        <Text role="alert" color="float">
          {drawn.problem}
        </Text>
      )}
    </>
  );
}

function HowMany({ fields, name, state }: { fields: BoxItem; name: string; state: BoxState }) {
  const count = fields.count ?? 0;
  const [text, setText] = useState(String(count));
  useEffect(() => setText(String(count)), [count]);
  const to = (n: number) => state.put(fields, { ...fields, count: n });
  const take = () => {
    const wanted = text.trim();
    if (wanted === String(count)) return;
    if (/^\d{1,5}$/.test(wanted)) void to(Number(wanted));
    else state.setFailed(`${name}: ${wanted || "nothing"} is not a count. Write a whole number from 0 to 10000.`);
  };
  return (
    <Flex gap="2" align="end">
      <TextField
        label={`How many ${name}`}
        value={text}
        inputMode="numeric"
        onChange={setText}
        onBlur={take}
        onEnter={take}
        onEscape={() => setText(String(count))}
      />
      <Button aria-label="One less" disabled={count === 0} onClick={() => void to(count - 1)}>
        −
      </Button>
      <Button aria-label="One more" onClick={() => void to(count + 1)}>
        +
      </Button>
    </Flex>
  );
}
