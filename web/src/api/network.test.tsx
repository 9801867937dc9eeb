import { act, cleanup, render, screen } from "@testing-library/react";
import { afterEach, expect, test } from "vitest";
import { AwayNote, TrustNote } from "../ui/NetworkNotes";
import { answered, trust } from "./network";

afterEach(cleanup);

test("what was kept is said to be, with the oldest time there is, until an answer is of now", () => {
  render(<AwayNote />);
  expect(screen.queryByRole("status")).toBeNull();
  act(() => answered(undefined));
  expect(screen.getByRole("status").textContent).toContain("was not looked at on this device before");
  act(() => answered("2026-11-28T12:00:00Z"));
  const first = screen.getByRole("status").textContent;
  expect(first).toContain("You see what was kept on this device");
  act(() => answered("2026-11-28T14:00:00Z"));
  expect(screen.getByRole("status").textContent).toBe(first);
  act(() => answered(null));
  expect(screen.queryByRole("status")).toBeNull();
});

test("only a browser that refuses is told how to trust", () => {
  render(<TrustNote />);
  expect(screen.queryByRole("link")).toBeNull();
  act(() => trust(true));
  expect(screen.queryByRole("link")).toBeNull();
  act(() => trust(false));
  expect(screen.getByRole("link").getAttribute("href")).toBe("/phone");
});
