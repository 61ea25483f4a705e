import { Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import { api, keys } from "../api/client";
import { Button } from "../shell/Button";

const NewRig = lazy(() => import("./start/NewRig"));

/** The bench before the first rig. */
export function EmptyBench() {
  const catalogue = useQuery({ queryKey: keys.catalogue, queryFn: api.catalogue });
  const [open, setOpen] = useState(false);
  return (
    <>
      <Text>Say what water it is for and which family it should be. It can be balanced right after.</Text>
      <Button mt="5" variant="solid" disabled={!catalogue.data} onClick={() => setOpen(true)}>
        Start a rig
      </Button>
      <Suspense>
        {open && catalogue.data && <NewRig catalogue={catalogue.data} onClose={() => setOpen(false)} />}
      </Suspense>
    </>
  );
}
