import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";

vi.hoisted(() => {
  window.matchMedia = ((query: string) => ({
    matches: true,
    media: query,
    addEventListener: () => {},
    removeEventListener: () => {},
  })) as unknown as typeof window.matchMedia;
  window.scrollTo = () => {};
  // Strips are drawn by the browser; what they show is told by their label.
  HTMLCanvasElement.prototype.getContext = (() => null) as typeof HTMLCanvasElement.prototype.getContext;
  HTMLCanvasElement.prototype.toDataURL = () => "";
});
const { CollectionPage } = await import("./CollectionPage");
const { EditPaintPage } = await import("./EditPaintPage");
const { NewPaintPage } = await import("./NewPaintPage");
const { PaintPage } = await import("./PaintPage");

afterEach(() => {
  cleanup();
  sessionStorage.clear();
  vi.unstubAllGlobals();
});

const STRIP = { stops: ["#102040", "#8090b0", "#e0e4ec"], grain: 1, covering: 0.3 };
const entry = (id: number, name: string, more: object = {}) => ({
  id,
  accession: `M-000${id}`,
  name,
  maker: "Kelpwick",
  line: "Artist",
  recipe: ["PB29"],
  standing: "OWNED",
  holding: "15 ml tube",
  voices: [],
  painted: true,
  lost: false,
  strip: STRIP,
  version: 1,
  ...more,
});
const VOICE = { scale: [], disagree: false, reasons: [], sure: "", evidence: [] };
const VOICES = { lightfastness: VOICE, transparency: VOICE, staining: VOICE, granulation: VOICE };
const CLAIM = { asWritten: "", grade: null };
const HOLDING = {
  id: 40,
  form: "TUBE",
  volume: "15",
  left: 60,
  state: "HERE",
  keptWhere: "the tin",
  from: "",
  cameOn: "2026-03-01",
  price: "9.00",
  currency: "EUR",
  perMl: "0.60",
  note: "",
  version: 2,
};
const page = (more: object = {}) => ({
  id: 1,
  accession: "M-0001",
  name: "Tide",
  maker: "Kelpwick",
  makerId: 2,
  line: "Artist",
  pigments: "PB29",
  recipe: [
    {
      code: "PB29",
      chemicalName: "sodium aluminium sulfosilicate",
      colourIndex: "77007",
      known: true,
      outOfProduction: false,
    },
  ],
  single: true,
  mixture: false,
  unread: [],
  notes: [],
  series: 2,
  standing: "OWNED",
  wished: false,
  note: "",
  claims: {
    lightfastness: { asWritten: "I", grade: "EXCELLENT" },
    transparency: CLAIM,
    staining: CLAIM,
    granulation: CLAIM,
  },
  holdings: [HOLDING],
  observations: [],
  swatches: [],
  repeats: null,
  strip: null,
  voices: VOICES,
  cautions: null,
  otherNames: "",
  chartNames: [],
  sameRecipe: [],
  version: 3,
  ...more,
});
const AROUND = {
  "GET /api/paints/1/research": { decisions: [], notes: [] },
  "GET /api/paints/1/arrivals": { arrivals: [], prices: [] },
  "GET /api/eye-traits": {
    traits: [{ trait: "granulation", key: "g", words: "granulation", steps: ["NONE", "STRONG"] }],
  },
  "GET /api/keepers": { keepers: [] },
  "GET /api/makers": { makers: [{ id: 2, name: "Kelpwick", initials: "Ke", paints: 3, lines: 1 }] },
  "GET /api/makers/2": {
    scales: [{ trait: "lightfastness", written: "I = excellent", steps: [], published: [] }],
  },
};
const COUNTS = {
  rooms: { "/collection": 40 },
  recipes: 30,
  painted: 20,
  counts: [
    { find: "no swatch", count: 7 },
    { find: "lost", count: 0 },
  ],
};

// ---- the list ------------------------------------------------------------------------------------------------------

test("what was understood is shown word by word and taken away word by word", async () => {
  const asked = server({
    "GET /api/waiting": COUNTS,
    "GET /api/paints": {
      paints: [entry(1, "Tide"), entry(2, "Ferry")],
      understood: [
        { written: "hue:blue", words: "hue blue" },
        { written: "owned", words: "owned" },
      ],
      troubles: [{ at: 4, word: "near", message: "Say to which: near M-0031." }],
      ways: [{ word: "blue", instead: "word:blue", find: "word:blue ownd near" }],
      total: 2,
      mended: "hue:blue owned near",
    },
    "GET /api/paints/1": page(),
  });
  const router = open(<CollectionPage />, "/collection", "/collection?find=hue%3Ablue+ownd+near");
  expect(await screen.findByText("2 paints found", { exact: false })).toBeTruthy();
  expect(screen.getByRole("alert").textContent).toContain("Say to which: near M-0031.");
  expect(screen.getByRole("button", { name: "hue:blue owned near" })).toBeTruthy();
  expect(screen.getByRole("button", { name: "names with “blue”" })).toBeTruthy();
  expect(screen.getByRole("link", { name: "Compare these" }).getAttribute("href")).toBe(
    "/compare?paints=1,2",
  );
  expect(screen.getByRole("link", { name: "Plan a chart of these" })).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Take away owned" }));
  expect(router.state.location.search).toBe("?find=hue%3Ablue");
  await userEvent.selectOptions(screen.getByLabelText("Order"), "by maker");
  await waitFor(() => expect(asked.at(-1)?.query).toContain("order=maker"));
});

test("without a find the list says what is missing, and counts of nothing are not shown", async () => {
  server({
    "GET /api/waiting": COUNTS,
    "GET /api/paints": { paints: [entry(1, "Tide")], understood: [], troubles: [], ways: [], total: 1 },
    "GET /api/paints/1": page(),
  });
  open(<CollectionPage />, "/collection", "/collection");
  expect(await screen.findByText(/40 paints in 30 recipes · 20 painted out/)).toBeTruthy();
  const missing = within(screen.getByRole("navigation", { name: "What is missing" }));
  expect(missing.getAllByRole("link")).toHaveLength(1);
  expect(missing.getByRole("link").getAttribute("href")).toBe("/collection?find=no%20swatch");
});

test("an empty collection and an empty find each say what to do", async () => {
  const none = { paints: [], understood: [], troubles: [], ways: [], total: 0 };
  server({ "GET /api/waiting": { ...COUNTS, rooms: { "/collection": 0 } }, "GET /api/paints": none });
  open(<CollectionPage />, "/collection", "/collection");
  expect((await screen.findByRole("link", { name: "Add the first paint" })).getAttribute("href")).toBe(
    "/paints/new",
  );
  cleanup();
  const router = open(<CollectionPage />, "/collection", "/collection?find=plaid");
  await userEvent.click(await screen.findByRole("button", { name: "Show everything" }));
  expect(router.state.location.search).toBe("");
});

// ---- one paint -----------------------------------------------------------------------------------------------------

test("a paint says what its name promises and does not keep, its pigments, and its care", async () => {
  server({
    ...AROUND,
    "GET /api/paints/1": page({
      name: "Genuine Ultramarine",
      notes: [
        {
          about: "Genuine Ultramarine",
          kind: "name-not-kept",
          message: "“Genuine” claims PB29, but the recipe is PB15.",
          suggestion: "",
        },
      ],
      cautions: {
        elements: ["cobalt"],
        guidance: "Never point a brush with the lips.",
        deferral: "The sheet first.",
      },
      otherNames: "",
      chartNames: [],
      sameRecipe: [entry(5, "Night Tide")],
    }),
  });
  open(<PaintPage />, "/paints/:paint", "/paints/1");
  expect((await screen.findByText(/“Genuine” claims PB29/)).className).toContain("hatched");
  expect(screen.getByRole("link", { name: "PB29" }).getAttribute("href")).toBe("/pigments/PB29");
  expect(screen.getByText("Care: cobalt")).toBeTruthy();
  expect(screen.getByText("Night Tide")).toBeTruthy();
  expect(screen.getByText("No swatch measured yet")).toBeTruthy();
  expect(screen.getByText(/0.60 per ml/)).toBeTruthy();
});

const reading = (id: number, counts: boolean, more: object = {}) => ({
  id,
  source: "SHEET",
  stage: "DRY",
  counts,
  scan: 12,
  massTone: { l: 30.26, a: 11, b: -44 },
  tint: { l: 90, a: 0, b: -4 },
  granulation: 2,
  variation: 0.18,
  covering: 0.42,
  margins: { massTone: 0.44, covering: 0.003 },
  notes: [],
  strip: STRIP,
  spots: {},
  at: "2026-05-01T10:00:00Z",
  arithmetic: 3,
  ...more,
});
const swatch = (id: number, state: string, more: object = {}) => ({
  id,
  state,
  place: null,
  placeInWords: null,
  keeper: null,
  kind: "CARD",
  width: 0,
  height: 0,
  history: ["Painted on 2 May 2026"],
  pictures: [],
  readings: [],
  before: null,
  after: null,
  note: "",
  version: 1,
  ...more,
});

test("readings say how sure they are, how they agree, and which one counts can be changed", async () => {
  const asked = server({
    ...AROUND,
    "GET /api/paints/1": page({
      swatches: [
        swatch(7, "CURRENT", {
          readings: [
            reading(70, true),
            reading(71, false, { source: "METER", scan: null }),
            reading(72, false, { stage: "LIFTED", staining: 0.31 }),
          ],
        }),
      ],
      repeats: { readings: 2, massTone: 0.8, tint: 0.4, granulation: 0.02, covering: 0.1 },
    }),
    "POST /api/swatch-readings/71/count": {},
  });
  open(<PaintPage />, "/paints/:paint", "/paints/1");
  expect(await screen.findByText(/L\* 30\.3 a\* 11\.0 b\* -44\.0 ± 0\.4/)).toBeTruthy();
  expect(screen.getByText("42 % as light as on paper ± 1 %")).toBeTruthy();
  const agreed = screen.getByText(/2 dry ones agree within/);
  expect(agreed.textContent).toContain("ΔE00 0.8");
  expect(agreed.textContent).toContain("covering ± 10 %");
  const rows = screen.getByText("colour meter").closest("li") as HTMLElement;
  expect(screen.getByText("read from a sheet, lifted").closest("li")?.querySelector("button")).toBeNull();
  await userEvent.click(within(rows).getByRole("button", { name: "Let it count" }));
  await waitFor(() => expect(asked.some((a) => a.path.endsWith("/71/count"))).toBe(true));
});

test("a swatch is filed by its place as one writes it, and a taken place asks whose it is", async () => {
  let taken = true;
  const asked = server({
    ...AROUND,
    "GET /api/paints/1": page({ swatches: [swatch(7, "CURRENT")] }),
    "PUT /api/swatches/7/place": () => {
      if (!taken) return {};
      taken = false;
      return refused("R1·4 holds Moss.", 409, "place-taken");
    },
  });
  open(<PaintPage />, "/paints/:paint", "/paints/1");
  await userEvent.type(await screen.findByLabelText("Its place"), "ring 1 4");
  await userEvent.click(screen.getByRole("button", { name: "File it" }));
  expect((await screen.findByRole("alert")).textContent).toContain("R1·4 holds Moss.");
  await userEvent.click(screen.getByRole("button", { name: "Swap the two" }));
  await waitFor(() =>
    expect(asked.filter((a) => a.method === "PUT").at(-1)?.body).toEqual({
      place: "ring 1 4",
      ifTaken: "SWAP",
    }),
  );
});

test("a lost swatch waits to be painted again, and may be found", async () => {
  const asked = server({
    ...AROUND,
    "GET /api/paints/1": page({ swatches: [swatch(7, "LOST")] }),
    "POST /api/swatches/7/found": {},
    "POST /api/paints/1/swatches": {},
  });
  open(<PaintPage />, "/paints/:paint", "/paints/1");
  expect(await screen.findByText(/it waits to be painted again/)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "It is found" }));
  await waitFor(() => expect(asked.some((a) => a.path === "/api/swatches/7/found")).toBe(true));
  await userEvent.selectOptions(screen.getByLabelText("It is"), "a strip cut from a dot card");
  await userEvent.type(screen.getByLabelText("Painted now? Its place, or nothing yet"), "B1 p2 c3");
  await userEvent.click(screen.getByRole("button", { name: "It is painted" }));
  await waitFor(() =>
    expect(asked.find((a) => a.path === "/api/paints/1/swatches")?.body).toMatchObject({
      place: "B1 p2 c3",
      kind: "STRIP",
    }),
  );
});

test("holdings are added, changed with the version that was read, and deleted", async () => {
  const asked = server({
    ...AROUND,
    "GET /api/paints/1": page(),
    "POST /api/paints/1/holdings": {},
    "PUT /api/holdings/40": () => refused("110 % cannot be left."),
    "DELETE /api/holdings/40": {},
  });
  open(<PaintPage />, "/paints/:paint", "/paints/1");
  await userEvent.click(await screen.findByRole("button", { name: "Add one" }));
  await userEvent.selectOptions(screen.getByLabelText("Form"), "half pan");
  await userEvent.type(screen.getByLabelText("Volume when full, ml"), "1,5");
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  await waitFor(() =>
    expect(asked.find((a) => a.path === "/api/paints/1/holdings")?.body).toMatchObject({
      form: "HALF_PAN",
      volume: "1,5",
      left: 100,
      state: "HERE",
    }),
  );
  await waitFor(() => expect(screen.queryByText("Add a holding")).toBeNull());
  await userEvent.click(screen.getByRole("button", { name: "Change" }));
  await userEvent.clear(screen.getByLabelText("Left, %"));
  await userEvent.type(screen.getByLabelText("Left, %"), "110");
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  expect(await screen.findByText("110 % cannot be left.")).toBeTruthy();
  expect(asked.find((a) => a.method === "PUT")?.body).toMatchObject({ left: 110, version: 2, price: "9.00" });
  await userEvent.click(within(screen.getByRole("dialog")).getByRole("button", { name: "Delete" }));
  await waitFor(() => expect(asked.some((a) => a.method === "DELETE")).toBe(true));
});

test("an observation is one tap, and a change of mind shows what was said before", async () => {
  const said = (id: number, value: string, on: string) => ({
    id,
    trait: "GRANULATION",
    value,
    source: "EYE",
    note: "",
    on,
    paper: "cold pressed",
    chart: null,
  });
  const asked = server({
    ...AROUND,
    "GET /api/paints/1": page({
      observations: [said(2, "STRONG", "2026-06-01"), said(1, "NONE", "2025-02-01")],
    }),
    "POST /api/paints/1/observations": {},
  });
  open(<PaintPage />, "/paints/:paint", "/paints/1");
  expect(await screen.findByText(/none on 2025-02-01/)).toBeTruthy();
  await userEvent.type(screen.getByLabelText("A sentence, if you like"), "in a wet wash");
  await userEvent.click(await screen.findByRole("button", { name: "strong" }));
  await waitFor(() =>
    expect(asked.find((a) => a.method === "POST")?.body).toEqual({
      trait: "granulation",
      value: "STRONG",
      note: "in a wet wash",
    }),
  );
});

test("a wish keeps its reason and what it may cost, and says what cannot be taken", async () => {
  let taken = false;
  const asked = server({
    ...AROUND,
    "GET /api/paints/1": page({ standing: "WISHED", wished: true, holdings: [] }),
    "GET /api/wishes": { wishes: [{ id: 1, wish: "for dusk", mostPerMl: "0.9", currency: "EUR" }] },
    "PUT /api/paints/1/wish": () => (taken ? {} : refused("“cheap” is no price.")),
  });
  open(<PaintPage />, "/paints/:paint", "/paints/1");
  expect(await screen.findByText(/for dusk/)).toBeTruthy();
  const wish = within(screen.getByRole("heading", { name: "Wished for" }).closest("section") as HTMLElement);
  await userEvent.click(wish.getByRole("button", { name: "Change" }));
  expect((wish.getByLabelText("Why") as HTMLInputElement).value).toBe("for dusk");
  await userEvent.clear(wish.getByLabelText("At most, per ml"));
  await userEvent.type(wish.getByLabelText("At most, per ml"), "cheap");
  await userEvent.click(wish.getByRole("button", { name: "Keep it" }));
  expect(await wish.findByText("“cheap” is no price.")).toBeTruthy();
  taken = true;
  await userEvent.clear(wish.getByLabelText("At most, per ml"));
  await userEvent.click(wish.getByRole("button", { name: "Keep it" }));
  await waitFor(() => expect(wish.queryByLabelText("Why")).toBeNull());
  expect(asked.filter((a) => a.method === "PUT").at(-1)?.body).toEqual({ reason: "for dusk" });
});

test("only a paint without a swatch can be deleted, and one that is not there says so", async () => {
  const asked = server({
    ...AROUND,
    "GET /api/paints/1": page(),
    "DELETE /api/paints/1": {},
    "GET /api/paints/9": () => refused("There is no such paint.", 404),
  });
  const router = open(<PaintPage />, "/paints/:paint", "/paints/1");
  await userEvent.click(await screen.findByRole("button", { name: "Delete" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/collection"));
  expect(asked.some((a) => a.method === "DELETE")).toBe(true);
  cleanup();
  server({ ...AROUND, "GET /api/paints/1": page({ swatches: [swatch(7, "CURRENT")] }) });
  open(<PaintPage />, "/paints/:paint", "/paints/1");
  await screen.findByText("Painted, not filed yet.");
  expect(screen.queryByRole("button", { name: "Delete" })).toBeNull();
  cleanup();
  server({ "GET /api/paints/9": () => refused("There is no such paint.", 404) });
  open(<PaintPage />, "/paints/:paint", "/paints/9");
  expect(await screen.findByText("There is no such paint.")).toBeTruthy();
});

// ---- a new one, and one that is edited -----------------------------------------------------------------------------

const READ = {
  recipe: [{ code: "PB15:3", chemicalName: "copper phthalocyanine", known: true }],
  notes: [
    { about: "PB19", kind: "unlikely-code", message: "There is no PB19. Likely PV19.", suggestion: "PV19" },
  ],
  unread: [],
};

test("a label is understood while it is typed, what is here already is shown, and the draft outlives a reload", async () => {
  server({
    ...AROUND,
    "POST /api/pigments/read": READ,
    "POST /api/arrivals/read": { lines: [] },
    "GET /api/paints/alike": {
      paints: [{ paint: entry(5, "Harbour Dawn"), by: "recipe", because: "the same pigments" }],
    },
  });
  open(<NewPaintPage />, "/paints/new", "/paints/new");
  await userEvent.type(await screen.findByLabelText("Name on the label"), "Harbour Dusk");
  const label = screen.getByLabelText("Pigments, as the label writes them") as HTMLInputElement;
  await userEvent.type(label, "pb 15 colon 3, PB19");
  expect(await screen.findByText("Harbour Dawn")).toBeTruthy();
  await userEvent.click(await screen.findByRole("button", { name: "Take PV19" }));
  expect(label.value).toBe("pb 15 colon 3, PV19");
  cleanup();
  open(<NewPaintPage />, "/paints/new", "/paints/new");
  expect(((await screen.findByLabelText("Name on the label")) as HTMLInputElement).value).toBe(
    "Harbour Dusk",
  );
});

test("faults stand at their fields; a place that is not there can be made, and the paint is not made twice", async () => {
  let step = 0;
  const problem = (type: string, detail: string, more: object = {}) =>
    new Response(JSON.stringify({ type: `molvet:${type}`, title: type, status: 422, detail, ...more }), {
      status: 422,
      headers: { "Content-Type": "application/problem+json" },
    });
  const asked = server({
    ...AROUND,
    "POST /api/pigments/read": { recipe: [], notes: [], unread: [] },
    "POST /api/arrivals/read": { lines: [] },
    "GET /api/paints/alike": { paints: [] },
    "POST /api/paints": () =>
      step++ === 0
        ? problem("refused", "Two things cannot be taken.", {
            errors: [{ where: "volume", message: "“lots” is no volume." }],
          })
        : page({ id: 11 }),
    "POST /api/paints/11/swatches": () =>
      step++ < 3 ? problem("no-keeper", "There is no ring 7 on the shelf yet.") : {},
  });
  const router = open(<NewPaintPage />, "/paints/new", "/paints/new");
  await userEvent.type(await screen.findByLabelText("Name on the label"), "Dusk");
  await userEvent.type(screen.getByLabelText("Volume, ml"), "lots");
  await userEvent.type(screen.getByLabelText("Place of its swatch, if it is painted"), "R7 1");
  await userEvent.click(screen.getByRole("button", { name: "Catalogue it" }));
  expect(await screen.findAllByText("“lots” is no volume.")).toHaveLength(2);
  expect(screen.getByLabelText("Volume, ml").getAttribute("aria-invalid")).toBe("true");
  await userEvent.clear(screen.getByLabelText("Volume, ml"));
  await userEvent.click(screen.getByRole("button", { name: "Catalogue it" }));
  expect(await screen.findByText(/The paint itself is catalogued/)).toBeTruthy();
  await userEvent.click(screen.getByLabelText("Make that keeper"));
  await userEvent.click(screen.getByRole("button", { name: "Give it this place" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/paints/11"));
  expect(asked.filter((a) => a.path === "/api/paints" && a.method === "POST")).toHaveLength(2);
  expect(asked.filter((a) => a.path.endsWith("/swatches")).at(-1)?.body).toMatchObject({
    place: "R7 1",
    makeKeeper: true,
  });
  expect(sessionStorage.getItem("molvet:new-paint")).toBeNull();
});

test("what was saved in another window meanwhile is laid beside one’s own, field by field", async () => {
  let step = 0;
  const asked = server({
    ...AROUND,
    "GET /api/paints/1": page(),
    "POST /api/pigments/read": { recipe: [], notes: [], unread: [] },
    "GET /api/paints/alike": { paints: [] },
    "PUT /api/paints/1": () =>
      step++ === 0
        ? new Response(
            JSON.stringify({
              type: "molvet:changed-meanwhile",
              title: "Changed",
              status: 409,
              detail: "It was changed meanwhile.",
              current: page({ name: "Tide Pool", note: "from the sale", version: 4 }),
            }),
            { status: 409, headers: { "Content-Type": "application/problem+json" } },
          )
        : page(),
  });
  const router = open(<EditPaintPage />, "/paints/:paint/edit", "/paints/1/edit");
  fireEvent.change(await screen.findByLabelText("Name on the label"), { target: { value: "High Tide" } });
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  const dialog = within(await screen.findByRole("dialog"));
  expect(dialog.getByText("Tide Pool")).toBeTruthy();
  expect(dialog.queryByText("Maker")).toBeNull();
  await userEvent.click(dialog.getByLabelText("from the sale"));
  await userEvent.click(dialog.getByRole("button", { name: "Save these words" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/paints/1"));
  expect(asked.filter((a) => a.method === "PUT").at(-1)?.body).toMatchObject({
    name: "High Tide",
    note: "from the sale",
    version: 4,
  });
});

test("what was said of it when it was chosen is missed aloud where it cannot be had", async () => {
  server({
    ...AROUND,
    "GET /api/paints/1": page({}),
    "GET /api/paints/1/research": () => refused("The database does not answer.", 500, "fault"),
  });
  open(<PaintPage />, "/paints/:paint", "/paints/1");
  expect(await screen.findByText(/The database does not answer/)).toBeTruthy();
});
