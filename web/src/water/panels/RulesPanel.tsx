import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Catalogue, type KeptRules, keys } from "../../api/client";
import { useSave } from "../../document/useSave";
import { changeDay, NO_DAY, useDay } from "../../place/day";
import { RulesForm } from "../../place/RulesForm";
import { useRules } from "../../place/useRules";
import { useSwims } from "../../place/useSwims";
import { Button } from "../../shell/Button";
import { Choice, options } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { Refused } from "../../shell/Refused";
import { SavingNotice } from "../../shell/SavingNotice";
import { TextField } from "../../shell/TextField";
import type { WaterBead } from "../bead";
import { useWater } from "../here";

/** What the place allows, as the angler reads it off the board; every rig at its swims is judged by it. */
function RulesPanel() {
  const { state, catalogue } = useWater();
  const swims = useSwims();
  const water = swims.list.find((s) => s.swim.id === state.survey.swim_id)?.swim.water_id;
  const kept = useQuery({
    queryKey: keys.rules(water),
    queryFn: () => api.rules(water ?? ""),
    enabled: water !== undefined,
    staleTime: 0,
    gcTime: 0,
  });
  if (kept.isError)
    return (
      <Text role="alert" color="float">
        {kept.error.message} <Button onClick={() => void kept.refetch()}>Try again</Button>
      </Text>
    );
  if (!kept.data || kept.isFetching) return <Text color="soft">Reading the board.</Text>;
  return <Board key={water} kept={kept.data as KeptRules} catalogue={catalogue} />;
}

const SAYS = {
  saved: "Saved.",
  waiting: "Saving.",
  saving: "Saving.",
  refused: "Not saved yet: something below contradicts itself.",
  offline: "The server does not answer. What you entered stays here.",
  fault: "Not saved: what you entered stays here.",
  stale: "Not saved: somebody else changed these rules.",
  gone: "Not saved: this water was deleted.",
} as const;

function Board({ kept, catalogue }: { kept: KeptRules; catalogue: Catalogue }) {
  const { rules, saving, change, takeTheirs, keepMine, forget } = useRules(kept);
  const forgetting = useSave();
  const [sure, setSure] = useState(false);
  const mine = { label: "Save mine over it", act: keepMine };
  const well = saving.kind === "saved" || saving.kind === "waiting" || saving.kind === "saving";
  const examples = useQuery({ queryKey: keys.exampleRules, queryFn: api.exampleRules, staleTime: Infinity });
  return (
    <Stack gap="4">
      <Text fontSize="sm">
        Enter what the board or the law says here. The people on the spot win over anything written.
      </Text>
      {rules.kind === "example" && (
        <Box borderWidth="2px" borderColor="brass" borderRadius="l2" p="3" role="note">
          <Text fontWeight="bold" color="brass">
            This began as an example
          </Text>
          <Text fontSize="sm">Check each line against the board. Nothing here is the law of your water.</Text>
          <Button size="sm" mt="2" onClick={() => change({ kind: "own" })}>
            I checked every line
          </Button>
        </Box>
      )}
      <Text fontSize="sm" color={well ? "soft" : "float"} role="status">
        {SAYS[saving.kind]}
      </Text>
      <SavingNotice saving={saving} stale={mine} gone={mine} onReload={takeTheirs} />
      <Choice
        label="Begin from an example"
        value=""
        onChange={(id) => {
          const example = examples.data?.find((e) => e.id === id);
          if (example) change({ ...example.rules, water_id: rules.water_id, text: rules.text } as typeof rules);
        }}
      >
        <option value="">{examples.data ? "choose one, then check it" : "…"}</option>
        {options(examples.data ?? [], (e) => [e.id, e.name])}
      </Choice>
      <RulesForm
        rules={rules}
        problems={saving.kind === "refused" ? saving.problems : []}
        catalogue={catalogue}
        onChange={change}
      />
      {forgetting.said && <Refused>{forgetting.said}</Refused>}
      {sure ? (
        <Flex gap="2" wrap="wrap">
          <Button onClick={() => void forgetting.save(forget)}>Yes, forget all rules of this water</Button>
          <Button variant="quiet" onClick={() => setSure(false)}>
            Keep them
          </Button>
        </Flex>
      ) : (
        <Box>
          <Button size="sm" variant="quiet" onClick={() => setSure(true)}>
            Forget these rules
          </Button>
        </Box>
      )}
      <DayFields />
    </Stack>
  );
}

/** The day the rigs are meant for: rods, feed, keepnet, date and hour. */
function DayFields() {
  const day = useDay();
  return (
    <Box borderTopWidth="1px" borderColor="rule" pt="3">
      <Text as="h2" className="bw-label">
        The day you plan
      </Text>
      <Grid templateColumns="1fr 1fr" gap="3" alignItems="end">
        <TextField
          label="Date"
          type="date"
          px="2"
          value={day.on ?? ""}
          onChange={(on) => changeDay({ on: on || null })}
        />
        <TextField
          label="Hour"
          type="time"
          px="2"
          value={day.at?.slice(0, 5) ?? ""}
          onChange={(at) => changeDay({ at: at || null })}
        />
        <Choice label="Rods" value={String(day.rods)} onChange={(n) => changeDay({ rods: Number(n) })}>
          {options([1, 2, 3, 4], (n) => [n, n])}
        </Choice>
        <QuantityField
          label="Feed"
          name="day-feed"
          value={day.feed_kg}
          quantity="mass"
          onChange={(feed) => changeDay({ feed_kg: Math.max(0, feed) })}
        />
      </Grid>
      <label className="bw-check">
        <input
          type="checkbox"
          checked={day.keepnet}
          onChange={(e) => changeDay({ keepnet: e.currentTarget.checked })}
        />{" "}
        a keepnet comes along
      </label>
      <Box>
        <Button size="sm" variant="quiet" onClick={() => changeDay(NO_DAY)}>
          No day in particular
        </Button>
      </Box>
    </Box>
  );
}

export const RULES: WaterBead = {
  id: "rules",
  name: "Rules",
  value: () => "what the place allows",
  part: "rules",
  Panel: RulesPanel,
};
