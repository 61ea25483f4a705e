import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense } from "react";
import { Navigate, Route, Routes, useParams } from "react-router";
import { api } from "./api/client";
import { BenchPage } from "./bench/BenchPage";
import { EmptyBench } from "./bench/EmptyBench";
import { Failed, Loading } from "./shell/States";

const BookPage = lazy(() => import("./book/BookPage"));
const BoxPage = lazy(() => import("./box/BoxPage"));
const WaterPage = lazy(() => import("./water/WaterPage"));

/** The rig worked on last, or the bench's own beginning when there is none. */
function LastRig() {
  const rigs = useQuery({ queryKey: ["rigs"], queryFn: api.rigs });
  if (rigs.isPending) return <Loading what="your rigs" />;
  if (rigs.isError) return <Failed error={rigs.error} again={() => rigs.refetch()} />;
  const last = rigs.data[0];
  return last ? <Navigate to={`/bench/${last.id}`} replace /> : <EmptyBench />;
}

function Bench() {
  const { rigId = "" } = useParams();
  return <BenchPage key={rigId} rigId={rigId} />;
}

export function App() {
  return (
    <Routes>
      <Route path="/bench/:rigId" element={<Bench />} />
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
  );
}
