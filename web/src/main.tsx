import "./app.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate } from "react-router";
import { RouterProvider } from "react-router/dom";
import { Problem } from "./api/client";
import { trust } from "./api/network";
import { Lost, NoSuchPage } from "./house/Lost";
import { ROOMS } from "./house/rooms";
import { Shell } from "./house/Shell";
import { Door } from "./rooms/account/Door";
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
    errorElement: <Lost />,
    // What is fetched for the first page is fetched behind the door.
    HydrateFallback: () => null,
    children: [
      {
        element: <Shell />,
        children: [
          { path: "/", element: <Navigate to="/collection" replace /> },
          // What breaks in a page, or does not come, leaves the rail beside it.
          { errorElement: <Lost />, children: ROOMS.flatMap((r) => r.routes ?? []) },
          { path: "*", element: <NoSuchPage /> },
        ],
      },
    ],
  },
]);

// Painting goes on where there is no network. Browsers allow it on https and on the machine itself.
if (import.meta.env.PROD && !navigator.serviceWorker) trust(false);
if (import.meta.env.PROD && navigator.serviceWorker) {
  navigator.serviceWorker.register("/sw.js").then(
    () => trust(true),
    () => trust(false),
  );
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
