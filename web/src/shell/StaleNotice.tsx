import { Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Refusal } from "../api/client";
import { Button } from "./Button";

type Props = { sentence: string; keepLabel: string; onKeep: () => Promise<void>; onReload: () => void };

/** Another tab saved first: nothing is overwritten until the person chooses. */
export function StaleNotice({ sentence, keepLabel, onKeep, onReload }: Props) {
  const [failed, setFailed] = useState("");
  const keep = async () => {
    try {
      await onKeep();
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setFailed(error.message);
    }
  };
  return (
    <Flex role="alert" bg="chosen" color="ink" px="6" py="3" gap="3" align="center" wrap="wrap">
      <Text flex="1" minW="60">
        {sentence} {failed}
      </Text>
      <Button onClick={onReload}>Load the other version</Button>
      <Button variant="solid" onClick={keep}>
        {keepLabel}
      </Button>
    </Flex>
  );
}
