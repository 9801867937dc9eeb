import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, server } from "../../test/page";
import { BacklogPage } from "./BacklogPage";
import { KeeperPage } from "./KeeperPage";
import { NumberedPaint } from "./NumberedPaint";
import { RefilingPage } from "./RefilingPage";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const paint = (id: number, name: string) => ({
  id,
  accession: `M-000${id}`,
  name,
  maker: "Kelpwick",
  recipe: ["PB29"],
  standing: "OWNED",
  strip: null,
  voices: [],
  painted: true,
  lost: false,
  version: 1,
});
const card = (swatch: number, place: string, name: string) => ({ swatch, place, paint: paint(swatch, name) });
const RING = {
  id: 3,
  code: "R1",
  kind: "RING",
  number: 1,
  name: "Everyone",
  pages: 0,
  cells: 60,
  capacity: 60,
  filled: 2,
  school: "",
  schoolInWords: "",
  pocketWidth: 0,
  pocketHeight: 0,
  walkAt: null as string | null,
  version: 1,
};
const places = (seen: boolean[]) =>
  seen.map((s, i) => ({
    place: `R1·${i + 1}`,
    page: 0,
    cell: i + 1,
    swatch: i + 1,
    paint: paint(i + 1, i === 0 ? "Tern Grey" : "Gull White"),
    seen: s,
  }));

test("a ring is put in order card by card, and each step says behind which card it goes", async () => {
  const steps = [
    { card: card(1, "R1·1", "Tern Grey"), after: card(2, "R1·2", "Gull White") },
    { card: card(5, "R1·4", "Moss"), after: null },
  ];
  let left = steps;
  const asked = server({
    "GET /api/keepers/3/refiling": () => ({
      under: left.length > 0,
      said: "rainbow from red",
      cards: 9,
      done: 2 - left.length,
      steps: left,
    }),
    "POST /api/keepers/3/refiling/step": () => {
      left = left.slice(1);
      return {};
    },
  });
  open(<RefilingPage />, "/shelf/:keeper/order", "/shelf/3/order");
  expect(await screen.findByText(/7 of 9 stay where they are; 2 cards to move/)).toBeTruthy();
  expect(screen.getByText("behind Gull White R1·2")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "It is there" }));
  expect(await screen.findByText("and put it first.")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "It is there" }));
  expect(await screen.findByText("Every card is where it belongs.")).toBeTruthy();
  expect(asked.filter((a) => a.path.endsWith("/step")).map((a) => a.body)).toEqual([
    { swatch: 1 },
    { swatch: 5 },
  ]);
});

test("looking through a ring ticks off what is there, and the rest can be marked lost", async () => {
  const asked = server({
    "GET /api/keepers/3": {
      keeper: { ...RING, walkAt: "2026-11-01T10:00:00Z" },
      places: places([true, false]),
    },
    "GET /api/keepers/3/refiling": { under: false, said: "", cards: 0, done: 0, steps: [] },
    "POST /api/keepers/3/walk/seen": {},
    "POST /api/keepers/3/walk/end": RING,
  });
  open(<KeeperPage />, "/shelf/:keeper", "/shelf/3");
  expect(await screen.findByText("Looking through R1: 1 of 2 there")).toBeTruthy();
  await userEvent.click(screen.getAllByRole("checkbox")[1]);
  await waitFor(() =>
    expect(asked.find((a) => a.path.endsWith("/seen"))?.body).toEqual({ swatch: 2, there: true }),
  );
  await userEvent.click(screen.getByRole("button", { name: "Done, mark the 1 missing lost" }));
  await waitFor(() => expect(asked.find((a) => a.path.endsWith("/end"))?.body).toEqual({ markLost: true }));
});

test("what waits on the shelf is one list, and each thing leads to its paint", async () => {
  server({
    "GET /api/shelf/backlog": {
      notSwatched: [paint(1, "Tern Grey")],
      notSwatchedInAll: 77,
      notFiled: [],
      notFiledInAll: 0,
      lost: [paint(2, "Gull White")],
      lostInAll: 1,
      elsewhere: [{ card: card(3, "R2·4", "Stray"), seenIn: "R1", seenAt: "2026-11-01T10:00:00Z" }],
    },
  });
  open(<BacklogPage />, "/backlog", "/backlog");
  const stray = await screen.findByRole("link", { name: "Stray" });
  expect(stray.parentElement?.textContent).toContain("filed at R2·4, seen in R1");
  expect(screen.getByRole("link", { name: /No swatch/ }).textContent).toContain("77");
  expect(screen.queryByText("Painted, not filed")).toBeNull();
});

test("a lost card in the hand is found and put back in one tap", async () => {
  const asked = server({
    "GET /api/paints": { paints: [paint(1, "Tern Grey")], understood: [], total: 1 },
    "GET /api/paints/1": { id: 1, name: "Tern Grey", swatches: [{ id: 40, state: "LOST", place: null }] },
    "PUT /api/swatches/40/place": {},
  });
  const router = open(<NumberedPaint />, "/m/:number", "/m/0001#R2·17");
  await userEvent.click(await screen.findByRole("button", { name: "Found, and put back at R2·17" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/paints/1"));
  expect(asked.find((a) => a.method === "PUT")?.body).toMatchObject({ place: "R2·17" });
});
