import { Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, Refusal, type Rig } from "../api/client";
import { Button } from "../shell/Button";

type Props = { sentence: string; rig: Rig; onReload: () => void };

/** Another tab saved first: nothing is overwritten until the person chooses. */
export function StaleNotice({ sentence, rig, onReload }: Props) {
  const go = useNavigate();
  const [failed, setFailed] = useState("");
  const keepCopy = async () => {
    try {
      const id = `rig-${crypto.randomUUID().replaceAll("-", "").slice(0, 12)}`;
      await api.createRig({ ...rig, id, name: `${rig.name} (copy)`.slice(0, 80) });
      onReload();
      go(`/bench/${id}`);
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
      <Button variant="solid" onClick={keepCopy}>
        Keep mine as a copy
      </Button>
    </Flex>
  );
}
