import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { open, refused, server } from "../../test/page";
import { CameWith } from "./CameWith";
import { PourSeveral } from "./PourSeveral";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const PAINT = {
  id: 9,
  accession: "M-0009",
  name: "Tern Gray",
  sameRecipe: [{ id: 2, accession: "M-0002", name: "Tern Grey", maker: "Kelpwick" }],
} as Schemas["PaintPage"];

test("two records of one paint become one, and a number that is nobody's changes nothing", async () => {
  const asked = server({
    "GET /api/paints/9/arrivals": {
      arrivals: [
        { arrival: 5, title: "Autumn haul", cameOn: "2026-10-02", landed: "9.63", currency: "EUR" },
        { arrival: 6, title: "From Ines", cameOn: "2026-10-09", landed: "0.00", currency: "EUR" },
      ],
      prices: [],
    },
    "GET /api/paints": (a: { query: string }) => ({
      paints: a.query.includes("M-0002") ? [{ id: 2, name: "Tern Grey" }] : [],
      total: 0,
    }),
    "POST /api/paints/9/merge": { id: 2 },
  });
  const router = open(<CameWith paint={PAINT} />, "/paints/9", "/paints/9");
  const haul = await screen.findByRole("link", { name: "Autumn haul" });
  expect(haul.getAttribute("href")).toBe("/arrivals/5");
  // A gift cost nothing, and nothing is said of money.
  expect(screen.getAllByText(/EUR/)).toHaveLength(1);
  await userEvent.click(screen.getByRole("button", { name: /merge them/ }));
  const dialog = screen.getByRole("dialog", { name: "Merge M-0009 Tern Gray" });
  const number = within(dialog).getByLabelText("Number of the record it becomes") as HTMLInputElement;
  await userEvent.type(number, "M-0999");
  await userEvent.click(within(dialog).getByRole("button", { name: "Merge" }));
  expect(
    await screen.findByText("There is no paint M-0999 in the collection. Nothing was changed."),
  ).toBeTruthy();
  expect(asked.some((a) => a.method === "POST")).toBe(false);
  await userEvent.click(within(dialog).getByRole("button", { name: /M-0002/ }));
  expect(number.value).toBe("M-0002");
  await userEvent.click(within(dialog).getByRole("button", { name: "Merge" }));
  await waitFor(() => expect(router.state.location.pathname).toBe("/paints/2"));
  expect(asked.find((a) => a.method === "POST")?.body).toEqual({ into: 2 });
});

test("many tubes are poured in one go, those that are ticked and found again after looking for another", async () => {
  let empty = true;
  const asked = server({
    "GET /api/pours/tubes": {
      tubes: [
        { holding: 31, name: "Dusk Heather", maker: "Kelpwick", left: "15" },
        { holding: 32, name: "Moss", maker: "Pellworth", left: "0.5" },
        { holding: 33, name: "Tern Grey", maker: "Kelpwick", left: "5" },
      ],
    },
    "POST /api/pours": () => (empty ? refused("The 0.5 ml left of Moss do not fill a pan.") : { pours: [] }),
  });
  const onClose = vi.fn();
  open(<PourSeveral onClose={onClose} />, "/pours", "/pours");
  await userEvent.click(await screen.findByRole("checkbox", { name: /Dusk Heather/ }));
  await userEvent.type(screen.getByLabelText("Look for a tube"), "pellworth");
  expect(screen.queryByText("Tern Grey")).toBeNull();
  await userEvent.click(screen.getByRole("checkbox", { name: /Moss/ }));
  const pans = screen.getByLabelText("Pans of each");
  await userEvent.clear(pans);
  await userEvent.type(pans, "2");
  await userEvent.click(screen.getByRole("button", { name: "Pour 2 tubes" }));
  expect(await screen.findByText("The 0.5 ml left of Moss do not fill a pan.")).toBeTruthy();
  expect(onClose).not.toHaveBeenCalled();
  await userEvent.click(screen.getByRole("checkbox", { name: /Moss/ }));
  empty = false;
  await userEvent.click(screen.getByRole("button", { name: "Pour 1 tube" }));
  await waitFor(() => expect(onClose).toHaveBeenCalled());
  expect(asked.filter((a) => a.method === "POST").map((a) => a.body)).toEqual([
    { holdings: [31, 32], pour: { form: "HALF_PAN", pans: 2 } },
    { holdings: [31], pour: { form: "HALF_PAN", pans: 2 } },
  ]);
});
