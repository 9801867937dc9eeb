import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { LeftPage } from "./LeftPage";
import { LowPage } from "./LowPage";
import { ReplacingPage } from "./ReplacingPage";
import { ShoppingPage } from "./ShoppingPage";
import { UnmadePage } from "./UnmadePage";
import { UnusedPage } from "./UnusedPage";

beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const paint = (id: number, name: string) => ({
  id,
  accession: `M-000${id}`,
  name,
  maker: "Kelpwick",
  recipe: ["PB29"],
  standing: "OWNED",
  strip: null,
});
const LOT = {
  holding: 5,
  form: "TUBE",
  volume: 15,
  state: "HERE",
  left: 16,
  plusMinus: 4,
  leftMl: "2.4",
  from: "weighed 11.4 g; full 29.6 g, empty 7.9 g, 2026-11-14",
  lasts: "about 41 days (31 to 52)",
  lastsFrom: "11.1 ml in 189 days, with 9 paintings or pours",
  parted: "",
  empty: 7.9,
  full: 29.6,
};
const ITEM = {
  id: 3,
  paint: paint(1, "Kelp Blue"),
  pieces: 2,
  why: "runs low",
  price: "9.50",
  currency: "EUR",
  volume: "10",
  priceFrom: "as you wrote",
  perMl: "0.95",
  good: "The best price so far: 5 % below 1.00 by the ml, paid on 2026-01-01.",
  over: "",
  ticked: false,
  version: 1,
};
const list = (ticked: boolean) => ({
  shops: [
    {
      shop: 7,
      name: "Harbour stationer",
      sum: "19.00",
      currency: "EUR",
      unpriced: 0,
      ticked: ticked ? 1 : 0,
      deliveryCosts: "4.50",
      freeFrom: "35.00",
      delivery: "16.00 EUR are wanting for free delivery.",
      items: [{ ...ITEM, ticked }],
    },
  ],
  proposed: [{ paint: paint(2, "Rose"), why: "wished for" }],
  shopNames: ["Harbour stationer"],
});
const SESSION = { "GET /api/session": { email: "one@molvet.example", name: "One", demo: false } };

test("what is ticked off without a network stays ticked, and is told once there is one", async () => {
  let away = true;
  let ticked = false;
  const asked = server({
    ...SESSION,
    "GET /api/shopping": () => list(ticked),
    "POST /api/shopping/3/tick": () => {
      if (away) throw new TypeError("no network");
      ticked = true;
      return list(true);
    },
    "POST /api/shopping/arrival": { arrival: 9 },
  });
  open(<ShoppingPage />, "/shopping", "/shopping");
  const box = (await screen.findByLabelText("Kelp Blue is in the basket")) as HTMLInputElement;
  await userEvent.click(box);
  expect(await screen.findByText(/1 tick kept on this phone/)).toBeTruthy();
  expect(box.checked).toBe(true);
  // A reload loses nothing.
  cleanup();
  open(<ShoppingPage />, "/shopping", "/shopping");
  await waitFor(() =>
    expect((screen.getByLabelText("Kelp Blue is in the basket") as HTMLInputElement).checked).toBe(true),
  );
  away = false;
  window.dispatchEvent(new Event("online"));
  await userEvent.click(await screen.findByRole("button", { name: "Bought: make the arrival of 1" }));
  expect(await screen.findByText("elsewhere")).toBeTruthy();
  const told = asked.filter((a) => a.path === "/api/shopping/3/tick");
  expect(told.at(-1)?.body).toMatchObject({ ticked: true });
  expect(localStorage.getItem("molvet-ticked-one@molvet.example")).toBe("[]");
});

test("a tick that the server will not have is said, and the rest goes through", async () => {
  server({
    ...SESSION,
    "GET /api/shopping": list(false),
    "POST /api/shopping/3/tick": () => refused("It is not on the list any more.", 404),
  });
  open(<ShoppingPage />, "/shopping", "/shopping");
  await userEvent.click(await screen.findByLabelText("Kelp Blue is in the basket"));
  expect(await screen.findByText("It is not on the list any more.")).toBeTruthy();
  await waitFor(() => expect(localStorage.getItem("molvet-ticked-one@molvet.example")).toBe("[]"));
});

test("what runs low says from what, and is weighed with the weights that are known", async () => {
  const asked = server({
    "GET /api/stock/low": {
      all: 1,
      paints: [
        {
          stocked: { paint: paint(1, "Raw Shore"), lots: [LOT], fullest: 16, low: true },
          gone: "Its maker lists it no more.",
          replacements: [
            {
              paint: paint(2, "Raw Sienna"),
              name: "Raw Sienna",
              maker: "Kelpwick",
              recipe: ["PBr7"],
              kind: "SAME_PIGMENTS",
              strengths: [2, 1, 0.5],
              perMl: "0.60",
              said: ["stands in at every strength", "25 % cheaper by the ml (0.60 against 0.80)"],
            },
          ],
        },
      ],
    },
    "POST /api/holdings/5/left": {},
    "POST /api/shopping": list(false),
  });
  open(<LowPage />, "/stock/low", "/stock/low");
  expect(await screen.findByText(/weighed 11.4 g/)).toBeTruthy();
  expect(screen.getByText(/Lasts about 41 days \(31 to 52\)/)).toBeTruthy();
  expect(screen.getByText(/25 % cheaper by the ml/)).toBeTruthy();
  expect(screen.getByText("Its maker lists it no more.")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "To buy: Raw Sienna" }));
  await waitFor(() =>
    expect(asked.find((a) => a.path === "/api/shopping")?.body).toEqual({
      paints: [2],
      why: "replaces Raw Shore",
    }),
  );
  await userEvent.click(screen.getByRole("button", { name: "Look at it" }));
  const dialog = within(await screen.findByRole("dialog"));
  await userEvent.selectOptions(dialog.getByLabelText("How"), "WEIGHED");
  expect((dialog.getByLabelText("Empty, g") as HTMLInputElement).value).toBe("7.9");
  await userEvent.type(dialog.getByLabelText("It weighs now, g"), "13.5");
  await userEvent.click(dialog.getByRole("button", { name: "Keep" }));
  await waitFor(() =>
    expect(asked.find((a) => a.path === "/api/holdings/5/left")?.body).toEqual({
      how: "WEIGHED",
      grams: "13.5",
      empty: "7.9",
      full: "29.6",
    }),
  );
});

const stocked = (id: number, name: string, more: Partial<typeof LOT> & { parted?: string } = {}) => ({
  paint: paint(id, name),
  lots: [{ ...LOT, lasts: null, lastsFrom: null, ...more }],
  fullest: 16,
  low: false,
});

test("of a pigment that is no longer made is said what is left and what comes nearest", async () => {
  server({
    "GET /api/stock/unmade": {
      pigments: [
        {
          code: "PO49",
          chemicalName: "quinacridone gold",
          said: "2.4 ml in one tube.",
          paints: [stocked(1, "Amber Light")],
          nearest: { paint: paint(2, "Sand Bar"), said: ["ΔE 3.1 at half strength"] },
        },
      ],
    },
  });
  open(<UnmadePage />, "/stock/unmade", "/stock/unmade");
  const pigment = within(await screen.findByRole("region", { name: "PO49" }));
  expect(pigment.getByText("2.4 ml in one tube.")).toBeTruthy();
  expect(pigment.getByText(/16 % ± 4 left/)).toBeTruthy();
  expect(pigment.getByText("ΔE 3.1 at half strength.")).toBeTruthy();
  expect(pigment.getByRole("link", { name: "PO49" }).getAttribute("href")).toBe("/pigments/PO49");
});

test("where no pigment has gone out of production that is said", async () => {
  server({ "GET /api/stock/unmade": { pigments: [] } });
  open(<UnmadePage />, "/stock/unmade", "/stock/unmade");
  expect(await screen.findByText(/No paint here holds a pigment that is no longer made/)).toBeTruthy();
});

test("nothing is called never used before a painting is noted", async () => {
  server({ "GET /api/stock/unused": { since: null, paintings: 0, paints: [] } });
  open(<UnusedPage />, "/stock/unused", "/stock/unused");
  expect(await screen.findByText(/it cannot be said what is never used/)).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Print" })).toBeNull();
});

test("a pan is judged in quarters; what is gone keeps to whom, and comes back or says why not", async () => {
  let gone = false;
  const asked = server({
    "GET /api/stock/unused": () => ({
      since: "2026-01-02",
      paintings: 1,
      paints: [
        {
          said: "Here since 3 March 2026, in none of the paintings since.",
          stocked: stocked(1, "Gull", {
            form: "FULL_PAN",
            state: "HERE",
            parted: gone ? "given away to Ada" : "",
          }),
        },
      ],
    }),
    "POST /api/holdings/5/left": {},
    "POST /api/holdings/5/parting": () => {
      gone = true;
      return {};
    },
  });
  open(<UnusedPage />, "/stock/unused", "/stock/unused");
  expect(await screen.findByText("1 paint; 1 day of painting noted since 2 January 2026.")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Look at it" }));
  const look = within(await screen.findByRole("dialog"));
  expect(look.queryByLabelText("How")).toBeNull();
  await userEvent.click(look.getByRole("button", { name: "a quarter" }));
  await userEvent.click(look.getByRole("button", { name: "Keep" }));
  await waitFor(() =>
    expect(asked.find((a) => a.path === "/api/holdings/5/left")?.body).toEqual({ how: "EYE", percent: 25 }),
  );
  await userEvent.click(screen.getByRole("button", { name: "It is gone" }));
  const part = within(await screen.findByRole("dialog"));
  await userEvent.type(part.getByLabelText("With whom, to whom"), "Ada");
  await userEvent.click(part.getByRole("button", { name: "Keep" }));
  await waitFor(() =>
    expect(asked.find((a) => a.path === "/api/holdings/5/parting")?.body).toEqual({
      state: "GIVEN_AWAY",
      whom: "Ada",
    }),
  );
  expect(gone).toBe(true);
});

test("what was given away is here again by one tap, and if it cannot be that is said beside it", async () => {
  server({
    "GET /api/stock/unmade": {
      pigments: [
        {
          code: "PO49",
          chemicalName: "quinacridone gold",
          said: "None is left.",
          paints: [stocked(1, "Amber Light", { state: "GIVEN_AWAY", parted: "given away to Ada" })],
          nearest: null,
        },
      ],
    },
    "POST /api/holdings/5/parting": () => refused("It was merged with another."),
  });
  open(<UnmadePage />, "/stock/unmade", "/stock/unmade");
  expect(await screen.findByText(/given away to Ada/)).toBeTruthy();
  expect(screen.queryByText(/weighed 11\.4 g/)).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "It is here again" }));
  expect(await screen.findByText("It was merged with another.")).toBeTruthy();
});

test("what could take a paint’s place leads to comparing them, and to the list for the shop", async () => {
  const asked = server({
    "GET /api/paints/9/replacements": {
      paint: paint(9, "Old Crimson"),
      perMl: null,
      currency: null,
      replacements: [
        {
          paint: paint(2, "Rose Cove"),
          name: "Rose Cove",
          maker: "Kelpwick",
          recipe: ["PV19"],
          kind: "NEAREST",
          said: ["bluer at half strength"],
        },
        {
          colour: 31,
          name: "Madder Reed",
          maker: "Pellworth",
          recipe: ["PR177"],
          kind: "NEAREST",
          said: ["on the chart, not owned"],
        },
      ],
    },
    "POST /api/shopping": list(false),
  });
  open(<ReplacingPage />, "/stock/replacing/:paint", "/stock/replacing/9");
  expect(await screen.findByRole("heading", { name: "In place of Old Crimson" })).toBeTruthy();
  expect(screen.getByText(/What it costs by the ml is not known/)).toBeTruthy();
  expect(screen.getByRole("link", { name: "Compare them side by side" }).getAttribute("href")).toBe(
    "/compare?paints=9,2",
  );
  expect(screen.queryByRole("button", { name: "To buy: Madder Reed" })).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "To buy: Rose Cove" }));
  await waitFor(() =>
    expect(asked.find((a) => a.path === "/api/shopping")?.body).toEqual({
      paints: [2],
      why: "replaces Old Crimson",
    }),
  );
});

test("what is left is asked of any find, and says how many are not shown", async () => {
  const asked = server({
    "GET /api/stock": {
      all: 900,
      paints: [{ paint: paint(1, "Kelp Blue"), lots: [LOT], fullest: 16, low: true }],
    },
  });
  open(<LeftPage />, "/stock", "/stock?find=tubes");
  expect(await screen.findByText("900 paints, the 1 with the least shown")).toBeTruthy();
  expect(screen.getByText(/16 % ± 4 left/)).toBeTruthy();
  expect(screen.getByText(/weighed 11.4 g/)).toBeTruthy();
  expect(asked.find((a) => a.path === "/api/stock")?.query).toBe("?find=tubes");
  const find = screen.getByLabelText("Which paints");
  await userEvent.clear(find);
  await userEvent.type(find, "pans{Enter}");
  await waitFor(() => expect(asked.at(-1)?.query).toBe("?find=pans"));
});

test("a find that is not understood says so and keeps the page", async () => {
  server({ "GET /api/stock": () => refused("“qq” is not understood.") });
  open(<LeftPage />, "/stock", "/stock?find=qq");
  expect(await screen.findByText(/is not understood/)).toBeTruthy();
});

test("what is on the list is changed with the price that was written, or taken off, and a refusal stays beside it", async () => {
  let taken = false;
  const asked = server({
    ...SESSION,
    "GET /api/shopping": list(false),
    "PUT /api/shopping/3": () => (taken ? list(false) : refused("“9,5o” is no amount of money.")),
    "DELETE /api/shopping/3": { ...list(false), shops: [] },
  });
  open(<ShoppingPage />, "/shopping", "/shopping");
  await userEvent.click(await screen.findByRole("button", { name: "Change Kelp Blue on the list" }));
  let dialog = within(screen.getByRole("dialog"));
  expect(dialog.getByText("Known: Harbour stationer")).toBeTruthy();
  const price = dialog.getByLabelText("Price of one") as HTMLInputElement;
  expect(price.value).toBe("9.50");
  await userEvent.clear(price);
  await userEvent.type(price, "9,5o");
  await userEvent.clear(dialog.getByLabelText("How many"));
  await userEvent.type(dialog.getByLabelText("How many"), "3");
  await userEvent.click(dialog.getByRole("button", { name: "Keep" }));
  expect(await dialog.findByText("“9,5o” is no amount of money.")).toBeTruthy();
  expect(price.value).toBe("9,5o");
  taken = true;
  await userEvent.clear(price);
  await userEvent.type(price, "9,50");
  await userEvent.click(dialog.getByRole("button", { name: "Keep" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(asked.filter((a) => a.method === "PUT").at(-1)?.body).toEqual({
    shop: "Harbour stationer",
    pieces: 3,
    price: "9,50",
    currency: "EUR",
    volume: "10",
    version: 1,
  });
  await userEvent.click(screen.getByRole("button", { name: "Change Kelp Blue on the list" }));
  dialog = within(screen.getByRole("dialog"));
  await userEvent.click(dialog.getByRole("button", { name: "Take it off the list" }));
  await waitFor(() => expect(asked.some((a) => a.method === "DELETE")).toBe(true));
});

test("a price that was worked out is not taken for one that was written", async () => {
  const list0 = list(false);
  const worked = { ...ITEM, priceFrom: "paid on 2026-01-01" };
  server({
    ...SESSION,
    "GET /api/shopping": { ...list0, shops: [{ ...list0.shops[0], items: [worked] }] },
  });
  open(<ShoppingPage />, "/shopping", "/shopping");
  await userEvent.click(await screen.findByRole("button", { name: "Change Kelp Blue on the list" }));
  const dialog = within(screen.getByRole("dialog"));
  expect((dialog.getByLabelText("Price of one") as HTMLInputElement).value).toBe("");
});

test("what a shop takes for delivery is kept in its currency, and what is proposed goes on with its reason", async () => {
  const asked = server({
    ...SESSION,
    "GET /api/shopping": list(false),
    "PUT /api/shopping/shops": list(false),
    "POST /api/shopping": list(false),
  });
  open(<ShoppingPage />, "/shopping", "/shopping");
  await userEvent.click(await screen.findByRole("button", { name: "Delivery 4.50, free from 35.00" }));
  const dialog = within(screen.getByRole("dialog"));
  await userEvent.clear(dialog.getByLabelText("Free from"));
  await userEvent.type(dialog.getByLabelText("Free from"), "40");
  await userEvent.click(dialog.getByRole("button", { name: "Keep" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  await userEvent.click(screen.getByRole("button", { name: "Put it on: Rose" }));
  await waitFor(() => expect(asked.some((a) => a.method === "POST")).toBe(true));
  expect(asked.filter((a) => a.method !== "GET").map((a) => a.body)).toEqual([
    { name: "Harbour stationer", delivery: "4.50", freeFrom: "40", currency: "EUR" },
    { paints: [2], why: "wished for" },
  ]);
});

test("an empty list offers only what there is", async () => {
  server({ ...SESSION, "GET /api/shopping": { shops: [], proposed: [], shopNames: [] } });
  open(<ShoppingPage />, "/shopping", "/shopping");
  expect(await screen.findByText("Nothing is on the list. Put on it any paint from its page.")).toBeTruthy();
});
