import { Box, Flex } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, useParams } from "react-router";
import { api, keys } from "../api/client";
import { Header } from "../shell/Header";
import { Failed, Loading } from "../shell/States";
import { FishPage } from "./FishPage";
import { SchoolsView } from "./SchoolsView";
import { ShelfView } from "./ShelfView";
import { BAIT_FIELDS, BAITS, FISH, FISH_FIELDS, HOOK_FIELDS, HOOKS } from "./shelves";

const TABS: [string, string][] = [
  ["fish", "Fish"],
  ["baits", "Baits"],
  ["hooks", "Hooks"],
  ["schools", "Schools"],
];

/** The angler's book: fish, baits and hooks with own notes, and the choices between schools. */
export default function BookPage() {
  const { tab = "fish", entry } = useParams();
  const catalogue = useQuery({ queryKey: keys.catalogue, queryFn: api.catalogue, staleTime: Number.POSITIVE_INFINITY });
  const here = TABS.some(([id]) => id === tab) ? tab : "fish";
  useEffect(() => {
    document.title = `${TABS.find(([id]) => id === here)?.[1]} · Brookwind`;
  }, [here]);
  return (
    <Flex direction="column" minH="100dvh">
      <Header />
      <Box as="main" flex="1" p={{ base: "3", md: "5" }}>
        <Flex as="nav" aria-label="The book" gap="2" mb="4" wrap="wrap">
          {TABS.map(([id, name]) => (
            <Link key={id} to={`/book/${id}`} className="bw-tab" aria-current={id === here ? "page" : undefined}>
              {name}
            </Link>
          ))}
        </Flex>
        {catalogue.isError && <Failed inside error={catalogue.error} again={() => void catalogue.refetch()} />}
        {catalogue.isPending && <Loading inside what="the book" />}
        {catalogue.data && here === "fish" && (
          <ShelfView
            key="fish"
            shelf={FISH}
            specs={FISH_FIELDS}
            what="fish"
            catalogue={catalogue.data}
            present={entry}
            page={(fish) => <FishPage fish={fish} catalogue={catalogue.data} />}
          />
        )}
        {catalogue.data && here === "baits" && (
          <ShelfView
            key="baits"
            shelf={BAITS}
            specs={BAIT_FIELDS}
            what="bait"
            catalogue={catalogue.data}
            present={entry}
          />
        )}
        {catalogue.data && here === "hooks" && (
          <ShelfView
            key="hooks"
            shelf={HOOKS}
            specs={HOOK_FIELDS}
            what="hook pattern"
            catalogue={catalogue.data}
            present={entry}
          />
        )}
        {catalogue.data && here === "schools" && <SchoolsView />}
      </Box>
    </Flex>
  );
}
