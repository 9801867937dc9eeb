import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { type Asked, open, refused, server } from "../../test/page";
import { BenchPage } from "./BenchPage";
import { ChartPage } from "./ChartPage";
import { CuttingPage } from "./CuttingPage";
import { PaintingPage } from "./PaintingPage";
import { PaperPage } from "./PaperPage";
import { PlanPage } from "./PlanPage";
import { holding } from "./words";

beforeEach(() => localStorage.clear());
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
  painted: false,
  lost: false,
  version: 1,
});
const BOX = { x: 10, y: 10, width: 100, height: 20 };
const STEPS = [
  { kind: "STEP", step: 1, x: 60, y: 10, width: 20, height: 20 },
  { kind: "STEP", step: 2, x: 82, y: 10, width: 20, height: 20 },
  { kind: "CAPTION", x: 10, y: 10, width: 45, height: 20 },
];
const PAPERS = {
  papers: [
    {
      id: 4,
      name: "Half sheets",
      kind: "SHEET",
      width: 381,
      height: 558.8,
      size: "Half imperial",
      surface: "ROUGH",
      weight: 300,
      sheets: 3,
      note: "",
      version: 1,
    },
  ],
  sizes: [
    { name: "A4", width: 210, height: 297 },
    { name: "Full imperial", width: 558.8, height: 762 },
  ],
};

const chartPage = (painted: number[]) => ({
  id: 7,
  code: "C-0007",
  title: "Blues",
  form: "STRIPS",
  formInWords: "value strips",
  school: "BY_HAND",
  schoolInWords: "by hand",
  note: "",
  createdAt: "2026-11-01T10:00:00Z",
  version: 1,
  asked: { form: "STRIPS", options: {} },
  notes: ["2 equal squares of 20 mm a row."],
  geometry: {
    pages: [
      {
        number: 1,
        width: 210,
        height: 297,
        markers: [],
        qr: null,
        cells: [0, 1].map((cell) => ({ cell, paint: cell + 1, ...BOX, y: 10 + 25 * cell, parts: STEPS })),
      },
    ],
  },
  paints: [paint(1, "Deep Shelter Blue"), paint(2, "Skerry Blue")],
  cells: [0, 1].map((cell) => ({
    cell,
    page: 1,
    paint: cell + 1,
    state: painted.includes(cell) ? "PAINTED" : "PLANNED",
    paintedAt: painted.includes(cell) ? "2026-11-01T11:00:00Z" : null,
    eye: [],
    note: "",
    swatch: painted.includes(cell) ? 90 + cell : null,
    advice: cell === 1 ? "It granulates: let it dry by itself, no heat" : "",
    cautions: cell === 1 ? ["cobalt"] : [],
  })),
  cusps: [],
});

const walk = (cells: number[]) => ({
  order: "WATER",
  steps: cells.map((cell) => ({
    cell,
    page: 1,
    paint: paint(cell + 1, cell === 0 ? "Deep Shelter Blue" : "Skerry Blue"),
    where: "dot card 2, sheet 2, row 5, 3 from the left",
    water: cell === 1,
    pan: false,
    waterWhy: cell === 1 ? "From yellow to blue" : "",
    doing: ["Full strength in the first square"],
    eye: [],
    note: "",
  })),
  done: 2 - cells.length,
  all: 2,
  secondsEach: 240,
  learntFrom: 0,
  secondsLeft: 240 * cells.length,
  waters: 1,
  pans: 0,
  watersAsRuled: 3,
  pansAsRuled: 2,
});

test("the bench says of each chart what is to be done, and which cells mind heat while they dry", async () => {
  server({
    "GET /api/charts": {
      charts: [
        {
          id: 7,
          code: "C-0007",
          title: "Blues",
          form: "STRIPS",
          formInWords: "value strips",
          createdAt: "2026-11-01T10:00:00Z",
          cells: 11,
          painted: 7,
          drying: 7,
          unfiled: 7,
        },
      ],
      drying: [
        {
          chart: 7,
          code: "C-0007",
          cell: 2,
          name: "Skerry Blue",
          since: "2026-11-01T11:00:00Z",
          advice: "It granulates: let it dry by itself, no heat",
        },
      ],
    },
  });
  open(<BenchPage />, "/bench", "/bench");
  expect((await screen.findByRole("link", { name: /C-0007/ })).textContent).toContain(
    "4 to paint · 7 drying · 7 to file",
  );
  expect(screen.getByText(/let it dry by itself/)).toBeTruthy();
});

test("paints are chosen, what cannot be painted says why, and the plan is kept over a reload and sent whole", async () => {
  const plan = {
    pages: [
      {
        number: 1,
        width: 210,
        height: 297,
        cells: [{ index: 0, paint: 1, second: null, ...BOX, parts: STEPS }],
      },
    ],
    notes: ["Nothing is left over."],
    size: 20,
    order: [paint(1, "Deep Shelter Blue")],
    groups: [{ name: "blues", paints: [1], unpainted: [] }],
    cusps: [],
  };
  const answers = {
    "GET /api/papers": PAPERS,
    "GET /api/charts/candidates": {
      paints: [
        { paint: paint(1, "Deep Shelter Blue"), canBePainted: true, where: "tube", whyNot: "" },
        { paint: paint(2, "Skerry Blue"), canBePainted: false, where: "", whyNot: "lent" },
      ],
      total: 2,
    },
    "POST /api/charts/plan": plan,
    "POST /api/charts": { id: 7, code: "C-0007", pages: 1 },
  };
  server(answers);
  open(<PlanPage />, "/bench/new", "/bench/new");
  expect(await screen.findByText("lent")).toBeTruthy();
  const boxes = within(screen.getByRole("list", { name: "Paints to choose from" })).getAllByRole("checkbox");
  expect((boxes[1] as HTMLInputElement).disabled).toBe(true);
  await userEvent.click(boxes[0]);
  await userEvent.selectOptions(screen.getByLabelText("Paper"), "stock 4");
  expect(await screen.findByText("Nothing is left over.")).toBeTruthy();
  cleanup();

  const asked = server(answers);
  const router = open(<PlanPage />, "/bench/new", "/bench/new");
  await screen.findByText("Nothing is left over.");
  await userEvent.click(screen.getByRole("button", { name: "Plan it" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/bench/7"));
  const sent = asked.find((a) => a.path === "/api/charts" && a.method === "POST")?.body as Record<
    string,
    unknown
  >;
  expect(sent).toMatchObject({
    form: "STRIPS",
    paints: [1],
    stock: 4,
    paper: { width: 381, height: 558.8 },
    options: { opacityLine: true },
  });
  cleanup();

  server(answers);
  open(<PlanPage />, "/bench/new", "/bench/new");
  expect(await screen.findByText("Form, paper and options are those of your last chart.")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Start afresh" }));
  expect(screen.queryByText(/those of your last chart/)).toBeNull();
});

test("lengths are read and written in inches when inches are chosen, and kept in mm", async () => {
  const asked = server({
    "GET /api/papers": PAPERS,
    "POST /api/charts/cut": {
      count: 82,
      cards: [{ x: 0, y: 0, width: 101.6, height: 50.8 }],
      wastePercent: 0.6,
      cuts: [],
      offcuts: [],
      notes: [],
    },
  });
  open(<CuttingPage />, "/bench/cutting", "/bench/cutting");
  expect(await screen.findByText("82 cards")).toBeTruthy();
  await userEvent.click(screen.getByLabelText("in"));
  const wide = screen.getByLabelText("Card wide, in") as HTMLInputElement;
  expect(wide.value).toBe("2");
  await userEvent.clear(wide);
  await userEvent.type(wide, "2,5");
  await waitFor(() =>
    expect(asked.some((a) => (a.body as { card?: { width: number } }).card?.width === 63.5)).toBe(true),
  );
});

const SESSION = { email: "one@molvet.example" };
const KEPT = "molvet-painted-one@molvet.example";

test("a cell that is painted while the server is away is kept, stamped, and told once when it is back", async () => {
  let away = true;
  const told: Asked[] = [];
  let left = [0, 1];
  server({
    "GET /api/session": SESSION,
    "GET /api/charts/7": () => chartPage([0, 1].filter((c) => !left.includes(c))),
    "GET /api/charts/7/walk": () => walk(left),
    "POST /api/charts/7/painted": (a: Asked) => {
      if (away) return new Response(JSON.stringify({ type: "molvet:database-away" }), { status: 503 });
      told.push(a);
      left = left.filter((c) => c !== (a.body as { cell: number }).cell);
      return walk(left);
    },
  });
  open(<PaintingPage />, "/bench/:chart/paint", "/bench/7/paint");
  expect(await screen.findByText("Deep Shelter Blue", { selector: "h1" })).toBeTruthy();
  expect(screen.getByText("dot card 2, sheet 2, row 5, 3 from the left")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "patchy" }));
  await userEvent.click(screen.getByRole("button", { name: "Painted, next" }));
  expect(await screen.findByText("Skerry Blue", { selector: "h1" })).toBeTruthy();
  expect(screen.getByText(/Clean water. From yellow to blue/)).toBeTruthy();
  expect(screen.getByRole("status").textContent).toContain("1 painted here, kept on this phone");
  // A reload in between.
  cleanup();
  open(<PaintingPage />, "/bench/:chart/paint", "/bench/7/paint");
  expect(await screen.findByText("Skerry Blue", { selector: "h1" })).toBeTruthy();
  expect(told).toEqual([]);
  away = false;
  window.dispatchEvent(new Event("online"));
  await waitFor(() => expect(screen.queryByRole("status")).toBeNull());
  expect(told.map((t) => t.body)).toEqual([{ cell: 0, at: expect.any(String), eye: ["PATCHY"] }]);
  expect(screen.getByText("1 of 2")).toBeTruthy();
});

test("the count never falls back while a slow server is asked for the page anew", async () => {
  let left = [0, 1];
  let answer = () => {};
  const slow = () => new Promise<void>((done) => (answer = done));
  let asked = 0;
  server({
    "GET /api/session": SESSION,
    "GET /api/charts/7": chartPage([]),
    "GET /api/charts/7/walk": async () => {
      if (asked++ > 0) await slow();
      return walk(left);
    },
    "POST /api/charts/7/painted": () => {
      left = [1];
      return {};
    },
  });
  open(<PaintingPage />, "/bench/:chart/paint", "/bench/7/paint");
  await userEvent.click(await screen.findByRole("button", { name: "Painted, next" }));
  // Told, and the page is not there yet.
  await waitFor(() => expect(asked).toBe(2));
  expect(screen.queryByRole("status")).toBeNull();
  expect(screen.getByText("1 of 2")).toBeTruthy();
  expect(screen.getByText("Skerry Blue", { selector: "h1" })).toBeTruthy();
  answer();
  await waitFor(() => expect(screen.getByText("1 of 2")).toBeTruthy());
  expect(screen.getByText("Skerry Blue", { selector: "h1" })).toBeTruthy();
});

test("a tap too many is taken back: out of what waits, or undone when it was told already", async () => {
  let left = [0, 1];
  const asked = server({
    "GET /api/session": SESSION,
    "GET /api/charts/7": chartPage([]),
    "GET /api/charts/7/walk": () => walk(left),
    "POST /api/charts/7/painted": () => {
      left = [1];
      return walk(left);
    },
    "GET /api/acts": {
      acts: [{ id: 55, said: "Painted cell 1 of C-0007", at: "2026-11-01T11:00:00Z", undone: false }],
    },
    "POST /api/acts/55/undo": () => {
      left = [0, 1];
      return {};
    },
  });
  open(<PaintingPage />, "/bench/:chart/paint", "/bench/7/paint");
  await userEvent.click(await screen.findByRole("button", { name: "Painted, next" }));
  expect(await screen.findByText("Skerry Blue", { selector: "h1" })).toBeTruthy();
  await waitFor(() => expect(screen.queryByRole("status")).toBeNull());
  await userEvent.click(screen.getByRole("button", { name: "Cell 1 is not painted after all" }));
  expect(await screen.findByText("Deep Shelter Blue", { selector: "h1" })).toBeTruthy();
  expect(asked.some((a) => a.path === "/api/acts/55/undo")).toBe(true);
});

test("what the server will not take is said, and does not hold up what follows", async () => {
  server({
    "GET /api/session": SESSION,
    "GET /api/charts/7": chartPage([]),
    "GET /api/charts/7/walk": walk([0, 1]),
    "POST /api/charts/7/painted": refused("Cell 1 was left bare; there is no paint for it."),
  });
  open(<PaintingPage />, "/bench/:chart/paint", "/bench/7/paint");
  await userEvent.click(await screen.findByRole("button", { name: "Painted, next" }));
  expect(await screen.findByText("Cell 1 was left bare; there is no paint for it.")).toBeTruthy();
  expect(JSON.parse(localStorage.getItem(KEPT) ?? "[]")).toEqual([]);
});

test("a phone without room says that what was painted is kept in its window only, and tells it all the same", async () => {
  const full = vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
    throw new DOMException("full", "QuotaExceededError");
  });
  let away = true;
  const told: Asked[] = [];
  server({
    "GET /api/session": SESSION,
    "GET /api/charts/7": chartPage([]),
    "GET /api/charts/7/walk": walk([0, 1]),
    "POST /api/charts/7/painted": (a: Asked) => {
      if (away) return new Response(JSON.stringify({ type: "molvet:database-away" }), { status: 503 });
      told.push(a);
      return {};
    },
  });
  open(<PaintingPage />, "/bench/:chart/paint", "/bench/7/paint");
  await userEvent.click(await screen.findByRole("button", { name: "Painted, next" }));
  expect(await screen.findByText(/1 painted here, kept in this window only/)).toBeTruthy();
  away = false;
  window.dispatchEvent(new Event("online"));
  await waitFor(() => expect(told).toHaveLength(1));
  full.mockRestore();
});

test("a cell taken back while it is being told is undone, not left painted", async () => {
  let answer = () => {};
  const told = new Promise<void>((done) => (answer = done));
  const asked = server({
    "GET /api/session": SESSION,
    "GET /api/charts/7": chartPage([]),
    "GET /api/charts/7/walk": walk([0, 1]),
    "POST /api/charts/7/painted": async () => {
      await told;
      return {};
    },
    "GET /api/acts": {
      acts: [{ id: 56, said: "Painted cell 1 of C-0007", at: "2026-11-01T11:00:00Z", undone: false }],
    },
    "POST /api/acts/56/undo": {},
  });
  open(<PaintingPage />, "/bench/:chart/paint", "/bench/7/paint");
  await userEvent.click(await screen.findByRole("button", { name: "Painted, next" }));
  await waitFor(() => expect(asked.some((a) => a.path.endsWith("/painted"))).toBe(true));
  await userEvent.click(screen.getByRole("button", { name: "Cell 1 is not painted after all" }));
  answer();
  await waitFor(() => expect(asked.some((a) => a.path === "/api/acts/56/undo")).toBe(true));
  expect(asked.filter((a) => a.path.endsWith("/painted"))).toHaveLength(1);
});

test("two cells that were swapped are corrected in one act", async () => {
  const asked = server({
    "GET /api/charts/7": chartPage([0, 1]),
    "POST /api/charts/7/corrections": chartPage([0, 1]),
  });
  open(<ChartPage />, "/bench/:chart", "/bench/7");
  expect(await screen.findByText("2 cells drying", { exact: false })).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: /Deep Shelter Blue/ }));
  const dialog = await screen.findByRole("dialog");
  await userEvent.selectOptions(within(dialog).getByLabelText("It went otherwise"), "SWAPPED");
  await userEvent.type(within(dialog).getByLabelText("The other cell"), "2");
  await userEvent.click(within(dialog).getByRole("button", { name: "Correct the record" }));
  await waitFor(() =>
    expect(asked.find((a) => a.path.endsWith("/corrections"))?.body).toMatchObject({
      kind: "SWAPPED",
      cell: 0,
      other: 1,
    }),
  );
});

test("a painted sheet is filed, and a keeper that is not there is offered to be made", async () => {
  const asked = server({
    "GET /api/charts/7": chartPage([0, 1]),
    "POST /api/charts/7/file": (a: Asked) =>
      (a.body as { makeKeeper: boolean }).makeKeeper
        ? chartPage([0, 1])
        : refused("There is no binder 1 on the shelf yet.", 409, "no-keeper"),
  });
  open(<ChartPage />, "/bench/:chart", "/bench/7");
  await userEvent.type(await screen.findByLabelText("From place"), "B1 p1 c1");
  await userEvent.click(screen.getByRole("button", { name: "File" }));
  await userEvent.click(await screen.findByRole("button", { name: "Make it, and file" }));
  await waitFor(() => expect(asked.filter((a) => a.path.endsWith("/file"))).toHaveLength(2));
});

test("paper is added by a size with a name", async () => {
  const asked = server({ "GET /api/papers": PAPERS, "POST /api/papers": PAPERS.papers[0] });
  open(<PaperPage />, "/bench/paper", "/bench/paper");
  expect((await screen.findByRole("button", { name: /Half sheets/ })).textContent).toContain("3 left");
  await userEvent.click(screen.getByRole("button", { name: "Add paper" }));
  await userEvent.selectOptions(screen.getByLabelText("Size"), "Full imperial");
  await userEvent.click(screen.getByRole("button", { name: "Add it" }));
  await waitFor(() =>
    expect(asked.find((a) => a.method === "POST")?.body).toMatchObject({
      width: 558.8,
      height: 762,
      sheets: 1,
    }),
  );
});

test("what a cell holds is said with its parts: of one, of two, of three, and of none", () => {
  const cell = (second: number | null, third: number | null, parts: number[]) =>
    ({
      paint: 1,
      second,
      third,
      part: parts[0],
      secondPart: parts[1] ?? 1,
      thirdPart: parts[2] ?? 1,
    }) as Parameters<typeof holding>[0];
  const name = (paint: number) => ["", "Kelp Blue", "Cliff Ochre", "Sea Rose"][paint] ?? "";
  const plain = (text: string) => text.replaceAll("\u00a0", " ");
  expect(holding(cell(null, null, [1]), name)).toBe("Kelp Blue");
  expect(holding(cell(2, null, [1, 1]), name)).toBe("Kelp Blue with Cliff Ochre");
  expect(plain(holding(cell(2, null, [3, 1]), name))).toBe("Kelp Blue with Cliff Ochre, 3 : 1");
  expect(plain(holding(cell(2, 3, [2, 1, 1]), name))).toBe(
    "2 : 1 : 1 of Kelp Blue, Cliff Ochre and Sea Rose",
  );
  expect(holding({ ...cell(null, null, [1]), paint: undefined }, name)).toBe("bare");
});
