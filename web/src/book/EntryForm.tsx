import { Box, Flex, Grid, Input, Text, Textarea } from "@chakra-ui/react";
import { type Catalogue, type Problem, sentenceOf } from "../api/client";
import { Choice, options } from "../shell/Choice";
import { Labelled } from "../shell/Labelled";
import { QuantityField } from "../shell/QuantityField";
import { at, type FieldSpec, nextMonth, withAt } from "./fields";
import type { Named } from "./useEntries";

type Props<F extends Named> = {
  fields: F;
  specs: FieldSpec[];
  catalogue: Catalogue;
  problems: Problem[];
  onChange: (fields: F) => void;
};

/** An entry as a form, made from the list of its fields. */
export function EntryForm<F extends Named>({ fields, specs, catalogue, problems, onChange }: Props<F>) {
  const wrong = (path: string[]) => {
    const found = problems.find((p) => path.every((part) => p.path.map(String).includes(part)));
    return found && sentenceOf(found);
  };
  return (
    <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="4" alignItems="start">
      {specs.map((spec) => (
        <Box
          key={spec.path.join(".")}
          gridColumn={
            spec.kind === "words" || spec.kind === "months" || spec.kind === "reasons" ? { md: "1 / -1" } : undefined
          }
        >
          <Field
            spec={spec}
            name={`${fields.id}-${spec.path.join("-")}`}
            value={at(fields, spec.path)}
            catalogue={catalogue}
            onChange={(value) => onChange(withAt(fields, spec.path, value))}
            problem={wrong(spec.path)}
          />
        </Box>
      ))}
    </Grid>
  );
}

type FieldProps = {
  spec: FieldSpec;
  name: string;
  value: unknown;
  catalogue: Catalogue;
  problem: string | undefined;
  onChange: (value: unknown) => void;
};

function Field({ spec, name, value, catalogue, problem, onChange }: FieldProps) {
  switch (spec.kind) {
    case "quantity":
      return (
        <QuantityField
          label={spec.label}
          name={name}
          value={Number(value ?? 0)}
          quantity={spec.quantity}
          hint={spec.hint}
          problem={problem}
          onChange={(v) => onChange(spec.path[0] === "lasts_casts" ? Math.round(v) : v)}
        />
      );
    case "choice": {
      const numeric = spec.from === "hooks";
      const from =
        spec.from === "hooks"
          ? catalogue.hooks.map((h) => ({ id: String(h.size), name: h.label }))
          : spec.from === "feeds"
            ? [{ id: "", name: "none in particular" }, ...catalogue.feeds]
            : spec.from === "baits"
              ? catalogue.baits
              : spec.from;
      const none = spec.from === "feeds" ? null : "";
      return (
        <>
          <Choice
            label={spec.label}
            value={String(value ?? "")}
            onChange={(v) => onChange(numeric ? Number(v) : v || none)}
          >
            {!from.some((f) => f.id === String(value ?? "")) && <option value={String(value)}>{String(value)}</option>}
            {options(from, (f) => [f.id, f.name])}
          </Choice>
          <Wrong says={problem} />
        </>
      );
    }
    case "tick":
      return (
        <label className="bw-check">
          <input type="checkbox" checked={Boolean(value)} onChange={(e) => onChange(e.currentTarget.checked)} />{" "}
          {spec.label}
        </label>
      );
    case "reasons":
      return (
        <Reasons spec={spec} value={(value ?? {}) as Record<string, string>} problem={problem} onChange={onChange} />
      );
    case "months":
      return <Months label={spec.label} value={String(value)} onChange={onChange} />;
    default:
      return <Words spec={spec} value={String(value ?? "")} problem={problem} onChange={onChange} />;
  }
}

function Wrong({ says }: { says: string | undefined }) {
  return says ? (
    <Text role="alert" color="float" fontSize="sm" mt="1">
      {says}
    </Text>
  ) : null;
}

type WordsProps = { spec: FieldSpec; value: string; problem: string | undefined; onChange: (v: string) => void };

function Words({ spec, value, problem, onChange }: WordsProps) {
  const typed = (e: { currentTarget: { value: string } }) => onChange(e.currentTarget.value);
  return (
    <Labelled label={spec.label} wrong={problem}>
      {(named) =>
        spec.kind === "line" ? (
          <Input {...named} value={value} maxLength={60} onChange={typed} />
        ) : (
          <Textarea {...named} className="bw-words" rows={2} value={value} onChange={typed} />
        )
      }
    </Labelled>
  );
}

type ReasonsProps = {
  spec: Extract<FieldSpec, { kind: "reasons" }>;
  value: Record<string, string>;
  problem: string | undefined;
  onChange: (value: Record<string, string>) => void;
};

/** A reason for each of some places; a place without one is not used. */
function Reasons({ spec, value, problem, onChange }: ReasonsProps) {
  const put = (id: string, why: string) => {
    const { [id]: _, ...others } = value;
    onChange(why ? { ...others, [id]: why } : others);
  };
  return (
    <Box role="group" aria-label={spec.label}>
      <Text className="bw-label">{spec.label}</Text>
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="2">
        {spec.of.map(({ id, name }) => (
          <Labelled key={id} label={name}>
            {(named) => (
              <Input
                {...named}
                value={value[id] ?? ""}
                maxLength={300}
                onChange={(e) => put(id, e.currentTarget.value)}
              />
            )}
          </Labelled>
        ))}
      </Grid>
      <Wrong says={problem} />
    </Box>
  );
}

const NAMES = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
const STEPS = ["hardly", "poorly", "fairly", "best"];

function Months({ label, value, onChange }: { label: string; value: string; onChange: (v: string) => void }) {
  return (
    <Box role="group" aria-label={label}>
      <Text className="bw-label">{label}</Text>
      <Flex gap="1" wrap="wrap">
        {NAMES.map((name, i) => (
          <Flex
            as="button"
            key={name}
            direction="column"
            justify="end"
            align="center"
            aria-label={`${name}: ${STEPS[Number(value[i])]}`}
            onClick={() => onChange(nextMonth(value, i))}
            w="11"
            h="14"
            borderWidth="1px"
            borderColor="rule"
            borderRadius="l1"
            overflow="hidden"
            cursor="pointer"
            fontSize="sm"
          >
            <span>{name}</span>
            <Box w="100%" bg="reed" style={{ height: `${2 + 9 * Number(value[i])}px` }} />
          </Flex>
        ))}
      </Flex>
    </Box>
  );
}
