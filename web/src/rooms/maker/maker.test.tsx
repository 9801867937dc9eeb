import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { ChartImportPage } from "./ChartImportPage";
import { LinePage } from "./LinePage";
import { MakerPage } from "./MakerPage";
import { MakersPage } from "./MakersPage";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const LINE = {
  id: 3,
  name: "Station Colours",
  grade: "ARTIST",
  honey: true,
  maker: 1,
  makerName: "Pellworth",
  colours: [
    {
      id: 7,
      catalogueNumber: "126",
      name: "Tern Grey",
      names: [{ language: "de", name: "Seeschwalbe" }],
      series: 2,
      status: "CURRENT",
      editions: [
        {
          id: 2,
          label: "since 2021",
          labelText: "PBk7",
          sizes: "12 ml 8.40 EUR",
          recipe: ["PBk7"],
          claims: [],
          note: "",
        },
        {
          id: 1,
          label: "first known",
          labelText: "PBk9",
          sizes: "15 ml 8.20 EUR",
          recipe: ["PBk9"],
          claims: [],
          note: "",
        },
      ],
      version: 1,
    },
  ],
  leaflets: [{ id: 4, title: "spring list", mediaType: "application/pdf", size: 10 }],
  version: 1,
};

const PREVIEW = {
  file: "CSV",
  notes: ["Read as Windows-1252 (Latin-1), since it is not UTF-8."],
  heading: 1,
  columns: [
    { index: 0, heading: "Nr", column: "NUMBER", because: "headed “Nr”" },
    { index: 1, heading: "Farbe", column: "NAME", because: "headed “Farbe”" },
    { index: 2, heading: "X", column: "IGNORED", because: "not recognised" },
  ],
  choices: ["NUMBER", "NAME", "PIGMENTS", "IGNORED"],
  colours: 2,
  keptOut: 1,
  doubts: [{ row: 4, column: "name", message: "There is no name.", keptOut: true }],
  changes: [
    {
      row: 2,
      name: "Tern Grey",
      catalogueNumber: "126",
      recipe: ["PBk7"],
      sizes: "",
      kinds: ["RESIZED"],
      said: "Tern Grey: sold at 12 ml.",
    },
    {
      row: 3,
      name: "Dune",
      catalogueNumber: "127",
      recipe: ["PBr7"],
      sizes: "",
      kinds: ["ADDED"],
      said: "Dune is new.",
    },
  ],
  counts: { ADDED: 1, RESIZED: 1, WITHDRAWN: 1, UNCHANGED: 0 },
  cells: { 4: ["128", "", "PB29"] },
};

function mendOf(body: unknown) {
  const part = /name="mend"\r?\n\r?\n(.*)\r?\n/.exec(String(body));
  return JSON.parse(part?.[1] ?? "{}");
}

test("a line shows every edition with its sizes, and the chart to take away", async () => {
  server({ "GET /api/lines/3": LINE });
  open(<LinePage />, "/lines/:line", "/lines/3");
  await screen.findByText("Station Colours");
  expect(screen.getByText("15 ml 8.20 EUR")).toBeTruthy();
  expect(screen.getByText(/with honey/)).toBeTruthy();
  expect(screen.getByRole("link", { name: "ods" }).getAttribute("href")).toBe("/api/lines/3/chart.ods");
  expect(screen.getByRole("link", { name: "spring list" }).getAttribute("href")).toBe("/api/leaflets/4");
});

test("a chart is seen before it is taken in, and mended where it is wrong", async () => {
  const asked = server({
    "GET /api/lines/3": LINE,
    "POST /api/lines/3/chart/preview": PREVIEW,
    "POST /api/lines/3/chart": PREVIEW,
  });
  const router = open(<ChartImportPage />, "/lines/:line/chart", "/lines/3/chart");
  const file = new File(["Nr;Farbe;X\n126;Tern;1"], "chart.csv", { type: "text/csv" });
  fireEvent.change(await screen.findByLabelText("The chart’s file"), { target: { files: [file] } });
  await screen.findByText("2 colours in CSV, headed in row 1");
  expect(screen.getByText(/Windows-1252/)).toBeTruthy();
  expect(screen.getByText("There is no name.")).toBeTruthy();
  expect(screen.getByText("Tern Grey: sold at 12 ml.")).toBeTruthy();
  await userEvent.selectOptions(screen.getByLabelText("What X is"), "PIGMENTS");
  const cell = screen.getByLabelText("Row 4, Farbe");
  await userEvent.type(cell, "Gull");
  fireEvent.blur(cell);
  await waitFor(() => {
    const last = asked.filter((a) => a.path.endsWith("/preview")).at(-1);
    expect(mendOf(last?.body)).toMatchObject({ columns: { 2: "PIGMENTS" }, cells: { 4: { 1: "Gull" } } });
  });
  await userEvent.click(screen.getByLabelText(/it is the whole line/));
  await waitFor(() =>
    expect(mendOf(asked.filter((a) => a.path.endsWith("/preview")).at(-1)?.body).whole).toBe(false),
  );
  const take = screen.getByRole("button", { name: "Take in 2 colours" }) as HTMLButtonElement;
  await waitFor(() => expect(take.disabled).toBe(false));
  await userEvent.click(take);
  await waitFor(() => expect(router.state.location.pathname).toBe("/lines/3"));
  expect(mendOf(asked.find((a) => a.path === "/api/lines/3/chart")?.body)).toMatchObject({ whole: false });
});

test("a file that is no chart is answered with its reason, and nothing can be taken in", async () => {
  server({
    "GET /api/lines/3": LINE,
    "POST /api/lines/3/chart/preview": () => refused("The file breaks off or is damaged."),
  });
  open(<ChartImportPage />, "/lines/:line/chart", "/lines/3/chart");
  fireEvent.change(await screen.findByLabelText("The chart’s file"), {
    target: { files: [new File(["PK"], "chart.xlsx")] },
  });
  expect(await screen.findByText("The file breaks off or is damaged.")).toBeTruthy();
  expect(screen.queryByRole("button", { name: /Take in/ })).toBeNull();
});

const STEPS = ["excellent", "very good", "fair", "poor", "fugitive", "untested"];
const MAKER = {
  id: 2,
  name: "Kelpwick",
  initials: "Ke",
  note: "Bound with honey",
  scales: [
    {
      trait: "lightfastness",
      written: "*** = excellent",
      steps: STEPS,
      published: [
        {
          words: "ASTM D4303",
          written: "I = excellent, II = very good, III = fair, IV = poor, V = fugitive",
        },
      ],
    },
    { trait: "staining", written: "", steps: ["none", "low", "medium", "high"], published: [] },
  ],
  paints: 31,
  lines: [{ id: 3, name: "Honey-bound", grade: "ARTIST", honey: true, colours: 24, version: 1 }],
  version: 5,
};
const YEARS = {
  maker: 2,
  name: "Kelpwick",
  paints: 31,
  years: [
    { year: 2025, claims: [{ trait: "granulation", asked: 4, agreed: 3 }] },
    { year: 0, claims: [{ trait: "staining", asked: 1, agreed: 1 }] },
  ],
  missed: [{ paint: { id: 8, name: "Tern Grey" }, trait: "granulation", label: "none", paper: "strong" }],
};

test("a maker’s scale begins from a published one, and is saved with the version that was read", async () => {
  let taken = false;
  const asked = server({
    "GET /api/makers/2": MAKER,
    "GET /api/reports/makers/2": { ...YEARS, years: [], missed: [] },
    "PUT /api/makers/2": () => (taken ? MAKER : refused("“maybe” is not a step of staining.")),
  });
  open(<MakerPage />, "/makers/:maker", "/makers/2");
  const light = (await screen.findByLabelText("Lightfastness")) as HTMLInputElement;
  expect(light.value).toBe("*** = excellent");
  await userEvent.click(screen.getByRole("button", { name: "ASTM D4303" }));
  expect(light.value).toContain("V = fugitive");
  await userEvent.type(screen.getByLabelText("Staining"), "S = maybe");
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  expect(await screen.findByText("“maybe” is not a step of staining.")).toBeTruthy();
  taken = true;
  await userEvent.clear(screen.getByLabelText("Staining"));
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  await waitFor(() =>
    expect(asked.filter((a) => a.method === "PUT").at(-1)?.body).toMatchObject({
      version: 5,
      scales: { lightfastness: MAKER.scales[0].published[0].written, staining: "" },
    }),
  );
  expect(screen.queryByText(/Claims against your paper/)).toBeNull();
});

test("what a maker claims is held against the paper, year by year, and leads to its paints", async () => {
  server({ "GET /api/makers/2": MAKER, "GET /api/reports/makers/2": YEARS });
  open(<MakerPage />, "/makers/:maker", "/makers/2");
  await userEvent.click(await screen.findByText(/1 claim it does not bear out/));
  const row = screen.getByRole("rowheader", { name: "2025" }).closest("tr");
  expect(row?.textContent).toBe("2025granulation 3 of 4");
  expect(screen.getByRole("rowheader", { name: "by eye" })).toBeTruthy();
  expect(screen.getByText(/granulation none on the label, strong on your paper/)).toBeTruthy();
  expect(screen.getByRole("link", { name: "Report card" }).getAttribute("href")).toBe(
    "/report?find=maker%3A%22Kelpwick%22",
  );
});

test("a line is added to a maker, and a maker to the list", async () => {
  const asked = server({
    "GET /api/makers/2": MAKER,
    "GET /api/reports/makers/2": { ...YEARS, years: [] },
    "POST /api/makers/2/lines": {},
    "GET /api/makers": { makers: [{ id: 2, name: "Kelpwick", initials: "Ke", paints: 31, lines: 1 }] },
    "POST /api/makers": () => refused("Kelpwick is here already."),
    "GET /api/makers/9": () => refused("There is no such maker.", 404),
  });
  open(<MakerPage />, "/makers/:maker", "/makers/2");
  await userEvent.type(await screen.findByLabelText("A new line"), "Station Colours");
  await userEvent.selectOptions(screen.getByLabelText("Grade"), "student");
  await userEvent.click(screen.getByRole("button", { name: "Add" }));
  await waitFor(() =>
    expect(asked.find((a) => a.path.endsWith("/lines"))?.body).toEqual({
      name: "Station Colours",
      grade: "STUDENT",
    }),
  );
  cleanup();
  open(<MakersPage />, "/makers", "/makers");
  expect(await screen.findByText("31 paints, 1 line")).toBeTruthy();
  await userEvent.type(screen.getByLabelText("A new maker"), "Kelpwick");
  await userEvent.click(screen.getByRole("button", { name: "Add" }));
  expect(await screen.findByText("Kelpwick is here already.")).toBeTruthy();
  cleanup();
  open(<MakerPage />, "/makers/:maker", "/makers/9");
  expect(await screen.findByText("There is no such maker.")).toBeTruthy();
});

test("a colour that was reformulated keeps its old edition and gets a new one", async () => {
  const asked = server({
    "GET /api/lines/3": LINE,
    "PUT /api/colours/7": {},
    "POST /api/colours/7/editions": {},
  });
  open(<LinePage />, "/lines/:line", "/lines/3");
  await userEvent.click(await screen.findByRole("button", { name: "Change Tern Grey" }));
  expect(screen.getByLabelText("In other languages, as de: Name; fr: Nom")).toBeTruthy();
  await userEvent.selectOptions(screen.getByLabelText("Status"), "discontinued");
  expect(screen.queryByLabelText("Pigments, as the label writes them")).toBeNull();
  await userEvent.click(screen.getByLabelText(/it was reformulated or resized/));
  await userEvent.type(screen.getByLabelText("Pigments, as the label writes them"), "PBk11");
  await userEvent.type(screen.getByLabelText("Since the year"), "2026");
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  await waitFor(() =>
    expect(asked.find((a) => a.path === "/api/colours/7/editions")?.body).toMatchObject({
      pigments: "PBk11",
      sinceYear: 2026,
    }),
  );
  expect(asked.find((a) => a.method === "PUT")?.body).toMatchObject({
    name: "Tern Grey",
    catalogueNumber: "126",
    status: "DISCONTINUED",
  });
});

test("a new colour brings its first edition with it, and what cannot be taken is said", async () => {
  let taken = false;
  const asked = server({
    "GET /api/lines/3": LINE,
    "POST /api/lines/3/colours": () => (taken ? {} : refused("Number 126 is Tern Grey.")),
  });
  open(<LinePage />, "/lines/:line", "/lines/3");
  await userEvent.click(await screen.findByRole("button", { name: "Add a colour" }));
  await userEvent.type(screen.getByLabelText("Name"), "Dune");
  await userEvent.type(screen.getByLabelText("Catalogue number"), "126");
  await userEvent.type(screen.getByLabelText("Pigments, as the label writes them"), "PBr7");
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  expect(await screen.findByText("Number 126 is Tern Grey.")).toBeTruthy();
  taken = true;
  await userEvent.clear(screen.getByLabelText("Catalogue number"));
  await userEvent.type(screen.getByLabelText("Catalogue number"), "127");
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(asked.filter((a) => a.method === "POST").at(-1)?.body).toMatchObject({
    name: "Dune",
    catalogueNumber: "127",
    edition: { pigments: "PBr7" },
  });
});
