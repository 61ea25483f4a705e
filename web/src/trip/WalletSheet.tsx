import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import { api, type KeptMadeUp, keys, type MadeUp, type Tonight } from "../api/client";
import { useSave } from "../document/useSave";
import { uuid } from "../document/uuid";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { Refused } from "../shell/Refused";
import { Sheet } from "../shell/Sheet";
import { LeftField } from "../shell/TextField";

const HOLDERS: [MadeUp["holder"], string][] = [
  ["winder", "winder"],
  ["spool", "spool"],
  ["top-kit", "top kit"],
];

type Props = { tonight: Tonight | undefined; onClose: () => void };

/** Rigs that lie made up: where each is, how old, and how it serves the day. */
export function WalletSheet({ tonight, onClose }: Props) {
  const wallet = useQuery({ queryKey: keys.wallet, queryFn: api.wallet });
  const rigs = useQuery({ queryKey: keys.rigs, queryFn: api.rigs });
  // What is pressed while the one before is being kept waits for it, and goes on from there.
  const { said, save: act } = useSave({ old: [keys.wallet, keys.tonight()], turns: "wallet" });
  const change: Changing = (id, what) =>
    act(async () => {
      const there = (await api.wallet()).find((k) => k.fields.id === id);
      if (there) await what(there);
    });
  const add = (id: string) =>
    act(async () => {
      const { fields: rig } = await api.rig(id);
      await api.createMadeUp(madeUp(rig, rig.name));
    });
  return (
    <Sheet title="Wallet" onClose={onClose} wide>
      <Stack gap="3">
        <Text color="soft">
          Rigs on winders, spools and top kits count for the day: what is made up need not be tied.
        </Text>
        {said && <Refused>{said}</Refused>}
        {wallet.data?.length === 0 && <Text>Nothing is made up yet.</Text>}
        {wallet.data?.map((kept) => (
          <One key={`${kept.fields.id} ${kept.version}`} kept={kept} tonight={tonight} change={change} />
        ))}
        <Choice label="Put one of your rigs in" value="" onChange={(id) => id && void add(id)}>
          <option value="">a rig …</option>
          {options(rigs.data ?? [], (r) => [r.id, r.name])}
        </Choice>
      </Stack>
    </Sheet>
  );
}

/** A rig as it is put away today. */
export const madeUp = (rig: MadeUp["rig"], label: string): MadeUp => ({
  id: `made-${uuid().slice(0, 18)}`,
  label: label.slice(0, 60),
  rig,
  holder: rig.family === "pole-slider" ? "spool" : "winder",
  length_m: null,
  tied_on: new Date().toISOString().slice(0, 10),
  where: "",
  cut_down: false,
});

type Changing = (id: string, what: (there: KeptMadeUp) => Promise<unknown>) => Promise<unknown>;
type OneProps = { kept: KeptMadeUp; tonight: Tonight | undefined; change: Changing };

function One({ kept, tonight, change }: OneProps) {
  const one = kept.fields;
  const fit = tonight?.wallet.find((w) => w.id === one.id);
  const save = (part: Partial<MadeUp>) =>
    void change(one.id, (there) => api.saveMadeUp(one.id, there.version, { ...there.fields, ...part }));
  const fits = !fit
    ? ""
    : one.cut_down
      ? "cut down"
      : fit.share > 0
        ? `serves ${Math.max(1, Math.round(100 * fit.share))} % of the day`
        : "not for this day";
  return (
    <Box as="article" aria-label={one.label} borderWidth="1px" borderColor="rule" borderRadius="l2" p="3">
      <Flex justify="space-between" gap="3" wrap="wrap" align="baseline">
        <Text fontWeight="bold">{one.label}</Text>
        <Text fontSize="sm" fontWeight="semibold" color={fit?.share ? "reed" : "soft"}>
          {fits}
          {fit?.age_days != null &&
            `${fits ? ", " : ""}tied ${fit.age_days === 1 ? "yesterday" : `${fit.age_days} days ago`}`}
        </Text>
      </Flex>
      <Grid templateColumns={{ base: "1fr 1fr", md: "1.4fr 1fr 1.4fr 1fr auto" }} gap="2" mt="1" alignItems="end">
        <LeftField
          label="Label"
          value={one.label}
          maxLength={60}
          onChange={(label) => label.trim() && save({ label })}
        />
        <Choice label="On" value={one.holder} onChange={(h) => save({ holder: h as MadeUp["holder"] })}>
          {options(HOLDERS, ([id, words]) => [id, words])}
        </Choice>
        <LeftField label="Where it lies" value={one.where} maxLength={80} onChange={(where) => save({ where })} />
        <LeftField
          label="Tied on"
          type="date"
          value={one.tied_on ?? ""}
          onChange={(on) => save({ tied_on: on || null })}
        />
        <Button
          variant="quiet"
          size="icon"
          aria-label={`Take ${one.label} out`}
          onClick={() => void change(one.id, (there) => api.deleteMadeUp(one.id, there.version))}
        >
          <Trash2 />
        </Button>
      </Grid>
      <label className="bw-tick">
        <input type="checkbox" checked={one.cut_down} onChange={(e) => save({ cut_down: e.currentTarget.checked })} />{" "}
        cut down
      </label>
    </Box>
  );
}
