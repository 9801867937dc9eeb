import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { client, data, Problem } from "../../api/client";
import { useSession } from "../account/useSession";
import { canCarry, carriedPack, keepNotes, keepPack, keptNotes, type Note, type Pack } from "./shopStore";

const FULL =
  "This phone has no room to carry the collection along. With a network the answer works all the same.";

/**
 * What is carried for the shop: fetched anew whenever the server answers, the last one where it does not; and notes that wait
 * until it does, each told under a key of its own so that nothing is doubled.
 */
export function useShop() {
  const email = useSession().data?.email ?? "";
  const queries = useQueryClient();
  const [pack, setPack] = useState<Pack | null>(null);
  const [notes, setNotes] = useState<Note[]>([]);
  const [trouble, setTrouble] = useState("");
  const [told, setTold] = useState<string[]>([]);
  const [carried, setCarried] = useState(false);
  const sending = useRef(false);

  const fresh = useQuery({
    queryKey: ["shop", "pack"],
    queryFn: () => data(client.GET("/api/shop/pack", {})),
    retry: false,
    staleTime: 60_000,
    refetchOnReconnect: true,
  });

  useEffect(() => {
    if (!email) return;
    if (fresh.data) {
      setPack(fresh.data);
      if (canCarry())
        keepPack(fresh.data, email)
          .then(() => setCarried(true))
          .catch(() => setTrouble(FULL));
    } else if (fresh.isError && canCarry()) {
      carriedPack(email).then((kept) => kept && setPack(kept));
    }
  }, [fresh.data, fresh.isError, email]);

  /** The store is the truth, since another tab may have added to it; without one, this page is. */
  const page = useRef<Note[]>([]);
  const change = useCallback(
    async (how: (notes: Note[]) => Note[]) => {
      let kept = page.current;
      try {
        if (canCarry()) kept = await keptNotes(email);
        const next = how(kept);
        page.current = next;
        if (canCarry()) await keepNotes(email, next);
        setNotes(next);
      } catch {
        page.current = how(page.current);
        setNotes(page.current);
        setTrouble("This phone has no room to keep notes: leave this page open until they are told.");
      }
    },
    [email],
  );

  useEffect(() => {
    if (email) change((all) => all);
  }, [change, email]);

  const send = useCallback(async () => {
    if (sending.current || !email) return;
    sending.current = true;
    try {
      await change((all) => all);
      for (const { key, ...body } of page.current) {
        let said = "";
        try {
          said = (await data(client.POST("/api/shop/notes", { headers: { "Idempotency-Key": key }, body })))
            .said;
        } catch (e) {
          // Signed out, or another window changed the same at the same moment: it waits and is told again.
          const refused = e instanceof Problem && !e.away && ![401, 409].includes(e.document.status ?? 0);
          if (!refused) return;
          setTrouble(`${body.name}: ${e.message}`);
        }
        await change((all) => all.filter((n) => n.key !== key));
        if (said) setTold((all) => [...all, said]);
        await queries.invalidateQueries();
      }
    } finally {
      sending.current = false;
    }
  }, [change, queries, email]);

  useEffect(() => {
    window.addEventListener("online", send);
    const again = setInterval(send, 8000);
    return () => {
      window.removeEventListener("online", send);
      clearInterval(again);
    };
  }, [send]);

  async function note(one: Omit<Note, "key" | "at">) {
    await change((all) => [...all, { ...one, key: crypto.randomUUID(), at: new Date().toISOString() }]);
    send();
  }

  return { pack, fresh: !fresh.isError && !!fresh.data, carried, notes, told, trouble, note };
}
