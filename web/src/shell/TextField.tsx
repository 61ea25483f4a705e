import { Input, type InputProps, Textarea } from "@chakra-ui/react";
import { useLayoutEffect, useRef } from "react";
import { Labelled } from "./Labelled";

type Props = Omit<InputProps, "id" | "value" | "onChange"> & {
  label: string;
  value: string;
  onChange: (text: string) => void;
  /** What Enter and Escape do. */
  onEnter?: () => void;
  onEscape?: () => void;
  /** What is wrong with it; empty when nothing is. */
  problem?: string;
  hint?: string;
};

/** A line of text with its label. */
export function TextField({ label, value, onChange, onEnter, onEscape, problem, hint, flex, ...rest }: Props) {
  return (
    <Labelled label={label} wrong={problem} hint={hint} flex={flex as string}>
      {(named) => (
        <Input
          value={value}
          autoComplete="off"
          {...rest}
          {...named}
          onChange={(e) => onChange(e.currentTarget.value)}
          onKeyDown={(e) => {
            if (e.key === "Enter") onEnter?.();
            if (e.key === "Escape") onEscape?.();
          }}
        />
      )}
    </Labelled>
  );
}

type LeftProps = Omit<InputProps, "id" | "value" | "onChange"> & {
  label: string;
  value: string;
  /** What was entered, when it is another than before. */
  onChange: (text: string) => void;
  /** More than a line. */
  rows?: number;
};

/** A text, date or hour that is taken when the field is left. */
export function LeftField({ label, value, onChange, rows, ...rest }: LeftProps) {
  const area = useRef<HTMLTextAreaElement>(null);
  const latest = useRef({ value, onChange });
  latest.current = { value, onChange };
  // Notes are not lost when what they stand in is closed before they are left, nor the page right after it.
  useLayoutEffect(() => {
    const field = area.current;
    return () => {
      if (field && field.value !== latest.current.value) latest.current.onChange(field.value);
    };
  }, []);
  const onBlur = (e: { currentTarget: { value: string } }) =>
    e.currentTarget.value !== value && onChange(e.currentTarget.value);
  return (
    <Labelled label={label}>
      {(named) =>
        rows ? (
          <Textarea
            {...named}
            ref={area}
            className="bw-words"
            rows={rows}
            defaultValue={value}
            key={value}
            onBlur={onBlur}
          />
        ) : (
          <Input px="2" {...rest} {...named} defaultValue={value} key={value} onBlur={onBlur} />
        )
      }
    </Labelled>
  );
}
