import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { NumberedPaint } from "../shelf/NumberedPaint";
import { ArrivalPage } from "./ArrivalPage";
import { ArrivalsPage } from "./ArrivalsPage";
import { DotCardPage } from "./DotCardPage";
import { DotCardsPage } from "./DotCardsPage";
import { LabelsPage } from "./LabelsPage";
import { MakeDotCard } from "./MakeDotCard";
import { PourDialog } from "./PourDialog";
import { PoursPage } from "./PoursPage";
import { ThanksPage } from "./ThanksPage";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const ENTRY = {
  id: 1,
  kind: "HAUL",
  state: "LOGGED",
  title: "Autumn haul",
  cameOn: "2026-10-02",
  from: "the mail room",
  startedOn: "2026-10-01",
  paints: 4,
  awaited: 1,
  total: "47.50",
  currency: "EUR",
  thanks: 0,
};

test("drafts stand before what is logged, and each says what it is", async () => {
  server({
    "GET /api/arrivals": {
      arrivals: [{ ...ENTRY, id: 2, state: "DRAFT", title: "", kind: "GIFT", cameOn: null }, ENTRY],
      total: 2,
    },
  });
  open(<ArrivalsPage />, "/arrivals", "/arrivals");
  expect(await screen.findByText("1 arrival, 1 draft waiting")).toBeTruthy();
  const links = screen.getAllByRole("link").filter((a) => a.getAttribute("href")?.startsWith("/arrivals/"));
  expect(links.map((a) => a.getAttribute("href"))).toEqual(["/arrivals/2", "/arrivals/1"]);
  expect(links[0].textContent).toContain("A gift");
  expect(links[1].textContent).toContain("1 line still to come");
  expect(links[1].textContent).toContain("47.50 EUR");
});

test("an empty room says what to do, and a new arrival opens as a draft", async () => {
  const asked = server({
    "GET /api/arrivals": { arrivals: [], total: 0 },
    "POST /api/arrivals": { id: 9 },
  });
  const router = open(<ArrivalsPage />, "/arrivals", "/arrivals");
  await screen.findByText(/Nothing has arrived yet/);
  await userEvent.click(screen.getByRole("button", { name: "Log an arrival" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/arrivals/9"));
  expect(asked.filter((a) => a.method === "POST")).toHaveLength(1);
});

const LOGGED = {
  id: 1,
  kind: "SET",
  state: "LOGGED",
  title: "Island Six",
  cameOn: "2026-06-28",
  from: "",
  maker: "",
  currency: "EUR",
  text: "",
  note: "",
  sheet: {},
  givers: [{ id: 4, called: "giver 1", name: "", naming: "NOT_KEPT", thanksOwed: true, note: "" }],
  lines: [],
  logged: [
    {
      line: 2,
      kind: "PAINT",
      state: "HERE",
      name: "Peat Smoke",
      maker: "Marlund",
      form: "HALF_PAN",
      quantity: 2,
      toGive: 1,
      giftFor: "Ada",
      landed: "4.90",
      paint: { id: 5, accession: "M-0190", recipe: ["PBr7"], voices: [] },
    },
    {
      line: 3,
      kind: "PAINT",
      state: "AWAITED",
      name: "Spray White",
      maker: "Marlund",
      form: "HALF_PAN",
      quantity: 1,
      toGive: 0,
      giftFor: "",
      landed: "4.90",
      parcel: 2,
    },
    {
      line: 4,
      kind: "THING",
      state: "HERE",
      name: "brush",
      maker: "",
      quantity: 1,
      toGive: 0,
      giftFor: "",
      landed: "9.00",
    },
  ],
  landed: "18.80",
  bills: [],
  notes: [],
  scales: [],
  inSet: true,
  version: 2,
};

test("a logged arrival shows what each line became, what is still to come, and opens its set", async () => {
  const asked = server({
    "GET /api/arrivals/1": LOGGED,
    "POST /api/arrivals/1/parcels": LOGGED,
    "POST /api/arrivals/1/open": { ...LOGGED, inSet: false },
  });
  open(<ArrivalPage />, "/arrivals/:arrival", "/arrivals/1");
  await screen.findByText("Island Six");
  expect(screen.getByText(/18.80 EUR landed/)).toBeTruthy();
  expect(screen.getByText(/M-0190 · Marlund · half pan · 2 pieces · 1 to give to Ada/)).toBeTruthy();
  expect(screen.getByText("(name not kept)")).toBeTruthy();
  expect(screen.getByText("no paint")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "It came" }));
  await waitFor(() => expect(asked.some((a) => a.path.endsWith("/parcels"))).toBe(true));
  expect(asked.find((a) => a.path.endsWith("/parcels"))?.body).toEqual({ number: 2 });
  await userEvent.click(screen.getByRole("button", { name: "Open the set" }));
  await waitFor(() => expect(asked.some((a) => a.path.endsWith("/open"))).toBe(true));
});

test("an arrival that is not there is said", async () => {
  server({ "GET /api/arrivals/77": () => refused("There is no arrival 77 in your collection.", 404) });
  open(<ArrivalPage />, "/arrivals/:arrival", "/arrivals/77");
  expect(await screen.findByText("There is no arrival 77 in your collection.")).toBeTruthy();
});

const CARD = {
  id: 1,
  number: 1,
  name: "Inshore, all",
  sheets: 1,
  columns: 2,
  rows: 2,
  direction: "ACROSS",
  dots: 2,
  left: 2,
  carriedOver: 1,
  price: "18.90",
  currency: "EUR",
  perColour: "9.450",
};
const dot = (position: number, more: object) => ({
  id: 10 + position,
  position,
  place: `D1·s1·r${Math.ceil(position / 2)}·c${((position - 1) % 2) + 1}`,
  sheet: 1,
  row: Math.ceil(position / 2),
  column: ((position - 1) % 2) + 1,
  name: `Shade ${position}`,
  state: "THERE",
  note: "",
  version: 1,
  ...more,
});

test("a dot card lies there sheet by sheet, and a dot is marked", async () => {
  const page = {
    card: CARD,
    note: "",
    dots: [
      dot(1, {
        paint: { id: 3, accession: "M-0003", recipe: ["PB29"], painted: true, place: "B2·p1·c1", voices: [] },
      }),
      dot(2, {}),
      dot(3, { state: "WITHDRAWN", note: "stickered over" }),
    ],
  };
  const asked = server({ "GET /api/dotcards/1": page, "PUT /api/dots/12": page });
  open(<DotCardPage />, "/dotcards/:dotcard", "/dotcards/1");
  await screen.findByText("Inshore, all");
  expect(screen.getByRole("button", { name: "Shade 1, D1·s1·r1·c1, there, carried over" })).toBeTruthy();
  expect(
    screen.getByRole("button", { name: "Shade 3, D1·s1·r2·c1, withdrawn, stickered over" }),
  ).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Shade 2, D1·s1·r1·c2, there" }));
  const dialog = await screen.findByRole("dialog");
  await userEvent.click(within(dialog).getByLabelText("smeared onto the facing page"));
  await userEvent.click(within(dialog).getByRole("button", { name: "Save" }));
  await waitFor(() =>
    expect(asked.find((a) => a.method === "PUT")?.body).toEqual({ state: "SMEARED", note: "", version: 1 }),
  );
});

test("dot cards are listed with what is carried over", async () => {
  server({ "GET /api/dotcards": { cards: [CARD] } });
  open(<DotCardsPage />, "/dotcards", "/dotcards");
  expect(await screen.findByText("1 of 2 carried over")).toBeTruthy();
  expect(screen.getByText(/9.450 EUR a colour/)).toBeTruthy();
});

test("a dot card is made with its withdrawn and missing dots, by number or name", async () => {
  const asked = server({ "POST /api/lines/6/dotcards": { card: { id: 8 } } });
  const router = open(<MakeDotCard line={6} colours={238} onClose={() => {}} />, "/lines/6", "/lines/6");
  expect((screen.getByLabelText("Sheets") as HTMLInputElement).value).toBe("4");
  await userEvent.type(screen.getByLabelText("Withdrawn dots"), "17, Tern Grey");
  await userEvent.type(screen.getByLabelText("Missing dots"), "3");
  await userEvent.click(screen.getByRole("button", { name: "Make it" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/dotcards/8"));
  const body = asked[0].body as { sheets: number; dots: unknown[]; columns?: number };
  expect(body.sheets).toBe(4);
  expect(body.columns).toBeUndefined();
  expect(body.dots).toEqual([
    { position: 17, state: "WITHDRAWN" },
    { name: "Tern Grey", state: "WITHDRAWN" },
    { position: 3, state: "MISSING" },
  ]);
});

const PLAN = {
  holding: 5,
  paint: 2,
  name: "Dusk Heather",
  left: 15,
  fills: [
    { form: "HALF_PAN", each: 1.5, once: 10, restOnce: 0, twice: 8, restTwice: 0.6, cost: "1.20" },
    { form: "FULL_PAN", each: 3, once: 5, restOnce: 0, twice: 4, restTwice: 0.6, cost: "2.40" },
  ],
  daysUntilHard: 10,
  because: "usual for paint with honey",
  currency: "EUR",
};
const POUR = {
  id: 1,
  paint: 2,
  accession: "M-0002",
  name: "Dusk Heather",
  maker: "Kelpwick",
  form: "HALF_PAN",
  pans: 2,
  holdings: [31, 32],
  pouredOn: "2026-11-20",
  ready: "2026-11-30",
  because: "usual for paint with honey",
  tacky: true,
  mayBeBoxed: false,
  keptWhere: "on the sill",
  seen: ["BUBBLES"],
  note: "",
  version: 3,
};

test("pouring says what the tube fills, pours, and leads to the labels", async () => {
  const asked = server({ "GET /api/holdings/5/pours": PLAN, "POST /api/holdings/5/pours": POUR });
  open(<PourDialog holding={5} onClose={() => {}} />, "/", "/");
  await screen.findByText("The 15 ml left fill");
  expect(screen.getByText("8 · 0.6 ml")).toBeTruthy();
  await userEvent.click(screen.getByLabelText(/full pan/));
  await userEvent.clear(screen.getByLabelText("How many pans"));
  await userEvent.type(screen.getByLabelText("How many pans"), "2");
  // A second pour is kept back only if it is asked for.
  const second = screen.getByLabelText<HTMLInputElement>(/keep a fifth back/);
  expect(second.checked).toBe(false);
  await userEvent.click(second);
  await userEvent.click(screen.getByRole("button", { name: "Pour" }));
  const link = await screen.findByRole("link", { name: "Print their labels" });
  expect(link.getAttribute("href")).toBe("/labels?holdings=31,32");
  const body = asked.find((a) => a.method === "POST")?.body as Record<string, unknown>;
  expect(body).toMatchObject({ form: "FULL_PAN", pans: 2, secondPour: true });
});

test("more pans than the tube fills is refused in words", async () => {
  server({
    "GET /api/holdings/5/pours": PLAN,
    "POST /api/holdings/5/pours": () => refused("The 15 ml left fill 10 pans, not 40."),
  });
  open(<PourDialog holding={5} onClose={() => {}} />, "/", "/");
  await screen.findByText("The 15 ml left fill");
  await userEvent.click(screen.getByRole("button", { name: "Pour" }));
  expect(await screen.findByText("The 15 ml left fill 10 pans, not 40.")).toBeTruthy();
});

test("pans still tacky say until when, and what is seen of them is kept at once", async () => {
  const asked = server({
    "GET /api/pours": {
      pours: [POUR, { ...POUR, id: 2, name: "Boxed", boxedOn: "2026-11-01" }],
      tacky: 1,
      calendar: null,
    },
    "PUT /api/pours/1": POUR,
    "POST /api/calendar": { pours: [], tacky: 0, calendar: "/api/calendar/word.ics" },
  });
  open(<PoursPage />, "/pours", "/pours");
  await screen.findByText(/Tacky until about 30 November 2026/);
  expect(screen.getByRole("link", { name: "Labels for these" }).getAttribute("href")).toBe(
    "/labels?holdings=31,32",
  );
  await userEvent.click(screen.getByRole("button", { name: "Seen of Dusk Heather" }));
  await userEvent.click(screen.getByLabelText("cracked"));
  await waitFor(() => expect(asked.some((a) => a.method === "PUT")).toBe(true));
  expect(asked.find((a) => a.method === "PUT")?.body).toMatchObject({
    seen: ["BUBBLES", "CRACKED"],
    version: 3,
  });
  await userEvent.click(screen.getByRole("button", { name: "Make an address" }));
  await waitFor(() => expect(asked.some((a) => a.path === "/api/calendar")).toBe(true));
});

test("labels are asked for at the sheet chosen, with commas read as points", async () => {
  server({});
  open(<LabelsPage />, "/labels", "/labels?holdings=31,32");
  expect(screen.getByText(/2 labels/)).toBeTruthy();
  const pdf = () =>
    new URL(screen.getByRole("link", { name: "Open the PDF" }).getAttribute("href") ?? "", "http://x");
  expect(pdf().searchParams.get("holdings")).toBe("31,32");
  expect(pdf().searchParams.get("width")).toBeNull();
  await userEvent.selectOptions(screen.getByLabelText("Sheet"), "65 labels, 38.1 × 21.2");
  expect(pdf().searchParams.get("columns")).toBe("5");
  await userEvent.clear(screen.getByLabelText("Label high, mm"));
  await userEvent.type(screen.getByLabelText("Label high, mm"), "20,5");
  expect(pdf().searchParams.get("height")).toBe("20.5");
});

test("labels without pans say what to choose", () => {
  server({});
  open(<LabelsPage />, "/labels", "/labels");
  expect(screen.getByText(/Choose pans first/)).toBeTruthy();
});

test("thanks owed stand first and are said with one press", async () => {
  const thanks = (thankedOn: string | null, id: number, called: string) => ({
    giver: { id, called, name: called, naming: "NAMED", thanksOwed: true, thankedOn, note: "" },
    arrival: 1,
    arrivalTitle: "a gift",
    cameOn: "2026-05-30",
  });
  const asked = server({
    "GET /api/thanks": { thanks: [thanks("2026-06-01", 1, "Bo"), thanks(null, 2, "Ada")], owed: 1 },
    "PUT /api/givers/2": { thanks: [], owed: 0 },
  });
  open(<ThanksPage />, "/thanks", "/thanks");
  await screen.findByText("1 owed");
  const names = screen.getAllByRole("listitem").map((li) => li.textContent ?? "");
  expect(names[0]).toContain("Ada");
  expect(names[1]).toContain("thanked 2026-06-01");
  await userEvent.click(screen.getByRole("button", { name: "Thanked Ada" }));
  await waitFor(() => expect(asked.some((a) => a.method === "PUT")).toBe(true));
  expect(JSON.stringify(asked.find((a) => a.method === "PUT")?.body)).toMatch(
    /"thankedOn":"\d{4}-\d\d-\d\d"/,
  );
});

test("the code on a label leads to its paint, or says that it belongs elsewhere", async () => {
  server({
    "GET /api/paints": (a: { query: string }) => ({
      paints: a.query.includes("M-0137") ? [{ id: 12 }] : [],
      understood: [],
      total: 0,
    }),
  });
  const router = open(<NumberedPaint />, "/m/:number", "/m/0137");
  await waitFor(() => expect(router.state.location.pathname).toBe("/paints/12"));
  cleanup();
  open(<NumberedPaint />, "/m/:number", "/m/9999");
  expect(await screen.findByText(/There is no paint M-9999/)).toBeTruthy();
});

test("a sheet is cut at a time, what was cut is not cut again, and a ring that is not there is made when one says so", async () => {
  const there = { paint: { id: 3, accession: "M-0003", recipe: ["PB29"], painted: false, voices: [] } };
  const page = {
    card: { ...CARD, sheets: 2 },
    note: "",
    dots: [
      dot(1, there),
      dot(2, { ...there, cut: true }),
      dot(3, { ...there, sheet: 2, state: "SMEARED" }),
      dot(4, { ...there, sheet: 2 }),
      dot(5, { ...there, sheet: 2, state: "MISSING" }),
    ],
  };
  const asked = server({
    "GET /api/dotcards/1": page,
    "POST /api/dotcards/1/strips": ({ body }: { body: unknown }) =>
      (body as { makeKeeper: boolean }).makeKeeper ? page : refused("There is no ring 9.", 422, "no-keeper"),
  });
  open(<DotCardPage />, "/dotcards/:dotcard", "/dotcards/1");
  expect(await screen.findByText("Sheet 1 · 1 cut into strips")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Cut into strips" }));
  const dialog = within(screen.getByRole("dialog"));
  expect(dialog.getByText(/^3 dots become strips that keep their printed names/)).toBeTruthy();
  await userEvent.selectOptions(dialog.getByLabelText("What was cut"), "sheet 1, 1 dot");
  expect(dialog.getByText(/^1 dot becomes a strip that keeps its printed names/)).toBeTruthy();
  await userEvent.selectOptions(dialog.getByLabelText("What was cut"), "sheet 2, 2 dots");
  await userEvent.type(dialog.getByLabelText(/Filed from/), "R9 1");
  await userEvent.click(dialog.getByRole("button", { name: "They are cut" }));
  expect(await dialog.findByText("There is no ring 9.")).toBeTruthy();
  await userEvent.click(dialog.getByRole("button", { name: "Make it, and file" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(asked.filter((a) => a.method === "POST").map((a) => a.body)).toEqual([
    { sheet: 2, place: "R9 1", makeKeeper: false },
    { sheet: 2, place: "R9 1", makeKeeper: true },
  ]);
});
