import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, server } from "../../test/page";
import { ShortlistPage } from "./ShortlistPage";
import { ShortlistsPage } from "./ShortlistsPage";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const candidate = (id: number, name: string, more = {}) => ({
  id,
  paint: {
    id: id * 10,
    accession: `M-00${id}`,
    name,
    maker: "Kelpwick",
    recipe: ["PB29"],
    standing: "OWNED",
    strip: null,
    place: null,
  },
  question: null,
  reason: "",
  must: false,
  liking: null,
  counts: 1,
  countsBecause: "not marked yet",
  price: "0.00",
  priceFrom: "you own it",
  byHand: null,
  guessed: false,
  colourless: false,
  marks: [],
  notes: [],
  like: [],
  decided: null,
  decidedWhy: "",
  version: 1,
  ...more,
});
const LIST = {
  id: 4,
  name: "Abstracts",
  purpose: "for abstracts",
  wells: 2,
  budget: "12.00",
  currency: "EUR",
  begunOn: "2026-11-01",
  decidedOn: null,
  candidates: [
    candidate(1, "Field Red"),
    candidate(2, "Poppy", { price: null, priceFrom: "no price is known" }),
    candidate(3, "Far Blue"),
  ],
  version: 1,
};
const choice = (chosen: number[], more = {}) => ({
  chosen,
  cost: "11.00",
  fresh: 1,
  old: 1,
  served: 0.9,
  atMost: 0.9,
  optimal: true,
  in: [],
  out: [],
  leftOut: [{ candidate: 2, servedBy: 1, degree: 0.9, reason: "Field Red passes for it: ΔE00 1.4, paler." }],
  said: "1 new and 1 of your own into 2 wells: 11.00 of 12.00 EUR.",
  ...more,
});
const ANSWERS = {
  "GET /api/shortlists/4": LIST,
  "POST /api/shortlists/4/cut": (asked: { body: unknown }) =>
    (asked.body as { demand?: string }).demand
      ? {
          choices: [
            choice([3], { cost: "9.00", served: 0.7, in: [], out: [1], said: "All of a single pigment." }),
          ],
          asks: [],
          byHand: "",
          weighed: 3,
        }
      : {
          choices: [
            choice([1, 3]),
            choice([1, 2], { cost: "9.50", served: 0.85, in: [2], out: [3], said: "Second." }),
          ],
          asks: [{ candidate: 2, what: "Poppy has no price" }],
          byHand: "",
          weighed: 3,
        },
  "PUT /api/shortlists/candidates/2": LIST,
  "POST /api/shortlists/candidates/1/marks": LIST,
  "POST /api/shortlists/candidates/2/marks": LIST,
  "POST /api/shortlists/4/decision": LIST,
};

test("marks are given by key, one paint after another, and with a word", async () => {
  const asked = server(ANSWERS);
  open(<ShortlistPage />, "/shortlists/:shortlist", "/shortlists/4?step=try");
  await screen.findByText("Field Red");
  await userEvent.keyboard("1");
  await userEvent.keyboard("3");
  await waitFor(() =>
    expect(asked.filter((a) => a.path.endsWith("/marks")).map((a) => [a.path, a.body])).toEqual([
      ["/api/shortlists/candidates/1/marks", { mark: "YES" }],
      ["/api/shortlists/candidates/2/marks", { mark: "NO" }],
    ]),
  );
  await userEvent.type(screen.getByLabelText("A word on Field Red"), "clear when thin");
  await userEvent.click(screen.getAllByRole("button", { name: "perhaps" })[0]);
  await waitFor(() =>
    expect(asked.filter((a) => a.path.endsWith("/1/marks")).at(-1)?.body).toEqual({
      mark: "PERHAPS",
      word: "clear when thin",
    }),
  );
});

test("the second best says in what it differs, a demand what it costs, and a price is asked for where it is missed", async () => {
  const asked = server(ANSWERS);
  open(<ShortlistPage />, "/shortlists/:shortlist", "/shortlists/4?step=cut");
  expect(await screen.findByText(/1 new and 1 of your own into 2 wells/)).toBeTruthy();
  expect(screen.getByText("Field Red passes for it: ΔE00 1.4, paler.")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Second best" }));
  expect(
    screen.getByText(/in Poppy; out Far Blue\. 1\.50 EUR less\. It serves 5\.0 points less/),
  ).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Single pigments only" }));
  expect(await screen.findByText("All of a single pigment.")).toBeTruthy();
  expect(screen.getByText(/out Field Red\. 2\.00 EUR less\. It serves 20\.0 points less/)).toBeTruthy();
  await userEvent.click(screen.getByText(/1 paint without a price cannot be chosen/));
  await userEvent.type(screen.getByLabelText("Price of Poppy in EUR"), "9.50");
  await userEvent.click(screen.getByRole("button", { name: "Keep" }));
  await waitFor(() =>
    expect(asked.find((a) => a.method === "PUT")?.body).toMatchObject({
      price: "9.50",
      must: false,
      version: 1,
    }),
  );
});

test("what the others could make of one says at which strength it was compared", async () => {
  const measured = (id: number, name: string) => {
    const c = candidate(id, name);
    return {
      ...c,
      paint: { ...c.paint, strip: { stops: ["#112233", "#ddeeff"], grain: 0, measured: true } },
    };
  };
  const asked = server({
    ...ANSWERS,
    "GET /api/shortlists/4": {
      ...LIST,
      candidates: [
        measured(1, "Field Red"),
        measured(2, "Poppy"),
        measured(3, "Far Blue"),
        candidate(5, "Marked no", { marks: [{ mark: "NO", word: "", at: "2026-11-02T10:00:00Z" }] }),
      ],
    },
    "POST /api/mixing/match": {
      mixes: [
        {
          parts: [
            { id: 20, part: 3 },
            { id: 30, part: 1 },
          ],
          deltaE: 2.44,
          deltaETint: 1.2,
          reasons: ["Near."],
        },
      ],
      reasons: [],
    },
  });
  open(<ShortlistPage />, "/shortlists/:shortlist", "/shortlists/4?step=try");
  await userEvent.click((await screen.findAllByRole("button", { name: "More of it: price, notes" }))[0]);
  expect(await screen.findByText("3 Poppy + 1 Far Blue")).toBeTruthy();
  expect(screen.getByText("ΔE 2.4 at full strength, 1.2 at tint. Near.")).toBeTruthy();
  expect(asked.find((a) => a.path === "/api/mixing/match")?.body).toMatchObject({ from: [20, 30] });
});

test("what is kept are the paints of the choice that is looked at", async () => {
  const asked = server(ANSWERS);
  open(<ShortlistPage />, "/shortlists/:shortlist", "/shortlists/4?step=cut");
  await userEvent.click(await screen.findByRole("button", { name: "Second best" }));
  await userEvent.type(screen.getByLabelText("Why these, if you want to say"), "for rain");
  await userEvent.click(screen.getByRole("button", { name: "Keep these 2" }));
  await waitFor(() =>
    expect(asked.find((a) => a.path.endsWith("/decision"))?.body).toEqual({
      chosen: [1, 2],
      why: "for rain",
      version: 1,
    }),
  );
});

test("where nothing is chosen it is said why nothing can be kept", async () => {
  server({
    ...ANSWERS,
    "POST /api/shortlists/4/cut": {
      choices: [choice([], { leftOut: [] })],
      asks: [],
      byHand: "",
      weighed: 3,
    },
  });
  open(<ShortlistPage />, "/shortlists/:shortlist", "/shortlists/4?step=cut");
  expect(await screen.findByText(/nothing to keep yet/)).toBeTruthy();
  expect((screen.getByRole("button", { name: "Keep these" }) as HTMLButtonElement).disabled).toBe(true);
});

test("without a shortlist one is begun at once", async () => {
  const asked = server({
    "GET /api/shortlists": { shortlists: [] },
    "POST /api/shortlists": LIST,
  });
  open(<ShortlistsPage />, "/shortlists", "/shortlists");
  await userEvent.type(await screen.findByLabelText("Name"), "Abstracts");
  await userEvent.type(screen.getByLabelText("Wells"), "18");
  await userEvent.type(screen.getByLabelText("Budget, if any"), "60");
  await userEvent.click(screen.getByRole("button", { name: "Begin it" }));
  expect(await screen.findByText("elsewhere")).toBeTruthy();
  expect(asked.find((a) => a.method === "POST")?.body).toEqual({
    name: "Abstracts",
    purpose: "",
    wells: 18,
    budget: "60",
    currency: "EUR",
  });
});

test("a weighing that is stopped is over, and weighs again when asked", async () => {
  let let_go = (_: unknown) => {};
  let times = 0;
  const answer = ANSWERS["POST /api/shortlists/4/cut"];
  server({
    ...ANSWERS,
    "POST /api/shortlists/4/cut": (asked: { body: unknown }) =>
      ++times === 1 ? new Promise((go) => (let_go = go)) : answer(asked),
  });
  open(<ShortlistPage />, "/shortlists/:shortlist", "/shortlists/4?step=cut");
  expect(await screen.findByText(/^Weighing 3 paints/)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Stop" }));
  expect(screen.queryByText(/^Weighing/)).toBeNull();
  expect(screen.getByText(/^Stopped/)).toBeTruthy();
  // What was on its way comes too late.
  let_go(answer({ body: {} }));
  await userEvent.click(screen.getByRole("button", { name: "Weigh them" }));
  expect(await screen.findByText(/1 new and 1 of your own into 2 wells/)).toBeTruthy();
  expect(screen.queryByText(/^Stopped/)).toBeNull();
  expect(times).toBe(2);
});

test("one paint is told as one", async () => {
  server({
    ...ANSWERS,
    "GET /api/shortlists/4": {
      ...LIST,
      decidedOn: "2026-11-20",
      candidates: [
        candidate(1, "Field Red", {
          paint: { ...candidate(1, "Field Red").paint, standing: "WISHED" },
          decided: "CHOSEN",
        }),
      ],
    },
    "POST /api/shortlists/4/cut": {
      choices: [choice([1], { leftOut: [] })],
      asks: [],
      byHand: "",
      weighed: 1,
    },
    "GET /api/boxes": { boxes: [], starts: [] },
  });
  open(<ShortlistPage />, "/shortlists/:shortlist", "/shortlists/4?step=cut");
  expect(await screen.findByRole("button", { name: "Keep this one" })).toBeTruthy();
  expect(screen.getByText(/1 paint becomes the draft of an arrival/)).toBeTruthy();
});
