import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { paint, places, RING } from "../../test/shelf";
import { BacklogPage } from "./BacklogPage";
import { KeeperPage } from "./KeeperPage";
import { NumberedPaint } from "./NumberedPaint";
import { RefilingPage } from "./RefilingPage";
import { ShelfPage } from "./ShelfPage";
import { SwatchSection } from "./SwatchSection";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const card = (swatch: number, place: string, name: string) => ({ swatch, place, paint: paint(swatch, name) });
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
    "GET /api/paints": { paints: [paint(1, "Tern Grey")], understood: [], troubles: [], ways: [], total: 1 },
    "GET /api/paints/1": { id: 1, name: "Tern Grey", swatches: [{ id: 40, state: "LOST", place: null }] },
    "PUT /api/swatches/40/place": {},
  });
  const router = open(<NumberedPaint />, "/m/:number", "/m/0001#R2·17");
  await userEvent.click(await screen.findByRole("button", { name: "Found, and put back at R2·17" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/paints/1"));
  expect(asked.find((a) => a.method === "PUT")?.body).toMatchObject({ place: "R2·17" });
});

test("a keeper is added by its kind with what is usual for it, and its fullness shows", async () => {
  let refuse = true;
  const asked = server({
    "GET /api/keepers": { keepers: [RING] },
    "POST /api/keepers": () =>
      refuse ? refused("There is a binder 1 already.") : { keeper: { ...RING, id: 8 } },
  });
  const router = open(<ShelfPage />, "/shelf", "/shelf");
  expect(await screen.findByText("2 of 60")).toBeTruthy();
  expect((screen.getByRole("progressbar", { name: "R1 filled" }) as HTMLProgressElement).value).toBe(2);
  await userEvent.click(screen.getByRole("button", { name: "Add a keeper" }));
  expect(screen.queryByLabelText("Pages")).toBeNull();
  await userEvent.selectOptions(screen.getByLabelText("Kind"), "binder");
  await userEvent.type(screen.getByLabelText("Number"), "1");
  await userEvent.type(screen.getByLabelText("Pages"), "12");
  await userEvent.click(screen.getByRole("button", { name: "Add it" }));
  expect(await screen.findByText("There is a binder 1 already.")).toBeTruthy();
  refuse = false;
  await userEvent.click(screen.getByRole("button", { name: "Add it" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/shelf/8"));
  expect(asked.filter((a) => a.method === "POST").at(-1)?.body).toEqual({
    kind: "BINDER",
    name: "",
    number: 1,
    pages: 12,
    cells: 8,
  });
});

const aimedAt = vi.fn();
Element.prototype.scrollIntoView = function (this: Element) {
  aimedAt(this.id);
};

test("a place code leads to its keeper, and one that is nowhere says so", async () => {
  server({
    "GET /api/places": (a: { query: string }) =>
      a.query.includes("R1")
        ? { keeper: 3, place: "R1·2" }
        : refused("There is no ring 9 on the shelf.", 404),
    "GET /api/keepers/3": { keeper: RING, places: places([false, false]) },
    "GET /api/keepers/3/refiling": { under: false, said: "", cards: 0, done: 0, steps: [] },
  });
  const router = open(<KeeperPage />, "/shelf/:keeper", "/shelf/at?code=R1-2");
  expect(await screen.findByText("Gull White")).toBeTruthy();
  expect(router.state.location.pathname).toBe("/shelf/3");
  expect(aimedAt).toHaveBeenCalledWith("R1·2");
  cleanup();
  open(<KeeperPage />, "/shelf/:keeper", "/shelf/at?code=R9-1");
  expect(await screen.findByText("There is no ring 9 on the shelf.")).toBeTruthy();
});

test("where a card belongs in its order is said between which two, and filing moves the rest on", async () => {
  const asked = server({
    "GET /api/keepers": { keepers: [RING] },
    "GET /api/keepers/3/between": {
      before: card(1, "R1·1", "Tern Grey"),
      after: card(2, "R1·2", "Gull White"),
      place: "R1·2",
      shifts: 4,
    },
    "PUT /api/swatches/50/place": {},
  });
  const painted = {
    id: 9,
    name: "Moss",
    strip: null,
    swatches: [
      {
        id: 50,
        state: "CURRENT",
        kind: "CARD",
        width: 0,
        height: 0,
        place: null,
        history: [],
        pictures: [],
        readings: [],
      },
    ],
  };
  open(<SwatchSection paint={painted as never} />, "/", "/");
  await screen.findByRole("option", { name: "R1 Everyone" });
  await userEvent.selectOptions(screen.getByLabelText("Or in its order, in"), "R1 Everyone");
  const said = (await screen.findByText("Tern Grey")).parentElement;
  expect(said?.textContent).toContain("Between Tern Grey and Gull White, at R1·2.");
  expect(said?.textContent).toContain("4 behind it move on by one");
  await userEvent.click(screen.getByRole("button", { name: "File it there" }));
  await waitFor(() =>
    expect(asked.find((a) => a.method === "PUT")?.body).toEqual({ place: "R1·2", ifTaken: "SHIFT" }),
  );
});

test("a shelf that cannot be read says so, and is not taken for an empty one", async () => {
  server({
    "GET /api/keepers": () => refused("More is asked of Molvet at this moment than it can do."),
    "GET /api/shelf/lettering": { cards: [] },
    "GET /api/shelf/backlog": () => refused("More is asked of Molvet at this moment than it can do."),
  });
  open(<ShelfPage />, "/shelf", "/shelf");
  expect(await screen.findByText(/More is asked of Molvet/)).toBeTruthy();
  expect(screen.queryByText(/The shelf is empty/)).toBeNull();
  cleanup();
  open(<BacklogPage />, "/backlog", "/backlog");
  expect(await screen.findByText(/More is asked of Molvet/)).toBeTruthy();
  expect(screen.queryByText(/Nothing waits/)).toBeNull();
});
