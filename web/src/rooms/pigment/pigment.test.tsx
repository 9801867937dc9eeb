import { cleanup, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { PigmentPage } from "./PigmentPage";
import { PigmentsPage } from "./PigmentsPage";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const pigment = (code: string, more: object = {}) => ({
  code,
  chemicalName: "sodium aluminium sulfosilicate",
  family: "silicate",
  hue: "blue",
  colourIndex: "77007",
  lightfastness: "EXCELLENT",
  transparency: "TRANSPARENT",
  staining: "LOW",
  granulation: "MODERATE",
  strength: "STRONG",
  names: ["ultramarine"],
  note: "",
  cautions: [],
  outOfProduction: false,
  paints: 3,
  ...more,
});
const COBALT = pigment("PB28", {
  chemicalName: "cobalt aluminate",
  colourIndex: "77346",
  names: ["cobalt blue"],
  cautions: ["cobalt"],
  paints: 0,
});
const entry = (id: number, name: string, recipe: string[]) => ({
  id,
  accession: `M-000${id}`,
  name,
  maker: "Kelpwick",
  recipe,
  standing: "OWNED",
  voices: [],
  painted: false,
  lost: false,
  version: 1,
});

test("a label is read as it is typed, and the reference is looked through by anything that is known of a pigment", async () => {
  server({
    "GET /api/pigments": { pigments: [pigment("PB29"), COBALT], source: "From memory." },
    "POST /api/pigments/read": {
      recipe: [{ code: "PB15:3", chemicalName: "copper phthalocyanine", colourIndex: "74160", known: true }],
      notes: [
        {
          about: "PB19",
          kind: "unlikely-code",
          message: "There is no PB19. Likely PV19.",
          suggestion: "PV19",
        },
      ],
      unread: ["secret blend"],
    },
  });
  open(<PigmentsPage />, "/pigments", "/pigments");
  expect(await screen.findByText(/2 in the reference/)).toBeTruthy();
  await userEvent.type(screen.getByLabelText("Read a label"), "pb 15 colon 3, PB19, secret blend");
  expect(await screen.findByText("PB15:3")).toBeTruthy();
  expect(screen.getByText(/There is no PB19/)).toBeTruthy();
  expect(screen.getByText(/secret blend/)).toBeTruthy();
  for (const [typed, found, not] of [
    ["cobalt bl", "PB28", "PB29"],
    ["77007", "PB29", "PB28"],
    ["aluminate", "PB28", "PB29"],
  ]) {
    await userEvent.clear(screen.getByLabelText("Look for"));
    await userEvent.type(screen.getByLabelText("Look for"), typed);
    expect(screen.getByRole("link", { name: found })).toBeTruthy();
    expect(screen.queryByRole("link", { name: not })).toBeNull();
  }
});

test("a pigment says how many you have of it, which is warmest, and what calls for care", async () => {
  server({
    "GET /api/pigments/PB28": {
      pigment: COBALT,
      guidance: "Never point a brush with the lips.",
      deferral: "The safety data sheet comes first.",
      sharesNumberWith: ["PB72"],
      source: "From memory.",
    },
    "GET /api/reports/pigments/PB28": {
      code: "PB28",
      chemicalName: "cobalt aluminate",
      inAll: 3,
      alone: 2,
      makers: 2,
      apart: 2.34,
      warmest: 1,
      coolest: 2,
      paints: [
        { paint: entry(1, "Tide", ["PB28"]), alone: true, coolness: 100 },
        { paint: entry(2, "Ferry", ["PB28"]), alone: true, coolness: 120 },
        { paint: entry(3, "Quay", ["PB28", "PW6"]), alone: false, coolness: null },
      ],
    },
  });
  open(<PigmentPage />, "/pigments/:code", "/pigments/PB28");
  expect(
    await screen.findByText("You have 3 paints with it: 2 alone, 1 in mixtures, from 2 makers."),
  ).toBeTruthy();
  const said = screen.getByText(/the warmest/).closest("p") as HTMLElement;
  expect(said.textContent).toContain("Tide is the warmest and Ferry the coolest");
  expect(said.textContent).toContain("ΔE 2.3");
  expect(within(said).getByRole("link").getAttribute("href")).toBe("/compare?paints=1,2");
  expect(screen.getByText("Care: cobalt")).toBeTruthy();
  expect(screen.getByText(/Shares its number with PB72/)).toBeTruthy();
});

test("of a pigment nobody has, or none at all, that is said", async () => {
  server({
    "GET /api/pigments/PB29": {
      pigment: pigment("PB29", { outOfProduction: true, paints: 0 }),
      guidance: "",
      deferral: "",
      sharesNumberWith: [],
      source: "",
    },
    "GET /api/reports/pigments/PB29": { inAll: 0, alone: 0, makers: 0, paints: [] },
    "GET /api/pigments/PZ1": () => refused("“PZ1” is no pigment code.", 404),
  });
  open(<PigmentPage />, "/pigments/:code", "/pigments/PB29");
  expect(await screen.findByText("You have 0 paints with it.")).toBeTruthy();
  expect(screen.getByText(/out of production/)).toBeTruthy();
  expect(screen.queryByText(/warmest/)).toBeNull();
  cleanup();
  open(<PigmentPage />, "/pigments/:code", "/pigments/PZ1");
  expect(await screen.findByText("“PZ1” is no pigment code.")).toBeTruthy();
});
