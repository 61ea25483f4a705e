import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { Refusal } from "../api/client";
import { Button } from "./Button";
import { Header } from "./Header";

/** Nothing to show yet: what, why, and what to do. It is a page of its own unless a page it is `inside` of has the landmarks. */
export function Notice({ title, inside, children }: { title: string; inside?: boolean; children: ReactNode }) {
  return (
    <>
      {!inside && <Header />}
      <Box as={inside ? "div" : "main"} maxW="560px" mx="auto" mt="24" px="6" textAlign="center">
        <svg width="96" height="64" viewBox="0 0 96 64" aria-hidden="true" className="bw-centred">
          <path d="M0 36h96v28H0z" fill="var(--chakra-colors-shallow)" />
          <path d="M47 8h2v24h-2z" fill="var(--chakra-colors-tip)" />
          <path d="M48 28c6 6 6 14 0 24-6-10-6-18 0-24z" fill="var(--chakra-colors-body)" />
        </svg>
        <Heading as="h1" fontFamily="heading" fontSize="2xl" mt="4">
          {title}
        </Heading>
        <Box mt="3" color="soft">
          {children}
        </Box>
      </Box>
    </>
  );
}

export function Loading({ what, inside }: { what: string; inside?: boolean }) {
  return (
    <Notice title="One moment" inside={inside}>
      <Text aria-live="polite">Fetching {what}.</Text>
    </Notice>
  );
}

export function Failed({ error, again, inside }: { error: Error; again: () => void; inside?: boolean }) {
  const offline = error instanceof Refusal && error.status === 0;
  return (
    <Notice title={offline ? "The server does not answer" : "That did not work"} inside={inside}>
      <Text role="alert">
        {offline ? "No connection to Brookwind. Nothing you entered is lost; your day is on Bankside." : error.message}
      </Text>
      <Flex mt="5" gap="3" justify="center" wrap="wrap" align="center">
        <Button onClick={again}>Try again</Button>
        {offline && (
          <Link to="/bankside" className="bw-link">
            To Bankside
          </Link>
        )}
      </Flex>
    </Notice>
  );
}
