import createClient from "openapi-fetch";
import type { components, paths } from "./generated";
import { answered } from "./network";

export type Schemas = components["schemas"];

/** One of the words that a field takes. */
export type Word<Of extends keyof Schemas, Field extends keyof Schemas[Of]> = NonNullable<Schemas[Of][Field]>;

/** What the server says when it cannot do what was asked (RFC 9457). */
export type ProblemDocument = {
  type: string;
  title: string;
  status: number;
  detail: string;
  errors?: { where: string; message: string; suggestion: string }[];
  current?: unknown;
  by?: unknown;
};

export class Problem extends Error {
  readonly document: ProblemDocument;

  constructor(document: ProblemDocument) {
    super(document.detail);
    this.document = document;
  }

  /** The stable word, such as `refused` or `place-taken`. */
  get kind() {
    return this.document.type.replace("molvet:", "");
  }

  /** Whether waiting may help: the server or its database does not answer, or has too much to do. */
  get away() {
    return ["database-away", "unreachable", "busy", "starting"].includes(this.kind);
  }
}

/** What a proxy answers by itself when no server stands behind it, or none that answered in time. */
const BY_A_PROXY = [502, 503, 504];

function cookie(name: string) {
  return document.cookie
    .split("; ")
    .find((c) => c.startsWith(`${name}=`))
    ?.slice(name.length + 1);
}

export const client = createClient<paths>({
  baseUrl: "/",
  fetch: async (request) => {
    const token = cookie("XSRF-TOKEN");
    if (token && request.method !== "GET") request.headers.set("X-XSRF-TOKEN", token);
    try {
      const answer = await fetch(request);
      answered(answer.headers.get("Molvet-Kept"));
      return answer;
    } catch {
      answered(undefined);
      throw new Problem({
        type: "molvet:unreachable",
        title: "Molvet does not answer",
        status: 0,
        detail: "Molvet does not answer. What you typed is kept on this page.",
      });
    }
  },
});

/** The data of a call, or a thrown {@link Problem}. */
export async function data<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data: body, error, response } = await call;
  if (response.ok) return body as T;
  const known = error as Partial<ProblemDocument> | undefined;
  throw new Problem({
    type: known?.type ?? (BY_A_PROXY.includes(response.status) ? "molvet:unreachable" : "molvet:unexpected"),
    title: known?.title ?? "Not done",
    status: response.status,
    detail:
      known?.detail ??
      (response.status === 401
        ? "You are signed out. Sign in again; what you typed is kept."
        : `The server answered ${response.status}. ${
            response.status < 500
              ? "Nothing was saved."
              : "Whether it was saved is not known: look before you do it again."
          }`),
    errors: known?.errors,
    current: known?.current,
    by: known?.by,
  });
}
