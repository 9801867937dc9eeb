import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { paint, places, RING } from "../../test/shelf";
import { KeeperPage } from "./KeeperPage";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const BINDER = { ...RING, id: 5, code: "B1", kind: "BINDER", pages: 8, cells: 4, capacity: 32 };
const PLACES = places([false, false]);
const QUIET = { under: false, said: "", cards: 0, done: 0, steps: [] };

function opened(keeper: typeof RING, more: Record<string, unknown> = {}) {
  const asked = server({
    [`GET /api/keepers/${keeper.id}`]: { keeper, places: PLACES },
    [`GET /api/keepers/${keeper.id}/refiling`]: QUIET,
    ...more,
  });
  const router = open(<KeeperPage />, "/shelf/:keeper", `/shelf/${keeper.id}`);
  const sent = (path: string) => asked.filter((a) => a.method !== "GET" && a.path.endsWith(path));
  return { router, sent };
}

async function choose(tool: string) {
  await userEvent.click(await screen.findByRole("button", { name: tool }));
}

test("a ring is put in an order other than by hand, and the walk through it begins", async () => {
  const { router, sent } = opened(RING, {
    "GET /api/schools": {
      schools: [
        { school: "SEVEN_GROUPS", words: "seven groups" },
        { school: "RAINBOW", words: "rainbow from red" },
        { school: "BY_HAND", words: "by hand" },
      ],
    },
    "POST /api/keepers/3/refiling": { ...QUIET, under: true },
  });
  await choose("Put in order");
  await userEvent.selectOptions(await screen.findByLabelText("Order"), "Rainbow from red");
  expect(screen.queryByRole("option", { name: "By hand" })).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "Begin" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/shelf/3/order"));
  expect(sent("/refiling").map((a) => a.body)).toEqual([{ school: "RAINBOW" }]);
});

test("cards are numbered anew with places left free, and a refusal stands in the dialog", async () => {
  let full = true;
  const { sent } = opened(RING, {
    "POST /api/keepers/3/spacing": () =>
      full ? refused("R1 has 60 places; 2 cards with 40 between need 82.") : RING,
  });
  await choose("Renumber");
  const free = await screen.findByLabelText(/Places left free behind each card/);
  await userEvent.clear(free);
  await userEvent.type(free, "40");
  const renumber = screen.getAllByRole("button", { name: "Renumber" }).at(-1) as HTMLElement;
  await userEvent.click(renumber);
  expect(await screen.findByText("R1 has 60 places; 2 cards with 40 between need 82.")).toBeTruthy();
  full = false;
  await userEvent.click(renumber);
  await waitFor(() => expect(screen.queryByLabelText(/Places left free/)).toBeNull());
  expect(sent("/spacing").map((a) => a.body)).toEqual([{ gap: 40 }, { gap: 40 }]);
});

test("only what is of its kind can be merged into it", async () => {
  const { sent } = opened(RING, {
    "GET /api/keepers": {
      keepers: [RING, { ...RING, id: 4, code: "R2", name: "Blues", filled: 17 }, BINDER],
    },
    "POST /api/keepers/3/merge": RING,
  });
  await choose("Merge another into it");
  const from = await screen.findByLabelText(/All that is in/);
  await screen.findByRole("option", { name: "R2 Blues, 17 filled" });
  expect(screen.queryByRole("option", { name: /B1/ })).toBeNull();
  expect((screen.getByRole("button", { name: "Merge" }) as HTMLButtonElement).disabled).toBe(true);
  await userEvent.selectOptions(from, "4");
  await userEvent.click(screen.getByRole("button", { name: "Merge" }));
  await waitFor(() => expect(sent("/merge").map((a) => a.body)).toEqual([{ from: 4 }]));
});

test("a ring is divided from its second card on, and the new one is opened", async () => {
  const { router, sent } = opened(RING, { "POST /api/keepers/3/split": { ...RING, id: 9 } });
  await choose("Divide it");
  const at = await screen.findByLabelText(/From/);
  // From the first on it would be the whole ring.
  expect(screen.queryByRole("option", { name: /Tern Grey/ })).toBeNull();
  await userEvent.selectOptions(at, "R1·2 Gull White");
  await userEvent.click(screen.getByRole("button", { name: "Divide" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/shelf/9"));
  expect(sent("/split").map((a) => a.body)).toEqual([{ place: "R1·2" }]);
});

test("a page of a binder becomes another, which a ring does not offer", async () => {
  const { sent } = opened(BINDER, { "POST /api/keepers/5/pages": BINDER });
  await choose("Move a page");
  expect(screen.queryByRole("button", { name: "Put in order" })).toBeNull();
  await userEvent.type(await screen.findByLabelText("Page"), "3");
  await userEvent.type(screen.getByLabelText("becomes page"), "1");
  await userEvent.click(screen.getByRole("button", { name: "Move it" }));
  await waitFor(() => expect(sent("/pages").map((a) => a.body)).toEqual([{ page: 3, to: 1 }]));
});

test("name and size are kept with the version that was seen", async () => {
  const { sent } = opened({ ...RING, version: 4 }, { "PUT /api/keepers/3": RING });
  await choose("Name and size");
  const name = await screen.findByLabelText("Name");
  await userEvent.clear(name);
  await userEvent.type(name, "By the window");
  await userEvent.click(screen.getByRole("button", { name: "Keep" }));
  await waitFor(() => expect(sent("/keepers/3")).toHaveLength(1));
  expect(sent("/keepers/3")[0].body).toMatchObject({
    kind: "RING",
    name: "By the window",
    cells: 60,
    version: 4,
  });
});

test("a stray card is noted by its number, and of several that answer none is", async () => {
  const found = [{ ...paint(7, "Moss"), id: 7 }];
  let total = 3;
  const { sent } = opened(
    { ...RING, walkAt: "2026-11-01T10:00:00Z" },
    {
      "GET /api/paints": () => ({
        paints: total === 0 ? [] : found,
        total,
        understood: [],
        troubles: [],
        ways: [],
      }),
      "GET /api/paints/7": {
        id: 7,
        swatches: [
          { id: 70, state: "REDONE" },
          { id: 71, state: "CURRENT" },
        ],
      },
      "POST /api/keepers/3/walk/seen": {},
    },
  );
  const stray = await screen.findByLabelText("A card that is not from here");
  await userEvent.type(stray, "moss{Enter}");
  expect(await screen.findByText("3 paints answer to that: type its number.")).toBeTruthy();
  expect(sent("/seen")).toEqual([]);
  total = 1;
  await userEvent.type(stray, "M-0007{Enter}");
  expect(await screen.findByText("Moss noted: seen in R1.")).toBeTruthy();
  expect(sent("/seen").map((a) => a.body)).toEqual([{ swatch: 71, there: true }]);
  total = 0;
  await userEvent.type(stray, "M-0999{Enter}");
  expect(await screen.findByText("No card of that number or name.")).toBeTruthy();
});
