import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import { open, server } from "../test/page";
import { Shell } from "./Shell";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function shell(at: string) {
  server({
    "GET /api/waiting": { counts: [], paints: 3, recipes: 2, painted: 1, doubtful: 0 },
    "GET /api/keepers": { keepers: [] },
    "GET /api/makers": { makers: [] },
    "GET /api/arrivals": { arrivals: [], total: 7 },
    "POST /api/arrivals": { id: 5 },
  });
  return open(<Shell />, "/collection", at);
}

const find = () => screen.getByLabelText("Find") as HTMLInputElement;

test("what is typed on while the address catches up is not overwritten", async () => {
  const router = shell("/collection");
  find().focus();
  fireEvent.change(find(), { target: { value: "harb" } });
  await waitFor(() => expect(router.state.location.search).toContain("harb"));
  fireEvent.change(find(), { target: { value: "harbour du" } });
  await waitFor(() => expect(router.state.location.search).toContain("du"));
  expect(find().value).toBe("harbour du");
});

test("the address is followed when it changes by itself", async () => {
  const router = shell("/collection?find=pb29");
  expect(find().value).toBe("pb29");
  await router.navigate("/collection?find=tern");
  await waitFor(() => expect(find().value).toBe("tern"));
  await router.navigate(-1);
  await waitFor(() => expect(find().value).toBe("pb29"));
});

test("n logs what arrived, but not while one types", async () => {
  const router = shell("/collection");
  expect(await screen.findByText("7")).toBeTruthy();
  fireEvent.keyDown(find(), { key: "n" });
  expect(router.state.location.pathname).toBe("/collection");
  fireEvent.keyDown(document.body, { key: "n" });
  await waitFor(() => expect(router.state.location.pathname).toBe("/arrivals/5"));
});
