import "../../test/page";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { MemoryRouter } from "react-router";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { BillPanel } from "./BillPanel";
import { DraftEditor } from "./DraftEditor";
import { Givers } from "./Givers";
import { LineCard, named, withCode } from "./LineCard";
import { type Draft, draftOf } from "./useDraft";

const LINE: Schemas["ReadLine"] = {
  line: 2,
  written: "2x Dusk Heather, PB19, 15 ml, 9.80, dented",
  kind: "PAINT",
  name: "Dusk Heather",
  maker: "Kelpwick",
  pigments: "PB19",
  recipe: [{ code: "PB19", known: false }],
  form: "TUBE",
  volume: 15,
  unitPrice: "9.80",
  discountPercent: "0",
  quantity: 2,
  toGive: 1,
  giftFor: "Ada",
  claims: {},
  unread: "dented",
  parts: [
    { kind: "QUANTITY", from: 0, to: 2, value: "2" },
    { kind: "NAME", from: 3, to: 15, value: "Dusk Heather" },
    { kind: "PIGMENTS", from: 17, to: 21, value: "PB19" },
    { kind: "SIZE", from: 23, to: 28, value: "15 ml" },
    { kind: "PRICE", from: 30, to: 34, value: "9.80" },
    { kind: "NOTE", from: 36, to: 42, value: "dented" },
  ],
  matches: [1, 2, 3, 4].map((paint) => ({
    paint,
    likeness: paint === 1 ? "SAME_PAINT" : "SAME_RECIPE",
    message: `You have M-000${paint}.`,
  })),
  prices: [
    { what: "this", volume: 15, price: "9.80", currency: "EUR", perMl: "0.653" },
    {
      what: "chart, since 2021",
      volume: 12,
      price: "9.90",
      currency: "EUR",
      perMl: "0.825",
      percent: "-20.8",
    },
  ],
  notes: [
    { about: "PB19", kind: "unlikely-code", message: "Likely PV19.", suggestion: "PV19" },
    { about: "", kind: "other", message: "A quiet note.", suggestion: "" },
  ],
};

const PAGE: Schemas["ArrivalPage"] = {
  id: 7,
  kind: "HAUL",
  state: "DRAFT",
  title: "Autumn haul",
  from: "",
  maker: "",
  currency: "EUR",
  text: "Kelpwick:\n2x Dusk Heather, PB19, 15 ml, 9.80, dented",
  note: "",
  sheet: {},
  givers: [],
  lines: [
    {
      ...LINE,
      line: 1,
      kind: "HEADING",
      written: "Kelpwick:",
      parts: [],
      matches: [],
      prices: [],
      notes: [],
    },
    LINE,
  ],
  logged: [],
  bills: [
    { currency: "EUR", lines: [], goods: "19.60", discount: "0.00", tax: "0.00", total: "24.10", notes: [] },
    { currency: "EUR", lines: [], goods: "19.60", discount: "0.00", tax: "0.00", total: "31.00", notes: [] },
  ],
  notes: [{ about: "", kind: "pasted-before", message: "The same parcel twice?", suggestion: "" }],
  scales: [],
  inSet: false,
  version: 3,
};

function shown(node: React.ReactNode) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return render(
    <QueryClientProvider client={queries}>
      <MemoryRouter>{node}</MemoryRouter>
    </QueryClientProvider>,
  );
}

let answers: ((request: Request) => { status: number; body: unknown }) | undefined;
let asked: { method: string; body: Record<string, unknown> }[] = [];

beforeEach(() => {
  asked = [];
  answers = undefined;
  localStorage.clear();
  vi.stubGlobal("fetch", async (request: Request) => {
    const body = request.method === "GET" ? {} : JSON.parse((await request.clone().text()) || "{}");
    asked.push({ method: request.method, body });
    const answer = answers?.(request) ?? { status: 200, body: { ...PAGE, ...body, version: 4 } };
    return new Response(JSON.stringify(answer.body), {
      status: answer.status,
      headers: { "Content-Type": "application/json" },
    });
  });
});

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test("a part is named outright where it stands", () => {
  expect(named(LINE, LINE.parts[5], "lightfastness")).toBe(
    "2x Dusk Heather, PB19, 15 ml, 9.80, [lightfastness: dented]",
  );
});

test("a part in brackets is named anew, not twice", () => {
  const written = "Dusk [note: 3]";
  const line = { ...LINE, written, parts: [{ kind: "NOTE" as const, from: 5, to: 14, value: "3" }] };
  expect(named(line, line.parts[0], "series")).toBe("Dusk [series: 3]");
});

test("a doubted code is replaced and the others stay", () => {
  const line = {
    ...LINE,
    recipe: [
      { code: "PB19", known: false },
      { code: "PG50", known: true },
    ],
  };
  expect(withCode(line, "PB19", "PV19")).toContain("[pigments: PV19, PG50]");
  expect(withCode({ ...line, parts: [] }, "PB19", "PV19")).toContain("dented [pigments: PV19, PG50]");
});

test("one key on a part names it otherwise", async () => {
  const rewrite = vi.fn();
  shown(<LineCard line={LINE} onRewrite={rewrite} />);
  screen.getByRole("button", { name: "dented kept as a note" }).focus();
  await userEvent.keyboard("s");
  expect(rewrite).toHaveBeenCalledWith("2x Dusk Heather, PB19, 15 ml, 9.80, [series: dented]");
  await userEvent.keyboard("j");
  expect(rewrite).toHaveBeenCalledTimes(1);
});

test("a line says what it is, what is doubted, what is here, and what it costs by the millilitre", async () => {
  const rewrite = vi.fn();
  shown(<LineCard line={LINE} onRewrite={rewrite} />);
  expect(screen.getByText(/1 to give to Ada/)).toBeTruthy();
  expect(screen.getByText("-20.8 %")).toBeTruthy();
  expect(screen.queryByText("You have M-0004.")).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "1 more" }));
  expect(screen.getByText("You have M-0004.")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Take PV19" }));
  expect(rewrite).toHaveBeenLastCalledWith("2x Dusk Heather, [pigments: PV19], 15 ml, 9.80, dented");
  await userEvent.click(screen.getByRole("button", { name: "Keep a record of its own" }));
  expect(rewrite).toHaveBeenLastCalledWith(`${LINE.written} [as: new]`);
});

test("a heading tells what holds below it", () => {
  shown(<LineCard line={PAGE.lines[0]} onRewrite={() => {}} />);
  expect(screen.getByText(/Below: made by Kelpwick/)).toBeTruthy();
});

test("what is typed is kept on the server after a moment, with the version that was read", async () => {
  shown(<DraftEditor page={PAGE} />);
  fireEvent.change(screen.getByLabelText("Called"), { target: { value: "October haul" } });
  expect(localStorage.getItem("molvet:arrival-7")).toContain("October haul");
  await waitFor(() => expect(asked.some((a) => a.method === "PUT")).toBe(true));
  const put = asked.find((a) => a.method === "PUT");
  expect(put?.body.title).toBe("October haul");
  expect(put?.body.version).toBe(3);
  await waitFor(() => expect(screen.getByText(/kept as it stands/)).toBeTruthy());
  expect(localStorage.getItem("molvet:arrival-7")).toBeNull();
});

test("what was not saved before a reload is still there and is saved now", async () => {
  localStorage.setItem("molvet:arrival-7", JSON.stringify({ ...draftOf(PAGE), title: "Before the reload" }));
  shown(<DraftEditor page={PAGE} />);
  expect((screen.getByLabelText("Called") as HTMLInputElement).value).toBe("Before the reload");
  await waitFor(() => expect(asked.find((a) => a.method === "PUT")?.body.title).toBe("Before the reload"));
});

test("a draft changed in another window asks whose words stay", async () => {
  answers = (request) =>
    request.method === "PUT"
      ? {
          status: 409,
          body: {
            type: "molvet:changed-meanwhile",
            title: "Changed meanwhile",
            detail: "This arrival was changed in another window.",
            current: { ...PAGE, title: "Theirs", version: 9 },
          },
        }
      : { status: 200, body: {} };
  shown(<DraftEditor page={PAGE} />);
  fireEvent.change(screen.getByLabelText("Called"), { target: { value: "Mine" } });
  await waitFor(() => expect(screen.getByText(/changed in another window/)).toBeTruthy());
  await userEvent.click(screen.getByRole("button", { name: "Take the other window’s" }));
  expect((screen.getByLabelText("Called") as HTMLInputElement).value).toBe("Theirs");
});

test("a line is rewritten and the others stay", async () => {
  shown(<DraftEditor page={PAGE} />);
  await userEvent.click(screen.getByRole("button", { name: "Take PV19" }));
  const box = screen.getByLabelText(/One paint a line/) as HTMLTextAreaElement;
  expect(box.value).toBe("Kelpwick:\n2x Dusk Heather, [pigments: PV19], 15 ml, 9.80, dented");
  expect(screen.getByText("The same parcel twice?")).toBeTruthy();
});

test("two ways to send it stand side by side with what each comes to", async () => {
  const change = vi.fn();
  const draft: Draft = {
    ...draftOf(PAGE),
    sheet: {
      ways: [
        { name: "post", shipping: "4.50" },
        { name: "courier", courierFee: "9" },
      ],
      way: 0,
    },
  };
  shown(<BillPanel page={PAGE} draft={draft} change={change} given={false} />);
  expect(screen.getByText("24.10 EUR")).toBeTruthy();
  expect(screen.getByText("31.00")).toBeTruthy();
  await userEvent.click(screen.getAllByRole("radio", { name: "this way" })[1]);
  expect(change).toHaveBeenLastCalledWith({ sheet: { ...draft.sheet, way: 1 } });
  await userEvent.click(screen.getByRole("button", { name: "Keep only the one chosen" }));
  expect(change).toHaveBeenLastCalledWith({
    sheet: { ...draft.sheet, ways: [{ name: "post", shipping: "4.50" }], way: 0 },
  });
});

test("a giver who is not named stands there as a number, and the name is asked for", async () => {
  answers = () => ({ status: 200, body: { name: "Isolde" } });
  const draft: Draft = {
    ...draftOf(PAGE),
    givers: [{ id: 5, name: "", naming: "KEPT", thanksOwed: true, called: "giver 1" }],
  };
  shown(<Givers draft={draft} change={() => {}} open />);
  expect(screen.queryByText(/Isolde/)).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "show the name" }));
  await waitFor(() => expect(screen.getByText("(Isolde)")).toBeTruthy());
});

test("the name of one who is not named is kept only when it is whole", async () => {
  const change = vi.fn();
  const draft: Draft = {
    ...draftOf(PAGE),
    givers: [{ name: "", naming: "KEPT", thanksOwed: true, called: "" }],
  };
  shown(<Givers draft={draft} change={change} open />);
  await userEvent.type(screen.getByLabelText("Giver 1"), "Isolde");
  expect(change).not.toHaveBeenCalled();
  await userEvent.tab();
  expect(change).toHaveBeenCalledWith({ givers: [{ ...draft.givers[0], name: "Isolde" }] });
});
