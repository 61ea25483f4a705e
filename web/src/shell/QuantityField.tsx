import { Input } from "@chakra-ui/react";
import { useState } from "react";
import { forField, type Quantity, read } from "../units/quantity";
import { useSettings } from "../units/settings";
import { Labelled } from "./Labelled";

type Props = {
  label: string;
  /** Where a text that could not be read is kept over a reload. */
  name: string;
  value: number;
  quantity: Quantity;
  onChange: (value: number) => void;
  hint?: string;
  /** What the server said of this field. */
  problem?: string;
  unit?: string;
};

const unread = (name: string) => `brookwind.field.${name}`;

/** A field for a length, temperature or plain number, typed as people write it. Bad text stays, with a sentence. */
export function QuantityField({ label, name, value, quantity, onChange, hint, problem, unit }: Props) {
  const { units } = useSettings();
  const shown = forField(value, quantity, units);
  // Null: nothing typed, the value is shown. An answer that arrives while one types can never overwrite it.
  const [typed, setTyped] = useState(() => sessionStorage.getItem(unread(name)));
  const touched = typed !== null;
  const text = typed ?? shown;
  const got = read(text, quantity, units);
  const wrong = touched && !got.ok ? got.sentence : !touched ? problem : undefined;

  const take = () => {
    if (!touched) return;
    if (!got.ok) {
      sessionStorage.setItem(unread(name), text);
      return;
    }
    sessionStorage.removeItem(unread(name));
    setTyped(null);
    // Text that was not altered must not alter a value known more exactly than it is shown.
    if (text !== shown) onChange(got.value);
  };

  const giveUp = () => {
    sessionStorage.removeItem(unread(name));
    setTyped(null);
  };

  return (
    <Labelled label={label} wrong={wrong} hint={hint ?? unit}>
      {(named) => (
        <Input
          {...named}
          value={text}
          inputMode="text"
          autoComplete="off"
          onChange={(e) => setTyped(e.currentTarget.value)}
          onBlur={take}
          onKeyDown={(e) => {
            if (e.key === "Enter") take();
            if (e.key === "Escape" && touched) giveUp();
          }}
        />
      )}
    </Labelled>
  );
}
