import { Input } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { ofTab } from "../browser/storage";
import { isLeaving } from "../document/leaving";
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
  const [typed, setTyped] = useState(() => ofTab.get(unread(name)));
  const touched = typed !== null;
  const text = typed ?? shown;
  const got = read(text, quantity, units);
  const wrong = touched && !got.ok ? got.sentence : !touched ? problem : undefined;

  const type = (words: string) => {
    setTyped(words);
    // Kept while it is typed: a reload in the middle of a word loses nothing.
    ofTab.set(unread(name), words);
  };

  const take = () => {
    // What is typed as the page is left is taken when it is there again.
    if (!touched || !got.ok || isLeaving()) return;
    ofTab.drop(unread(name));
    setTyped(null);
    // Text that was not altered must not alter a value known more exactly than it is shown.
    if (text !== shown) onChange(got.value);
  };

  // biome-ignore lint/correctness/useExhaustiveDependencies: once, for what was being typed when the page was left
  useEffect(take, []);

  const giveUp = () => {
    ofTab.drop(unread(name));
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
          onChange={(e) => type(e.currentTarget.value)}
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
