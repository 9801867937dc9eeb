import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render } from "@testing-library/react";
import type { ReactNode } from "react";
import { createMemoryRouter, RouterProvider } from "react-router";
import { vi } from "vitest";

export type Asked = { method: string; path: string; query: string; body: unknown };

// A page asks for addresses of its own host, which a test has to name before the client is made.
const Plain = globalThis.Request;
globalThis.Request = class extends Plain {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === "string" ? new URL(input, "http://localhost") : input, init);
  }
};

// Nothing scrolls where nothing is laid out.
Element.prototype.scrollIntoView = () => {};

/** A server that answers by `METHOD path`; what it was asked is kept. */
export function server(answers: Record<string, unknown | ((asked: Asked) => unknown)>) {
  const asked: Asked[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    const url = new URL(request.url);
    const text = request.method === "GET" ? "" : await request.clone().text();
    const one: Asked = {
      method: request.method,
      path: url.pathname,
      query: url.search,
      body: text.startsWith("{") ? JSON.parse(text) : text,
    };
    asked.push(one);
    const answer = answers[`${one.method} ${one.path}`];
    if (answer === undefined) return new Response("{}", { status: 404 });
    const body = typeof answer === "function" ? await answer(one) : answer;
    if (body instanceof Response) return body;
    return new Response(JSON.stringify(body), {
      status: 200,
      headers: { "Content-Type": "application/json" },
    });
  });
  return asked;
}

/** What a server says when it cannot take something. @param kind what sort of refusal it is */
export function refused(detail: string, status = 422, kind = "refused") {
  return new Response(
    JSON.stringify({ type: `molvet:${kind}`, title: "This cannot be taken as it is", status, detail }),
    { status, headers: { "Content-Type": "application/problem+json" } },
  );
}

/** One page at its address, with room for pages that it leads to. */
export function open(page: ReactNode, path: string, at: string) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const router = createMemoryRouter(
    [
      { path, element: page },
      { path: "*", element: <p>elsewhere</p> },
    ],
    { initialEntries: [at] },
  );
  render(
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
    </QueryClientProvider>,
  );
  return router;
}
