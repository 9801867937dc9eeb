import { cleanup, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, server } from "../../test/page";
import { ImportPage } from "./ImportPage";
import { grouped, mended, NOTHING, rowsInWords } from "./mend";

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
  expect(mended(NOTHING, groups[0], "PV19").words).toEqual({ 1: { PB19: "PV19" } });
  expect(mended(NOTHING, groups[1], "M-0012").as).toEqual({ 4: "M-0012" });
  expect(rowsInWords([3])).toBe("row 3");
  expect(rowsInWords([1, 2, 3, 4, 5, 6, 7])).toBe("rows 1, 2, 3, 4, 5 and 2 more");
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
