import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { client, data, Problem } from "../../api/client";
import { useSession } from "../account/useSession";

/** One thing ticked off, or put back, as it waits to be told to the server. */
type Tick = { key: string; item: number; ticked: boolean; at: string };

/** Each collector’s own: two may share a phone. */
const stored = (email: string) => `molvet-ticked-${email}`;

function load(email: string): Tick[] {
  try {
    const kept = JSON.parse(localStorage.getItem(stored(email)) ?? "[]");
    return Array.isArray(kept) ? kept : [];
  } catch {
    return [];
  }
}

/** What is ticked off in a shop without a network is kept in this browser and told, in its order, as soon as there is one. */
export function useTicks() {
  const email = useSession().data?.email ?? "";
  const queries = useQueryClient();
  const [waiting, setWaiting] = useState<Tick[]>([]);
  const [refused, setRefused] = useState<Problem | null>(null);
  const sending = useRef(false);
  const keep = useCallback(
    (change: (ticks: Tick[]) => Tick[]) => {
      // The store is the truth: another tab may have added to it.
      const next = change(load(email));
      localStorage.setItem(stored(email), JSON.stringify(next));
      setWaiting(next);
    },
    [email],
  );
  const send = useCallback(async () => {
    if (sending.current || !email) return;
    sending.current = true;
    let told = false;
    try {
      for (let next = load(email)[0]; next; next = load(email)[0]) {
        const { key, item, ...body } = next;
        try {
          await data(
            client.POST("/api/shopping/{shopping_item}/tick", {
              params: { path: { shopping_item: item } },
              headers: { "Idempotency-Key": key },
              body,
            }),
          );
        } catch (e) {
          const problem = e as Problem;
          if (!(problem instanceof Problem) || problem.away || problem.document.status === 401) return;
          // The server will not have it: said, and taken off, so that the rest goes through.
          setRefused(problem);
        }
        told = true;
        keep((all) => all.filter((t) => t.key !== key));
      }
    } finally {
      sending.current = false;
      if (told) await queries.invalidateQueries();
    }
  }, [email, keep, queries]);
  useEffect(() => {
    setWaiting(load(email));
    send();
    window.addEventListener("online", send);
    const again = setInterval(send, 5000);
    return () => {
      window.removeEventListener("online", send);
      clearInterval(again);
    };
  }, [email, send]);
  return {
    waiting: waiting.length,
    refused,
    /** As it stands with what waits. */
    stands: (item: number, told: boolean) => waiting.filter((t) => t.item === item).at(-1)?.ticked ?? told,
    tick(item: number, ticked: boolean) {
      keep((all) => [...all, { key: crypto.randomUUID(), item, ticked, at: new Date().toISOString() }]);
      send();
    },
  };
}
