import "fake-indexeddb/auto";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { open, refused, server } from "../../test/page";
import { DoneHere } from "../../ui/ActList";
import { carriedPack, keepNotes, keepPack, keptNotes, type Pack } from "../choosing/shopStore";
import { AccountPage } from "./AccountPage";
import { Door } from "./Door";
import { SignedIn } from "./SignedIn";

const { webcrypto } = await import("node:crypto" as string);
beforeEach(() => vi.stubGlobal("crypto", webcrypto));
afterEach(() => {
  cleanup();
  localStorage.clear();
  vi.unstubAllGlobals();
});

const OUT = { signedIn: false, demo: false, mayMakeAccount: true, byInvitation: false, firstRun: false };
const IN = { ...OUT, signedIn: true, email: "ines@example.org", name: "Ines" };

test("a wrong password is said, and what was typed stays", async () => {
  const asked = server({
    "GET /api/session": OUT,
    "POST /api/session": () => refused("That e-mail and password do not go together.", 401),
  });
  open(<Door />, "/", "/");
  await userEvent.type(await screen.findByLabelText("E-mail"), "ines@example.org");
  await userEvent.type(screen.getByLabelText("Password"), "wet brush");
  await userEvent.click(screen.getByRole("button", { name: "Sign in" }));
  expect(await screen.findByText(/do not go together/)).toBeTruthy();
  expect((screen.getByLabelText("E-mail") as HTMLInputElement).value).toBe("ines@example.org");
  expect(screen.queryByRole("button", { name: "Open the demo collection" })).toBeNull();
  expect(asked.at(-1)?.body).toEqual({ email: "ines@example.org", password: "wet brush" });
});

test("the first to come makes an account, and whoever has made one signs in", async () => {
  const asked = server({
    "GET /api/session": { ...OUT, firstRun: true },
    "POST /api/collectors": () => refused("At least 8 characters are needed."),
  });
  open(<Door />, "/", "/");
  await userEvent.type(await screen.findByLabelText("Your name"), "Ines");
  await userEvent.type(screen.getByLabelText("E-mail"), "ines@example.org");
  await userEvent.type(screen.getByLabelText("Password"), "short");
  await userEvent.click(screen.getByRole("button", { name: "Make my account" }));
  expect(await screen.findByText(/At least 8 characters are needed/)).toBeTruthy();
  expect(asked.at(-1)?.path).toBe("/api/collectors");
  await userEvent.click(screen.getByRole("button", { name: "I have an account" }));
  expect(screen.getByRole("button", { name: "Sign in" })).toBeTruthy();
});

test("where one joins by invitation the word is asked for, and sent with the account", async () => {
  const asked = server({
    "GET /api/session": { ...OUT, byInvitation: true },
    "POST /api/collectors": () => refused("That is not the invitation word."),
  });
  open(<Door />, "/", "/");
  await userEvent.click(await screen.findByRole("button", { name: "Make an account" }));
  await userEvent.type(screen.getByLabelText("E-mail"), "odd@example.org");
  await userEvent.type(screen.getByLabelText("Password"), "heron in the reeds");
  await userEvent.type(screen.getByLabelText("Invitation word"), "guess");
  await userEvent.click(screen.getByRole("button", { name: "Make my account" }));
  expect(await screen.findByText(/not the invitation word/)).toBeTruthy();
  expect(asked.at(-1)?.body).toMatchObject({ invitation: "guess" });
  await userEvent.click(screen.getByRole("button", { name: "I have an account" }));
  expect(screen.queryByLabelText("Invitation word")).toBeNull();
});

test("where nobody may make an account, nobody is offered one, and the demo is one press away", async () => {
  const asked = server({
    "GET /api/session": { ...OUT, mayMakeAccount: false, demo: true },
    "POST /api/session": () => refused("no"),
  });
  open(<Door />, "/", "/");
  await userEvent.click(await screen.findByRole("button", { name: "Open the demo collection" }));
  expect(screen.queryByRole("button", { name: "Make an account" })).toBeNull();
  expect(asked.at(-1)?.body).toMatchObject({ email: "demo@molvet.example" });
});

const ACTS = {
  acts: [
    { id: 9, said: "Filed Tern Grey at R2·17", at: "2026-11-20T10:00:00Z", undone: false },
    { id: 8, said: "Catalogued Moss as M-0002", at: "2026-11-20T09:00:00Z", undone: true },
  ],
};

test("what was done lately is undone, or it is said why it cannot be", async () => {
  let undone = false;
  const asked = server({
    "GET /api/session": IN,
    "GET /api/acts": ACTS,
    "POST /api/acts/9/undo": () => {
      if (undone)
        return refused("“Filed Tern Grey” cannot be undone: something in it has changed since.", 409);
      undone = true;
      return {};
    },
  });
  open(<AccountPage />, "/account", "/account");
  const row = (await screen.findByText("Filed Tern Grey at R2·17")).closest("li") as HTMLElement;
  const other = screen.getByText("Catalogued Moss as M-0002").closest("li") as HTMLElement;
  expect(within(other).queryByRole("button", { name: "Undo" })).toBeNull();
  await userEvent.click(within(row).getByRole("button", { name: "Undo" }));
  await waitFor(() => expect(asked.filter((a) => a.path === "/api/acts")).toHaveLength(2));
  await userEvent.click(within(row).getByRole("button", { name: "Undo" }));
  expect(await screen.findByText(/something in it has changed since/)).toBeTruthy();
});

test("what was done long ago is reached from where one is, and undone there", async () => {
  const act = (id: number) => ({ id, said: `Did ${id}`, at: "2026-11-20T10:00:00Z", undone: false });
  const asked = server({
    "GET /api/acts": (a: { query: string }) => ({
      acts: a.query.includes("act=") ? [act(3)] : Array.from({ length: 20 }, (_, i) => act(40 - i)),
    }),
    "POST /api/acts/3/undo": {},
  });
  open(<DoneHere of="paint:12" />, "/paints/12", "/paints/12");
  expect(asked).toHaveLength(0);
  await userEvent.click(screen.getByText("What was done here"));
  await userEvent.click(await screen.findByRole("button", { name: "Earlier" }));
  const row = (await screen.findByText("Did 3")).closest("li") as HTMLElement;
  expect(screen.queryByRole("button", { name: "Earlier" })).toBeNull();
  expect(asked.map((a) => decodeURIComponent(a.query))).toEqual([
    "?limit=20&of=paint:12",
    "?limit=20&act=21&of=paint:12",
  ]);
  await userEvent.click(within(row).getByRole("button", { name: "Undo" }));
  await waitFor(() => expect(asked.some((a) => a.path === "/api/acts/3/undo")).toBe(true));
});

test("a collection is taken along in every open format, and evening light is remembered", async () => {
  server({ "GET /api/session": IN, "GET /api/acts": { acts: [] } });
  open(<AccountPage />, "/account", "/account");
  const files = (await screen.findAllByRole("link")).map((a) => a.getAttribute("href"));
  for (const f of ["csv", "xlsx", "ods", "json", "zip", "gpl", "cgats"]) {
    expect(files).toContain(`/api/collection.${f}`);
  }
  await userEvent.click(screen.getByRole("button", { name: "Middle grey, for evening" }));
  expect(document.documentElement.dataset.theme).toBe("evening");
  expect(localStorage.getItem("molvet:theme")).toBe("evening");
});

test("a password is changed only with the old one", async () => {
  let wrong = true;
  server({
    "GET /api/session": IN,
    "GET /api/acts": { acts: [] },
    "PUT /api/account/password": () => (wrong ? refused("That is not your password.") : {}),
  });
  open(<AccountPage />, "/account", "/account");
  await userEvent.type(await screen.findByLabelText("Password now"), "old one");
  await userEvent.type(screen.getByLabelText("New password"), "three wet brushes");
  await userEvent.click(screen.getByRole("button", { name: "Change" }));
  expect(await screen.findByText("That is not your password.")).toBeTruthy();
  wrong = false;
  await userEvent.click(screen.getByRole("button", { name: "Change" }));
  expect(await screen.findByText("Changed.")).toBeTruthy();
  expect((screen.getByLabelText("New password") as HTMLInputElement).value).toBe("");
});

test("one of several places is signed out, and this one is not offered", async () => {
  const seen = (called: string, device: string, here: boolean) => ({
    called,
    since: "2026-05-01T08:00:00Z",
    lastSeen: "2026-05-02T08:00:00Z",
    with: device,
    here,
  });
  const asked = server({
    "GET /api/account/sessions": { sessions: [seen("c-1", "Linux", true), seen("c-2", "Android", false)] },
    "DELETE /api/account/sessions/c-2": {},
  });
  open(<SignedIn />, "/account", "/account");
  const there = await screen.findByRole("button", { name: /^Sign out: Android/ });
  expect(screen.queryByRole("button", { name: /^Sign out: Linux/ })).toBeNull();
  await userEvent.click(there);
  await waitFor(() => expect(asked.some((a) => a.method === "DELETE")).toBe(true));
});

test("an account is deleted by its password, and nothing of it stays on the phone", async () => {
  await keepPack(
    { owner: 1, made: "2026-11-20T10:00:00Z", paints: [], answers: [], all: true } as Pack,
    IN.email,
  );
  await keepNotes(IN.email, [{ key: "k", kind: "WISH", name: "Dusk" }]);
  let right = false;
  const gone = vi.fn();
  vi.stubGlobal("location", { ...window.location, assign: gone });
  server({
    "GET /api/session": IN,
    "GET /api/acts": { acts: [] },
    "DELETE /api/account": () => (right ? {} : refused("That is not your password.")),
  });
  open(<AccountPage />, "/account", "/account");
  await userEvent.click(await screen.findByRole("button", { name: /Delete my account/ }));
  await userEvent.type(screen.getByLabelText("Password"), "a guess");
  await userEvent.click(screen.getByRole("button", { name: "Delete everything" }));
  expect(await screen.findByText("That is not your password.")).toBeTruthy();
  expect(await keptNotes(IN.email)).toHaveLength(1);
  right = true;
  await userEvent.click(screen.getByRole("button", { name: "Delete everything" }));
  await waitFor(() => expect(gone).toHaveBeenCalledWith("/"));
  expect(await carriedPack(IN.email)).toBeNull();
  expect(await keptNotes(IN.email)).toEqual([]);
});

test("who signs in is told once of wrong passwords that others tried", async () => {
  server({
    "GET /api/session": OUT,
    "POST /api/session": { ...IN, wrongPasswords: { count: 41, last: "2026-11-26T12:05:00Z" } },
  });
  open(<Door />, "/", "/");
  await userEvent.type(await screen.findByLabelText("E-mail"), "ines@example.org");
  await userEvent.type(screen.getByLabelText("Password"), "three wet brushes");
  server({
    "GET /api/session": IN,
    "POST /api/session": { ...IN, wrongPasswords: { count: 41, last: "2026-11-26T12:05:00Z" } },
  });
  await userEvent.click(screen.getByRole("button", { name: "Sign in" }));
  expect(
    await screen.findByText(/41 wrong passwords were tried for your account since you last signed in/),
  ).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Seen" }));
  expect(screen.queryByText(/wrong passwords/)).toBeNull();
});

test("what a new password would withstand is said while it is typed, and why", async () => {
  server({ "GET /api/session": { ...OUT, firstRun: true } });
  open(<Door />, "/", "/");
  await userEvent.type(await screen.findByLabelText("Your name"), "Marisol Quintrell");
  const password = screen.getByLabelText("Password");
  expect(screen.queryByRole("status")).toBeNull();
  await userEvent.type(password, "password1");
  expect(await screen.findByText(/^Weak: .* would need less than a second\.$/)).toBeTruthy();
  // Nobody else’s weakness, but the first guess for whoever knows the name.
  await userEvent.clear(password);
  await userEvent.type(password, "quintrell");
  expect(await screen.findByText(/^Weak: /)).toBeTruthy();
  await userEvent.clear(password);
  await userEvent.type(password, "three kettles drift uphill");
  expect(await screen.findByText(/^Strong: .* would need centuries\.$/)).toBeTruthy();
  // Judged for a new one only.
  await userEvent.click(screen.getByRole("button", { name: "I have an account" }));
  expect(screen.queryByText(/^Strong/)).toBeNull();
});
