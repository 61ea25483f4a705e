import { Flex, Text } from "@chakra-ui/react";

/** Names and figures, one a line. */
export function Facts({ rows }: { rows: (readonly [string, string] | null)[] }) {
  return (
    <dl className="bw-facts">
      {rows.map(
        (row) =>
          row && (
            <Flex
              key={row[0]}
              justify="space-between"
              gap="3"
              py="1"
              borderTopWidth="1px"
              borderColor="rule"
              fontSize="sm"
            >
              <Text as="dt" color="soft">
                {row[0]}
              </Text>
              <Text as="dd" fontWeight="semibold" textAlign="end">
                {row[1]}
              </Text>
            </Flex>
          ),
      )}
    </dl>
  );
}
