import "./app.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate } from "react-router";
import { RouterProvider } from "react-router/dom";
import { Problem } from "./api/client";
import { AccountPage } from "./rooms/account/AccountPage";
import { Door } from "./rooms/account/Door";
import { ArrivalPage } from "./rooms/arrival/ArrivalPage";
import { ArrivalsPage } from "./rooms/arrival/ArrivalsPage";
import { DotCardPage } from "./rooms/arrival/DotCardPage";
import { DotCardsPage } from "./rooms/arrival/DotCardsPage";
import { LabelsPage } from "./rooms/arrival/LabelsPage";
import { PoursPage } from "./rooms/arrival/PoursPage";
import { ThanksPage } from "./rooms/arrival/ThanksPage";
import { BenchPage, PrintedPage } from "./rooms/chart/BenchPage";
import { ChartPage } from "./rooms/chart/ChartPage";
import { CuttingPage } from "./rooms/chart/CuttingPage";
import { PaintingPage } from "./rooms/chart/PaintingPage";
import { PaperPage } from "./rooms/chart/PaperPage";
import { PlanPage } from "./rooms/chart/PlanPage";
import { CarePage } from "./rooms/choosing/CarePage";
import { ComparePage } from "./rooms/choosing/ComparePage";
import { PlanePage } from "./rooms/choosing/PlanePage";
import { ReportPage } from "./rooms/choosing/ReportPage";
import { ShopPage } from "./rooms/choosing/ShopPage";
import { CollectionPage } from "./rooms/collection/CollectionPage";
import { DoubtsPage } from "./rooms/collection/DoubtsPage";
import { EditPaintPage } from "./rooms/collection/EditPaintPage";
import { NewPaintPage } from "./rooms/collection/NewPaintPage";
import { ObservePage } from "./rooms/collection/ObservePage";
import { PaintPage } from "./rooms/collection/PaintPage";
import { ChartImportPage } from "./rooms/maker/ChartImportPage";
import { LinePage } from "./rooms/maker/LinePage";
import { MakerPage } from "./rooms/maker/MakerPage";
import { MakersPage } from "./rooms/maker/MakersPage";
import { PigmentPage } from "./rooms/pigment/PigmentPage";
import { PigmentsPage } from "./rooms/pigment/PigmentsPage";
import { MeasurePage } from "./rooms/reading/MeasurePage";
import { MeterPage } from "./rooms/reading/MeterPage";
import { ReadingPage } from "./rooms/reading/ReadingPage";
import { ReadingsPage } from "./rooms/reading/ReadingsPage";
import { BacklogPage } from "./rooms/shelf/BacklogPage";
import { KeeperPage } from "./rooms/shelf/KeeperPage";
import { NumberedPaint } from "./rooms/shelf/NumberedPaint";
import { RefilingPage } from "./rooms/shelf/RefilingPage";
import { ShelfPage } from "./rooms/shelf/ShelfPage";
import { applyTheme } from "./ui/theme";

applyTheme();

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 15_000,
      networkMode: "always",
      retry: (count, problem) => problem instanceof Problem && problem.away && count < 30,
      retryDelay: 2000,
    },
  },
});

const router = createBrowserRouter([
  {
    element: <Door />,
    children: [
      { path: "/", element: <Navigate to="/collection" replace /> },
      { path: "/arrivals", element: <ArrivalsPage /> },
      { path: "/arrivals/:arrival", element: <ArrivalPage /> },
      { path: "/dotcards", element: <DotCardsPage /> },
      { path: "/dotcards/:dotcard", element: <DotCardPage /> },
      { path: "/pours", element: <PoursPage /> },
      { path: "/labels", element: <LabelsPage /> },
      { path: "/thanks", element: <ThanksPage /> },
      { path: "/m/:number", element: <NumberedPaint /> },
      { path: "/bench", element: <BenchPage /> },
      { path: "/bench/new", element: <PlanPage /> },
      { path: "/bench/cutting", element: <CuttingPage /> },
      { path: "/bench/paper", element: <PaperPage /> },
      { path: "/bench/:chart", element: <ChartPage /> },
      { path: "/bench/:chart/paint", element: <PaintingPage /> },
      { path: "/c/:chart/:page", element: <PrintedPage /> },
      { path: "/collection", element: <CollectionPage /> },
      { path: "/doubts", element: <DoubtsPage /> },
      { path: "/observe", element: <ObservePage /> },
      { path: "/compare", element: <ComparePage /> },
      { path: "/plane", element: <PlanePage /> },
      { path: "/report", element: <ReportPage /> },
      { path: "/care", element: <CarePage /> },
      { path: "/shop", element: <ShopPage /> },
      { path: "/paints/new", element: <NewPaintPage /> },
      { path: "/paints/:paint", element: <PaintPage /> },
      { path: "/paints/:paint/edit", element: <EditPaintPage /> },
      { path: "/pictures/:picture/measure/:paint", element: <MeasurePage /> },
      { path: "/meter", element: <MeterPage /> },
      { path: "/readings", element: <ReadingsPage /> },
      { path: "/readings/:reading", element: <ReadingPage /> },
      { path: "/shelf", element: <ShelfPage /> },
      { path: "/shelf/:keeper", element: <KeeperPage /> },
      { path: "/shelf/:keeper/order", element: <RefilingPage /> },
      { path: "/backlog", element: <BacklogPage /> },
      { path: "/pigments", element: <PigmentsPage /> },
      { path: "/pigments/:code", element: <PigmentPage /> },
      { path: "/makers", element: <MakersPage /> },
      { path: "/makers/:maker", element: <MakerPage /> },
      { path: "/lines/:line/chart", element: <ChartImportPage /> },
      { path: "/lines/:line", element: <LinePage /> },
      { path: "/account", element: <AccountPage /> },
      { path: "*", element: <p className="p-6">There is no such page. Choose a room on the left.</p> },
    ],
  },
]);

// Painting goes on where there is no network. Browsers allow it on https and on the machine itself.
if (import.meta.env.PROD && navigator.serviceWorker) {
  navigator.serviceWorker.register("/sw.js");
  // Who is signed in was asked before the worker could keep the answer.
  navigator.serviceWorker.addEventListener("controllerchange", () =>
    queries.invalidateQueries({ queryKey: ["session"] }),
  );
}

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </StrictMode>,
  );
}
