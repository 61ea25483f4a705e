import { Box, Text } from "@chakra-ui/react";
import type { Catalogue } from "../api/client";
import { Facts } from "../shell/Facts";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { at, type FieldSpec } from "./fields";

type Props = { fields: object; specs: FieldSpec[]; catalogue: Catalogue };

/** An entry to be read: own notes first, then what is said of it, then its figures. */
export function EntryPage({ fields, specs, catalogue }: Props) {
  const { units } = useSettings();
  const words = specs.filter((s) => s.kind === "words" && at(fields, s.path));
  const figures = specs.filter((s) => s.kind === "quantity" || s.kind === "choice");
  const reasons = specs.flatMap((s) =>
    s.kind !== "reasons"
      ? []
      : s.of.flatMap(({ id, name }): [string, string][] => {
          const why = at(fields, [...s.path, id]);
          return why ? [[name, String(why)]] : [];
        }),
  );
  const told = (s: FieldSpec): string => {
    const value = at(fields, s.path);
    if (value === null || value === undefined) return "not known";
    if (s.kind === "quantity") return write(Number(value), s.quantity, units);
    if (s.kind !== "choice") return String(value);
    if (s.from === "hooks") return catalogue.hooks.find((h) => h.size === value)?.label ?? String(value);
    const from = s.from === "baits" || s.from === "feeds" ? catalogue[s.from] : s.from;
    return from.find((e) => e.id === value)?.name ?? String(value);
  };
  return (
    <Box>
      {words.map((s) => (
        <Box key={s.path.join()} mb="3" whiteSpace="pre-wrap">
          <Text fontWeight="bold">{s.label.replace(", shown first", "")}</Text>
          {String(at(fields, s.path))}
        </Box>
      ))}
      <Facts rows={figures.map((s) => [s.label, told(s)])} />
      {reasons.length > 0 && (
        <Box mt="3">
          <Text fontWeight="bold">Places it uses</Text>
          <Facts rows={reasons} />
        </Box>
      )}
    </Box>
  );
}
