import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { type ReactNode, useState } from "react";
import { useNavigate } from "react-router";
import { type Catalogue, type Entry, sentenceOf } from "../api/client";
import { Button } from "../shell/Button";
import { Failed, Loading } from "../shell/States";
import { TextField } from "../shell/TextField";
import { capital } from "../units/vocabulary";
import { EntryForm } from "./EntryForm";
import { EntryPage } from "./EntryPage";
import { type FieldSpec, idOf } from "./fields";
import { type Named, type Shelf, useEntries } from "./useEntries";

type Props<F extends Named> = {
  shelf: Shelf<F>;
  specs: FieldSpec[];
  what: string;
  catalogue: Catalogue;
  present: string | undefined;
  /** How an entry reads, where it is more than its fields. */
  page?: (fields: F) => ReactNode;
};

/** A shelf of the book: its entries to browse, one open to be changed. */
export function ShelfView<F extends Named>({ shelf, specs, what, catalogue, present, page }: Props<F>) {
  const go = useNavigate();
  const book = useEntries(shelf);
  const [fresh, setFresh] = useState<Entry<F> | null>(null);
  const [typed, setTyped] = useState<F | null>(null);
  const [asked, setAsked] = useState(false);
  if (book.entries.isError)
    return <Failed inside error={book.entries.error} again={() => void book.entries.refetch()} />;
  if (!book.entries.data) return <Loading inside what="the book" />;

  const all = book.entries.data;
  const entry = fresh ?? all.find((e) => e.fields.id === present) ?? all[0];
  if (!entry) return <Text>Nothing here yet.</Text>;
  const kept = entry.fields;
  const fields = typed?.id === kept.id ? typed : (book.draft(kept.id) ?? kept);
  const changed = JSON.stringify(fields) !== JSON.stringify(kept);
  // It reads first; what was being changed is there to be changed on.
  const editing = asked || changed || fresh !== null || book.problems.length > 0;
  const open = (id: string) => {
    setFresh(null);
    setTyped(null);
    setAsked(false);
    book.hush();
    go(`/book/${shelf.key}/${id}`);
  };
  const add = () => {
    const name = `${kept.name}, mine`.slice(0, 60);
    const id = idOf(
      name,
      all.map((e) => e.fields.id),
    );
    book.hush();
    setFresh({ version: 0, ships: false, fields: { ...kept, id, name, notes: "", source: "default" } as F });
    setTyped(null);
  };
  const save = async () => {
    if (!(await book.keep(entry, fields))) return;
    setFresh(null);
    setTyped(null);
    setAsked(false);
    go(`/book/${shelf.key}/${fields.id}`);
  };
  const drop = async () => {
    if (await book.drop(entry)) {
      setFresh(null);
      setTyped(null);
      if (!entry.ships) go(`/book/${shelf.key}`);
    }
  };

  return (
    <Grid templateColumns={{ base: "1fr", lg: "260px minmax(0, 1fr)" }} gap="5" minH="0">
      <EntryList
        what={what}
        entries={all}
        present={fresh ? null : kept.id}
        like={kept.name}
        onOpen={open}
        onAdd={add}
      />
      <Box bg="card" borderWidth="1px" borderColor="rule" borderRadius="l3" p="5" maxW="760px">
        <Flex justify="space-between" gap="3" align="start" mb="3" wrap="wrap">
          <Heading as="h1" fontFamily="heading" fontSize="2xl" fontWeight="bold" lineHeight="1.1">
            {capital(fields.name) || "Without a name"}
          </Heading>
          <Text fontSize="sm" color="soft">
            {fresh
              ? "Not kept yet."
              : entry.version > 0
                ? entry.ships
                  ? "Changed by you."
                  : "Entered by you."
                : "As it ships: figures are defaults to be edited."}
          </Text>
        </Flex>
        {editing ? (
          <Editing
            fields={fields}
            specs={specs}
            catalogue={catalogue}
            book={book}
            changed={changed || fresh !== null}
            kept={entry}
            onChange={(next) => {
              setTyped(next);
              book.hold(next);
            }}
            onKeep={() => void save()}
            onLeave={() => {
              if (fresh) setFresh(null);
              else book.hold(kept);
              setTyped(null);
              setAsked(false);
              book.hush();
            }}
            onDrop={() => void drop()}
          />
        ) : (
          <>
            {page ? page(fields) : <EntryPage fields={fields} specs={specs} catalogue={catalogue} />}
            <Flex gap="3" mt="5" align="center" wrap="wrap">
              <Button onClick={() => setAsked(true)}>Edit it</Button>
              {entry.version > 0 && (
                <Button onClick={() => void drop()}>{entry.ships ? "Back to what ships" : "Remove"}</Button>
              )}
              <Text role="status" color="soft" fontSize="sm">
                {book.said}
              </Text>
            </Flex>
          </>
        )}
      </Box>
    </Grid>
  );
}

type EditingProps<F extends Named> = {
  fields: F;
  specs: FieldSpec[];
  catalogue: Catalogue;
  book: ReturnType<typeof useEntries<F>>;
  /** It differs from what is kept, or is not kept at all. */
  changed: boolean;
  kept: Entry<F>;
  onChange: (fields: F) => void;
  onKeep: () => void;
  onLeave: () => void;
  onDrop: () => void;
};

/** An entry as a form: kept, left as it was, or taken back. */
function Editing<F extends Named>(props: EditingProps<F>) {
  const { book, changed, kept } = props;
  return (
    <>
      <EntryForm
        fields={props.fields}
        specs={props.specs}
        catalogue={props.catalogue}
        problems={book.problems}
        onChange={props.onChange}
      />
      {book.problems.length > 0 && (
        <Text role="alert" color="float" mt="3">
          Not kept: {book.problems.map(sentenceOf).join(" ")}
        </Text>
      )}
      <Flex gap="3" mt="5" align="center" wrap="wrap">
        <Button variant="solid" disabled={!changed} onClick={props.onKeep}>
          Keep
        </Button>
        <Button onClick={props.onLeave}>{changed ? "Leave it as it was" : "Back to the page"}</Button>
        {kept.version > 0 && <Button onClick={props.onDrop}>{kept.ships ? "Back to what ships" : "Remove"}</Button>}
        <Text role="status" color="soft" fontSize="sm">
          {book.said}
        </Text>
      </Flex>
    </>
  );
}

type ListProps<F extends Named> = {
  what: string;
  entries: Entry<F>[];
  present: string | null;
  /** Name of the entry a fresh one is copied from. */
  like: string;
  onOpen: (id: string) => void;
  onAdd: () => void;
};

function EntryList<F extends Named>({ what, entries, present, like, onOpen, onAdd }: ListProps<F>) {
  const [wanted, setWanted] = useState("");
  const word = wanted.trim().toLowerCase();
  const shown = entries.filter((e) => `${e.fields.name} ${e.fields.also ?? ""}`.toLowerCase().includes(word));
  return (
    <Box as="nav" aria-label={`Every ${what}`}>
      <TextField label={`Find a ${what}`} value={wanted} onChange={setWanted} />
      <ul className="bw-entries">
        {shown.map((e) => (
          <li key={e.fields.id}>
            <button
              type="button"
              aria-current={e.fields.id === present ? "true" : undefined}
              onClick={() => onOpen(e.fields.id)}
            >
              {capital(e.fields.name)}
              {e.version > 0 && <span className="bw-soft"> {e.ships ? "changed" : "yours"}</span>}
            </button>
          </li>
        ))}
      </ul>
      {shown.length === 0 && <Text color="soft">None is called so.</Text>}
      <Button w="100%" mt="2" onClick={onAdd}>
        <Plus aria-hidden="true" /> Add a {what} like {like}
      </Button>
    </Box>
  );
}
