import { Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useEffect, useState } from "react";
import { Navigate, Route, Routes, useParams } from "react-router";
import { api, keys, NOT_LET_IN } from "./api/client";
import { BenchPage } from "./bench/BenchPage";
import { EmptyBench } from "./bench/EmptyBench";
import { Page } from "./shell/Page";
import { Failed, Notice } from "./shell/States";
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
      <Page what="the door">
        <PairPage />
      </Page>
    );
  return (
    <>
      {file && (
        <Suspense>
          <DropHere key={`${file.name} ${file.lastModified}`} file={file} onClose={leave} />
        </Suspense>
      )}
      <Routes>
        <Route
          path="/bench/:rigId"
          element={
            <Page what="the bench">
              <Bench />
            </Page>
          }
        />
        <Route
          path="/trip/:tripId?"
          element={
            <Page what="the day">
              <TripPage />
            </Page>
          }
        />
        <Route
          path="/practice/:exercise?"
          element={
            <Page what="the exercises">
              <PracticePage />
            </Page>
          }
        />
        <Route
          path="/pair"
          element={
            <Page what="the door">
              <PairPage />
            </Page>
          }
        />
        <Route
          path="/bankside"
          element={
            <Page what="the day">
              <BanksidePage />
            </Page>
          }
        />
        <Route path="/" element={<Navigate to="/trip" replace />} />
        <Route
          path="/log"
          element={
            <Page what="the log">
              <LogPage />
            </Page>
          }
        />
        <Route
          path="/read/:rigId"
          element={
            <Page what="the float">
              <ReadingPage />
            </Page>
          }
        />
        <Route
          path="/tie/:rigIds"
          element={
            <Page what="the list">
              <TyingPage />
            </Page>
          }
        />
        <Route
          path="/water/:swimId?"
          element={
            <Page what="the water">
              <WaterPage />
            </Page>
          }
        />
        <Route
          path="/box/:tray?"
          element={
            <Page what="the box">
              <BoxPage />
            </Page>
          }
        />
        <Route
          path="/book/:tab?/:entry?"
          element={
            <Page what="the book">
              <BookPage />
            </Page>
          }
        />
        <Route path="*" element={<LastRig />} />
      </Routes>
    </>
  );
}
