import { Box, Flex, Heading } from "@chakra-ui/react";
import { Keyboard, Settings2 } from "lucide-react";
import { lazy, type ReactNode, Suspense, useState } from "react";
import { Link, useLocation } from "react-router";
import { Button } from "./Button";
import { Standing } from "./Standing";

const SettingsDialog = lazy(() => import("./SettingsDialog"));

/** Address, name, and the addresses that belong to it. */
const SCREENS: [string, string, string[]][] = [
  ["/trip", "Trip", ["/", "/trip"]],
  ["/water", "Water", ["/water"]],
  ["/bench", "Bench", ["/bench"]],
  ["/bankside", "Bankside", ["/bankside"]],
  ["/log", "Log", ["/log"]],
  ["/box", "Box", ["/box"]],
  ["/book", "Book", ["/book"]],
  ["/practice", "Practice", ["/practice"]],
];

type Props = { children?: ReactNode; onKeys?: () => void };

/** The bar: name, the screens there are, what the screen puts in it, settings. */
export function Header({ children, onKeys }: Props) {
  const { pathname } = useLocation();
  const [settings, setSettings] = useState(false);
  return (
    <>
      <Flex
        as="header"
        bg="bar"
        color="onbar"
        minH="13"
        px={{ base: "2", md: "6" }}
        py="1.5"
        gap={{ base: "1", md: "3" }}
        align="center"
        wrap="wrap"
      >
        <Heading as="p" hideBelow="sm" fontFamily="heading" fontSize="xl" fontWeight="bold" letterSpacing="-0.01em">
          Brookwind
        </Heading>
        <Box as="nav" aria-label="Screens" ms={{ base: "1", md: "5" }} fontSize={{ base: "sm", md: "md" }}>
          {SCREENS.map(([to, name, paths]) => {
            const here = paths.some((p) => pathname === p || (p !== "/" && pathname.startsWith(p)));
            return (
              <Link key={to} to={to} className="bw-nav" aria-current={here ? "page" : undefined}>
                <Box
                  as="span"
                  borderBottomWidth="3px"
                  borderColor={here ? "tip" : "transparent"}
                  pb="1"
                  me={{ base: "2", md: "5" }}
                  fontWeight={here ? "semibold" : "normal"}
                >
                  {name}
                </Box>
              </Link>
            );
          })}
        </Box>
        <Flex
          // What finds no room beside the screens goes below them, in one row.
          flex={{ base: "1 0 auto", md: "1" }}
          gap={{ base: "0", md: "2" }}
          align="center"
          justify="flex-end"
          minW="0"
          wrap="wrap"
        >
          {children}
          {onKeys && (
            <Button
              variant="bar"
              size="icon"
              aria-label="Keys"
              title="Keys (?)"
              onClick={() => onKeys()}
              hideBelow="md"
            >
              <Keyboard />
            </Button>
          )}
          <Button variant="bar" size="icon" aria-label="Settings" title="Settings" onClick={() => setSettings(true)}>
            <Settings2 />
          </Button>
        </Flex>
        <Suspense>{settings && <SettingsDialog onClose={() => setSettings(false)} />}</Suspense>
      </Flex>
      <Standing />
    </>
  );
}
