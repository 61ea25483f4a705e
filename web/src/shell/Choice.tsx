import { Box, NativeSelect } from "@chakra-ui/react";
import { ChevronDown } from "lucide-react";
import { type ReactNode, useId } from "react";

type Props = {
  label: string;
  value: string;
  onChange: (value: string) => void;
  children: ReactNode;
  hint?: string;
  disabled?: boolean;
};

/** A labelled list to pick one from. */
export function Choice({ label, value, onChange, children, hint, disabled }: Props) {
  const id = useId();
  return (
    <Box>
      <label htmlFor={id} className="bw-label">
        {label}
      </label>
      <NativeSelect.Root disabled={disabled}>
        <NativeSelect.Field
          id={id}
          value={value}
          aria-describedby={hint ? `${id}-hint` : undefined}
          onChange={(e) => onChange(e.currentTarget.value)}
        >
          {children}
        </NativeSelect.Field>
        <NativeSelect.Indicator>
          <ChevronDown />
        </NativeSelect.Indicator>
      </NativeSelect.Root>
      {hint && (
        <Box id={`${id}-hint`} fontSize="sm" color="soft" mt="1">
          {hint}
        </Box>
      )}
    </Box>
  );
}
