import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { Fill } from "./Fill";
import type { Shortlist } from "./ShortlistPage";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const SHORTLIST = { id: 4, name: "Abstracts" } as Shortlist;
const paint = (id: number, name: string) => ({ id, name, accession: `M-000${id}`, strip: null });
const QUESTIONS = {
  mixtures: 1,
  paintings: 12,
  answers: [
    {
      question: "MIXED_MOST",
      suggestions: [
        { paint: paint(1, "Kelp Blue"), name: "Kelp Blue", because: "in 7 of 9 mixtures", onList: false },
        { colour: 55, name: "Ready Green", because: "is what you mix most, ready made", onList: false },
        { paint: paint(3, "Moss"), name: "Moss", because: "in 4 of 9 mixtures", onList: true },
      ],
      silence: "",
    },
    { question: "LOVED", suggestions: [], silence: "Nothing is marked as loved." },
  ],
};

function opened(put: unknown) {
  const asked = server({
    "GET /api/shortlists/4/questions": QUESTIONS,
    "POST /api/shortlists/4/candidates": put,
  });
  open(<Fill shortlist={SHORTLIST} />, "/shortlists/4", "/shortlists/4");
  return () => asked.filter((a) => a.method === "POST").map((a) => a.body);
}

test("what the record answers is put on with its reason, and what is on the list is not offered again", async () => {
  const sent = opened({ put: { added: 1, there: 0, said: [] } });
  expect(await screen.findByText("From 1 painted mixture and 12 noted paintings.")).toBeTruthy();
  const mixed = screen.getByRole("region", { name: "What do I mix most?" });
  expect(within(mixed).queryByRole("button", { name: "Put on: Moss" })).toBeNull();
  expect(within(mixed).getByText("on the list")).toBeTruthy();
  expect(screen.getByText("Nothing is marked as loved.")).toBeTruthy();
  await userEvent.click(within(mixed).getByRole("button", { name: "Put on: Kelp Blue" }));
  await waitFor(() => expect(sent()).toHaveLength(1));
  // A colour of a maker’s chart that one does not have goes on as such.
  await userEvent.click(within(mixed).getByRole("button", { name: "Put on: Ready Green" }));
  await waitFor(() => expect(sent()).toHaveLength(2));
  await userEvent.click(within(mixed).getByRole("button", { name: "Put all 2 on the list" }));
  await waitFor(() => expect(sent()).toHaveLength(3));
  expect(sent()).toEqual([
    { paints: [1], question: "MIXED_MOST", reason: "in 7 of 9 mixtures" },
    { colours: [55], question: "MIXED_MOST", reason: "is what you mix most, ready made" },
    { question: "MIXED_MOST" },
  ]);
});

test("a list as it is written goes on, it is said what each line was taken for, and the box is empty again", async () => {
  const sent = opened({
    put: { added: 2, there: 1, said: ["“Poppy PR255” is M-0002 Poppy, taken by its recipe"] },
  });
  const lines = await screen.findByLabelText(/^Paints/);
  const button = screen.getByRole("button", { name: "Put on the list" }) as HTMLButtonElement;
  expect(button.disabled).toBe(true);
  await userEvent.type(lines, "Tern Grey{Enter}Poppy PR255");
  await userEvent.type(screen.getByLabelText("Why, and where from"), "a friend’s tin");
  await userEvent.click(button);
  expect(await screen.findByText("2 paints put on the list; 1 stood there already.")).toBeTruthy();
  expect(screen.getByText("“Poppy PR255” is M-0002 Poppy, taken by its recipe")).toBeTruthy();
  expect(sent()).toEqual([{ text: "Tern Grey\nPoppy PR255", reason: "a friend’s tin" }]);
  expect((screen.getByLabelText(/^Paints/) as HTMLTextAreaElement).value).toBe("");
});

test("a find that is refused stays as it was typed", async () => {
  opened(() => refused("700 paints: a shortlist holds 400."));
  await userEvent.selectOptions(await screen.findByLabelText("From"), "all that a find finds");
  await userEvent.type(screen.getByLabelText(/^Find/), "violets, lightfast");
  await userEvent.click(screen.getByRole("button", { name: "Put on the list" }));
  expect(await screen.findByText("700 paints: a shortlist holds 400.")).toBeTruthy();
  expect((screen.getByLabelText(/^Find/) as HTMLInputElement).value).toBe("violets, lightfast");
});
