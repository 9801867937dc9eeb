import { useSyncExternalStore } from "react";

/** Whether Molvet answers: `null` it does; a time: what is shown was kept then; empty: it does not, and nothing was kept. */
export type Away = string | null;

let away: Away = null;
let trusted: boolean | null = null;
const watchers = new Set<() => void>();

function tell() {
  for (const w of watchers) w();
}

function watch(watcher: () => void) {
  watchers.add(watcher);
  return () => watchers.delete(watcher);
}

/** After every call: when its answer was kept, null if it is of now, nothing if there was none. */
export function answered(kept: string | null | undefined) {
  const now: Away = kept === undefined ? (away ?? "") : kept && away && away < kept ? away : kept;
  if (now === away) return;
  away = now;
  tell();
}

/** Whether the browser lets Molvet keep things for where there is no network; null until that is known. */
export function trust(does: boolean) {
  trusted = does;
  tell();
}

export const useAway = () => useSyncExternalStore(watch, () => away);
export const useTrust = () => useSyncExternalStore(watch, () => trusted);
