import { cleanup, render, screen } from "@testing-library/react";
import { createMemoryRouter, Outlet, RouterProvider } from "react-router";
import { afterEach, expect, test, vi } from "vitest";
import { page } from "../ui/room";
import { Lost } from "./Lost";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

function open(route: ReturnType<typeof page>) {
  vi.spyOn(console, "error").mockImplementation(() => {});
  vi.spyOn(console, "warn").mockImplementation(() => {});
  const frame = (
    <>
      <nav>Rooms</nav>
      <Outlet />
    </>
  );
  const routes = [
    {
      element: frame,
      HydrateFallback: () => null,
      children: [{ errorElement: <Lost />, children: [route] }],
    },
  ];
  render(<RouterProvider router={createMemoryRouter(routes, { initialEntries: ["/here"] })} />);
}

test("a page whose part does not come says so, and the rail stays", async () => {
  const gone = () =>
    Promise.reject(new TypeError("Failed to fetch dynamically imported module: /assets/a.js"));
  open(page("/here", gone, "Page" as never));
  expect(await screen.findByText(/Molvet does not answer/)).toBeTruthy();
  expect(screen.getByText("Rooms")).toBeTruthy();
});

test("a page that breaks does not blame the network", async () => {
  const broken = async () => ({
    Page: () => {
      throw new Error("x is undefined");
    },
  });
  open(page("/here", broken, "Page"));
  expect(await screen.findByText(/Something in it broke/)).toBeTruthy();
  expect(screen.queryByText(/does not answer/)).toBeNull();
});
