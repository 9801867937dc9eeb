import { cleanup, fireEvent, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { MeasurePage } from "./MeasurePage";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const PAINT = {
  id: 4,
  name: "Kelp Blue",
  swatches: [
    {
      id: 9,
      pictures: [
        {
          id: 7,
          fileName: "card.png",
          width: 800,
          height: 400,
          profile: "",
          notes: ["It is a little dark."],
        },
      ],
    },
  ],
};
const PAGE = ["/pictures/:picture/measure/:paint", "/pictures/7/measure/4"] as const;

test("two spots make a reading: each is picked by keys, moved, and sent as a share of the picture", async () => {
  const asked = server({ "GET /api/paints/4": PAINT, "POST /api/pictures/7/readings": {} });
  open(<MeasurePage />, ...PAGE);
  expect(await screen.findByText("It is a little dark.")).toBeTruthy();
  expect(screen.getByText(/taken as sRGB/)).toBeTruthy();
  const measure = screen.getByRole("button", { name: "Measure" }) as HTMLButtonElement;
  expect(measure.disabled).toBe(true);
  const picture = screen.getByRole("button", { name: /Picture of the swatch/ });
  fireEvent.keyDown(picture, { key: "ArrowLeft" });
  fireEvent.keyDown(picture, { key: "ArrowUp" });
  await userEvent.click(screen.getByRole("button", { name: /^palest/ }));
  fireEvent.keyDown(picture, { key: "ArrowRight" });
  expect(measure.disabled).toBe(false);
  await userEvent.click(measure);
  const sent = asked.find((a) => a.method === "POST")?.body as Record<string, { x: number; y: number }>;
  expect(sent.full.x).toBeCloseTo(0.49);
  expect(sent.full.y).toBeCloseTo(0.49);
  expect(sent.palest.x).toBeCloseTo(0.51);
  expect(sent.paper).toBeUndefined();
  expect(await screen.findByText("elsewhere")).toBeTruthy();
});

test("a spot is never moved out of the picture", async () => {
  const asked = server({ "GET /api/paints/4": PAINT, "POST /api/pictures/7/readings": {} });
  open(<MeasurePage />, ...PAGE);
  await screen.findByText("It is a little dark.");
  const picture = screen.getByRole("button", { name: /Picture of the swatch/ });
  for (let i = 0; i < 60; i++) fireEvent.keyDown(picture, { key: "ArrowDown" });
  await userEvent.click(screen.getByRole("button", { name: /^palest/ }));
  for (let i = 0; i < 60; i++) fireEvent.keyDown(picture, { key: "ArrowRight" });
  await userEvent.click(screen.getByRole("button", { name: "Measure" }));
  expect(asked.find((a) => a.method === "POST")?.body).toMatchObject({
    full: { x: 0.5, y: 1 },
    palest: { x: 1, y: 0.5 },
  });
});

test("where no edges are found it says so, and a rectangle to drag is there all the same", async () => {
  const asked = server({
    "GET /api/paints/4": PAINT,
    "GET /api/pictures/7/edges": { corners: null },
    "POST /api/pictures/7/rectangle": () => refused("The rectangle is too small to be read."),
  });
  open(<MeasurePage />, ...PAGE);
  await userEvent.click(await screen.findByRole("button", { name: "Mark the whole swatch" }));
  expect(await screen.findByText(/No edges were found by themselves/)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Measure the rectangle" }));
  expect(await screen.findByText(/too small to be read/)).toBeTruthy();
  const marked = asked.find((a) => a.path.endsWith("/rectangle"))?.body as { corners: unknown[] } | undefined;
  expect(marked?.corners).toHaveLength(4);
  await userEvent.click(screen.getByRole("button", { name: "Pick spots instead" }));
  expect(screen.getByRole("button", { name: /Picture of the swatch/ })).toBeTruthy();
});

test("a picture that cannot be shown says why", async () => {
  server({ "GET /api/paints/4": PAINT });
  open(<MeasurePage />, ...PAGE);
  const picture = await screen.findByRole("button", { name: /Picture of the swatch/ });
  fireEvent.error(picture.querySelector("img") as HTMLImageElement);
  expect(screen.getByRole("alert").textContent).toContain("may belong to a swatch that is gone");
});
