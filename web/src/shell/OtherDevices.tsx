import { Box, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, keys, type Schemas } from "../api/client";
import { useSave } from "../document/useSave";
import { clock, day } from "../units/clock";
import { Button } from "./Button";
import { Refused } from "./Refused";

const ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** Phones and tablets of the home network: let in by a code, and out again. */
export function OtherDevices() {
  const door = useQuery({ queryKey: keys.devices, queryFn: api.devices, retry: false });
  const [shown, setShown] = useState<Schemas["Shown"] | null>(null);
  const { said, save: act } = useSave({ old: [keys.devices] });
  if (!door.data) return null;
  const { here, listens, devices } = door.data;
  return (
    <Box as="section" aria-label="Other devices">
      <Heading as="h3" fontFamily="heading" fontSize="md" fontWeight="bold">
        Other devices
      </Heading>
      {!listens && (
        <Text fontSize="sm" color="soft">
          Only this machine is answered. For a phone in the home network start Brookwind with “brookwind serve --host
          0.0.0.0”; it is let in by a code.
        </Text>
      )}
      {listens && (
        <Text fontSize="sm" color="soft">
          Over plain http whoever is in the same network can read along, and browsers keep no pages for use without a
          connection. Let in only what is yours, in a network you trust.
        </Text>
      )}
      {listens && here && (
        <Button mt="2" onClick={() => void act(async () => setShown(await api.showCode()))}>
          Show a code
        </Button>
      )}
      {shown && (
        <Flex mt="3" gap="4" align="center" wrap="wrap" bg="well" borderRadius="l2" p="3">
          {shown.square && <img src={shown.square} alt="The address with the code, to be photographed" width="150" />}
          <Box>
            <Text fontSize="3xl" fontWeight="bold" data-testid="code">
              {shown.code.replace(/(....)(....)/, "$1 $2")}
            </Text>
            <Text fontSize="sm">
              {shown.address ? `Open ${shown.address} on the device and enter it` : "Enter it on the device"}, before{" "}
              {clock(shown.until, ZONE)}. It lets one in.
            </Text>
          </Box>
        </Flex>
      )}
      {said && <Refused>{said}</Refused>}
      <Stack as="ul" className="bw-plain" gap="1" mt="2">
        {devices.map((d) => (
          <Flex as="li" key={d.id} justify="space-between" align="center" gap="3">
            <Text>
              {d.name}
              <Text as="span" fontSize="sm" color="soft">
                {" "}
                seen {day(d.seen_at, ZONE)}, {clock(d.seen_at, ZONE)}
              </Text>
            </Text>
            {here && (
              <Button size="sm" onClick={() => void act(async () => void (await api.takeOutDevice(d.id)))}>
                Let it in no longer
              </Button>
            )}
          </Flex>
        ))}
      </Stack>
    </Box>
  );
}
