import { Flex, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api, keys } from "../api/client";
import { useSave } from "../document/useSave";
import { uuid } from "../document/uuid";
import { useSwims } from "../place/useSwims";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { QuantityField } from "../shell/QuantityField";
import { Refused } from "../shell/Refused";
import { Sheet } from "../shell/Sheet";
import { TextField } from "../shell/TextField";
import { ZONE } from "../units/zone";
import { Moment } from "../water/Fields";

const ELSEWHERE = "";

/** A session: where, and from when to when; one that is still on has no end yet. */
export function NewOuting({ onClose, onBegun }: { onClose: () => void; onBegun: (id: string) => void }) {
  const swims = useSwims();
  const [swim, setSwim] = useState<string | null>(null);
  const [place, setPlace] = useState("");
  const [begins, setBegins] = useState<string | null>(() =>
    new Date(Math.floor(Date.now() / 60_000) * 60_000).toISOString(),
  );
  const [ends, setEnds] = useState<string | null>(null);
  const [notes, setNotes] = useState("");
  const [wind_m_s, setWind] = useState<number | null>(null);
  const { said, save } = useSave({ old: [keys.log] });
  const chosen = swim ?? swims.list[0]?.swim.id ?? ELSEWHERE;
  const named = swims.list.find((s) => s.swim.id === chosen);
  const where = named ? named.water.name : place.trim();
  const keep = async () => {
    if (!begins) return;
    const id = `o-${uuid()}`;
    const fields = { id, swim: named ? chosen : null, place: where, begins, ends, notes, wind_m_s };
    if (await save(() => api.beginOuting(fields))) {
      onBegun(id);
      onClose();
    }
  };
  return (
    <Sheet title="A session" onClose={onClose}>
      <Stack gap="4">
        <Choice label="Swim" value={chosen} onChange={setSwim}>
          {options(swims.list, (s) => [s.swim.id, s.water.name])}
          <option value={ELSEWHERE}>elsewhere</option>
        </Choice>
        {!named && <TextField label="Where" value={place} maxLength={120} onChange={setPlace} />}
        <Flex gap="3" wrap="wrap">
          <Moment label="From" value={begins} zone={ZONE} onChange={setBegins} />
          <Moment label="To (leave empty while it goes on)" value={ends} zone={ZONE} onChange={setEnds} />
        </Flex>
        <QuantityField
          label="Wind, if noted"
          name="outing-wind"
          value={wind_m_s ?? 0}
          quantity="wind"
          onChange={setWind}
        />
        <TextField label="Notes" value={notes} maxLength={4000} onChange={setNotes} />
        {said && <Refused>{said}</Refused>}
        <Flex gap="3" justify="flex-end" align="center">
          {!where && <Text color="soft">Say where.</Text>}
          <Button variant="solid" disabled={!where || !begins} onClick={() => void keep()}>
            Keep the session
          </Button>
        </Flex>
      </Stack>
    </Sheet>
  );
}
