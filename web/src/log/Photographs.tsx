import { Box, Flex, Image, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, keys, type Outing, type Photograph } from "../api/client";
import { shrunk } from "../document/shrink";
import { useSave } from "../document/useSave";
import { uuid } from "../document/uuid";
import { Button } from "../shell/Button";
import { Refused } from "../shell/Refused";
import { Sheet } from "../shell/Sheet";
import { TextField } from "../shell/TextField";
import { clock } from "../units/clock";
import { ZONE } from "../units/zone";

const pictureOf = (outing: string, photo: string, small: boolean) =>
  `/api/log/photographs/${outing}/${photo}.jpg?small=${small}`;
const called = (p: Photograph) => p.text || `Photograph, ${clock(p.at, ZONE)}`;

/** The photographs of a session: small in a row, large when pressed. */
export function Photographs({ outing }: { outing: Outing }) {
  const kept = useQuery({ queryKey: keys.photographs(outing.id), queryFn: () => api.photographs(outing.id) });
  const [open, setOpen] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { said, save: act } = useSave({ old: [keys.photographs(outing.id)] });
  const add = async (list: FileList | null) => {
    // The list is the field's own, which is emptied by the time they are sent.
    const files = [...(list ?? [])];
    setBusy(true);
    await act(async () => {
      for (const file of files)
        await api.addPhotograph(outing.id, `p-${uuid()}`, momentIn(outing, file.lastModified), await shrunk(file));
    });
    setBusy(false);
  };
  const photos = kept.data ?? [];
  const shown = photos.find((p) => p.id === open);
  return (
    <Box as="section" aria-label="Photographs">
      <Flex gap="2" wrap="wrap" align="center">
        {photos.map((p) => (
          <button key={p.id} type="button" className="bw-photo" onClick={() => setOpen(p.id)}>
            <img src={pictureOf(outing.id, p.id, true)} alt={called(p)} loading="lazy" />
          </button>
        ))}
        <label className="bw-add-photo">
          {busy ? "Keeping it …" : photos.length ? "Another photograph" : "Add photographs"}
          <input
            type="file"
            accept="image/jpeg,image/png,image/webp"
            multiple
            className="bw-hidden"
            disabled={busy}
            onChange={(e) => {
              void add(e.currentTarget.files);
              e.currentTarget.value = "";
            }}
          />
        </label>
      </Flex>
      {said && <Refused>{said}</Refused>}
      {kept.isError && <Refused>{kept.error.message}</Refused>}
      {shown && (
        <Large
          key={shown.id}
          photo={shown}
          src={pictureOf(outing.id, shown.id, false)}
          onClose={() => setOpen(null)}
          onSay={(text) => act(() => api.sayOfPhotograph(outing.id, shown.id, text))}
          onDrop={() => {
            setOpen(null);
            void act(() => api.dropPhotograph(outing.id, shown.id));
          }}
        />
      )}
    </Box>
  );
}

/** When a file was made, if that was in the session; else its beginning. */
function momentIn(outing: Outing, made: number): string {
  const begins = Date.parse(outing.begins);
  const ends = outing.ends ? Date.parse(outing.ends) : Date.now();
  return new Date(made >= begins && made <= ends ? made : begins).toISOString();
}

type LargeProps = {
  photo: Photograph;
  src: string;
  onClose: () => void;
  onSay: (text: string) => Promise<unknown>;
  onDrop: () => void;
};

function Large({ photo, src, onClose, onSay, onDrop }: LargeProps) {
  const [text, setText] = useState(photo.text ?? "");
  const [sure, setSure] = useState(false);
  return (
    <Sheet title={called(photo)} onClose={onClose} wide>
      <Stack gap="3">
        <Image src={src} alt={called(photo)} maxH="60vh" objectFit="contain" mx="auto" />
        <Flex gap="3" align="end">
          <TextField
            label="What is on it"
            flex="1"
            value={text}
            maxLength={300}
            onChange={setText}
            onEnter={() => void onSay(text)}
          />
          <Button minH="12" disabled={text === (photo.text ?? "")} onClick={() => void onSay(text)}>
            Keep it
          </Button>
        </Flex>
        <Flex gap="2" wrap="wrap" justify="space-between" align="center">
          <Text fontSize="sm" color="soft">
            {clock(photo.at, ZONE)} · {photo.width} × {photo.height} pixels · where it was taken is not kept
          </Text>
          {sure ? (
            <Button onClick={onDrop}>Yes, take it out</Button>
          ) : (
            <Button variant="quiet" onClick={() => setSure(true)}>
              Take it out
            </Button>
          )}
        </Flex>
      </Stack>
    </Sheet>
  );
}
