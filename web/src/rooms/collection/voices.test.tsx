import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { MemoryRouter } from "react-router";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { Asking } from "./Asking";
import { DoubtsPage } from "./DoubtsPage";
import { ObservePage } from "./ObservePage";
import { VoiceTable } from "./VoiceTable";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const entry = (id: number, name: string) => ({
  id,
  accession: `M-000${id}`,
  name,
  recipe: ["PR83"],
  standing: "OWNED",
  voices: [],
  painted: false,
  lost: false,
  version: 1,
});
const DISPUTE = {
  kind: "LIGHTFAST_CLAIM_FADES",
  kindInWords: "claimed lightfast, yet it fades",
  paint: entry(1, "Dulse"),
  others: [entry(2, "Thrift")],
  message: "The label claims “I”, but the recipe holds PR83.",
  remedies: [
    { remedy: "ASK_MAKER", words: "Ask the maker" },
    { remedy: "PAINT_AGAIN", words: "Paint it again" },
  ],
  letter: "Dear Kelpwick,",
  mark: "a".repeat(64),
};

test("a doubt says what to do: a letter to copy, a chart, a comparison, or leaving it with a reason", async () => {
  const asked = server({
    "GET /api/disputes": { disputes: [DISPUTE], open: 1, left: 0, kinds: [] },
    "POST /api/disputes/left": {},
  });
  open(<DoubtsPage />, "/doubts", "/doubts");
  expect(await screen.findByText(/holds PR83/)).toBeTruthy();
  expect(screen.getByRole("link", { name: "Compare the two" }).getAttribute("href")).toBe(
    "/compare?paints=1,2",
  );
  expect(screen.getByRole("link", { name: "Paint it again" }).getAttribute("href")).toBe(
    "/bench/new?find=M-0001",
  );
  await userEvent.click(screen.getByRole("button", { name: "Ask the maker" }));
  expect(((await screen.findByLabelText("The letter")) as HTMLTextAreaElement).value).toContain(
    "Dear Kelpwick",
  );
  await userEvent.click(screen.getByRole("button", { name: "Close" }));
  await userEvent.click(screen.getByRole("button", { name: "Leave it" }));
  await userEvent.type(screen.getByLabelText(/Why leave the doubt/), "never framed");
  await userEvent.click(screen.getByRole("button", { name: "Leave it" }));
  expect(asked.find((a) => a.method === "POST")?.body).toEqual({
    paint: 1,
    kind: "LIGHTFAST_CLAIM_FADES",
    mark: DISPUTE.mark,
    reason: "never framed",
  });
});

test("kinds of doubt narrow the list, and what was left is shown with its reason", async () => {
  server({
    "GET /api/disputes": {
      disputes: [
        DISPUTE,
        {
          ...DISPUTE,
          kind: "NO_PIGMENTS",
          message: "Nothing printed.",
          mark: "b",
          left: 4,
          leftWhy: "old tube",
        },
      ],
      open: 1,
      left: 1,
      kinds: [
        { kind: "LIGHTFAST_CLAIM_FADES", words: "claimed lightfast", count: 1 },
        { kind: "NO_PIGMENTS", words: "no pigments printed", count: 1 },
      ],
    },
  });
  open(<DoubtsPage />, "/doubts", "/doubts?left=true");
  expect(await screen.findByText(/old tube/)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: /no pigments printed/ }));
  expect(screen.queryByText(/holds PR83/)).toBeNull();
});

const PAINT = (id: number, name: string) => ({
  id,
  accession: `M-000${id}`,
  name,
  recipe: [],
  observations: [],
  voices: {},
});

test("a letter chooses, a digit says, an arrow moves to the next paint of the chart", async () => {
  const asked = server({
    "GET /api/charts/7": { cells: [{ cell: 0, paint: 1 }, { cell: 1, paint: 2 }, { cell: 2 }] },
    "GET /api/eye-traits": {
      traits: [
        {
          trait: "granulation",
          key: "g",
          words: "granulation",
          steps: ["NONE", "SLIGHT", "MODERATE", "STRONG"],
        },
        { trait: "liking", key: "l", words: "liking", steps: ["LOVED", "LIKED", "NO"] },
      ],
    },
    "GET /api/paints/1": PAINT(1, "Tide"),
    "GET /api/paints/2": PAINT(2, "Ferry"),
    "POST /api/paints/2/observations": PAINT(2, "Ferry"),
  });
  open(<ObservePage />, "/observe", "/observe?chart=7");
  expect(await screen.findByText("Tide")).toBeTruthy();
  await userEvent.keyboard("{ArrowRight}");
  expect(await screen.findByText("Ferry")).toBeTruthy();
  await userEvent.keyboard("l1");
  await vi.waitFor(() => expect(asked.some((a) => a.method === "POST")).toBe(true));
  expect(asked.find((a) => a.method === "POST")?.body).toEqual({
    trait: "liking",
    value: "LOVED",
    note: "",
    paper: "",
    chart: 7,
  });
});

test("evidence leads to what it is, and the winner is named", async () => {
  render(
    <MemoryRouter>
      <VoiceTable
        reasons
        voices={{
          granulation: {
            scale: ["NONE", "SLIGHT", "MODERATE", "STRONG"],
            label: "NONE",
            paper: "STRONG",
            verdict: "STRONG",
            disagree: true,
            reasons: ["Your swatch shows strong granulation."],
            winner: "PAPER",
            sure: "likely",
            evidence: [
              { kind: "READING", of: "17", says: "Your swatch" },
              { kind: "PIGMENT", of: "PB29", says: "PB29 usually" },
              { kind: "CLAIM", of: "", says: "the label writes “–”" },
            ],
          },
        }}
      />
    </MemoryRouter>,
  );
  expect(screen.getByText(/likely, your paper wins/)).toBeTruthy();
  expect(screen.getByRole("link", { name: "Your swatch" }).getAttribute("href")).toBe("#reading-17");
  expect(screen.getByRole("link", { name: "PB29 usually" }).getAttribute("href")).toBe("/pigments/PB29");
});

test("what can be asked is put beside what is asked already, and a find is kept under a name", async () => {
  let answer: () => unknown = () => refused("60 finds are kept already.");
  const asked = server({
    "GET /api/finds/menu": {
      groups: [{ name: "Hue", entries: [{ written: "hue:blue", words: "hue blue" }] }],
    },
    "POST /api/finds": () => answer(),
  });
  const found = vi.fn();
  open(<Asking find="single" onFind={found} />, "/", "/");
  await userEvent.click(screen.getByRole("button", { name: "What can be asked" }));
  await userEvent.click(await screen.findByRole("button", { name: "hue blue" }));
  expect(found).toHaveBeenCalledWith("single hue:blue");
  await userEvent.click(screen.getByRole("button", { name: "Keep this find" }));
  await userEvent.type(await screen.findByLabelText("Its name on the rail"), "Singles");
  await userEvent.click(screen.getByRole("button", { name: "Keep it" }));
  expect(await screen.findByText(/60 finds are kept/)).toBeTruthy();
  answer = () => ({ finds: [] });
  await userEvent.click(screen.getByRole("button", { name: "Keep it" }));
  await vi.waitFor(() => expect(screen.queryByLabelText("Its name on the rail")).toBeNull());
  expect(asked.at(-1)?.path === "/api/finds" || asked.some((a) => a.path === "/api/finds")).toBe(true);
});
