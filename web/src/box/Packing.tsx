import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Printer } from "lucide-react";
import { useState } from "react";
import { api, keys, Refusal } from "../api/client";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";

const STATE = { missing: "missing", short: "short", there: "there" } as const;

/** What chosen rigs need, and what the box lacks of it: the list for the shop and for the bag. */
export function Packing() {
  const rigs = useQuery({ queryKey: keys.rigs, queryFn: api.rigs });
  const [chosen, setChosen] = useState<string[] | null>(null);
  const [copies, setCopies] = useState(2);
  const ids = chosen ?? rigs.data?.slice(0, 1).map((r) => r.id) ?? [];
  const rows = useQuery({
    queryKey: keys.packing(ids, copies),
    queryFn: () => api.packing(ids, copies),
    enabled: ids.length > 0,
    retry: false,
  });
  return (
    <Flex gap="6" direction={{ base: "column", md: "row" }} align="flex-start">
      <Stack gap="2" minW="240px">
        <Text as="h1" fontFamily="heading" fontSize="xl" fontWeight="bold">
          Rigs for the trip
        </Text>
        {rigs.data?.map((r) => (
          <label key={r.id} className="bw-tick">
            <input
              type="checkbox"
              checked={ids.includes(r.id)}
              onChange={(e) => setChosen(e.currentTarget.checked ? [...ids, r.id] : ids.filter((i) => i !== r.id))}
            />{" "}
            {r.name}
          </label>
        ))}
        <Choice label="Tied of each" value={String(copies)} onChange={(n) => setCopies(Number(n))}>
          {options([1, 2, 3, 4, 6], (n) => [n, n])}
        </Choice>
        <Button onClick={() => window.print()}>
          <Printer aria-hidden="true" /> Print the list
        </Button>
      </Stack>
      <Box flex="1" w="full">
        {ids.length === 0 && <Text color="soft">Tick a rig to see what it needs.</Text>}
        {rows.error instanceof Refusal && <Text role="alert">{rows.error.message}</Text>}
        {ids.length > 0 && rows.data && (
          <table className="bw-table" data-testid="packing">
            <caption className="bw-hidden">What the rigs need</caption>
            <thead>
              <tr>
                <th scope="col">what</th>
                <th scope="col">need</th>
                <th scope="col">have</th>
                <th scope="col">to buy</th>
                <th scope="col">state</th>
              </tr>
            </thead>
            <tbody>
              {rows.data.map((r) => (
                <tr key={r.tray + r.label}>
                  <td>{r.label}</td>
                  <td>{r.need}</td>
                  <td>{r.have}</td>
                  <td>{Math.max(0, r.need - r.have) || ""}</td>
                  <td>
                    <Text as="span" color={r.state === "there" ? "reed" : "float"} fontWeight="semibold">
                      {STATE[r.state]}
                    </Text>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </Box>
    </Flex>
  );
}
