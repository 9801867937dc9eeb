import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { client, data, Problem, type Word } from "../../api/client";

/** One cell that was painted, as it waits to be told to the server. */
export type Tick = { key: string; cell: number; at: string; eye: Word<"Painted", "eye"> };

const stored = (chart: number) => `molvet-painted-${chart}`;

function load(chart: number): Tick[] {
  try {
    const kept = JSON.parse(localStorage.getItem(stored(chart)) ?? "[]");
    return Array.isArray(kept) ? kept : [];
  } catch {
    return [];
  }
}

/**
 * What was painted while the server was out of reach is kept in this browser, stamped, and told under one key as soon as
 * it answers: offline and reload lose nothing, and nothing is told twice. A tick stays until the page that holds it is there:
 * the count never falls back meanwhile.
 */
export function useOutbox(chart: number) {
  const queries = useQueryClient();
  const [ticks, setTicks] = useState(() => load(chart));
  const [refused, setRefused] = useState<Problem | null>(null);
  const sending = useRef(false);
  /** Told, while the page is asked for anew. */
  const settling = useRef<Tick[]>([]);

  const keep = useCallback(
    (change: (ticks: Tick[]) => Tick[]) => {
      // The store is the truth: another tab may have added to it.
      const next = change(load(chart));
      localStorage.setItem(stored(chart), JSON.stringify(next));
      setTicks([...settling.current, ...next]);
    },
    [chart],
  );

  const send = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    try {
      for (let next = load(chart)[0]; next; next = load(chart)[0]) {
        const { key, ...body } = next;
        try {
          await data(
            client.POST("/api/charts/{chart}/painted", {
              params: { path: { chart } },
              headers: { "Idempotency-Key": key },
              body,
            }),
          );
        } catch (e) {
          const problem = e as Problem;
          const late = problem instanceof Problem && !problem.away && problem.document.status !== 401;
          if (!late) return;
          // The server will not have it: said, and taken off, so that the rest goes through.
          setRefused(problem);
        }
        // Out of the store at once, so that it is never told twice; shown as painted until the page holds it.
        settling.current = [...settling.current, next];
        keep((all) => all.filter((t) => t.key !== key));
        await queries.invalidateQueries();
        settling.current = settling.current.filter((t) => t.key !== key);
        setTicks([...settling.current, ...load(chart)]);
      }
    } finally {
      sending.current = false;
    }
  }, [chart, keep, queries]);

  useEffect(() => {
    send();
    window.addEventListener("online", send);
    const again = setInterval(send, 5000);
    return () => {
      window.removeEventListener("online", send);
      clearInterval(again);
    };
  }, [send]);

  /** A tap too many: taken out of what waits, or undone if it was told already. */
  async function takeBack(cell: number, code: string) {
    if (load(chart).some((t) => t.cell === cell) && !sending.current) {
      keep((all) => all.filter((t) => t.cell !== cell));
      return;
    }
    try {
      const { acts } = await data(client.GET("/api/acts", { params: { query: { limit: 20 } } }));
      const act = acts.find((a) => !a.undone && a.said === `Painted cell ${cell + 1} of ${code}`);
      if (act) await data(client.POST("/api/acts/{act}/undo", { params: { path: { act: act.id } } }));
      setRefused(null);
    } catch (e) {
      setRefused(e as Problem);
    }
    await queries.invalidateQueries();
  }

  return {
    ticks,
    /** How many of them wait to be told. */
    untold: ticks.filter((t) => !settling.current.includes(t)).length,
    refused,
    painted(cell: number, eye: Word<"Painted", "eye">) {
      keep((all) => [...all, { key: crypto.randomUUID(), cell, at: new Date().toISOString(), eye }]);
      send();
    },
    takeBack,
  };
}
