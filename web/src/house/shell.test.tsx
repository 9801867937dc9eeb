import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../test/page";
import { announceAct } from "../ui/UndoBar";
import { Shell } from "./Shell";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function shell(at: string) {
  server({
    "GET /api/waiting": { counts: [], rooms: { "/collection": 3, "/arrivals": 7 }, recipes: 2, painted: 1 },
    "POST /api/arrivals": { id: 5 },
  });
  return open(<Shell />, "/collection", at);
}

const find = () => screen.getByLabelText("Find") as HTMLInputElement;

test("what is typed on while the address catches up is not overwritten", async () => {
  const router = shell("/collection");
  find().focus();
  fireEvent.change(find(), { target: { value: "harb" } });
  await waitFor(() => expect(router.state.location.search).toContain("harb"));
  fireEvent.change(find(), { target: { value: "harbour du" } });
  await waitFor(() => expect(router.state.location.search).toContain("du"));
  expect(find().value).toBe("harbour du");
});

test("the address is followed when it changes by itself", async () => {
  const router = shell("/collection?find=pb29");
  expect(find().value).toBe("pb29");
  await router.navigate("/collection?find=tern");
  await waitFor(() => expect(find().value).toBe("tern"));
  await router.navigate(-1);
  await waitFor(() => expect(find().value).toBe("pb29"));
});

test("n logs what arrived, but not while one types", async () => {
  const router = shell("/collection");
  expect(await screen.findByText("7")).toBeTruthy();
  fireEvent.keyDown(find(), { key: "n" });
  expect(router.state.location.pathname).toBe("/collection");
  fireEvent.keyDown(document.body, { key: "n" });
  await waitFor(() => expect(router.state.location.pathname).toBe("/arrivals/5"));
});

const ROOMS = {
  "GET /api/waiting": {
    rooms: { "/collection": 40, "/doubts": 6, "/arrivals": 11, "/shelf": 2, "/makers": 1 },
    recipes: 30,
    painted: 20,
    counts: [
      { find: "no swatch", count: 7 },
      { find: "drying", count: 2 },
    ],
  },
};

test("the rail counts what is in each room, and finds that were kept are lists on it", async () => {
  const asked = server({
    ...ROOMS,
    "GET /api/finds": { finds: [{ id: 5, name: "Grainy blues", text: "hue:blue granulating", count: 14 }] },
    "DELETE /api/finds/5": {},
  });
  open(<Shell />, "/collection", "/collection");
  const rail = within(screen.getByRole("navigation", { name: "Rooms" }));
  expect((await rail.findByRole("link", { name: "Doubts 6" })).getAttribute("href")).toBe("/doubts");
  expect(await rail.findByRole("link", { name: "Arrivals 11" })).toBeTruthy();
  expect(rail.getByRole("link", { name: "Shelf 2" })).toBeTruthy();
  const kept = await rail.findByRole("link", { name: "Grainy blues 14" });
  expect(kept.getAttribute("href")).toBe("/collection?find=hue%3Ablue%20granulating");
  const waits = within(screen.getByRole("navigation", { name: "What waits" }));
  expect(waits.getByRole("link", { name: "7 to paint" }).getAttribute("href")).toBe(
    "/collection?find=no%20swatch",
  );
  await userEvent.click(rail.getByRole("button", { name: "Take the find Grainy blues away" }));
  await waitFor(() => expect(asked.some((a) => a.method === "DELETE")).toBe(true));
});

test("a place that is typed leads to what hangs there, and anything else to what it finds", async () => {
  server({
    ...ROOMS,
    "GET /api/finds": { finds: [] },
    "GET /api/places": (a: { query: string }) =>
      a.query.includes("r2") ? { paint: 9, keeper: 2, place: "R2·17" } : refused("That is no place.", 404),
  });
  // Everywhere: on a slow machine the field is at work before all is typed, and the frame stays.
  const router = open(<Shell />, "/*", "/shelf");
  await userEvent.keyboard("/");
  await userEvent.keyboard("tern grey{Enter}");
  await waitFor(() => expect(router.state.location.search).toBe("?find=tern+grey"));
  expect(router.state.location.pathname).toBe("/collection");
  cleanup();
  const other = open(<Shell />, "/*", "/shelf");
  await userEvent.keyboard("/");
  await userEvent.keyboard("r2 17{Enter}");
  await waitFor(() => expect(other.state.location.pathname).toBe("/paints/9"));
});

test("what was done can be undone from wherever one is, and what cannot be says why", async () => {
  let refuse = true;
  server({
    ...ROOMS,
    "GET /api/finds": { finds: [] },
    "GET /api/acts": { acts: [{ id: 3, said: "Filed Tern Grey at R2·17", at: "", undone: false }] },
    "POST /api/acts/3/undo": () => (refuse ? refused("Something in it has changed since.", 409) : {}),
  });
  open(<Shell />, "/collection", "/collection");
  announceAct();
  await userEvent.click(await screen.findByRole("button", { name: "Undo" }));
  expect(await screen.findByText("Something in it has changed since.")).toBeTruthy();
  refuse = false;
  announceAct();
  await userEvent.click(await screen.findByRole("button", { name: "Undo" }));
  expect(await screen.findByText("Undone.")).toBeTruthy();
});

test("what was painted without a network is told from whatever page is opened next, and a refusal is said there", async () => {
  localStorage.setItem(
    "molvet-painted-one@molvet.example",
    JSON.stringify([
      { chart: 7, cell: 4, eye: [], key: "k1", at: "2026-11-01T11:00:00Z" },
      { chart: 7, cell: 5, eye: [], key: "k2", at: "2026-11-01T11:01:00Z" },
    ]),
  );
  const asked = server({
    "GET /api/session": { email: "one@molvet.example" },
    "GET /api/waiting": { counts: [], rooms: {}, recipes: 0, painted: 0 },
    "POST /api/charts/7/painted": (a: { body: unknown }) =>
      (a.body as { cell: number }).cell === 4 ? {} : refused("Cell 6 was left bare."),
  });
  open(<Shell />, "/collection", "/collection");
  expect(await screen.findByText("Cell 6 was left bare.")).toBeTruthy();
  expect(asked.filter((a) => a.path.endsWith("/painted")).map((a) => a.body)).toEqual([
    { cell: 4, eye: [], at: "2026-11-01T11:00:00Z" },
    { cell: 5, eye: [], at: "2026-11-01T11:01:00Z" },
  ]);
  expect(localStorage.getItem("molvet-painted-one@molvet.example")).toBe("[]");
  await userEvent.click(screen.getByRole("button", { name: "Seen" }));
  expect(screen.queryByText("Cell 6 was left bare.")).toBeNull();
});
