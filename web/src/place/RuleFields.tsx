import { Box, Flex, Input, Text, Textarea } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import { useId } from "react";
import { Button } from "../shell/Button";
import { QuantityField } from "../shell/QuantityField";

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
  quantity: "line" | "force" | "plain" | "load";
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

/** A short text, taken when it is left. */
export function Line({ label, value, onChange }: TextProps) {
  const id = useId();
  return (
    <Box>
      <label htmlFor={id} className="bw-label">
        {label}
      </label>
      <Input
        id={id}
        px="2"
        defaultValue={value}
        key={value}
        placeholder="03-15"
        onBlur={(e) => e.currentTarget.value !== value && onChange(e.currentTarget.value)}
      />
    </Box>
  );
}

/** An hour of the day, or none. */
export function Clock({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string | null;
  onChange: (v: string | null) => void;
}) {
  const id = useId();
  return (
    <Box>
      <label htmlFor={id} className="bw-label">
        {label}
      </label>
      <Input
        id={id}
        type="time"
        px="2"
        defaultValue={value ?? ""}
        key={value}
        onBlur={(e) => (e.currentTarget.value || null) !== value && onChange(e.currentTarget.value || null)}
      />
    </Box>
  );
}

/** A longer text. */
export function Words({ label, value, onChange }: TextProps) {
  const id = useId();
  return (
    <Box>
      <label htmlFor={id} className="bw-label">
        {label}
      </label>
      <Textarea
        id={id}
        className="bw-words"
        rows={4}
        defaultValue={value}
        onBlur={(e) => e.currentTarget.value !== value && onChange(e.currentTarget.value)}
      />
    </Box>
  );
}
