import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { LengthField, read, sized, UnitChoice, written } from "./length";

beforeEach(() => localStorage.clear());
afterEach(cleanup);

// An inch is 25.4 mm (international yard and pound agreement, 1959).
test.each([
  ["2", "in", 50.8],
  ["2,5", "in", 63.5],
  [" 210 ", "mm", 210],
  ["7.5", "mm", 7.5],
] as const)("%s %s is kept in mm", (text, unit, mm) => {
  expect(read(text, unit)).toBeCloseTo(mm, 9);
});

test.each(["", "  ", "two", "1.2.3"])("%o is no length", (text) => {
  expect(read(text, "mm")).toBeUndefined();
});

test("lengths are written as they are read off a ruler", () => {
  expect(written(50.8, "in")).toBe("2");
  expect(written(190.5, "in")).toBe("7.5");
  expect(written(19.049999, "mm")).toBe("19");
  expect(sized(558.8, 762, "in")).toBe("22 × 30 in");
  expect(sized(210, 297, "mm")).toBe("210 × 297 mm");
});

test("a choice of unit is kept, and every field follows it", async () => {
  const changed = vi.fn();
  const page = (
    <>
      <UnitChoice />
      <LengthField label="Wide" value={101.6} onChange={changed} />
    </>
  );
  render(page);
  await userEvent.click(screen.getByLabelText("in"));
  const field = screen.getByLabelText("Wide, in") as HTMLInputElement;
  expect(field.value).toBe("4");
  await userEvent.clear(field);
  await userEvent.type(field, "5.");
  expect(field.value).toBe("5.");
  expect(changed).toHaveBeenLastCalledWith(127);
  cleanup();
  render(page);
  expect(screen.getByLabelText("Wide, in")).toBeTruthy();
});
