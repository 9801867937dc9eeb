import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { BoxesPage } from "./BoxesPage";
import { measured, TIN } from "./BoxMeasure";
import { DroppedPage } from "./DroppedPage";
import { PaintingsPage } from "./PaintingsPage";
import { PalettePage } from "./PalettePage";
import { PalettesPage } from "./PalettesPage";
import { neighbour, type Well } from "./usePalette";
import { VersionsPage } from "./VersionsPage";

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
  strip: { stops: ["#112233", "#ccddee"], measured: true, grain: 0 },
  voices: [],
  painted: true,
  lost: false,
  version: 1,
});
const YELLOW = paint(1, "Lantern Yellow");
const BLUE = paint(2, "Kelp Blue");

const well = (n: number, p?: typeof YELLOW, locked = false) => ({
  well: n,
  x: (n % 2) * 20,
  y: Math.floor(n / 2) * 20,
  width: 19,
  height: 19,
  paint: p,
  name: p?.name,
  squeezed: false,
  locked,
  apart: p ? 12 : 0,
});

const NOTHING = { in: [], out: [], moved: [], refilled: [], left: [], said: "nothing changed" };

const TIN_OF_FOUR = {
  id: 7,
  name: "The tin",
  note: "",
  row: 1,
  boxWords: "2 × 2 wells",
  shape: { kind: "ROWS", width: 39, height: 39, rows: [2, 2], between: 1 },
  round: false,
  wells: [well(0, YELLOW), well(1), well(2, BLUE), well(3, undefined, true)],
  filled: 2,
  version: 5,
  newest: 1,
  since: "2026-01-02",
  changes: NOTHING,
  versions: [
    {
      number: 1,
      since: "2026-01-02",
      why: "the first",
      box: "2 × 2 wells",
      said: "2 wells filled",
      wells: [
        { well: 0, paint: 1, name: "Lantern Yellow", colour: "#ffcc00" },
        { well: 2, name: "Old Crimson" },
      ],
      left: [],
    },
  ],
  roughness: 31,
  notes: [],
};

const JUDGED = {
  flow: {
    roughness: 31,
    bound: 20,
    guessed: 0,
    without: 0,
    said: "Roughness 31; none can be under 20.",
    jar: { well: 2, apart: 31, better: 1, saved: 4, said: "Well 3 jars: ΔE 31 from its neighbours." },
  },
  lacks: [{ said: "No cool red.", filling: [paint(9, "Sea Rose")] }],
  twice: [],
  uses: [],
  paintings: 0,
  usesSaid: "No painting is noted yet: nothing is said of what is used.",
  review: { due: false, proposals: [], said: "" },
};

const answers = (more: Record<string, unknown> = {}) => ({
  "GET /api/palettes/7": TIN_OF_FOUR,
  "GET /api/palettes/7/judged": JUDGED,
  "GET /api/schools": { schools: [] },
  "GET /api/paints": { paints: [paint(9, "Sea Rose")], understood: [], total: 1, troubles: [], ways: [] },
  "GET /api/paints/1": { holdings: [] },
  "GET /api/paints/2": { holdings: [] },
  "PUT /api/palettes/7/draft": TIN_OF_FOUR,
  ...more,
});

test("the box is drawn with every well named, and says how it flows and what it lacks", async () => {
  server(answers());
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  const box = await screen.findByRole("group", { name: "The tin, 2 × 2 wells" });
  expect(within(box).getByRole("button", { name: /^Well\s*1 Lantern Yellow/ })).toBeTruthy();
  expect(within(box).getByRole("button", { name: /^Well\s*4 free.*locked/ })).toBeTruthy();
  expect(await screen.findByText("Roughness 31; none can be under 20.")).toBeTruthy();
  expect(screen.getByText("No cool red.", { exact: false })).toBeTruthy();
  expect(screen.getByRole("link", { name: "Sea Rose" }).getAttribute("href")).toBe("/paints/9");
});

test("a paint is moved by keys alone: taken up, carried, laid down in exchange", async () => {
  const asked = server(answers());
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  const first = await screen.findByRole("button", { name: /^Well\s*1 / });
  first.focus();
  await userEvent.keyboard("m");
  expect(await screen.findByText(/Lantern Yellow is taken up/)).toBeTruthy();
  await userEvent.keyboard("{ArrowDown}");
  expect(document.activeElement?.getAttribute("data-well")).toBe("2");
  await userEvent.keyboard("m");
  await waitFor(() => expect(asked.some((a) => a.method === "PUT")).toBe(true));
  expect(asked.find((a) => a.method === "PUT")?.body).toEqual({
    version: 5,
    wells: [
      { well: 0, paint: 2, squeezed: false },
      { well: 2, paint: 1, squeezed: false },
    ],
  });
});

/** The tin on a server that lays it as it is told, each time as a version of its own. */
function laid() {
  let now = TIN_OF_FOUR;
  return server(
    answers({
      "GET /api/palettes/7": () => now,
      "PUT /api/palettes/7/draft": ({ body }: { body: unknown }) => {
        const { wells } = body as { wells: { well: number; paint: number }[] };
        const lies = (w: number) =>
          [YELLOW, BLUE].find((p) => wells.some((x) => x.well === w && x.paint === p.id));
        now = {
          ...TIN_OF_FOUR,
          version: now.version + 1,
          roughness: wells.length > 1 ? 25 : 0,
          wells: [well(0, lies(0)), well(1, lies(1)), well(2, lies(2)), well(3, undefined, true)],
        };
        return now;
      },
    }),
  );
}

test("what a move did is said of the move alone, not of what is done after it", async () => {
  laid();
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  const first = await screen.findByRole("button", { name: /^Well\s*1 / });
  first.focus();
  await userEvent.keyboard("m{ArrowRight}m");
  expect(await screen.findByText("Lantern Yellow moved: roughness 25, 6 less than before.")).toBeTruthy();
  await userEvent.keyboard("{ArrowLeft}{ArrowDown}x");
  await waitFor(() => expect(screen.queryByText(/^Well\s*3 Kelp Blue/)).toBeNull());
  await waitFor(() => expect(screen.queryByText(/moved: roughness/)).toBeNull());
});

test("hands are quicker than a network: the next step begins from what the last one leaves", async () => {
  const asked = laid();
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  const first = await screen.findByRole("button", { name: /^Well\s*1 / });
  first.focus();
  // All at once: the pan is moved, and another taken out before the move is answered.
  await userEvent.setup({ delay: null }).keyboard("m{ArrowRight}m{ArrowLeft}{ArrowDown}x");
  await waitFor(() => expect(asked.filter((a) => a.method === "PUT")).toHaveLength(2));
  expect(asked.filter((a) => a.method === "PUT").map((a) => a.body)).toEqual([
    {
      version: 5,
      wells: [
        { well: 1, paint: 1, squeezed: false },
        { well: 2, paint: 2, squeezed: false },
      ],
    },
    { version: 6, wells: [{ well: 1, paint: 1, squeezed: false }] },
  ]);
});

test("tap the well, then the paint", async () => {
  const asked = server(answers());
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  await userEvent.click(await screen.findByRole("button", { name: /^Well\s*2 free/ }));
  const panel = await screen.findByRole("region", { name: "Well 2" });
  await userEvent.click(await within(panel).findByRole("button", { name: /Sea Rose/ }));
  await waitFor(() => expect(asked.some((a) => a.method === "PUT")).toBe(true));
  const body = asked.find((a) => a.method === "PUT")?.body as { wells: { well: number; paint: number }[] };
  expect(body.wells.map((w) => [w.well, w.paint])).toEqual([
    [0, 1],
    [1, 9],
    [2, 2],
  ]);
});

test("an order is shown before it is taken, and the proof can be stopped", async () => {
  const first = {
    wells: [2, 1, null, null],
    roughness: 25,
    roughnessAsGiven: 31,
    bound: 20,
    optimal: false,
    guessed: [],
    without: [],
    said: "Roughness 25; as it is, 31. It is proven that none can be under 20.",
  };
  let given = 0;
  const asked = server(
    answers({
      "POST /api/palettes/7/order": () => (given++ === 0 ? first : new Promise(() => undefined)),
    }),
  );
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  await userEvent.click(await screen.findByRole("button", { name: "Order" }));
  expect(await screen.findByText(/Roughness 25; as it is, 31/)).toBeTruthy();
  expect(screen.getByRole("button", { name: /^Well\s*1 Kelp Blue/ })).toBeTruthy();
  await userEvent.click(await screen.findByRole("button", { name: "Stop" }));
  expect(screen.queryByText("Looking whether any is smoother")).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "Lay it so" }));
  await waitFor(() => expect(asked.some((a) => a.method === "PUT")).toBe(true));
  const body = asked.find((a) => a.method === "PUT")?.body as { wells: unknown[] };
  expect(body.wells).toHaveLength(2);
});

test("a change in another window is said, and nothing is lost", async () => {
  server(answers({ "PUT /api/palettes/7/draft": () => refused("It was changed in another window.", 409) }));
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  (await screen.findByRole("button", { name: /^Well\s*1 / })).focus();
  await userEvent.keyboard("x");
  expect(await screen.findByText("It was changed in another window.")).toBeTruthy();
  expect(screen.getByRole("button", { name: /^Well\s*1 Lantern Yellow/ })).toBeTruthy();
});

test("what is used is one sentence, whatever of it there is to say", async () => {
  const use = (well: number, degree: string, used: number) => ({
    well,
    name: "x",
    in: used,
    degree,
    said: "",
  });
  for (const [paintings, uses, said] of [
    [
      12,
      [use(17, "NEVER", 0), use(0, "NEVER", 0), use(4, "OFTEN", 11)],
      "Of the last 12 paintings: well 5 in 11; never 1, 18.",
    ],
    [3, [use(2, "NEVER", 0), use(0, "SELDOM", 1)], "Of the last 3 paintings: never 3."],
    [3, [use(0, "SELDOM", 1)], "Of the last 3 paintings: every well now and then."],
    [1, [use(0, "OFTEN", 1)], "Of one painting: well 1 in 1."],
  ] as const) {
    server(answers({ "GET /api/palettes/7/judged": { ...JUDGED, usesSaid: "", paintings, uses } }));
    open(<PalettePage />, "/palettes/:palette", "/palettes/7");
    const heading = await screen.findByRole("heading", { name: "What is used" });
    expect(heading.nextElementSibling?.textContent).toBe(said);
    cleanup();
  }
});

test("free wells are filled from a find, an arrival, a shortlist or another palette", async () => {
  const asked = server({
    ...answers(),
    "GET /api/arrivals": { arrivals: [{ id: 4, title: "", from: "Ada", cameOn: "2026-05-02" }] },
    "GET /api/shortlists": { shortlists: [{ id: 2, name: "Moths by lamplight", candidates: 1 }] },
    "GET /api/palettes": {
      palettes: [
        { id: 7, name: "The tin", filled: 2 },
        { id: 8, name: "Winter box", filled: 12 },
      ],
    },
    "POST /api/palettes/7/fill": () => refused("No well is free."),
  });
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  await userEvent.click(await screen.findByRole("button", { name: "Fill" }));
  const box = await screen.findByRole("dialog", { name: "Fill free wells" });
  expect(within(box).getByText(/1 well is free\. What lies in it already stays where it is\./)).toBeTruthy();
  const fill = within(box).getByRole("button", { name: "Fill" }) as HTMLButtonElement;
  const sent = () => asked.filter((a) => a.path.endsWith("/fill")).at(-1)?.body;
  expect(fill.disabled).toBe(true);
  await userEvent.type(within(box).getByLabelText("Find"), "loved");
  await userEvent.click(fill);
  expect(await within(box).findByText("No well is free.")).toBeTruthy();
  expect(sent()).toEqual({ version: 5, find: "loved" });
  for (const [from, label, option, body] of [
    ["an arrival or a set", "Arrival", "Ada, 2026-05-02", { arrival: 4 }],
    [
      "a shortlist",
      "Shortlist",
      "Moths by lamplight, 1 paint",
      { find: 'on shortlist "Moths by lamplight"' },
    ],
    ["another palette", "Palette", "Winter box, 12 paints", { palette: 8 }],
  ] as const) {
    await userEvent.selectOptions(within(box).getByLabelText("From"), from);
    expect(fill.disabled).toBe(true);
    await within(box).findByRole("option", { name: option });
    await userEvent.selectOptions(within(box).getByLabelText(label), option);
    await userEvent.click(fill);
    await waitFor(() => expect(sent()).toEqual({ version: 5, ...body }));
  }
  expect(within(box).queryByRole("option", { name: /The tin/ })).toBeNull();
});

test("a draft is kept with a day, a word why, and why each paint left", async () => {
  const changed = {
    ...TIN_OF_FOUR,
    changes: {
      ...NOTHING,
      out: [{ paint: 4, name: "Old Crimson", from: 3, to: -1 }],
      said: "out: Old Crimson",
    },
  };
  const asked = server(
    answers({ "GET /api/palettes/7": changed, "POST /api/palettes/7/versions": TIN_OF_FOUR }),
  );
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  await userEvent.click(await screen.findByRole("button", { name: "Keep as version 2" }));
  await userEvent.type(screen.getByLabelText("Why"), "it went pink");
  await userEvent.selectOptions(screen.getByLabelText("Why Old Crimson left"), "FUGITIVE");
  await userEvent.click(screen.getByRole("button", { name: "Keep" }));
  await waitFor(() => expect(asked.some((a) => a.path.endsWith("/versions"))).toBe(true));
  expect(asked.find((a) => a.path.endsWith("/versions"))?.body).toMatchObject({
    why: "it went pink",
    version: 5,
    left: [{ paint: 4, why: "FUGITIVE" }],
  });
});

test("an empty screen says what to do, and a palette begins in a box measured in five numbers", async () => {
  const asked = server({
    "GET /api/palettes": { palettes: [] },
    "GET /api/boxes": { boxes: [], starts: [], sizes: [] },
    "POST /api/palettes": { ...TIN_OF_FOUR },
  });
  open(<PalettesPage />, "/palettes", "/palettes");
  expect(await screen.findByText(/Nothing here yet/)).toBeTruthy();
  await userEvent.type(screen.getByLabelText("Name"), "Studio");
  await userEvent.selectOptions(screen.getByLabelText("Box"), "measure:");
  const rows = screen.getByLabelText("Rows");
  await userEvent.clear(rows);
  await userEvent.type(rows, "6 6 5");
  await userEvent.click(screen.getByRole("button", { name: "Begin" }));
  await waitFor(() => expect(asked.some((a) => a.method === "POST")).toBe(true));
  expect(asked.find((a) => a.method === "POST")?.body).toMatchObject({
    name: "Studio",
    shape: { kind: "ROWS", width: 117, height: 60, rows: [6, 6, 5], between: 1 },
  });
});

test("which box takes two sets laid together is drawn and said", async () => {
  const asked = server({
    "GET /api/boxes": { boxes: [], starts: [], sizes: [{ form: "HALF_PAN", width: 16, height: 19 }] },
    "POST /api/boxes/lay": {
      sorts: [{ sort: "0", words: "half pan", width: 16, height: 19, count: 24 }],
      boxes: [
        {
          box: 1,
          name: "Studio box",
          width: 236,
          height: 80,
          fits: false,
          said: "1 has no place. All of them together are larger than the box.",
          pans: [{ sort: "0", box: { x: 0, y: 0, width: 16, height: 19 } }],
          left: [{ sort: "0", count: 1 }],
          bare: 12,
        },
      ],
    },
  });
  open(<BoxesPage />, "/palettes/boxes", "/palettes/boxes");
  await userEvent.click(await screen.findByRole("button", { name: "Lay them" }));
  expect(await screen.findByText(/larger than the box/)).toBeTruthy();
  expect(screen.getByText(/left over: 1 half pan/)).toBeTruthy();
  expect(asked.find((a) => a.method === "POST")?.body).toEqual({
    between: 0,
    pans: [
      { form: "HALF_PAN", count: 24 },
      { form: "HALF_PAN", count: 12 },
    ],
  });
});

test("a painting is a tap on each well, and two taps repeat the last", async () => {
  const asked = server(
    answers({
      "GET /api/palettes/7/paintings": {
        paintings: [
          {
            id: 3,
            title: "Moth",
            on: "2026-02-03",
            note: "",
            paints: [{ paint: BLUE, taps: 2 }],
            version: 1,
          },
        ],
      },
      "POST /api/palettes/7/paintings": { paintings: [] },
    }),
  );
  open(<PaintingsPage />, "/palettes/:palette/paintings", "/palettes/7/paintings");
  await userEvent.click(await screen.findByRole("button", { name: "As the last: 1 well" }));
  await userEvent.click(screen.getByRole("button", { name: "1 Lantern Yellow" }));
  await userEvent.click(screen.getByRole("button", { name: "One less of Kelp Blue" }));
  await userEvent.click(screen.getByRole("button", { name: "Note it" }));
  await waitFor(() => expect(asked.some((a) => a.method === "POST")).toBe(true));
  expect(asked.find((a) => a.method === "POST")?.body).toMatchObject({
    paints: [
      { paint: 2, taps: 1 },
      { paint: 1, taps: 1 },
    ],
  });
});

const match = (square: number, p: typeof YELLOW, sure: boolean) => ({
  square,
  colour: "#112233",
  tint: "#ccddee",
  paint: p,
  well: p.id === 1 ? 0 : 2,
  deltaE: 1,
  sure,
  mayBeExchangedWith: [],
  reason: sure ? "ΔE 1.0 from it." : "It may be Lantern Yellow as well.",
});

const found = (...matches: ReturnType<typeof match>[]) => ({
  matches,
  sure: matches.filter((m) => m.sure).length,
  missing: [],
  guessed: [],
  without: [],
  shape: {},
  over: false,
});

test("what is in doubt is chosen by hand, and one paint of two squares is not kept", async () => {
  const asked = server(
    answers({
      "GET /api/readings/12": { reading: 12, state: "PROPOSED", progress: 1 },
      "GET /api/palettes/7/dropped/12": found(match(0, YELLOW, true), match(1, BLUE, false)),
      "POST /api/palettes/7/dropped/12": {},
    }),
  );
  open(<DroppedPage />, "/palettes/:palette/dropped", "/palettes/7/dropped?reading=12");
  expect(await screen.findByText("1 of 2 swatches sure.", { exact: false })).toBeTruthy();
  const choice = screen.getByLabelText("Square 2 is");
  await userEvent.selectOptions(choice, "1");
  expect(screen.getByText("Lantern Yellow is said of two squares.")).toBeTruthy();
  const keep = screen.getByRole("button", { name: /They are back/ }) as HTMLButtonElement;
  expect(keep.disabled).toBe(true);
  await userEvent.selectOptions(choice, "2");
  await userEvent.click(keep);
  await waitFor(() => expect(asked.some((a) => a.method === "POST")).toBe(true));
  expect(asked.find((a) => a.method === "POST")?.body).toEqual({
    pans: [
      { square: 0, paint: 1 },
      { square: 1, paint: 2 },
    ],
  });
});

test("what is said to be sure can be wrong, and is set right by hand", async () => {
  const asked = server(
    answers({
      "GET /api/readings/12": { reading: 12, state: "PROPOSED", progress: 1 },
      "GET /api/palettes/7/dropped/12": found(match(0, YELLOW, true)),
      "POST /api/palettes/7/dropped/12": {},
    }),
  );
  open(<DroppedPage />, "/palettes/:palette/dropped", "/palettes/7/dropped?reading=12");
  await userEvent.click(await screen.findByRole("button", { name: "Square 1 is another" }));
  await userEvent.selectOptions(screen.getByLabelText("Square 1 is"), "2");
  expect(screen.getByText("0 of 1 swatch sure, 1 as you said.", { exact: false })).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: /They are back/ }));
  await waitFor(() =>
    expect(asked.find((a) => a.method === "POST")?.body).toEqual({ pans: [{ square: 0, paint: 2 }] }),
  );
});

test("a picture that is gone is said to be, and nobody waits for it", async () => {
  server(answers({ "GET /api/readings/12": () => refused("There is no such reading.", 404, "not-found") }));
  open(<DroppedPage />, "/palettes/:palette/dropped", "/palettes/7/dropped?reading=12");
  expect(await screen.findByText(/There is no such reading/)).toBeTruthy();
  expect(screen.queryByText("Reading the swatches")).toBeNull();
});

test("on a scrap what is found is left out or matched, and begun anew with another picture", async () => {
  const box = (x: number) => ({
    corners: [
      [x, 0.1],
      [x + 0.1, 0.1],
      [x + 0.1, 0.3],
      [x, 0.3],
    ].map(([a, b]) => ({ x: a, y: b })),
  });
  const asked = server(
    answers({
      "POST /api/palettes/7/dropped/pictures": { picture: 31, rectangles: [box(0.1), box(0.5)] },
      "POST /api/palettes/7/dropped/marked": found(match(0, YELLOW, true)),
    }),
  );
  open(<DroppedPage />, "/palettes/:palette/dropped", "/palettes/7/dropped");
  const picture = new File(["x"], "scrap.png", { type: "image/png" });
  await userEvent.upload(await screen.findByLabelText("Choose the picture"), picture);
  expect(await screen.findByText(/^2 found/)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Leave swatch 1 out" }));
  await userEvent.click(screen.getByRole("button", { name: "Which is which?" }));
  expect(await screen.findByText("1 of 1 swatch sure.", { exact: false })).toBeTruthy();
  expect(asked.find((a) => a.path.endsWith("/marked"))?.body).toEqual({
    picture: 31,
    rectangles: [box(0.5)],
  });
  // Nothing of a scrap is kept, and it is not offered.
  expect(screen.queryByRole("button", { name: /They are back/ })).toBeNull();
  await userEvent.click(screen.getByRole("link", { name: "Begin anew" }));
  expect(await screen.findByLabelText("Choose the picture")).toBeTruthy();
  expect(screen.queryByText("1 of 1 swatch sure.", { exact: false })).toBeNull();
});

test("two versions lie side by side with why a paint left", async () => {
  server(
    answers({
      "GET /api/palettes/7/changes": {
        ...NOTHING,
        out: [{ paint: 4, name: "Old Crimson", from: 3, to: -1 }],
        left: [{ paint: 4, name: "Old Crimson", why: "FUGITIVE" }],
        said: "out: Old Crimson",
      },
    }),
  );
  open(<VersionsPage />, "/palettes/:palette/versions", "/palettes/7/versions?from=1&to=0");
  expect(await screen.findByText("from well 4: it fades")).toBeTruthy();
  expect(screen.getByRole("region", { name: "The past of every well" })).toBeTruthy();
});

test("arrows find the well beside, above and below, and stay where there is none", () => {
  const wells = [0, 1, 2, 3].map((n) => well(n)) as unknown as Well[];
  expect(neighbour(wells, 0, "ArrowRight")).toBe(1);
  expect(neighbour(wells, 0, "ArrowDown")).toBe(2);
  expect(neighbour(wells, 3, "ArrowUp")).toBe(1);
  expect(neighbour(wells, 3, "ArrowRight")).toBe(3);
});

test("a ring is measured in five numbers too", () => {
  expect(measured({ ...TIN, kind: "RING", width: 300, height: 300 })).toEqual({
    kind: "RING",
    width: 300,
    height: 300,
    ring: 24,
    outside: 8,
    well: 26,
  });
});

test("a database that is away is said, and is no missing palette", async () => {
  const away = () =>
    new Response(
      JSON.stringify({
        type: "molvet:database-away",
        title: "Away",
        status: 503,
        detail: "The database does not answer.",
      }),
      { status: 503, headers: { "Content-Type": "application/problem+json" } },
    );
  server({ "GET /api/palettes/7": away });
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  expect(await screen.findByText("The database does not answer.")).toBeTruthy();
  expect(screen.queryByText("No such palette")).toBeNull();
});

test("what cannot be judged now says so beside the box, which stays", async () => {
  server(answers({ "GET /api/palettes/7/judged": () => refused("It cannot be judged now.") }));
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  expect(await screen.findByText("It cannot be judged now.")).toBeTruthy();
  expect(screen.getByRole("button", { name: /^Well\s*1 Lantern Yellow/ })).toBeTruthy();
});

test("a palette that is not there says so", async () => {
  server({ "GET /api/palettes/7": () => refused("There is no palette 7 in your collection.", 404) });
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  expect(await screen.findByRole("heading", { name: "No such palette" })).toBeTruthy();
});

test("a lock is sent with the draft, and what lies in it stays", async () => {
  const asked = server(answers());
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  (await screen.findByRole("button", { name: /^Well\s*1 / })).focus();
  await userEvent.keyboard("l");
  await waitFor(() => expect(asked.some((a) => a.method === "PUT")).toBe(true));
  expect(asked.find((a) => a.method === "PUT")?.body).toMatchObject({ locked: [0, 3] });
});

test("a card for the lid is planned with its marks, and shown as it will be printed", async () => {
  const asked = server(answers({ "POST /api/palettes/7/card": { chart: 44 } }));
  open(<PalettePage />, "/palettes/:palette", "/palettes/7");
  await userEvent.click(await screen.findByRole("button", { name: "On paper" }));
  await userEvent.click(screen.getByLabelText("A gap for a protecting film"));
  await userEvent.click(screen.getByRole("button", { name: "Card for the lid" }));
  expect((await screen.findByAltText("The printed page")).getAttribute("src")).toContain(
    "/api/charts/44.png",
  );
  expect(asked.find((a) => a.method === "POST")?.body).toEqual({
    size: "LID",
    film: true,
    marks: true,
    opacityLine: false,
  });
});

const TIN_SHAPE = { kind: "ROWS", width: 120, height: 60, between: 0, rows: [6, 6] };
const BOXES = {
  boxes: [{ id: 4, name: "Field tin", words: "2 rows of 6", shape: TIN_SHAPE, note: "", version: 2 }],
  starts: [{ start: "STUDIO", name: "Studio box of 48 half pans", shape: { ...TIN_SHAPE, rows: [24, 24] } }],
  sizes: [
    { form: "HALF_PAN", width: 16, height: 19 },
    { form: "HALF_PAN", width: 15, height: 18, maker: 3, makerName: "Kelpwick", size: 8 },
  ],
};

test("pans of several sizes are laid into a box written down, and a palette begins as they lie", async () => {
  const laid = {
    box: 0,
    name: "a box of 120 by 60",
    width: 120,
    height: 60,
    fits: true,
    said: "All lie in it.",
    pans: [
      { sort: "0", box: { x: 0, y: 0, width: 16, height: 19 } },
      { sort: "1", box: { x: 16, y: 0, width: 19, height: 30 } },
    ],
    left: [],
    bare: 40,
  };
  const asked = server({
    "GET /api/boxes": BOXES,
    "POST /api/boxes/lay": { sorts: [], boxes: [laid] },
    "POST /api/palettes": { id: 12 },
  });
  const router = open(<BoxesPage />, "/palettes/boxes", "/palettes/boxes");
  await userEvent.click(await screen.findByRole("button", { name: "Leave out row 2" }));
  await userEvent.click(screen.getByRole("button", { name: "Another set or size" }));
  const many = screen.getAllByLabelText("How many");
  await userEvent.clear(many[1]);
  await userEvent.type(many[1], "2");
  await userEvent.selectOptions(screen.getAllByLabelText("Made by")[0], "Kelpwick");
  await userEvent.type(screen.getByLabelText(/^A box of, across/), "120");
  await userEvent.type(screen.getByLabelText(/^down/), "60");
  await userEvent.click(screen.getByRole("button", { name: "Lay them" }));
  expect(await screen.findByRole("img", { name: "2 pans in a box of 120 by 60" })).toBeTruthy();
  expect(asked.find((a) => a.path === "/api/boxes/lay")?.body).toEqual({
    between: 0,
    pans: [
      { form: "HALF_PAN", maker: 3, count: 24 },
      { form: "FULL_PAN", count: 2 },
    ],
    inside: { kind: "ROWS", width: 120, height: 60, rowCount: 1, columns: 1 },
  });
  await userEvent.type(screen.getByLabelText("A palette laid so, called"), "By the sea");
  await userEvent.click(screen.getByRole("button", { name: "Begin" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/palettes/12"));
  expect(asked.find((a) => a.path === "/api/palettes")?.body).toEqual({
    name: "By the sea",
    boxName: "a box of 120 by 60, laid for By the sea",
    shape: { kind: "LOOSE", width: 120, height: 60, loose: laid.pans.map((p) => p.box) },
  });
});

test("a box is measured beginning from a known one, and one that cannot be deleted says why", async () => {
  const asked = server({
    "GET /api/boxes": BOXES,
    "POST /api/boxes": {},
    "DELETE /api/boxes/4": refused(
      "“Field tin” holds the palette Tide tin: put that into another box first.",
    ),
    "DELETE /api/pan-sizes/8": {},
  });
  open(<BoxesPage />, "/palettes/boxes", "/palettes/boxes");
  await userEvent.click(await screen.findByRole("button", { name: "Delete" }));
  expect(await screen.findByText(/put that into another box first/)).toBeTruthy();
  // What is usual cannot be forgotten, what one measured can.
  expect(screen.getAllByRole("button", { name: "Forget" })).toHaveLength(1);
  await userEvent.click(screen.getByRole("button", { name: "Forget" }));
  await waitFor(() => expect(asked.some((a) => a.path === "/api/pan-sizes/8")).toBe(true));
  await userEvent.click(screen.getByRole("button", { name: "Measure a box" }));
  const dialog = within(screen.getByRole("dialog"));
  expect((dialog.getByRole("button", { name: "Keep" }) as HTMLButtonElement).disabled).toBe(true);
  await userEvent.click(dialog.getByRole("button", { name: "Studio box of 48 half pans" }));
  expect((dialog.getByLabelText("Name") as HTMLInputElement).value).toBe("Studio box of 48 half pans");
  await userEvent.click(dialog.getByRole("button", { name: "Keep" }));
  await waitFor(() => expect(asked.some((a) => a.method === "POST")).toBe(true));
  expect(asked.find((a) => a.method === "POST")?.body).toMatchObject({
    name: "Studio box of 48 half pans",
    shape: { kind: "ROWS", width: 120, height: 60, rowCount: 2, columns: 24 },
  });
});
