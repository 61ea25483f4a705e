import { NativeSelect } from "@chakra-ui/react";
import { ChevronDown } from "lucide-react";
import type { ReactNode } from "react";
import { Labelled } from "./Labelled";

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
  return (
    <Labelled label={label} hint={hint}>
      {(named) => (
        <NativeSelect.Root disabled={disabled}>
          <NativeSelect.Field {...named} value={value} onChange={(e) => onChange(e.currentTarget.value)}>
            {children}
          </NativeSelect.Field>
          <NativeSelect.Indicator>
            <ChevronDown />
          </NativeSelect.Indicator>
        </NativeSelect.Root>
      )}
    </Labelled>
  );
}

/** What may be picked: the value and the words of each. */
export const options = <T,>(from: readonly T[], of: (one: T) => [string | number, ReactNode]) =>
  from.map((one) => {
    const [value, words] = of(one);
    return (
      <option key={value} value={value}>
        {words}
      </option>
    );
  });
