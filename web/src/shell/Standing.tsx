import { Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { X } from "lucide-react";
import { useState } from "react";
import { api, keys, sentenceOf } from "../api/client";
import { keepsAnything, ofTab } from "../browser/storage";
import { Button } from "./Button";

const READ = "brookwind.standing";
const DRAFTS = "This browser keeps nothing for Brookwind, so what is not saved yet is lost when the page is closed.";

/** What should be known on every page: records that cannot be read, and a browser that keeps no drafts. */
export function Standing() {
  const aside = useQuery({ queryKey: keys.setAside, queryFn: api.setAside, staleTime: Number.POSITIVE_INFINITY });
  const [keeps] = useState(keepsAnything);
  const [read, setRead] = useState(() => ofTab.get(READ));
  const found = aside.data ?? [];
  const more = found.length > 1 ? ` So are ${found.length - 1} more.` : "";
  const says = [...(found[0] ? [sentenceOf(found[0]) + more] : []), ...(keeps ? [] : [DRAFTS])].join(" ");
  if (!says || says === read) return null;
  const close = () => {
    ofTab.set(READ, says);
    setRead(says);
  };
  return (
    <Flex role="status" bg="chosen" color="ink" px="6" py="2" gap="3" align="center">
      <Text flex="1">{says}</Text>
      <Button variant="quiet" size="sm" aria-label="Understood" onClick={close}>
        <X />
      </Button>
    </Flex>
  );
}
