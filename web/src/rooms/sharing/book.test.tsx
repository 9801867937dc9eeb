import { cleanup, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, server } from "../../test/page";
import { BookButton } from "./BookButton";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const SCHOOLS = {
  "GET /api/schools": {
    schools: [
      { school: "SEVEN_GROUPS", words: "seven groups" },
      { school: "RAINBOW", words: "rainbow from red" },
      { school: "BY_HAND", words: "by hand" },
    ],
  },
};
const query = (link: string) =>
  Object.fromEntries(
    new URL(screen.getByRole("link", { name: link }).getAttribute("href") ?? "", "http://localhost")
      .searchParams,
  );

test("a book is printed of what was found, in the order, size and title chosen, with or without what is one's own", async () => {
  server(SCHOOLS);
  open(<BookButton find="violets & pinks" paints={40} />, "/collection", "/collection");
  await userEvent.click(screen.getByRole("button", { name: "Print a book" }));
  expect(screen.getByText(/What “violets & pinks” finds/)).toBeTruthy();
  await userEvent.type(screen.getByLabelText("Title"), "For Ines & Tam");
  await userEvent.selectOptions(await screen.findByLabelText("Order"), "Rainbow from red");
  await userEvent.selectOptions(screen.getByLabelText("Paper"), "A6, for the pocket or a phone");
  const book = {
    school: "RAINBOW",
    size: "POCKET",
    strips: "DRAWN",
    find: "violets & pinks",
    title: "For Ines & Tam",
  };
  expect(query("Open the PDF")).toEqual(book);
  expect(query("Without places and holdings")).toEqual({ ...book, friend: "true" });
});

test("of more paints than a book holds it is said before it is asked for", async () => {
  server(SCHOOLS);
  open(<BookButton find="" paints={4000} />, "/collection", "/collection");
  await userEvent.click(screen.getByRole("button", { name: "Print a book" }));
  expect(screen.getByText(/These are 4000 paints, and a book holds 3000/)).toBeTruthy();
  expect(query("Open the PDF")).toEqual({ school: "SEVEN_GROUPS", size: "A4", strips: "DRAWN" });
});
