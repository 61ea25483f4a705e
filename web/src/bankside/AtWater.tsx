import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { LogEvent } from "../api/client";
import { Button } from "../shell/Button";
import { changeSettings, useSettings } from "../units/settings";
import { counted } from "../units/vocabulary";
import { DepthTab } from "./DepthTab";
import { countsOf, isOver, lastOf, takenBack } from "./day";
import { FeedTab } from "./FeedTab";
import { FloatTab } from "./FloatTab";
import type { Acting } from "./here";
import { MoreTab } from "./MoreTab";
import { RigTab } from "./RigTab";
import { useTick } from "./useTick";

type Props = Acting & { away: boolean; another: boolean; here: boolean; send: () => Promise<void>; onGone: () => void };

const TABS = [
  ["rig", "Rig"],
  ["float", "Float?"],
  ["depth", "Depth"],
  ["feed", "Feed"],
  ["more", "More"],
] as const;
type Tab = (typeof TABS)[number][0];

/** A day at the water, for one wet hand. */
export function AtWater({ day, act, away, another, here, send, onGone }: Props) {
  const [tab, setTab] = useState<Tab>("rig");
  const { theme } = useSettings();
  const { waiting } = countsOf(day);
  const refused = day.did.filter((d) => d.state === "refused").length;
  const state = refused
    ? `${refused} refused: see More`
    : waiting === 0
      ? "all kept"
      : another
        ? `another Brookwind answers · ${waiting} kept here`
        : away
          ? `no connection · ${waiting} kept here`
          : `sending ${waiting}`;
  return (
    <Flex direction="column" minH="100dvh" maxW="560px" mx="auto" bg="page">
      <Flex
        as="header"
        bg="bar"
        color="onbar"
        px="4"
        py="2"
        align="center"
        justify="space-between"
        gap="3"
        position="sticky"
        top="0"
        zIndex="2"
      >
        <Heading as="h1" fontFamily="heading" fontSize="lg" fontWeight="bold" lineClamp="1">
          {day.prepared.name}
        </Heading>
        <Flex align="center" gap="2">
          <Text role="status" fontSize="sm" className="bw-nowrap">
            {here ? state : "leave this page open"}
          </Text>
          <Button
            variant="bar"
            size="sm"
            aria-pressed={theme === "glare"}
            onClick={() => changeSettings({ theme: theme === "glare" ? "paper" : "glare" })}
          >
            Glare
          </Button>
        </Flex>
      </Flex>
      <Box as="main" flex="1" p="3" pb="44">
        {tab === "rig" && <RigTab day={day} act={act} />}
        {tab === "float" && <FloatTab day={day} act={act} />}
        {tab === "depth" && <DepthTab day={day} act={act} />}
        {tab === "feed" && <FeedTab day={day} act={act} />}
        {tab === "more" && <MoreTab day={day} act={act} send={send} onGone={onGone} />}
      </Box>
      <Box
        as="footer"
        position="fixed"
        bottom="0"
        insetX="0"
        maxW="560px"
        mx="auto"
        bg="card"
        borderTopWidth="1px"
        borderColor="rule"
        px="2"
        pb="2"
      >
        <SoFar day={day} act={act} />
        <Grid as="nav" aria-label="At the water" templateColumns="repeat(5, 1fr)" gap="1.5">
          {TABS.map(([id, name]) => (
            <Button
              key={id}
              minH="16"
              px="1"
              variant={tab === id ? "solid" : "outline"}
              aria-current={tab === id ? "page" : undefined}
              onClick={() => setTab(id)}
            >
              {name}
            </Button>
          ))}
        </Grid>
      </Box>
    </Flex>
  );
}

/** What came of the day so far, and a way back from the last of it, whatever it was. */
function SoFar({ day, act }: Acting) {
  const { casts, bites, fish } = countsOf(day);
  const hours = (useTick(60_000) - Date.parse(day.outing.begins)) / 3_600_000;
  const last = isOver(day) ? undefined : lastOf(day);
  return (
    <Flex justify="space-between" align="center" gap="2" py="1.5">
      <Text fontSize="sm" data-testid="counts">
        {counted(casts, "run")} · {counted(bites, "bite")} · {fish} fish · {Math.max(0, hours).toFixed(1)} h
      </Text>
      <Button minH="11" disabled={!last} onClick={() => act(takenBack)}>
        Undo {last ? CALLED[last.kind] : ""}
      </Button>
    </Flex>
  );
}

const CALLED: Record<LogEvent["kind"] | "photo", string> = {
  rig: "rig",
  slide: "slide",
  cast: "run",
  feed: "feed",
  bite: "bite",
  fish: "fish",
  tip: "tip",
  note: "note",
  photo: "photograph",
};
