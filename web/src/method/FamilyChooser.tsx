import { Box, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Catalogue, keys, type Purpose, type Suit } from "../api/client";
import { Button } from "../shell/Button";
import { Sheet } from "../shell/Sheet";
import { TextField } from "../shell/TextField";
import { say } from "../units/quantity";
import { useSettings } from "../units/settings";
import { FamilyCard } from "./FamilyCard";

type Props = {
  catalogue: Catalogue;
  purpose: Purpose;
  present: string | null;
  busy: boolean;
  onChoose: (family: string) => void;
  onClose: () => void;
};

const KINDS = { still: "still water", running: "running water", sea: "the sea" } as const;

/** All twenty families, the best suited first, each drawn as it would be tied here. */
export default function FamilyChooser({ catalogue, purpose, present, busy, onChoose, onClose }: Props) {
  const { units } = useSettings();

  const [wanted, setWanted] = useState("");
  const suits = useQuery({
    queryKey: keys.suits(purpose),
    queryFn: () => api.suits(purpose),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
  const fish = catalogue.species.find((s) => s.id === purpose.species)?.name;
  const shown = (suits.data?.ranked ?? []).filter((s) => matches(s, wanted, catalogue));
  const list = (title: string, some: Suit[]) =>
    some.length > 0 && (
      <Box as="section" mt="4">
        <Text as="h2" className="bw-label">
          {title}
        </Text>
        <ul className="bw-families">
          {some.map((suit) => {
            const family = catalogue.families.find((f) => f.id === suit.family);
            return (
              family && (
                <FamilyCard
                  key={family.id}
                  family={family}
                  suit={suit}
                  purpose={purpose}
                  present={family.id === present}
                  busy={busy}
                  onChoose={() => onChoose(family.id)}
                />
              )
            );
          })}
        </ul>
      </Box>
    );
  return (
    <Sheet title="Which rig suits" onClose={onClose} wide>
      {suits.data && (
        <Text>
          For {fish ?? "any fish"} in {KINDS[suits.data.kind]}.{" "}
          {say(suits.data.slides.says, suits.data.slides.figures, units)}
        </Text>
      )}
      <Box mt="3" maxW="320px">
        <TextField label="Find by name" value={wanted} placeholder="slider, pole, lift …" onChange={setWanted} />
      </Box>
      {suits.isPending && <Text color="soft">Weighing twenty ways.</Text>}
      {suits.isError && (
        <Text role="alert" color="float">
          {suits.error.message} <Button onClick={() => void suits.refetch()}>Try again</Button>
        </Text>
      )}
      {suits.data && shown.length === 0 && <Text mt="4">No family is called so. Try another word.</Text>}
      {list(
        "Suits",
        shown.filter((s) => s.possible && s.score > 0),
      )}
      {list(
        "Possible, but made for something else",
        shown.filter((s) => s.possible && s.score <= 0),
      )}
      {list(
        "Not with this water, rod or rule",
        shown.filter((s) => !s.possible),
      )}
    </Sheet>
  );
}

function matches(suit: Suit, wanted: string, catalogue: Catalogue): boolean {
  const family = catalogue.families.find((f) => f.id === suit.family);
  const text = `${suit.name} ${family?.says ?? ""} ${family?.special ?? ""}`.toLowerCase();
  // The same part has other names elsewhere.
  const word = wanted.trim().toLowerCase().replace("bobber", "float").replace("trace", "leader");
  return text.includes(word);
}
