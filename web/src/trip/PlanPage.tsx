import { Box, Flex, Grid, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Printer } from "lucide-react";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { api, type Catalogue, type KeptTrip, keys, Refusal, type TonightRig, type Trip } from "../api/client";
import type { Draft } from "../document/drafts";
import { SaveChip } from "../document/SaveChip";
import { Button } from "../shell/Button";
import { Header } from "../shell/Header";
import { Refused } from "../shell/Refused";
import { SavingNotice } from "../shell/SavingNotice";
import { UndoButtons } from "../shell/UndoButtons";
import { useSettings } from "../units/settings";
import { DayPanel } from "./DayPanel";
import { DayStrip } from "./DayStrip";
import { ToDo } from "./ToDo";
import { TonightRigs } from "./TonightRigs";
import { useTonight } from "./useTonight";
import { useTrip } from "./useTrip";
import { madeUp, WalletSheet } from "./WalletSheet";

type Props = { kept: KeptTrip; draft: Draft<Trip> | null; catalogue: Catalogue; onReload: () => void };

/** A day planned: the water of it, the rigs that cover it, what is to be done before. */
export function PlanPage({ kept, draft, catalogue, onReload }: Props) {
  const { units } = useSettings();
  const queries = useQueryClient();
  const { trip, canUndo, canRedo, acts, saving, change } = useTrip(kept, draft);
  const tonight = useTonight(trip);
  const [wallet, setWallet] = useState(false);
  const survey = useQuery({ queryKey: keys.survey(trip.swim), queryFn: () => api.survey(trip.swim) });
  const zone = survey.data?.fields.place.time_zone ?? "UTC";
  useEffect(() => {
    document.title = `${trip.name} · Brookwind`;
  }, [trip.name]);
  useUndoKeys(acts.undo, acts.redo);
  const made = async (one: TonightRig) => {
    await api.createMadeUp(madeUp(one.rig, one.rig.name));
    await queries.invalidateQueries({ queryKey: keys.wallet });
    await queries.invalidateQueries({ queryKey: keys.tonight() });
  };
  const saveOver = async () => {
    const there = await api.trip(trip.id);
    await api.saveTrip(trip.id, there.version, acts.now());
    onReload();
  };
  const keepAnew = async () => {
    await api.createTrip(acts.now());
    onReload();
  };
  const found = tonight.data;
  const tick = (id: string, done: boolean) =>
    change({ ticked: done ? [...trip.ticked, id] : trip.ticked.filter((t) => t !== id) });
  return (
    <Flex direction="column" minH="100dvh">
      <Header>
        <UndoButtons canUndo={canUndo} canRedo={canRedo} undo={acts.undo} redo={acts.redo} />
        <SaveChip state={saving} />
      </Header>
      <SavingNotice
        saving={saving}
        stale={{ label: "Save mine over it", act: saveOver }}
        gone={{ label: "Keep it as a new day", act: keepAnew }}
        onReload={onReload}
      />
      <Grid
        as="main"
        className="bw-sheet"
        templateColumns={{ base: "minmax(0,1fr)", lg: "300px minmax(0,1fr)" }}
        gap="4"
        p={{ base: "3", md: "4" }}
        w="100%"
        maxW="1280px"
        mx="auto"
        alignItems="start"
      >
        <Heading as="h1" hideFrom="lg" fontFamily="heading" fontSize="xl" fontWeight="bold">
          {trip.name}
        </Heading>
        <Stack gap="3" order={{ base: 2, lg: 0 }}>
          <DayPanel trip={trip} change={change} tonight={found} catalogue={catalogue} zone={zone} units={units} />
          <Flex gap="2" wrap="wrap" className="bw-noprint">
            <Button flex="1" onClick={() => setWallet(true)}>
              Wallet
            </Button>
            <Button flex="1" onClick={() => window.print()}>
              <Printer aria-hidden="true" /> Print
            </Button>
            <Link to="/trip" className="bw-link">
              Other days
            </Link>
          </Flex>
        </Stack>
        <Stack gap="4" minW="0" opacity={tonight.isPlaceholderData ? 0.6 : 1}>
          <Working busy={tonight.isFetching} progress={tonight.progress} />
          {tonight.error instanceof Refusal && <Refused>{tonight.error.message}</Refused>}
          {found && (
            <>
              <DayStrip trip={trip} tonight={found} zone={zone} units={units} />
              {found.problem ? (
                <Refused>{`${found.problem.message} ${found.problem.remedy}`}</Refused>
              ) : (
                <TonightRigs
                  tonight={found}
                  chosen={trip.rigs ?? null}
                  onChoose={(rigs) => change({ rigs })}
                  catalogue={catalogue}
                  units={units}
                  onMade={made}
                />
              )}
              <ToDo trip={trip} tonight={found} units={units} onTick={tick} />
            </>
          )}
        </Stack>
      </Grid>
      {wallet && <WalletSheet tonight={found} onClose={() => setWallet(false)} />}
    </Flex>
  );
}

function Working({ busy, progress }: { busy: boolean; progress: number }) {
  if (!busy) return null;
  return (
    <Box role="status">
      <Text fontSize="sm" color="soft">
        Trying your floats against the day …
      </Text>
      <Box h="6px" bg="well" borderRadius="full" overflow="hidden" aria-hidden="true">
        <Box h="100%" w={`${Math.max(3, 100 * progress)}%`} bg="reed" />
      </Box>
    </Box>
  );
}

function useUndoKeys(undo: () => void, redo: () => void) {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const typing = e.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName);
      if (typing || !(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== "z") return;
      e.preventDefault();
      if (e.shiftKey) redo();
      else undo();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [undo, redo]);
}
