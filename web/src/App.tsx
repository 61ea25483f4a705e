import { Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useEffect, useState } from "react";
import { Navigate, Route, Routes, useParams } from "react-router";
import { api, keys, NOT_LET_IN } from "./api/client";
import { BenchPage } from "./bench/BenchPage";
import { EmptyBench } from "./bench/EmptyBench";
import { Failed, Loading, Notice } from "./shell/States";
import { useDropped } from "./shell/useDropped";

const DropHere = lazy(() => import("./shell/DropHere"));
const BanksidePage = lazy(() => import("./bankside/BanksidePage"));
const BookPage = lazy(() => import("./book/BookPage"));
const BoxPage = lazy(() => import("./box/BoxPage"));
const LogPage = lazy(() => import("./log/LogPage"));
const PairPage = lazy(() => import("./shell/PairPage"));
const PracticePage = lazy(() => import("./practice/PracticePage"));
const ReadingPage = lazy(() => import("./reading/ReadingPage"));
const TripPage = lazy(() => import("./trip/TripPage"));
const TyingPage = lazy(() => import("./tying/TyingPage"));
const WaterPage = lazy(() => import("./water/WaterPage"));

/** The rig worked on last, or the bench's own beginning when there is none. */
function LastRig() {
  const rigs = useQuery({ queryKey: keys.rigs, queryFn: api.rigs });
  if (rigs.isError) return <Failed error={rigs.error} again={() => rigs.refetch()} />;
  const last = rigs.data?.[0];
  if (last) return <Navigate to={`/bench/${last.id}`} replace />;
  // One page before and after the answer: its bar stays, and a press on it that comes in between is not lost.
  return (
    <Notice title={rigs.isPending ? "One moment" : "No rig on the bench yet"}>
      {rigs.isPending ? <Text aria-live="polite">Fetching your rigs.</Text> : <EmptyBench />}
    </Notice>
  );
}

function Bench() {
  const { rigId = "" } = useParams();
  return <BenchPage key={rigId} rigId={rigId} />;
}

export function App() {
  const { file, leave } = useDropped();
  const [stranger, setStranger] = useState(false);
  useEffect(() => {
    const told = () => setStranger(true);
    window.addEventListener(NOT_LET_IN, told);
    return () => window.removeEventListener(NOT_LET_IN, told);
  }, []);
  // At the water nobody is asked: a day that was taken along goes on, and is sent when this device is known again.
  if (stranger && !window.location.pathname.startsWith("/bankside"))
    return (
      <Suspense fallback={<Loading what="the door" />}>
        <PairPage />
      </Suspense>
    );
  return (
    <>
      {file && (
        <Suspense>
          <DropHere key={`${file.name} ${file.lastModified}`} file={file} onClose={leave} />
        </Suspense>
      )}
      <Routes>
        <Route path="/bench/:rigId" element={<Bench />} />
        <Route
          path="/trip/:tripId?"
          element={
            <Suspense fallback={<Loading what="the day" />}>
              <TripPage />
            </Suspense>
          }
        />
        <Route
          path="/practice/:exercise?"
          element={
            <Suspense fallback={<Loading what="the exercises" />}>
              <PracticePage />
            </Suspense>
          }
        />
        <Route
          path="/pair"
          element={
            <Suspense fallback={<Loading what="the door" />}>
              <PairPage />
            </Suspense>
          }
        />
        <Route
          path="/bankside"
          element={
            <Suspense fallback={<Loading what="the day" />}>
              <BanksidePage />
            </Suspense>
          }
        />
        <Route path="/" element={<Navigate to="/trip" replace />} />
        <Route
          path="/log"
          element={
            <Suspense fallback={<Loading what="the log" />}>
              <LogPage />
            </Suspense>
          }
        />
        <Route
          path="/read/:rigId"
          element={
            <Suspense fallback={<Loading what="the float" />}>
              <ReadingPage />
            </Suspense>
          }
        />
        <Route
          path="/tie/:rigIds"
          element={
            <Suspense fallback={<Loading what="the list" />}>
              <TyingPage />
            </Suspense>
          }
        />
        <Route
          path="/water/:swimId?"
          element={
            <Suspense fallback={<Loading what="the water" />}>
              <WaterPage />
            </Suspense>
          }
        />
        <Route
          path="/box/:tray?"
          element={
            <Suspense fallback={<Loading what="the box" />}>
              <BoxPage />
            </Suspense>
          }
        />
        <Route
          path="/book/:tab?/:entry?"
          element={
            <Suspense fallback={<Loading what="the book" />}>
              <BookPage />
            </Suspense>
          }
        />
        <Route path="*" element={<LastRig />} />
      </Routes>
    </>
  );
}
