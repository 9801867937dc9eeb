import type { Schemas } from "../../api/client";
import "fake-indexeddb/auto";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { CarePage } from "./CarePage";
import { ComparePage } from "./ComparePage";
import { carriedAnswer, codes } from "./carriedAnswer";
import { PlanePage } from "./PlanePage";
import { ReportPage } from "./ReportPage";
import { ShopPage } from "./ShopPage";
import { carriedPack, forgetShop, keepNotes, keepPack, keptNotes } from "./shopStore";

const STRIP = { stops: ["#102040", "#8090b0", "#e0e4ec"], grain: 1, covering: 0.3 };
const entry = (id: number, name: string) => ({
  id,
  accession: `M-000${id}`,
  name,
  maker: "Kelpwick",
  recipe: ["PB29"],
  standing: "OWNED" as const,
  voices: [],
  painted: true,
  lost: false,
  strip: STRIP,
  version: 1,
});
const VOICES = {
  lightfastness: { label: "excellent", pigments: "fugitive", verdict: "fugitive", disagree: true },
  transparency: { verdict: "transparent", disagree: false },
  staining: { disagree: false },
  granulation: { verdict: "strong", disagree: false },
};
const compared = (id: number, name: string, place: number) => ({
  paint: entry(id, name),
  reading: id,
  strip: ["#102040", "#8090b0", "#e0e4ec"],
  place,
  overBlack: place === 0 ? "#222244" : undefined,
  promises: [],
  voices: VOICES,
});
const COMPARISON = {
  paints: [compared(1, "Tide", 0), compared(2, "Ferry", 1)],
  values: [30, 60, 90],
  full: [
    [0, 1.2],
    [1.2, 0],
  ],
  middle: [
    [0, 2],
    [2, 0],
  ],
  tint: [
    [0, 4.5],
    [4.5, 0],
  ],
  between: [],
  pairs: [
    {
      one: 1,
      other: 2,
      full: 1.2,
      middle: 2,
      tint: 4.5,
      said: "Same at full strength, parts at tint: Ferry is bluer.",
    },
  ],
  notes: [],
};

const carried = (id: number, name: string, recipe: string[], standing: "OWNED" | "WISHED" = "OWNED") => ({
  id,
  accession: `M-000${id}`,
  name,
  maker: "Kelpwick",
  recipe,
  standing,
  strip: STRIP.stops,
  holding: "15 ml tube",
  place: "ring 1, card 4",
});
const said = (verdict: string, sameRecipe: { paint: number; why: string }[] = []) => ({
  recipe: ["PB29"],
  verdict,
  have: [],
  sameRecipe,
  alike: [],
  mix: [],
  mixNote: "",
  facts: ["PB29 sodium aluminium sulfosilicate: lightfastness excellent."],
});
const PACK: Schemas["ShopPack"] = {
  owner: 7,
  made: "2026-11-20T10:00:00Z",
  paints: [carried(1, "Tide", ["PB29"]), carried(2, "Night Ferry", ["PB27"], "WISHED")],
  answers: [
    {
      fingerprint: "PB29",
      answer: said("You have one of the same pigments.", [{ paint: 1, why: "the same pigments" }]),
    },
    { fingerprint: "PB29+PBr7", answer: said("You have nothing like it.") },
  ],
  all: true,
};
const SESSION = {
  signedIn: true,
  email: "ines@example.org",
  name: "Ines",
  demo: false,
  mayMakeAccount: false,
  byInvitation: false,
  firstRun: false,
};

/** The engine’s own, which the test’s browser leaves out. */
const { webcrypto } = await import("node:crypto" as string);
beforeEach(() => vi.stubGlobal("crypto", webcrypto));
afterEach(async () => {
  cleanup();
  await forgetShop();
  await keepNotes("ines@example.org", []);
  vi.unstubAllGlobals();
});

test("a comparison shows strips, over black, the sentence that matters and the voices", async () => {
  const asked = server({ "GET /api/compare": COMPARISON, "GET /api/compare/like": { groups: [] } });
  open(<ComparePage />, "/compare", "/compare?paints=1,2");
  expect(await screen.findByText(/parts at tint: Ferry is bluer/)).toBeTruthy();
  expect(screen.getByRole("img", { name: "Tide over black" })).toBeTruthy();
  expect(screen.getAllByText(/label excellent, pigments fugitive/)).toHaveLength(2);
  expect(screen.getByRole("link", { name: "Print" }).getAttribute("href")).toBe(
    "/api/compare.pdf?paints=1,2",
  );
  await userEvent.click(screen.getByRole("button", { name: "Take Ferry out" }));
  expect(await screen.findByText(/Worth comparing the first with/)).toBeTruthy();
  expect(asked[0].query).toBe("?paints=1&paints=2");
});

test("a paint is added by what it is called, and its likes are proposed", async () => {
  server({
    "GET /api/compare/like": { groups: [{ words: "the same name, from whoever makes it", paints: [1, 2] }] },
    "GET /api/paints": { paints: [entry(3, "Slipway")], total: 1, understood: [], troubles: [], ways: [] },
    "GET /api/compare": COMPARISON,
  });
  const router = open(<ComparePage />, "/compare", "/compare?paints=1");
  await userEvent.type(screen.getByLabelText("Add a paint"), "slip");
  await userEvent.click(await screen.findByRole("button", { name: /Slipway/ }));
  expect(router.state.location.search).toBe("?paints=1%2C3");
  await userEvent.click(await screen.findByRole("button", { name: /2 paints of the same name/ }));
  expect(router.state.location.search).toBe("?paints=1%2C2");
});

test("the plane says gaps, crowds and what stands in for what, and a dot says its name", async () => {
  const dot = (paint: number, name: string, a: number, b: number) => ({
    paint,
    accession: `M-000${paint}`,
    name,
    recipe: "PB29",
    a,
    b,
    l: 50,
    colour: "#334488",
    path: [
      [a, b],
      [a / 2, b / 2],
    ],
  });
  server({
    "GET /api/plane": {
      dots: [dot(1, "Tide", 10, -40), dot(2, "Ferry", 11, -41)],
      missing: "No cool green. Nothing from yellow to blue-green: 110 degrees without a green.",
      gaps: [{ from: 90, to: 200, said: "Nothing from yellow to blue-green: 110 degrees without a green." }],
      crowds: [{ paints: [1, 2], said: "4 crowd at blue, L* 50." }],
      groups: [
        { paints: [entry(1, "Tide"), entry(2, "Ferry")], widest: 1.4, losses: ["Ferry stains more."] },
      ],
      groupsAre: "closer than ΔE 3.0 at three strengths, and equal in granulation",
      groupsInAll: 1,
      without: 3,
    },
  });
  open(<PlanePage />, "/plane", "/plane?find=hue:blue");
  expect(await screen.findByText(/110 degrees without a green/)).toBeTruthy();
  expect(screen.getByText(/Ferry stains more/)).toBeTruthy();
  expect(screen.getByText(/3 of the find are not measured/)).toBeTruthy();
  expect(document.querySelectorAll("[data-way]")).toHaveLength(2);
  await userEvent.click(screen.getByLabelText("ways from full strength to tint"));
  expect(document.querySelectorAll("[data-way]")).toHaveLength(0);
  await userEvent.hover(document.querySelectorAll("circle")[1]);
  expect(within(screen.getByRole("status")).getByText("Ferry")).toBeTruthy();
});

test("a report card says what is missing once what fades is taken out", async () => {
  server({
    "GET /api/reports/card": {
      find: "from the set",
      paints: 28,
      madeOf: "28 paints: 20 of a single pigment, 7 mixtures, 1 without pigments on the label.",
      strips: [{ paint: 1, name: "Tide", stops: STRIP.stops }],
      lasts: "1 of 28 is poor or fugitive.",
      inSteps: "25 excellent",
      lacks: "No violet.",
      lacksWithoutFading: "With the fading ones taken out, 27 are left: then also no cool red.",
      single: 20,
      mixtures: 7,
      withoutRecipe: 1,
      lightfastness: [{ step: "excellent", count: 25 }],
      fading: [entry(4, "Old Crimson")],
      claims: [{ trait: "granulation", asked: 10, agreed: 7 }],
      missing: ["violet"],
      missingWithoutFading: ["violet", "cool red"],
      cautions: [{ element: "cadmium", paints: [entry(5, "Sun")] }],
      guidance: "Never point a brush with the lips.",
      deferral: "The maker’s safety data sheet comes first.",
      guessed: 2,
      doubts: [{ kind: "k", message: "The label claims “I”.", paint: entry(4, "Old Crimson") }],
      doubtsInAll: 9,
    },
  });
  open(<ReportPage />, "/report", "/report?find=from+the+set");
  expect(await screen.findByText("No violet.")).toBeTruthy();
  expect(screen.getByText(/27 are left: then also no cool red/)).toBeTruthy();
  expect(screen.getByRole("link", { name: "Tide" }).getAttribute("href")).toBe("/paints/1");
  expect(screen.getByRole("link", { name: "Print" }).getAttribute("href")).toBe(
    "/api/reports/card.pdf?find=from%20the%20set",
  );
  expect(screen.getByText("7 of 10")).toBeTruthy();
  expect(screen.getByRole("link", { name: "All 9" }).getAttribute("href")).toBe(
    "/doubts?find=from%20the%20set",
  );
});

test("an empty find has no report card to print, and nothing to take care of", async () => {
  server({
    "GET /api/reports/card": { paints: 0 },
    "GET /api/reports/care": {
      elements: [],
      notToLend: [],
      unknown: 0,
      inAll: 0,
      guidance: "g",
      deferral: "d",
    },
  });
  open(<ReportPage />, "/report", "/report?find=plaid");
  expect(await screen.findByText(/nothing to report/)).toBeTruthy();
  expect(screen.queryByRole("link", { name: "Print" })).toBeNull();
  cleanup();
  const router = open(<CarePage />, "/care", "/care?find=plaid");
  expect(await screen.findByText(/nothing to take care of/)).toBeTruthy();
  expect(screen.queryByText(/not for a child/)).toBeNull();
  const field = screen.getByRole("searchbox", { name: "Which paints" });
  await userEvent.clear(field);
  await userEvent.type(field, "in ring 2{Enter}");
  expect(router.state.location.search).toBe("?find=in+ring+2");
});

test("care lists what not to lend to a child", async () => {
  server({
    "GET /api/reports/care": {
      elements: [{ element: "cobalt", paints: [entry(1, "Tide")] }],
      notToLend: [entry(1, "Tide"), entry(9, "Quay")],
      unknown: 1,
      inAll: 40,
      guidance: "Keep away from children.",
      deferral: "Local rules come first.",
    },
  });
  open(<CarePage />, "/care", "/care");
  expect(await screen.findByText(/1 whose pigments are not known/)).toBeTruthy();
  expect(screen.getByText("Quay")).toBeTruthy();
});

test("codes are read off a label as badly as they are printed", () => {
  expect(codes("pb 15.3, PV19 & pbr7")).toEqual(["PB15:3", "PV19", "PBr7"]);
  expect(codes("no code")).toEqual([]);
  // A dye beside the pigment makes it another paint.
  expect(codes("PR122 + bv 10")).toEqual(["PR122", "BV10"]);
});

test("what a phone carries answers by name and by recipe, whatever the order", () => {
  expect(carriedAnswer(PACK, "tide", "").answer.verdict).toBe("You have it.");
  expect(carriedAnswer(PACK, "", "PBr7 pb29").answer.verdict).toBe("You have nothing like it.");
  expect(carriedAnswer(PACK, "Harbour", "PB29").answer.sameRecipe[0].paint).toBe(1);
  expect(carriedAnswer(PACK, "", "PY1 PB27").answer.verdict).toContain("With a network");
  expect(carriedAnswer(PACK, "zzz", "").answer.verdict).toContain("Read the pigments off the tube");
});

test("what is carried is sealed, and shown to nobody else", async () => {
  await keepPack(PACK, "ines@example.org");
  expect((await carriedPack("ines@example.org"))?.paints).toHaveLength(2);
  expect(await carriedPack("tam@example.org")).toBeNull();
  const raw = await new Promise<unknown>((done) => {
    const opened = indexedDB.open("molvet-shop");
    opened.onsuccess = () => {
      const got = opened.result.transaction("carried").objectStore("carried").get("pack");
      got.onsuccess = () => done(got.result);
    };
  });
  const bytes = new TextDecoder().decode((raw as { bytes: ArrayBuffer }).bytes);
  expect(bytes).not.toContain("Tide");
  await forgetShop();
  expect(await carriedPack("ines@example.org")).toBeNull();
});

test("what is sealed at once on a phone that never sealed anything can all be opened again", async () => {
  await keepNotes("ines@example.org", []);
  await new Promise<void>((done) => {
    const opened = indexedDB.open("molvet-shop");
    opened.onsuccess = () => {
      const gone = opened.result.transaction("carried", "readwrite").objectStore("carried").delete("key");
      gone.onsuccess = () => done();
    };
  });
  await Promise.all([
    keepPack(PACK, "ines@example.org"),
    keepNotes("ines@example.org", [{ key: "k", kind: "WISH", name: "Dusk" }]),
    keepNotes("tam@example.org", []),
  ]);
  expect((await carriedPack("ines@example.org"))?.paints).toHaveLength(2);
  expect(await keptNotes("ines@example.org")).toHaveLength(1);
});

test("with no network the shop question is answered from what was carried, and a wish waits and is told once", async () => {
  await keepPack(PACK, "ines@example.org");
  let away = true;
  const told: string[] = [];
  const gone = () => {
    throw new TypeError("Failed to fetch");
  };
  const asked = server({
    "GET /api/session": SESSION,
    "GET /api/shop/pack": () => (away ? gone() : PACK),
    "POST /api/shop/ask": gone,
    "POST /api/shop/notes": (a: { body: unknown }) => {
      if (away) gone();
      told.push((a.body as { name: string }).name);
      return { paint: 9, joined: false, said: "Harbour is on the wish list." };
    },
  });
  open(<ShopPage />, "/shop", "/shop");
  expect(await screen.findByText(/Without a network: 2 paints as of/)).toBeTruthy();
  await userEvent.type(screen.getByLabelText("Name on the tube"), "Harbour");
  await userEvent.type(screen.getByLabelText("Pigments on the tube"), "pb 29");
  await userEvent.click(screen.getByRole("button", { name: "Do I need it?" }));
  expect(await screen.findByText("You have one of the same pigments.")).toBeTruthy();
  expect(screen.getAllByText(/ring 1, card 4/).length).toBeGreaterThan(0);
  expect(screen.getByText("Night Ferry")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Wish for it" }));
  await userEvent.type(screen.getByLabelText("Why"), "for dusk");
  await userEvent.click(screen.getByRole("button", { name: "Note it" }));
  expect(await screen.findByText(/1 note waits here/)).toBeTruthy();
  expect(await keptNotes("ines@example.org")).toHaveLength(1);
  expect(told).toEqual([]);
  // Signing out loses no note, and nobody else has it.
  await forgetShop();
  expect(await keptNotes("ines@example.org")).toHaveLength(1);
  expect(await keptNotes("tam@example.org")).toEqual([]);
  away = false;
  window.dispatchEvent(new Event("online"));
  expect(await screen.findByText("Harbour is on the wish list.")).toBeTruthy();
  expect(told).toEqual(["Harbour"]);
  expect(await keptNotes("ines@example.org")).toEqual([]);
  expect(
    asked.filter((a) => a.path === "/api/shop/notes" && (a.body as { reason: string }).reason === "for dusk")
      .length,
  ).toBeGreaterThan(0);
});

test("a session that ended in the shop loses no note; what is refused is said", async () => {
  await keepPack(PACK, "ines@example.org");
  let answer: () => unknown = () => refused("Sign in first.", 401);
  server({
    "GET /api/session": SESSION,
    "GET /api/shop/pack": PACK,
    "POST /api/shop/ask": () => ({ answer: said("You have nothing like it."), paints: [] }),
    "POST /api/shop/notes": () => answer(),
  });
  open(<ShopPage />, "/shop", "/shop");
  await userEvent.type(screen.getByLabelText("Name on the tube"), "Harbour");
  await userEvent.click(screen.getByRole("button", { name: "Do I need it?" }));
  await userEvent.click(await screen.findByRole("button", { name: "I bought it" }));
  await userEvent.type(screen.getByLabelText("Volume, ml"), "10");
  await userEvent.click(screen.getByRole("button", { name: "Note it" }));
  expect(await screen.findByText(/1 note waits here/)).toBeTruthy();
  answer = () => refused("There is no such currency.");
  window.dispatchEvent(new Event("online"));
  expect(await screen.findByText(/Harbour: There is no such currency/)).toBeTruthy();
});

test("a note told in the same moment as another window’s waits, and is told again", async () => {
  await keepNotes("ines@example.org", [{ key: "k1", kind: "WISH", name: "Harbour" }]);
  let busy = true;
  const asked = server({
    "GET /api/session": SESSION,
    "GET /api/shop/pack": PACK,
    "POST /api/shop/notes": () =>
      busy
        ? refused("Another window changed the same thing.", 409)
        : { paint: 9, joined: false, said: "Told." },
  });
  open(<ShopPage />, "/shop", "/shop");
  expect(await screen.findByText(/1 note waits here/)).toBeTruthy();
  window.dispatchEvent(new Event("online"));
  await waitFor(() => expect(asked.some((a) => a.path === "/api/shop/notes")).toBe(true));
  expect(await keptNotes("ines@example.org")).toHaveLength(1);
  expect(screen.queryByText(/Another window/)).toBeNull();
  busy = false;
  window.dispatchEvent(new Event("online"));
  expect(await screen.findByText("Told.")).toBeTruthy();
  expect(await keptNotes("ines@example.org")).toEqual([]);
});

test("a phone without room says so and answers all the same", async () => {
  const full = vi.spyOn(IDBObjectStore.prototype, "put").mockImplementation(() => {
    throw new DOMException("full", "QuotaExceededError");
  });
  server({
    "GET /api/session": SESSION,
    "GET /api/shop/pack": PACK,
    "POST /api/shop/ask": { answer: said("You have nothing like it."), paints: [] },
  });
  open(<ShopPage />, "/shop", "/shop");
  expect(await screen.findByText(/no room to carry the collection/)).toBeTruthy();
  await userEvent.type(screen.getByLabelText("Name on the tube"), "Harbour");
  await userEvent.click(screen.getByRole("button", { name: "Do I need it?" }));
  expect(await screen.findByText("You have nothing like it.")).toBeTruthy();
  full.mockRestore();
});
