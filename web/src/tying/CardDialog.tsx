import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Printer } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { api, keys, type Rig, refusalIn, type Schemas } from "../api/client";
import { today } from "../place/acknowledged";
import { Button } from "../shell/Button";
import { Refused } from "../shell/Refused";
import { Sheet } from "../shell/Sheet";
import { save } from "../shell/save";
import { LeftField } from "../shell/TextField";
import { useSettings } from "../units/settings";

type What = Schemas["CardsRequest"]["what"];

const KINDS: [NonNullable<What>, string, string][] = [
  ["card", "Card, A6", "Black on white, readable wet. The square is the rig itself."],
  [
    "strip",
    "Life-size strip",
    "The lower rig at 1:1 on A4: lay the line on it and pinch the shot where they are drawn.",
  ],
  ["label", "Label", "For a winder or spool, 70 by 28 mm."],
  ["four", "Several on A4", "Four cards to a page, to be cut apart."],
];

/** What is printed of a rig, looked at before it is. */
export default function CardDialog({ rig, onClose }: { rig: Rig; onClose: () => void }) {
  const { units } = useSettings();
  const [what, setWhat] = useState<NonNullable<What>>("card");
  const [kept_in, setKeptIn] = useState("");
  const [others, setOthers] = useState<string[]>([]);
  const [failed, setFailed] = useState("");
  const kept = useQuery({
    queryKey: keys.rigsWhole(others),
    queryFn: async () => (await Promise.all(others.map(api.rig))).map((r) => r.fields),
    placeholderData: keepPreviousData,
  });
  const rigs = what === "four" ? [rig, ...(kept.data ?? [])] : [rig];
  const body = { rigs, what, day: today(), kept_in, units };
  const sheets = useQuery({
    queryKey: keys.cards(body),
    queryFn: () => api.cardSheets(body),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
  const pages = (sheets.data?.sheets ?? []).map((svg, i) => ({ svg, name: `Page ${i + 1}` }));
  const print = async () => {
    setFailed("");
    try {
      save(await api.cardPdf(body), `${rig.name}, ${what}.pdf`);
    } catch (error) {
      setFailed(refusalIn(error).message);
    }
  };
  return (
    <Sheet title="Card and strip" onClose={onClose} wide>
      <Stack gap="4">
        <Flex gap="2" wrap="wrap" role="group" aria-label="What to print">
          {KINDS.map(([id, name]) => (
            <Button
              key={id}
              aria-pressed={id === what}
              variant={id === what ? "solid" : "outline"}
              onClick={() => setWhat(id)}
            >
              {name}
            </Button>
          ))}
        </Flex>
        <Text color="soft">{KINDS.find(([id]) => id === what)?.[2]}</Text>
        {what === "label" && <LeftField label="Kept on" value={kept_in} maxLength={40} onChange={setKeptIn} />}
        {what === "four" && <Others rig={rig} chosen={others} onChosen={setOthers} />}
        <Button variant="solid" onClick={print} disabled={!sheets.data}>
          <Printer aria-hidden="true" /> Save as PDF, to print at 100 %
        </Button>
        {sheets.isError && <Refused>{sheets.error.message}</Refused>}
        {failed && <Refused>{failed}</Refused>}
        <Flex gap="4" wrap="wrap" data-testid="sheets" aria-busy={sheets.isFetching}>
          {pages.map(({ svg, name }) => (
            <Page key={name} svg={svg} name={name} />
          ))}
        </Flex>
        {sheets.data && !sheets.data.squared && (
          <Text>The rig is too long for a square: its document is attached to the PDF.</Text>
        )}
      </Stack>
    </Sheet>
  );
}

/** A page as it will be printed. */
function Page({ svg, name }: { svg: string; name: string }) {
  const holder = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const drawn = new DOMParser().parseFromString(svg, "image/svg+xml").documentElement;
    drawn.setAttribute("width", "100%");
    drawn.removeAttribute("height");
    // Apart from the page, whose rules of type would outweigh the drawing's own.
    const apart = holder.current?.shadowRoot ?? holder.current?.attachShadow({ mode: "open" });
    apart?.replaceChildren(document.importNode(drawn, true));
  }, [svg]);
  const wide = /viewBox="0 0 (\d+)/.exec(svg)?.[1];
  return (
    <Box
      ref={holder}
      role="img"
      aria-label={name}
      w={{ base: "100%", md: Number(wide) > 150 ? "100%" : `${Number(wide) * 4.2}px` }}
      maxW="100%"
      borderWidth="1px"
      borderColor="edge"
    />
  );
}

/** The other kept rigs whose cards go on the same paper. */
function Others({ rig, chosen, onChosen }: { rig: Rig; chosen: string[]; onChosen: (ids: string[]) => void }) {
  const rigs = useQuery({ queryKey: keys.rigs, queryFn: api.rigs });
  return (
    <Flex gap="4" wrap="wrap" role="group" aria-label="Rigs beside this one">
      {rigs.data
        ?.filter((r) => r.id !== rig.id)
        .map((r) => (
          <label key={r.id}>
            <input
              type="checkbox"
              checked={chosen.includes(r.id)}
              onChange={(e) => onChosen(e.target.checked ? [...chosen, r.id] : chosen.filter((id) => id !== r.id))}
            />{" "}
            {r.name}
          </label>
        ))}
    </Flex>
  );
}
