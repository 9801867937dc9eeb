import { cleanup, render, screen } from "@testing-library/react";
import { createMemoryRouter, Outlet, RouterProvider } from "react-router";
import { afterEach, expect, test, vi } from "vitest";
import { page } from "../ui/room";
import { Lost } from "./Lost";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

function open(route: ReturnType<typeof page>, at = "/here") {
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
  render(<RouterProvider router={createMemoryRouter(routes, { initialEntries: [at] })} />);
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

test("an address with a word where a number belongs is no page, and is said to be none", async () => {
  const asked = vi.fn(async () => ({ Page: () => <p>An arrival</p> }));
  open(page("/arrivals/:arrival", asked, "Page"), "/arrivals/thanks");
  expect(await screen.findByText(/There is no such page/)).toBeTruthy();
  expect(screen.queryByText("An arrival")).toBeNull();
  cleanup();
  open(page("/arrivals/:arrival", asked, "Page"), "/arrivals/12");
  expect(await screen.findByText("An arrival")).toBeTruthy();
  cleanup();
  open(page("/pigments/:code", asked, "Page"), "/pigments/PB29");
  expect(await screen.findByText("An arrival")).toBeTruthy();
});
