import { cleanup, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { ImportPage } from "./ImportPage";
import { LetteringPage } from "./LetteringPage";
import { grouped, mended, NOTHING, rowsInWords } from "./mend";
import { ParcelPage } from "./ParcelPage";
import { ShareButton } from "./ShareButton";
import { SharesPage } from "./SharesPage";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const doubt = (column: number, cell: string, message: string, mend = "", keptOut = false) => ({
  column,
  cell,
  message,
  mend,
  keptOut,
});
const row = (number: number, name: string, becomes: string, doubts: ReturnType<typeof doubt>[] = []) => ({
  row: number,
  becomes,
  paint: null,
  accession: null,
  sameAsRow: null,
  name,
  maker: "Kelpwick",
  recipe: ["PV19"],
  holding: "15 ml tube",
  places: ["R41·1"],
  notes: [],
  doubts,
});
const ROWS = [
  row(2, "Thrift", "DOUBT", [doubt(1, "PB19", "No PB19.", "PV19")]),
  row(3, "Sea Pink", "DOUBT", [doubt(1, "PB19", "No PB19.", "PV19")]),
  row(4, "Gull", "DOUBT", [doubt(-1, "", "It may be M-0012.", "M-0012")]),
  row(5, "Tide", "NEW"),
];
const LIST = {
  file: "CSV",
  notes: [],
  heading: 1,
  columns: [
    { index: 0, heading: "Farbname", as: "NAME", because: "headed “Farbname”" },
    { index: 1, heading: "Pigmente", as: "PIGMENTS", because: "headed “Pigmente”" },
  ],
  choices: ["IGNORED", "NAME", "PIGMENTS"],
  rows: ROWS,
  counts: { NEW: 1, HAVE: 0, DOUBT: 3, KEPT_OUT: 0, NEW_PAINTS: 4, HOLDINGS: 4 },
  days: [
    { order: "DAY_MONTH_YEAR", example: "31.12.2026" },
    { order: "MONTH_DAY_YEAR", example: "12/31/2026" },
  ],
  unformed: 2,
  keepers: ["ring 41"],
  said: null,
};

test("doubts about the same words stand together and are mended together", () => {
  const groups = grouped(ROWS as never);
  expect(groups.map((g) => g.rows)).toEqual([[2, 3], [4]]);
  // Row 5 may say the same and be right: only what is in doubt is mended.
  expect(mended(NOTHING, groups[0], "PV19").cells).toEqual({ 2: { 1: "PV19" }, 3: { 1: "PV19" } });
  expect(mended(NOTHING, groups[1], "M-0012").as).toEqual({ 4: "M-0012" });
  expect(rowsInWords([3])).toBe("row 3");
  expect(rowsInWords([1, 2, 3, 4, 5, 6, 7])).toBe("rows 1, 2, 3, 4, 5 and 2 more");
});

test("while a long list comes in it is seen how far it is, and it can be stopped", async () => {
  let stopped = () => {};
  const stop = new Promise<void>((done) => {
    stopped = done;
  });
  server({
    "POST /api/collection/import/preview": LIST,
    "GET /api/collection/import/progress": { done: 1, all: 4 },
    "DELETE /api/collection/import/progress": () => {
      stopped();
      return new Response(null, { status: 204 });
    },
    "POST /api/collection/import": async () => {
      await stop;
      return refused("It was stopped after 1 of 4 rows: nothing was brought in.");
    },
  });
  open(<ImportPage />, "/import", "/import");
  await userEvent.type(screen.getByLabelText(/paste the rows/), "Farbname;Pigmente");
  await userEvent.click(screen.getByRole("button", { name: "Look through it" }));
  await userEvent.click(await screen.findByRole("button", { name: "Bring in 4 rows" }));
  expect(await screen.findByText("1 of 4 rows")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Stop" }));
  expect(await screen.findByText(/stopped after 1 of 4 rows: nothing was brought in/)).toBeTruthy();
  expect(screen.getByRole("button", { name: "Bring in 4 rows" })).toBeTruthy();
});

test("a pasted list is looked through, mended and brought in", async () => {
  const user = userEvent.setup();
  const asked = server({
    "POST /api/collection/import/preview": LIST,
    "POST /api/collection/import": { ...LIST, said: "Brought in a list: 4 new paints, 4 holdings" },
  });
  open(<ImportPage />, "/import", "/import");
  await user.type(screen.getByLabelText(/paste the rows/), "Farbname;Pigmente");
  await user.click(screen.getByRole("button", { name: "Look through it" }));
  const sum = within(await screen.findByRole("region", { name: "What it comes to" }));
  expect(sum.getByText("4 new paints, 4 holdings, 3 to look at")).toBeTruthy();
  expect(sum.getByText("Made on the way: ring 41.")).toBeTruthy();
  expect(sum.getByRole("radio", { name: "12/31/2026" })).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Mend, all 2 alike" }));
  await user.click(await screen.findByRole("button", { name: "It is M-0012" }));
  await user.click(await screen.findByRole("button", { name: "Bring in 4 rows" }));
  expect(await screen.findByText("Brought in a list: 4 new paints, 4 holdings.")).toBeTruthy();
  expect(asked.length).toBeGreaterThan(2);
});

test("Molvet’s own export has no columns to tell apart, and says what of it is new", async () => {
  const user = userEvent.setup();
  server({
    "POST /api/collection/import/preview": {
      ...LIST,
      file: "Molvet’s export",
      notes: ["New: 1 paint, 2 pictures."],
      heading: 0,
      columns: [],
      choices: [],
      rows: [row(1, "Tide", "NEW"), row(2, "Gull", "HAVE")],
      counts: { NEW: 1, HAVE: 1, DOUBT: 0, KEPT_OUT: 0, NEW_PAINTS: 1, HOLDINGS: 0 },
      days: [],
      unformed: 0,
      keepers: [],
    },
  });
  open(<ImportPage />, "/import", "/import");
  await user.upload(screen.getByLabelText("The list’s file"), new File(["PK"], "collection.zip"));
  expect(await screen.findByText("New: 1 paint, 2 pictures.")).toBeTruthy();
  expect(screen.getByRole("button", { name: "Bring in the export" })).toBeTruthy();
  expect(screen.queryByRole("region", { name: "Columns" })).toBeNull();
});

test("a friend’s parcel is seen beside one’s own and becomes the draft of a swap", async () => {
  const user = userEvent.setup();
  const paint = (name: string, becomes: string) => ({
    name,
    maker: "Kelpwick",
    pigments: "PB29",
    strip: null,
    becomes,
    paint: null,
  });
  const asked = server({
    "POST /api/parcel/preview": {
      title: "For Ada",
      paints: [paint("Tide", "NEW"), paint("Gull", "HAVE"), paint("Auk", "WISHED")],
    },
    "POST /api/parcel": { arrival: 12 },
  });
  const router = open(<ParcelPage />, "/parcel", "/parcel");
  await user.upload(screen.getByLabelText("The parcel’s file"), new File(["{}"], "molvet-parcel.json"));
  expect(await screen.findByText("3 paints, 1 new, 1 wished for")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Draft of a swap" }));
  expect(await screen.findByText("elsewhere")).toBeTruthy();
  expect(router.state.location.pathname).toBe("/arrivals/12");
  expect(asked.find((a) => a.path === "/api/parcel")?.query).toBe("?kind=SWAP");
});

test("cards that moved are listed with both places, and told one by one that they are lettered", async () => {
  const user = userEvent.setup();
  const cards = [{ swatch: 5, paint: 3, accession: "M-0003", name: "Tide", was: "R1·1", now: "R2·9" }];
  let left = cards;
  const asked = server({
    "GET /api/shelf/lettering": () => ({ cards: left }),
    "POST /api/shelf/lettering/done": () => {
      left = [];
      return { cards: left };
    },
  });
  open(<LetteringPage />, "/lettering", "/lettering");
  expect(await screen.findByText("R1·1")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Lettered" }));
  expect(await screen.findByText("Every card says the place it has.")).toBeTruthy();
  expect(asked.find((a) => a.method === "POST")?.body).toEqual({ swatch: [5] });
});

test("what is shared hides prices, places and notes unless they are ticked, and its address is told once", async () => {
  const asked = server({
    "POST /api/shares": { share: 3, address: "/s/abc", until: "2027-03-31", title: "Old Crimson" },
  });
  open(<ShareButton of="PAINT" id={12} />, "/paints/12", "/paints/12");
  await userEvent.click(screen.getByRole("button", { name: "Share" }));
  await userEvent.click(screen.getByRole("checkbox", { name: "where its swatch is" }));
  await userEvent.click(screen.getByRole("radio", { name: "as it is whenever it is looked at" }));
  await userEvent.click(screen.getByRole("button", { name: "Make the address" }));
  const told = await screen.findByRole("dialog", { name: "Old Crimson is shared" });
  expect(asked.at(-1)?.body).toMatchObject({
    of: "PAINT",
    id: 12,
    live: true,
    hide: ["GIVERS", "PRICES", "NOTES"],
  });
  expect(within(told).getByText(/it opens until 31 March 2027\./)).toBeTruthy();
  expect((within(told).getByLabelText("Address") as HTMLInputElement).value).toMatch(/\/s\/abc$/);
});

test("an address is copied, or marked where the browser lets no page copy", async () => {
  server({
    "POST /api/shares": { share: 3, address: "/s/abc", until: "2027-03-31", title: "Old Crimson" },
  });
  const user = userEvent.setup();
  open(<ShareButton of="PAINT" id={12} />, "/paints/12", "/paints/12");
  await user.click(screen.getByRole("button", { name: "Share" }));
  await user.click(screen.getByRole("button", { name: "Make the address" }));
  const told = await screen.findByRole("dialog", { name: "Old Crimson is shared" });
  const box = within(told).getByLabelText("Address") as HTMLInputElement;
  const write = vi.spyOn(navigator.clipboard, "writeText").mockRejectedValueOnce(new Error("not allowed"));
  await user.click(within(told).getByRole("button", { name: "Copy it" }));
  expect(await within(told).findByText(/It is marked: copy it by Ctrl\+C/)).toBeTruthy();
  expect(box.selectionEnd).toBe(box.value.length);
  write.mockRestore();
  await user.click(within(told).getByRole("button", { name: "Copy it" }));
  expect(await within(told).findByRole("button", { name: "Copied" })).toBeTruthy();
  expect(await navigator.clipboard.readText()).toBe(box.value);
});

const SHARE = {
  share: 3,
  of: "CHART",
  title: "Moths by lamplight",
  sharedOn: "2026-11-01",
  until: "2026-12-01",
  over: false,
  live: true,
  looks: 0,
  days: [] as { day: string; looks: number }[],
};

test("what is shared says until when, how often it was looked at, and is taken back at once", async () => {
  let shares = [
    SHARE,
    {
      ...SHARE,
      share: 4,
      title: "The tin",
      over: true,
      live: false,
      looks: 2,
      days: [{ day: "2026-11-20", looks: 2 }],
    },
  ];
  const asked = server({
    "GET /api/shares": () => ({ shares }),
    "DELETE /api/shares/3": () => {
      shares = shares.slice(1);
      return {};
    },
    "DELETE /api/shares/4": () => refused("That is shared no more."),
  });
  open(<SharesPage />, "/shared", "/shared");
  const first = within((await screen.findByText("Moths by lamplight")).closest("li") as HTMLElement);
  expect(first.getByText(/until 2026-12-01, shared 2026-11-01, as it is · not looked at yet/)).toBeTruthy();
  expect(
    screen.getByText(/ended 2026-12-01.*as it was that day · looked at 2 times, last on 2026-11-20/),
  ).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Take it away" }));
  expect(await screen.findByText(/shared no more/)).toBeTruthy();
  await userEvent.click(first.getByRole("button", { name: "Take back" }));
  await vi.waitFor(() => expect(screen.queryByText("Moths by lamplight")).toBeNull());
  expect(asked.filter((a) => a.method === "DELETE").map((a) => a.path)).toEqual([
    "/api/shares/4",
    "/api/shares/3",
  ]);
});

test("where nothing is shared it says from where one shares", async () => {
  server({ "GET /api/shares": { shares: [] } });
  open(<SharesPage />, "/shared", "/shared");
  expect(await screen.findByText(/is shared from its own page/)).toBeTruthy();
});
