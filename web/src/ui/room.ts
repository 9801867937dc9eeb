import type { ComponentType } from "react";
import type { RouteObject } from "react-router";
import type { Problem } from "../api/client";

/** An entry of the rail. */
export type Entry = {
  to: string;
  name: string;
  /** Its place in the order people work in; hundreds part the rail. */
  at: number;
  /** Beginnings of other addresses that belong to it. */
  covers?: string[];
};

export type Tells = () => { refused: { problem: Problem } | null; seen: () => void };

/** What a room brings to the page: default export of its `room.tsx`, found there by itself. */
export type Room = {
  rail?: Entry[];
  routes?: RouteObject[];
  /** Keys that work in its pages, with what they do. */
  keys?: [key: string, does: string][];
  /** Finds whose counts stand at the top, with the words for what waits. */
  waits?: [find: string, words: string][];
  /** Hooks that tell the server, whatever page is shown, what was done without a network; each gives what was refused. */
  tells?: Tells[];
};

/** Parts of addresses that are words; all others are numbers. */
const WORDS = new Set(["code", "keeper", "number"]);

/** A page that is fetched when it is first opened. An address that is none of its own leads nowhere. */
export function page<Module, Name extends keyof Module>(
  path: string,
  load: () => Promise<Module>,
  name: Name,
): RouteObject {
  return {
    path,
    loader: ({ params }) => {
      if (Object.entries(params).some(([part, is]) => !WORDS.has(part) && !/^\d{1,18}$/.test(is ?? ""))) {
        throw new Response("", { status: 404 });
      }
      return null;
    },
    lazy: async () => ({ Component: (await load())[name] as ComponentType }),
  };
}
