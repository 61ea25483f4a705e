import { Box, Flex, Text } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import { Button } from "../shell/Button";
import { QuantityField } from "../shell/QuantityField";
import { LeftField } from "../shell/TextField";

/** What was refused of a rule. */
export function Wrong({ says }: { says: string | undefined }) {
  return says ? (
    <Text role="alert" fontSize="sm" color="float" mt="1">
      {says}
    </Text>
  ) : null;
}

type OptionalProps = {
  label: string;
  name: string;
  value: number | null;
  usual: number;
  quantity: "line" | "force" | "plain" | "load" | "mass";
  problem?: string;
  onChange: (value: number | null) => void;
};

/** A figure that may be left out. */
export function Optional({ label, name, value, usual, quantity, problem, onChange }: OptionalProps) {
  if (value === null)
    return (
      <Box>
        <Text className="bw-label">{label}</Text>
        <Button w="100%" aria-label={`${label}: not ruled`} onClick={() => onChange(usual)}>
          not ruled
        </Button>
      </Box>
    );
  return (
    <Flex align="end" gap="1">
      <Box flex="1" minW="0">
        <QuantityField
          label={label}
          name={name}
          value={value}
          quantity={quantity}
          problem={problem}
          onChange={onChange}
        />
      </Box>
      <Button
        variant="quiet"
        size="icon"
        aria-label={`No rule on ${label.toLowerCase()}`}
        onClick={() => onChange(null)}
      >
        <Trash2 />
      </Button>
    </Flex>
  );
}

type TextProps = { label: string; value: string; onChange: (value: string) => void };

/** A day of the year. */
export function Line(props: TextProps) {
  return <LeftField placeholder="03-15" {...props} />;
}

type ClockProps = { label: string; value: string | null; onChange: (v: string | null) => void };

/** An hour of the day, or none. */
export function Clock({ label, value, onChange }: ClockProps) {
  return <LeftField label={label} type="time" value={value ?? ""} onChange={(at) => onChange(at || null)} />;
}

/** A longer text. */
export function Words(props: TextProps) {
  return <LeftField rows={4} {...props} />;
}
