import { cleanup, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { MeterPage } from "./MeterPage";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const GREY = { l: 48.2, a: -1.5, b: -8.9 };
const PALE = { l: 90.1, a: 0.2, b: 0.4 };
const READ = {
  values: [
    { name: "tern grey", paint: 4, paintName: "Tern Grey", massTone: GREY, tint: PALE },
    { name: "M-77", massTone: GREY },
    { name: "M-9", paint: 9, paintName: "Kelp Blue", massTone: PALE },
  ],
};

async function look(text: string) {
  const field = screen.getByRole("textbox");
  await userEvent.clear(field);
  await userEvent.type(field, text);
  await userEvent.click(screen.getByRole("button", { name: "Look at them" }));
}

function page(answers: Record<string, unknown> = {}) {
  const asked = server({
    "GET /api/charts": { charts: [] },
    "POST /api/meter/read": READ,
    "POST /api/meter": { kept: 1 },
    ...answers,
  });
  open(<MeterPage />, "/meter", "/meter");
  return asked;
}

test("what is known is kept once, without what was left out and what is no paint", async () => {
  const asked = page();
  await look("Tern Grey 48.2 -1.5 -8.9");
  expect(await screen.findByText("is no paint of yours")).toBeTruthy();
  const boxes = screen.getAllByRole("checkbox") as HTMLInputElement[];
  expect(boxes.map((b) => [b.checked, b.disabled])).toEqual([
    [true, false],
    [false, true],
    [true, false],
  ]);
  await userEvent.click(boxes[2]);
  await userEvent.click(screen.getByRole("button", { name: "Keep 1 value" }));
  expect((await screen.findByText("Kept 1 reading.")).getAttribute("role")).toBe("status");
  expect(asked.filter((a) => a.path === "/api/meter").map((a) => a.body)).toEqual([
    { values: [{ paint: 4, massTone: GREY, tint: PALE }] },
  ]);
  // They are kept: another press would keep them twice.
  expect(screen.queryByRole("button", { name: /^Keep/ })).toBeNull();
});

test("values looked at anew are not said to be kept, and none of them was left out", async () => {
  page();
  await look("one");
  await userEvent.click((await screen.findAllByRole("checkbox"))[2]);
  await userEvent.click(screen.getByRole("button", { name: "Keep 1 value" }));
  await screen.findByText("Kept 1 reading.");
  await look("two");
  expect(await screen.findByRole("button", { name: "Keep 2 values" })).toBeTruthy();
  expect(screen.queryByText("Kept 1 reading.")).toBeNull();
});

test("two values of one name are chosen apart", async () => {
  page({
    "POST /api/meter/read": {
      values: [1, 2].map((id) => ({ name: "", paint: id, paintName: "Tern Grey", massTone: GREY })),
    },
  });
  await look("x");
  await userEvent.click((await screen.findAllByRole("checkbox"))[0]);
  expect(screen.getAllByRole<HTMLInputElement>("checkbox").map((b) => b.checked)).toEqual([false, true]);
});

test("a line that cannot be read is told, and what was typed stays", async () => {
  page({ "POST /api/meter/read": () => refused("Line 1 holds no L* a* b*.") });
  await look("Tern Grey");
  expect(await screen.findByText(/Line 1 holds no L/)).toBeTruthy();
  expect((screen.getByRole("textbox") as HTMLTextAreaElement).value).toBe("Tern Grey");
});
