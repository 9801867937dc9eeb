import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { type Asked, open, refused, server } from "../../test/page";
import { ForeseePage } from "./ForeseePage";
import { GreysPage } from "./GreysPage";
import { LikedCardPage } from "./LikedCardPage";
import { MatchPage } from "./MatchPage";
import { OldGridPage, ruled } from "./OldGridPage";
import { PaintedPage } from "./PaintedPage";
import { ratio, read, written } from "./parts";
import { labOf, meanAt } from "./spot";
import { WhatItMakes } from "./WhatItMakes";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const paint = (id: number, name: string) => ({
  id,
  accession: `M-000${id}`,
  name,
  maker: "Kelpwick",
  recipe: [{ code: "PB29" }],
  strip: null,
});
const COLOURS = ["#112233", "#445566", "#ddeeff"];
const MIX = {
  massTone: { l: 41.2, a: -3, b: 8 },
  tint: { l: 84, a: -1, b: 3 },
  steps: [],
  uncertainty: 4.26,
  uncertaintyTint: 2.1,
  granulation: "MODERATE",
  transparency: "SEMI_TRANSPARENT",
  staining: null,
  lightfastness: "EXCELLENT",
  cautions: ["copper"],
  separation: "Kelp Blue settles into the grain while Leaf Green stains the paper.",
  reasons: ["Of Kelp Blue only full strength is known; how it thins is guessed."],
  colours: COLOURS,
};

test("parts are read from an address, and whatever is none is passed over", () => {
  expect(read("12x3,40x1,12x2,x,7x0,-1x2")).toEqual([
    { paint: 12, part: 3 },
    { paint: 40, part: 1 },
  ]);
  expect(written([{ paint: 12, part: 3 }])).toBe("12x3");
  expect(ratio([3, 1]).replace(/\u00a0/g, " ")).toBe("3 : 1");
  expect(ratio([12, 1]).replace(/\u00a0/g, " ")).toBe("12 : a touch");
});

/** B. Lindbloom’s CIE colour calculator: sRGB red and white under D50, adapted by Bradford. */
test("a spot of a photograph has its colour in light, under D50", () => {
  const red = labOf([255, 0, 0]);
  expect([red.l, red.a, red.b].map((v) => Math.round(v * 10) / 10)).toEqual([54.3, 80.8, 69.9]);
  const white = labOf([255, 255, 255]);
  expect(white.l).toBeCloseTo(100, 2);
  expect(Math.hypot(white.a, white.b)).toBeLessThan(0.05);
  // Half black and half white give back half the light, which is not the code 128.
  const bytes = [0, 0, 0, 255, 255, 255, 255, 255];
  expect(meanAt(bytes, 2, 1, 0, 0, 4)[0]).toBeCloseTo(186, 0);
  expect(meanAt(bytes, 2, 1, 0, 0, 0)[0]).toBe(0);
});

test("a paint’s page shows what it makes, and asks for more", async () => {
  server({
    "GET /api/mixes": {
      mixes: [
        {
          id: 3,
          name: "",
          strength: 1,
          colours: COLOURS,
          parts: [
            { paint: paint(1, "Kelp Blue"), part: 1 },
            { paint: paint(2, "Leaf Green"), part: 2 },
          ],
        },
      ],
      understood: "",
      all: 1,
    },
  });
  open(<WhatItMakes paint={1} measured />, "/x", "/x");
  expect(await screen.findByText(/with Leaf Green/)).toBeTruthy();
  expect(screen.getByRole("link", { name: "Could it be mixed?" }).getAttribute("href")).toBe(
    "/mixing/match?paint=1",
  );
});

test("before anything is chosen the liked mixtures lie there to begin with, then the last ones", async () => {
  const kept = (id: number, more: object) => ({
    id,
    code: `X-000${id}`,
    name: "",
    liked: false,
    painted: true,
    strength: 1,
    colours: COLOURS,
    parts: [
      { paint: { id: 1, name: "Kelp Blue" }, part: 1 },
      { paint: { id: 2, name: "Leaf Green" }, part: 2 },
    ],
    ...more,
  });
  server({
    "GET /api/mixes": {
      mixes: [kept(3, { strength: 0.375 }), kept(2, { liked: true, name: "Moth grey" })],
      understood: "",
      all: 2,
    },
  });
  open(<ForeseePage />, "/mixing", "/mixing");
  const links = await screen.findAllByRole("link", { name: /Moth grey|Kelp Blue/ });
  expect(links.map((l) => l.getAttribute("href"))).toEqual(["/mixing?of=1x1,2x2", "/mixing?of=1x1,2x2"]);
  expect(links[0].textContent).toBe("Moth grey");
  expect(screen.getByText(/1.:.2 at 38.% strength/)).toBeTruthy();
});

test("a mixture is foreseen with how far it may be off, changed by parts, and kept", async () => {
  const asked = server({
    "GET /api/paints/1": paint(1, "Kelp Blue"),
    "GET /api/paints/2": paint(2, "Leaf Green"),
    "POST /api/mixing/predict": MIX,
    "POST /api/mixing/ladder": {
      steps: [
        { part: 1, otherPart: 0, colours: COLOURS, uncertainty: 1 },
        { part: 3, otherPart: 1, colours: COLOURS, uncertainty: 4 },
        { part: 0, otherPart: 1, colours: COLOURS, uncertainty: 1 },
      ],
    },
    "POST /api/mixes": { mixes: [{ code: "X-0007" }], understood: "", all: 1 },
  });
  open(<ForeseePage />, "/mixing", "/mixing?of=1x1,2x1");
  expect(
    await screen.findByText(/within ΔE 4\.3 at full strength and 2\.1 washed\s+out, in nine of ten/),
  ).toBeTruthy();
  expect(screen.getByText("moderate")).toBeTruthy();
  expect(screen.getByText("not known")).toBeTruthy();
  expect(screen.getByText("Care is due: copper.")).toBeTruthy();
  expect(screen.getByText(/settles into the grain/)).toBeTruthy();
  await userEvent.click(await screen.findByRole("button", { name: "One part more of Leaf Green" }));
  expect(await screen.findByLabelText("2 parts of Leaf Green")).toBeTruthy();
  await userEvent.click(await screen.findByRole("button", { name: /3.:.1/ }));
  expect(await screen.findByLabelText("3 parts of Kelp Blue")).toBeTruthy();
  const predicted = asked.filter((a) => a.path.endsWith("/predict"));
  expect(predicted.length).toBeGreaterThanOrEqual(3);
  await userEvent.type(screen.getByLabelText("Keep it as"), "Shadow");
  await userEvent.click(screen.getByRole("button", { name: "Keep" }));
  expect(await screen.findByText(/Kept as X-0007/)).toBeTruthy();
});

test("what glows is refused with its reason, and nothing is promised", async () => {
  server({
    "GET /api/paints/1": paint(1, "Neon Buoy"),
    "POST /api/mixing/predict": refused("Neon Buoy glows: no mixture of it can be foreseen."),
  });
  open(<ForeseePage />, "/mixing", "/mixing?of=1x1");
  expect(await screen.findByText(/Neon Buoy glows/)).toBeTruthy();
  expect(screen.queryByText(/nine of ten/)).toBeNull();
});

const MATCH = {
  parts: [
    { id: 1, name: "Kelp Blue", part: 3 },
    { id: 2, name: "Leaf Green", part: 1 },
  ],
  massTone: MIX.massTone,
  tint: MIX.tint,
  deltaE: 2,
  deltaETint: 1.24,
  atFull: 1.9,
  atMiddle: 0.8,
  verdict: "NEAR",
  uncertainty: 3,
  reasons: ["Dusk granulates, and no mixture of smooth paints will."],
  colours: COLOURS,
};

test("a paint is matched, and the verdict says why", async () => {
  server({
    "GET /api/palettes": { palettes: [{ id: 4, name: "The tin" }] },
    "GET /api/paints/9": paint(9, "Dusk"),
    "POST /api/mixing/match": {
      mixes: [MATCH],
      reasons: ["2 paints were not measured."],
      tried: 40,
      colours: COLOURS,
    },
  });
  open(<MatchPage />, "/mixing/match", "/mixing/match?paint=9");
  const line = (await screen.findByText("Near")).closest("li") as HTMLElement;
  expect(within(line).getByText(/at equal value ΔE 1\.9, 0\.8 at half, 1\.2 at tint/)).toBeTruthy();
  expect(within(line).getByText(/no mixture of smooth paints will/)).toBeTruthy();
  expect(within(line).getByRole("link").getAttribute("href")).toBe("/mixing?of=1x3,2x1");
  expect(screen.getByText("2 paints were not measured.")).toBeTruthy();
  expect(screen.getByRole("option", { name: "The tin" })).toBeTruthy();
});

test("mixtures from the tube are tried one by one, the needless first", async () => {
  server({
    "GET /api/palettes": { palettes: [] },
    "GET /api/paints": (a: Asked) =>
      a.query.includes("after=")
        ? { paints: [paint(6, "Moss"), paint(7, "Glow")], total: 3 }
        : { paints: [paint(5, "Sap")], total: 3, after: "5" },
    "POST /api/mixing/match": (a: Asked) =>
      JSON.stringify(a.body).includes('"paint":7')
        ? refused("Glow cannot be mixed.")
        : {
            mixes: [
              JSON.stringify(a.body).includes('"paint":6')
                ? { ...MATCH, verdict: "SAME", reasons: [] }
                : MATCH,
            ],
            reasons: [],
            tried: 9,
            colours: COLOURS,
          },
  });
  open(<MatchPage />, "/mixing/match", "/mixing/match");
  await userEvent.click(await screen.findByRole("button", { name: "Look through them" }));
  expect(await screen.findByText(/2 mixtures looked at; 1 could be mixed to the same/)).toBeTruthy();
  const names = screen.getAllByRole("link", { name: /Sap|Moss/ }).map((l) => l.textContent);
  expect(names).toEqual(["Moss", "Sap"]);
  expect(await screen.findByText("1 mixture could not be judged: look again.")).toBeTruthy();
});

test("greys name their parts and how grey they are, of all that is owned where no palette is laid", async () => {
  const asked = server({
    "GET /api/palettes": { palettes: [] },
    "POST /api/mixing/neutrals": {
      pairs: [{ parts: MATCH.parts, chroma: 1.26, darkest: 19.4, colour: "#888888", full: "#222222" }],
      reasons: [],
    },
  });
  open(<GreysPage />, "/mixing/greys", "/mixing/greys");
  expect(await screen.findByText("chroma 1.3 at half strength, as dark as L* 19")).toBeTruthy();
  expect(asked.filter((a) => a.path === "/api/mixing/neutrals").map((a) => a.body)).toEqual([
    { from: "owned", most: 24 },
  ]);
});

test("painted mixtures are found, named and say how they surprised", async () => {
  const kept = {
    id: 3,
    code: "X-0003",
    name: "",
    liked: false,
    note: "",
    parts: [
      { paint: paint(1, "Kelp Blue"), part: 1 },
      { paint: paint(2, "Leaf Green"), part: 12 },
    ],
    painted: true,
    massTone: MIX.massTone,
    tint: MIX.tint,
    colours: COLOURS,
    foreseen: "#223344",
    foreseenOff: 5,
    surprise: 6.5,
    said: "ΔE 6.5 from what was foreseen, redder than that. Further off than nine of ten.",
    chart: 8,
    cell: 2,
    at: "2026-10-17T10:20:00Z",
    version: 1,
  };
  const asked = server({
    "GET /api/mixes": { mixes: [kept], understood: "", all: 1 },
    "GET /api/mixes/learnt": {
      paints: [
        {
          paint: paint(1, "Kelp Blue"),
          strength: 1.3,
          mixtures: 2,
          said: "About 30 % stronger in 2 mixtures.",
        },
      ],
    },
    "PUT /api/mixes/3": { mixes: [kept], understood: "", all: 1 },
  });
  open(<PaintedPage />, "/mixing/painted", "/mixing/painted");
  expect(await screen.findByText(/Further off than nine of ten/)).toBeTruthy();
  expect(await screen.findByText("About 30 % stronger in 2 mixtures.")).toBeTruthy();
  expect(screen.getByRole("link", { name: "Its sheet" }).getAttribute("href")).toBe("/bench/8");
  await userEvent.click(screen.getByRole("button", { name: "Name" }));
  await userEvent.type(screen.getByLabelText("Name of X-0003"), "Slate");
  await userEvent.click(screen.getByRole("button", { name: "Keep" }));
  expect(asked.find((a) => a.method === "PUT")?.body).toEqual({ name: "Slate", version: 1 });
  await userEvent.type(screen.getByLabelText("Find a mixture"), "grey");
  expect(await screen.findByText("1 of 1")).toBeTruthy();
});

test("a grid ruled by hand becomes a sheet whose corners are the grid’s", () => {
  const head = (id: number) => ({ id, name: `Paint ${id}` });
  const families = ruled("FAMILIES", [head(1), head(2), head(3)], [head(4), head(5)]);
  expect(families).toMatchObject({
    form: "FAMILIES",
    paper: { width: 100, height: 75 },
    columns: 3,
    marks: false,
    paints: [1, 2, 3, 4, 5],
  });
  const triangle = ruled("TRIANGLE", [head(1), head(2)], [head(9)]);
  expect(triangle).toMatchObject({
    form: "PAIRS",
    full: false,
    paper: { width: 50, height: 50 },
    paints: [1, 2],
  });
});

test("the card has the liked mixtures that the paints in the lid make, and says which are foreseen only", async () => {
  const mix = (id: number, name: string, other: number) => ({
    id,
    code: `X-${id}`,
    name,
    liked: true,
    painted: id === 1,
    colours: COLOURS,
    parts: [
      { paint: paint(1, "Kelp Blue"), part: 1 },
      { paint: paint(other, `Paint ${other}`), part: 3 },
    ],
  });
  server({
    "GET /api/palettes": { palettes: [] },
    "GET /api/mixes": { mixes: [mix(1, "Wet slate", 2), mix(2, "Reeds", 7)], all: 2, understood: "liked" },
    "GET /api/paints": { paints: [paint(1, "Kelp Blue"), paint(2, "Leaf")], total: 2, understood: [] },
  });
  open(<LikedCardPage />, "/mixing/card", "/mixing/card");
  const card = within(await screen.findByRole("region", { name: "The card" }));
  expect(card.getByText(/Wet slate/)).toBeTruthy();
  expect(card.queryByText(/Reeds/)).toBeNull();
  expect(card.queryByText(/foreseen/)).toBeNull();
});

test("a grid of one's own is sent with its picture, and one that cannot be read leaves no sheet behind", async () => {
  let readable = false;
  const asked = server({
    "GET /api/paints": (a: { query: string }) => ({
      paints: [a.query.includes("kelp") ? paint(1, "Kelp Blue") : paint(2, "Leaf Green")],
      total: 1,
      understood: [],
      troubles: [],
      ways: [],
    }),
    "POST /api/charts": { id: 31 },
    "POST /api/readings": () => (readable ? { reading: 8 } : refused("This is no picture.")),
    "DELETE /api/charts/31": {},
  });
  const router = open(<OldGridPage />, "/mixing/grid", "/mixing/grid");
  await userEvent.type(screen.getByRole("searchbox", { name: "Across the top, from the left" }), "kelp");
  await userEvent.click(await screen.findByRole("button", { name: /Kelp Blue/ }));
  await userEvent.type(screen.getByRole("searchbox", { name: "Down the side, from above" }), "leaf");
  await userEvent.click(await screen.findByRole("button", { name: /Leaf Green/ }));
  expect(screen.getByText(/2 columns and 2 rows/)).toBeTruthy();
  await userEvent.upload(
    screen.getByLabelText("Its picture"),
    new File(["x"], "grid.png", { type: "image/png" }),
  );
  await userEvent.click(screen.getByRole("button", { name: "Mark its corners" }));
  expect(await screen.findByText("This is no picture.")).toBeTruthy();
  expect(asked.filter((a) => a.method === "DELETE").map((a) => a.path)).toEqual(["/api/charts/31"]);
  readable = true;
  await userEvent.click(screen.getByRole("button", { name: "Mark its corners" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/readings/8"));
  expect(asked.filter((a) => a.method === "DELETE")).toHaveLength(1);
});
