import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { ExposurePage } from "./ExposurePage";
import { ExposuresPage } from "./ExposuresPage";
import { NewExposurePage } from "./NewExposurePage";
import { NewHungPage } from "./NewHungPage";

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
  recipe: ["PR83"],
  standing: "OWNED",
  strip: null,
  voices: [],
});
const change = (after: string, deltaE00: number) => ({
  before: "#a02040",
  after,
  deltaEab: deltaE00 * 1.5,
  deltaE00,
  margin: 0.8,
  seen: deltaE00 > 1,
});
const point = (reading: number, days: number, deltaE00: number, after: string) => ({
  reading,
  on: "2026-02-02",
  days,
  full: change(after, deltaE00),
  tint: change(after, deltaE00 + 1),
  notes: [],
});
const STRIP = {
  id: 11,
  position: 0,
  paint: paint(1, "Old Crimson"),
  name: "Old Crimson",
  finding: "FADED",
  words: "fugitive",
  best: "FUGITIVE",
  worst: "FUGITIVE",
  astm: "V",
  recovered: false,
  halfLife: 65,
  reasons: ["The tint became paler after 16 weeks in the light: ΔE00 26.1, give or take 0.9 (ΔE*ab 30.2)."],
  next: [],
  warnings: [],
  course: [point(2, 14, 3, "#b04060"), point(3, 112, 25.1, "#f0e0e0")],
  atRisk: [{ id: 4, name: "Tide tin" }],
};
const dose = (low: number, high: number) => ({
  low,
  likely: (low + high) / 2,
  high,
  words: `between ${low} and ${high} Mlux·h`,
});
const reading = (id: number, on: string, days: number, more = {}) => ({
  id,
  on,
  days,
  dark: 0,
  dose: dose(days / 20, days / 5),
  twin: false,
  first: days === 0,
  strips: 1,
  ...more,
});
const EXPOSURE = {
  id: 1,
  name: "South window",
  sheet: { chart: 9, code: "C-0009", pages: 1 },
  swapped: false,
  about: 0,
  steps: "2, 16 weeks",
  began: "2026-01-05",
  dark: false,
  daysInLight: 112,
  dose: dose(8, 50),
  light: "in a window to the south, 112 days in the light",
  places: [
    {
      id: 5,
      from: "2026-01-05",
      place: "WINDOW",
      words: "in a window to the south",
      daily: dose(0.07, 0.45),
    },
  ],
  readings: [
    reading(1, "2026-01-05", 0),
    reading(2, "2026-01-19", 14, { gone: 2 }),
    reading(3, "2026-04-27", 112, { gone: 6 }),
    reading(4, "2026-05-01", 116, { state: "PROPOSED", scan: 77, strips: 0 }),
  ],
  strips: [STRIP],
  accidents: [],
  mistakes: ["The covered halves changed since the start and those in the light did not."],
  guidance: "General guidance.",
  note: "",
  version: 3,
};

test("the slider leads from reading to reading, and each shows its halves and what it is held against", async () => {
  server({ "GET /api/exposures/1": EXPOSURE });
  open(<ExposurePage />, "/exposures/:exposure", "/exposures/1");
  expect(await screen.findByText("Fugitive", { exact: false, selector: "strong" })).toBeTruthy();
  expect(screen.getByText(/blue wool 1 to 6 gone/)).toBeTruthy();
  expect(screen.getByText(/ΔE00 25.1 ± 0.8 · tint 26.1 ± 0.8/)).toBeTruthy();
  const slider = screen.getByRole("slider");
  fireEvent.change(slider, { target: { value: "0" } });
  expect(screen.getByText(/blue wool 1 to 2 gone/)).toBeTruthy();
  expect(screen.getByText(/ΔE00 3.0 ± 0.8/)).toBeTruthy();
  expect(screen.getByRole("link", { name: "Tide tin" }).getAttribute("href")).toBe("/palettes/4");
  expect(screen.getByText(/The covered halves changed/)).toBeTruthy();
});

test("the course shows the tint and full strength, and their numbers never stand on each other", async () => {
  server({ "GET /api/exposures/1": EXPOSURE });
  open(<ExposurePage />, "/exposures/:exposure", "/exposures/1");
  const course = await screen.findByRole("img", {
    name: "Old Crimson: ΔE00 3.0 and, as a tint, 4.0 after 14 days, ΔE00 25.1 and, as a tint, 26.1 after 112 days",
  });
  expect(course.querySelectorAll("polyline")).toHaveLength(2);
  const [tint, full] = ["26.1 tint", "25.1 full"].map((t) =>
    Number(within(course).getByText(t).getAttribute("y")),
  );
  expect(Math.abs(tint - full)).toBeGreaterThanOrEqual(9);
});

test("a picture that was read is taken over from here", async () => {
  const asked = server({ "GET /api/exposures/1": EXPOSURE, "POST /api/readings/77/accept": {} });
  open(<ExposurePage />, "/exposures/:exposure", "/exposures/1");
  await userEvent.click(await screen.findByRole("button", { name: "Take it over" }));
  await waitFor(() => expect(asked.some((a) => a.path === "/api/readings/77/accept")).toBe(true));
});

test("it is moved into the dark, and what cannot be says why beside the fields", async () => {
  const asked = server({
    "GET /api/exposures/1": EXPOSURE,
    "POST /api/exposures/1/places": refused("Light cannot be less than none: lux is 0 or more."),
  });
  open(<ExposurePage />, "/exposures/:exposure", "/exposures/1");
  await userEvent.click(await screen.findByRole("button", { name: "Move or take down" }));
  const dialog = within(screen.getByRole("dialog"));
  await userEvent.selectOptions(dialog.getByLabelText("Where"), "LAMPS");
  await userEvent.type(dialog.getByLabelText("Lux"), "-5");
  await userEvent.click(dialog.getByRole("button", { name: "It hangs there" }));
  expect(await dialog.findByText(/Light cannot be less than none/)).toBeTruthy();
  expect(asked.find((a) => a.method === "POST")?.body).toMatchObject({ place: "LAMPS", lux: "-5" });
});

test("what is worth testing is chosen with its reasons and planned", async () => {
  const asked = server({
    "GET /api/exposures/worth": {
      paints: [
        {
          paint: paint(1, "Old Crimson"),
          why: ["the label claims very good, PR83 is fugitive in watercolour"],
        },
      ],
    },
    "POST /api/exposures": { ...EXPOSURE, id: 8 },
  });
  open(<NewExposurePage />, "/exposures/new", "/exposures/new");
  const plan = await screen.findByRole("button", { name: "Plan it" });
  expect((plan as HTMLButtonElement).disabled).toBe(true);
  await userEvent.click(await screen.findByRole("checkbox", { name: /Old Crimson/ }));
  await userEvent.type(screen.getByLabelText("Blue wool references"), "8");
  await userEvent.click(plan);
  await waitFor(() =>
    expect(asked.find((a) => a.method === "POST")?.body).toMatchObject({
      paints: [1],
      references: 8,
      twin: true,
    }),
  );
});

test("the list says what hangs, what faded and what is due", async () => {
  server({
    "GET /api/exposures": {
      exposures: [
        {
          id: 1,
          name: "South window",
          planned: true,
          light: "in a window to the south, 112 days in the light",
          daysInLight: 112,
          strips: 11,
          faded: 2,
          unchanged: 9,
          readings: 5,
          due: { on: "2026-05-01", step: 5, days: 112, late: 3, words: "Reading 5 of 5 was due 3 days ago." },
          shown: [{ name: "Old Crimson", before: "#a02040", after: "#f0e0e0", faded: true }],
        },
      ],
      guidance: "General guidance.",
    },
  });
  open(<ExposuresPage />, "/exposures", "/exposures");
  expect(await screen.findByText("2 faded")).toBeTruthy();
  expect(screen.getByText("Reading 5 of 5 was due 3 days ago.")).toBeTruthy();
  expect(screen.getByText(/Old Crimson/).textContent).toContain("faded");
});

test("what hung anyway is noted with its place and since about when, and leads to its picture", async () => {
  const asked = server({
    "POST /api/exposures/hung": ({ body }: { body: unknown }) =>
      (body as { name: string }).name === "" ? refused("Say what hung.") : { ...EXPOSURE, id: 9 },
  });
  open(<NewHungPage />, "/exposures/hung", "/exposures/hung");
  await userEvent.click(screen.getByRole("button", { name: "Go on to the picture" }));
  expect(await screen.findByText("Say what hung.")).toBeTruthy();
  await userEvent.type(screen.getByLabelText("Name"), "Yellows by the door");
  await userEvent.click(screen.getByRole("button", { name: "Go on to the picture" }));
  expect(await screen.findByText("elsewhere")).toBeTruthy();
  expect(asked.at(-1)?.body).toMatchObject({ name: "Yellows by the door", hung: { place: "WALL" } });
  // A wall looks into no direction.
  expect(JSON.stringify(asked.at(-1)?.body)).not.toContain("direction");
});

test("the day of a reading is told once, when it is typed to its end", async () => {
  const asked = server({
    "GET /api/exposures/1": EXPOSURE,
    "PUT /api/exposure-readings/2": refused("2026-01-01 lies before it was hung up, 2026-01-05."),
  });
  open(<ExposurePage />, "/exposures/:exposure", "/exposures/1");
  const day = (await screen.findAllByLabelText("Day of the reading"))[1];
  // As a browser tells a year that is being typed.
  for (const typed of ["0002-01-01", "0020-01-01", "0202-01-01", "2026-01-01"]) {
    fireEvent.change(day, { target: { value: typed } });
  }
  expect(asked.filter((a) => a.method === "PUT")).toEqual([]);
  fireEvent.blur(day);
  expect(await screen.findByText(/lies before it was hung up/)).toBeTruthy();
  expect(asked.filter((a) => a.method === "PUT").map((a) => a.body)).toEqual([{ on: "2026-01-01" }]);
});

test("how far the blue wool is gone is told by eye, but not of the start", async () => {
  const asked = server({ "GET /api/exposures/1": EXPOSURE, "PUT /api/exposure-readings/3": {} });
  open(<ExposurePage />, "/exposures/:exposure", "/exposures/1");
  const wool = await screen.findAllByLabelText("Blue wool gone, by eye");
  expect(wool).toHaveLength(3);
  await userEvent.selectOptions(wool[1], "1 to 7");
  await waitFor(() =>
    expect(asked.filter((a) => a.method === "PUT").map((a) => [a.path, a.body])).toEqual([
      ["/api/exposure-readings/3", { wool: 7 }],
    ]),
  );
});

test("what befell one strip is noted with its day, and taken back", async () => {
  const asked = server({
    "GET /api/exposures/1": {
      ...EXPOSURE,
      accidents: [{ id: 3, on: "2026-03-01", name: "", words: "it got damp", note: "rain by the sill" }],
    },
    "POST /api/exposures/1/accidents": {},
    "DELETE /api/exposure-accidents/3": {},
  });
  open(<ExposurePage />, "/exposures/:exposure", "/exposures/1");
  expect(await screen.findByText(/1 March 2026: it got damp/)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Something happened" }));
  const dialog = within(screen.getByRole("dialog"));
  await userEvent.selectOptions(dialog.getByLabelText("What"), "it got dirty");
  await userEvent.selectOptions(dialog.getByLabelText("To"), "Old Crimson");
  fireEvent.change(dialog.getByLabelText("On"), { target: { value: "2026-04-02" } });
  await userEvent.type(dialog.getByLabelText("Note"), "soot");
  await userEvent.click(dialog.getByRole("button", { name: "Note it" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(asked.find((a) => a.method === "POST")?.body).toEqual({
    kind: "DIRTIED",
    strip: 11,
    on: "2026-04-02",
    note: "soot",
  });
  const befell = screen.getByText(/it got damp/).closest("li") as HTMLElement;
  await userEvent.click(within(befell).getByRole("button", { name: "Take back" }));
  await waitFor(() => expect(asked.some((a) => a.path === "/api/exposure-accidents/3")).toBe(true));
});

test("that it is over, and that its halves are swapped, is kept with the version that was seen", async () => {
  const asked = server({ "GET /api/exposures/1": EXPOSURE, "PUT /api/exposures/1": EXPOSURE });
  open(<ExposurePage />, "/exposures/:exposure", "/exposures/1");
  await userEvent.click(await screen.findByRole("button", { name: "Change" }));
  const dialog = within(screen.getByRole("dialog"));
  fireEvent.change(dialog.getByLabelText(/Over since/), { target: { value: "2026-05-02" } });
  await userEvent.click(dialog.getByLabelText(/The halves are swapped/));
  await userEvent.click(dialog.getByRole("button", { name: "Keep" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(asked.find((a) => a.method === "PUT")?.body).toEqual({
    name: "South window",
    steps: "2, 16 weeks",
    note: "",
    swapped: true,
    endedOn: "2026-05-02",
    version: 3,
  });
});

test("covered and bare spots are tapped one after the other, and another picture begins them anew", async () => {
  let picture = 50;
  const asked = server({
    "GET /api/exposures/1": { ...EXPOSURE, sheet: null, readings: [], mistakes: [] },
    "GET /api/paints": {
      paints: [paint(4, "Thrift Rose")],
      total: 1,
      understood: [],
      troubles: [],
      ways: [],
    },
    "POST /api/exposures/1/hung-pictures": () => ({ picture: picture++ }),
    "POST /api/exposures/1/marked": {},
  });
  open(<ExposurePage />, "/exposures/:exposure", "/exposures/1");
  const choose = async (label: string) =>
    userEvent.upload(await screen.findByLabelText(label), new File(["x"], "wall.png", { type: "image/png" }));
  const tap = (x: number, y: number) => {
    const shown = screen.getByRole("button", { name: "The picture" });
    shown.getBoundingClientRect = () => ({ left: 0, top: 0, width: 200, height: 100 }) as DOMRect;
    fireEvent.click(shown, { clientX: x, clientY: y });
  };
  await choose("Choose the picture");
  expect(await screen.findByText("Tap bare paper that was covered, if there is any.")).toBeTruthy();
  tap(20, 10);
  await userEvent.type(screen.getByRole("searchbox", { name: "Which paint" }), "thrift");
  await userEvent.click(await screen.findByRole("button", { name: /Thrift Rose/ }));
  expect(screen.getByText("Tap Thrift Rose where it was covered.")).toBeTruthy();
  tap(50, 50);
  expect(screen.getByText("Tap Thrift Rose where it was in the light.")).toBeTruthy();
  const measure = screen.getByRole("button", { name: "Measure" }) as HTMLButtonElement;
  expect(measure.disabled).toBe(true);
  tap(100, 50);
  expect(measure.disabled).toBe(false);

  await choose("Another picture");
  expect(await screen.findByText("Tap bare paper that was covered, if there is any.")).toBeTruthy();
  expect((screen.getByRole("button", { name: "Measure" }) as HTMLButtonElement).disabled).toBe(true);
  tap(10, 10);
  tap(60, 20);
  tap(120, 20);
  await userEvent.click(screen.getByRole("button", { name: "Measure" }));
  await waitFor(() => expect(asked.some((a) => a.path === "/api/exposures/1/marked")).toBe(true));
  expect(asked.find((a) => a.path === "/api/exposures/1/marked")?.body).toMatchObject({
    picture: 51,
    paper: { x: 0.05, y: 0.1 },
    strips: [{ paint: 4, covered: { x: 0.3, y: 0.2 }, lit: { x: 0.6, y: 0.2 } }],
  });
});
