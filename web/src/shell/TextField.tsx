import { Box, Input, type InputProps, Text } from "@chakra-ui/react";
import { useId } from "react";

type Props = Omit<InputProps, "id" | "value" | "onChange"> & {
  label: string;
  value: string;
  onChange: (text: string) => void;
  /** What Enter does. */
  onEnter?: () => void;
  /** What is wrong with it; empty when nothing is. */
  problem?: string;
};

/** A line of text with its label. */
export function TextField({ label, value, onChange, onEnter, problem, flex, ...rest }: Props) {
  const id = useId();
  return (
    <Box flex={flex} minW="0">
      <label htmlFor={id} className="bw-label">
        {label}
      </label>
      <Input
        id={id}
        value={value}
        autoComplete="off"
        aria-invalid={problem ? true : undefined}
        aria-describedby={problem ? `${id}-say` : undefined}
        {...rest}
        onChange={(e) => onChange(e.currentTarget.value)}
        onKeyDown={(e) => e.key === "Enter" && onEnter?.()}
      />
      {problem && (
        <Text id={`${id}-say`} role="alert" fontSize="sm" color="float" mt="1">
          {problem}
        </Text>
      )}
    </Box>
  );
}
