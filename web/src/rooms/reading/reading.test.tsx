import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { MeterPage } from "./MeterPage";
import { ReadingPage } from "./ReadingPage";
import { ReadingsPage } from "./ReadingsPage";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const strip = { stops: ["#204080", "#8090c0", "#e8ecf4"], covering: 0.2, grain: 1 };
const LAB = { l: 28, a: 15, b: -50 };
const square = (x: number) => ({
  kind: "STEP",
  corners: [
    { x, y: 0.2 },
    { x: x + 0.1, y: 0.2 },
    { x: x + 0.1, y: 0.3 },
    { x, y: 0.3 },
  ],
  colours: ["#204080"],
});
const cell = (n: number, name: string) => ({
  cell: n,
  paint: n + 1,
  entry: { id: n + 1, name, recipe: ["PB29"], accession: `M-000${n + 1}`, voices: [] },
  massTone: LAB,
  tint: { l: 90, a: 1, b: -5 },
  steps: [LAB],
  margins: { massTone: 0.3, tint: 0.2, granulation: 0.01, covering: 0.02 },
  flips: false,
  granulation: 0.11,
  grain: 2.2,
  granulates: "moderate",
  covering: 0.2,
  covers: "semi-transparent",
  separation: 0.4,
  range: 62,
  hueTurn: -12,
  peak: LAB,
  confidence: 0.95,
  bare: false,
  leftOut: false,
  notes: [],
  strip,
  pieces: [square(0.1 + n / 5), square(0.3 + n / 5)],
});
const scan = (more: object) => ({
  reading: 9,
  state: "PROPOSED",
  outdated: false,
  takenOver: 0,
  progress: 1,
  doing: "",
  chart: 7,
  code: "C-0007",
  title: "Blues",
  page: 1,
  pages: 1,
  stage: "DRY",
  downwards: false,
  residualMm: 0.02,
  trust: "SCANNED",
  trustInWords: "A flat, even scan: colours can be compared with other scans.",
  paper: { l: 96, a: 0, b: 2 },
  unevenness: 0.03,
  why: "",
  wayOn: "",
  picture: 3,
  fileName: "scan.png",
  width: 1000,
  height: 800,
  outline: square(0).corners,
  cells: [cell(0, "Skerry Blue"), cell(1, "Gorse")],
  suspicions: [],
  notes: [],
  charts: [],
  arithmetic: 2,
  at: "2026-11-20T10:00:00Z",
  version: 1,
  ...more,
});

test("pictures go in one by one, with what is said of them, and the list shows how far each is", async () => {
  const asked = server({
    "GET /api/charts": { charts: [{ id: 7, code: "C-0007", title: "Blues", formInWords: "value strips" }] },
    "GET /api/readings": {
      readings: [
        {
          reading: 4,
          state: "READING",
          progress: 0.4,
          code: "C-0007",
          page: 2,
          stage: "DRY",
          picture: 1,
          fileName: "a.png",
          why: "",
        },
        {
          reading: 5,
          state: "FAILED",
          progress: 0,
          page: 0,
          stage: "WET",
          picture: 2,
          fileName: "b.png",
          why: "No mark was found.",
        },
      ],
    },
    "POST /api/readings": { reading: 9, state: "QUEUED" },
  });
  open(<ReadingsPage />, "/readings", "/readings");
  expect(await screen.findByText("being read, 40 %")).toBeTruthy();
  expect(screen.getByText("could not be read, still wet")).toBeTruthy();
  expect(screen.getByText("No mark was found.")).toBeTruthy();
  await userEvent.click(screen.getAllByRole("radio", { name: "still wet" })[0]);
  const files = ["one.png", "two.png"].map((n) => new File(["x"], n, { type: "image/png" }));
  await userEvent.upload(screen.getByLabelText("Pictures of sheets"), files);
  await waitFor(() => expect(asked.filter((a) => a.method === "POST")).toHaveLength(2));
});

test("a simulated device is asked for the chart, the device and the slip that were chosen", async () => {
  const asked = server({
    "GET /api/charts": { charts: [{ id: 7, code: "C-0007", title: "Blues", formInWords: "value strips" }] },
    "GET /api/readings": { readings: [] },
    "POST /api/charts/7/standin": { reading: 9, state: "QUEUED" },
  });
  const router = open(<ReadingsPage />, "/readings", "/readings?chart=7");
  await userEvent.selectOptions(await screen.findByLabelText("Device"), "CARELESS_PHONE");
  await userEvent.click(screen.getByRole("checkbox", { name: /mixes up/ }));
  await userEvent.click(screen.getByRole("button", { name: "Paint it and look at it" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/readings/9"));
  expect(asked.find((a) => a.method === "POST")?.body).toEqual({
    device: "CARELESS_PHONE",
    stage: "DRY",
    swapped: [0, 1],
  });
});

test("a mixture is told from the paint that leads it, and is taken over as one", async () => {
  const [paint, other] = scan({}).cells;
  const mixture = { ...other, entry: paint.entry, mixedWith: "Gorse, half and full wash", range: 0 };
  server({ "GET /api/readings/9": scan({ cells: [paint, mixture] }) });
  open(<ReadingPage />, "/readings/:reading", "/readings/9");
  expect(await screen.findByRole("button", { name: "Accept 1 swatch and 1 mixture" })).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: /Skerry Blue with Gorse, half and full wash/ }));
  const panel = screen.getByRole("region", { name: "Cell 2" });
  expect(within(panel).getByText("Its one strength")).toBeTruthy();
  expect(within(panel).queryByText("Palest")).toBeNull();
});

test("a swapped pair is mended, a cell left out, and the rest accepted", async () => {
  const doubt = { kind: "SWAPPED", cell: 0, other: 1, why: "Each looks like the other." };
  const asked = server({
    "GET /api/readings/9": scan({ suspicions: [doubt] }),
    "POST /api/readings/9/swap": scan({}),
    "POST /api/readings/9/cells/0/left-out": scan({}),
    "POST /api/readings/9/accept": scan({ state: "ACCEPTED" }),
  });
  open(<ReadingPage />, "/readings/:reading", "/readings/9");
  expect(await screen.findByText("Skerry Blue and Gorse may be swapped.")).toBeTruthy();
  expect(screen.getByText(/can be compared with other scans/)).toBeTruthy();
  const panel = screen.getByRole("region", { name: "Cell 1" });
  expect(within(panel).getByText("semi-transparent")).toBeTruthy();
  expect(within(panel).getByText(/hue turns 12°/)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "They are swapped" }));
  await userEvent.click(within(panel).getByRole("checkbox", { name: "take it over" }));
  await userEvent.click(screen.getByRole("button", { name: "Accept 2 swatches" }));
  await waitFor(() =>
    expect(asked.filter((a) => a.method === "POST").map((a) => [a.path, a.body])).toEqual([
      ["/api/readings/9/swap", { cell: 0, other: 1 }],
      ["/api/readings/9/cells/0/left-out", { out: true }],
      ["/api/readings/9/accept", ""],
    ]),
  );
});

test("the arrows walk from cell to cell, and what was read can be laid over the picture", async () => {
  server({ "GET /api/readings/9": scan({}) });
  open(<ReadingPage />, "/readings/:reading", "/readings/9");
  const page = await screen.findByRole("group", { name: /arrows walk the cells/ });
  expect(screen.getByRole("region", { name: "Cell 1" })).toBeTruthy();
  page.focus();
  await userEvent.keyboard("{ArrowRight}");
  expect(screen.getByRole("region", { name: "Cell 2" })).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "As read" }));
  expect(page.querySelectorAll('polygon[fill="#204080"]')).toHaveLength(4);
  await userEvent.click(screen.getByRole("button", { name: "Picture" }));
  expect(page.querySelectorAll('polygon[fill="#204080"]')).toHaveLength(0);
});

test("a picture that could not be read says why, and is read by corners moved by hand", async () => {
  const asked = server({
    "GET /api/readings/9": scan({
      state: "FAILED",
      cells: [],
      why: "No corner marker was found.",
      wayOn: "Drag the corners.",
      charts: [{ chart: 7, code: "C-0007" }],
    }),
    "POST /api/readings/9/again": scan({ state: "QUEUED" }),
  });
  open(<ReadingPage />, "/readings/:reading", "/readings/9");
  expect(await screen.findByText("No corner marker was found.")).toBeTruthy();
  const corner = screen.getByRole("button", { name: /Corner top left/ });
  corner.focus();
  await userEvent.keyboard("{Shift>}{ArrowRight}{/Shift}");
  await userEvent.click(screen.getByRole("button", { name: "Read by these corners" }));
  await waitFor(() => expect(asked.some((a) => a.path.endsWith("/again"))).toBe(true));
  const body = asked.find((a) => a.path.endsWith("/again"))?.body as {
    corners: { x: number }[];
    chart: number;
  };
  expect(body.chart).toBe(7);
  expect(body.corners[0].x).toBeCloseTo(0.08);
});

test("a reading under way shows how far it is and can be stopped", async () => {
  const asked = server({
    "GET /api/readings/9": scan({
      state: "READING",
      progress: 0.62,
      doing: "Measuring cell by cell",
      cells: [],
    }),
    "POST /api/readings/9/stop": scan({ state: "STOPPED", cells: [] }),
  });
  open(<ReadingPage />, "/readings/:reading", "/readings/9");
  expect(await screen.findByText("62 %")).toBeTruthy();
  expect(screen.getByText("Measuring cell by cell")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Stop" }));
  await waitFor(() => expect(asked.some((a) => a.path === "/api/readings/9/stop")).toBe(true));
});

test("a meter's values are looked at before they are kept, and strangers among them are not taken", async () => {
  const asked = server({
    "POST /api/meter/read": {
      known: 1,
      values: [
        { name: "Gorse", paint: 2, paintName: "Gorse", massTone: LAB, tint: LAB, fromSpectrum: false },
        { name: "Nobody", massTone: LAB, fromSpectrum: false },
      ],
    },
    "POST /api/meter": { kept: 1 },
  });
  open(<MeterPage />, "/meter", "/meter");
  await userEvent.type(screen.getByRole("textbox"), "Gorse 28 15 -50");
  await userEvent.click(screen.getByRole("button", { name: "Look at them" }));
  expect(await screen.findByText(/is no paint of yours/)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Keep 1 value" }));
  expect(await screen.findByText("Kept 1 reading.")).toBeTruthy();
  expect(asked.find((a) => a.body && JSON.stringify(a.body).includes("values"))?.body).toEqual({
    values: [{ paint: 2, massTone: LAB, tint: LAB }],
  });
});

test("lines that are no colours are said", async () => {
  server({ "POST /api/meter/read": refused("No three numbers were found at its end.") });
  open(<MeterPage />, "/meter", "/meter");
  await userEvent.type(screen.getByRole("textbox"), "nothing");
  await userEvent.click(screen.getByRole("button", { name: "Look at them" }));
  expect(await screen.findByText(/No three numbers/)).toBeTruthy();
});
