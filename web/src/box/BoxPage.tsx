import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Undo2 } from "lucide-react";
import { useEffect, useState } from "react";
import { Link, useParams } from "react-router";
import { api, keys } from "../api/client";
import { Button } from "../shell/Button";
import { Header } from "../shell/Header";
import { Failed, Loading } from "../shell/States";
import { TextField } from "../shell/TextField";
import { useSettings } from "../units/settings";
import { Exchange } from "./Exchange";
import { Packing } from "./Packing";
import { QuickEntry } from "./QuickEntry";
import { TrayView } from "./TrayView";
import { useBox } from "./useBox";
import { answers } from "./words";

/** The tackle box: compartments as trays, stock, tests, files, packing. */
export default function BoxPage() {
  const { tray = "weights" } = useParams();
  const catalogue = useQuery({ queryKey: keys.catalogue, queryFn: api.catalogue, staleTime: Number.POSITIVE_INFINITY });
  const state = useBox();
  const { units } = useSettings();
  const [search, setSearch] = useState("");
  const trays = catalogue.data?.trays ?? [];
  const present = trays.find((t) => t.id === tray);
  useEffect(() => {
    document.title = `${tray === "packing" ? "Packing" : (present?.name ?? "Box")} · Brookwind`;
  }, [tray, present]);
  const shown = state.items.filter((k) =>
    search ? answers(k.fields, search, trays, units) : present?.kinds.includes(k.fields.kind),
  );
  const failed = catalogue.error ?? state.box.error;
  return (
    <Flex direction="column" minH="100dvh">
      <Header />
      <Box as="main" flex="1" p={{ base: "3", md: "5" }}>
        <Flex as="nav" aria-label="Trays" gap="2" mb="4" wrap="wrap">
          {[...trays, { id: "packing", name: "Shopping & packing", kinds: [] }].map((t) => {
            const count = state.items.filter((k) => (t.kinds as string[]).includes(k.fields.kind)).length;
            const here = t.id === tray;
            return (
              <Link key={t.id} to={`/box/${t.id}`} className="bw-tab" aria-current={here ? "page" : undefined}>
                {t.name}
                {count > 0 && (
                  <Text as="span" color="soft" ms="1.5" fontWeight="normal">
                    {count}
                  </Text>
                )}
              </Link>
            );
          })}
        </Flex>
        {tray !== "packing" && <h1 className="bw-hidden">Box: {present?.name ?? "every tray"}</h1>}
        {failed && (
          <Failed inside error={failed} again={() => void Promise.all([catalogue.refetch(), state.box.refetch()])} />
        )}
        {!failed && (catalogue.isPending || state.box.isPending) && <Loading inside what="the box" />}
        {catalogue.data && state.box.data && tray === "packing" && <Packing />}
        {catalogue.data && state.box.data && tray !== "packing" && (
          <>
            <Flex
              columnGap="4"
              rowGap="2"
              wrap="wrap"
              align="flex-start"
              mb="3"
              // Level with the fields, whose labels stand above them, where it all fits into one row.
              css={{
                "& > button": { mt: "6" },
                "@media (min-width: 1240px)": { "& > div > .bw-tab, & > div > button": { mt: "6" } },
              }}
            >
              <QuickEntry state={state} />
              <TextField
                label="Search every tray"
                type="search"
                value={search}
                placeholder="sinker, trace, 0.4 g"
                onChange={setSearch}
              />
              <Button disabled={!state.canUndo} onClick={() => void state.undo()}>
                <Undo2 aria-hidden="true" /> Undo
              </Button>
              <Exchange state={state} tray={tray} />
            </Flex>
            {state.failed && (
              <Text role="alert" color="float" mb="3">
                {state.failed}
              </Text>
            )}
            <TrayView state={state} shown={shown} searching={search !== ""} tray={present} />
          </>
        )}
      </Box>
    </Flex>
  );
}
