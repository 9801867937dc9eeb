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
      if (canCarry()) keepPack(fresh.data, email).catch(() => setTrouble(FULL));
    } else if (fresh.isError && canCarry()) {
      carriedPack(email).then((kept) => kept && setPack(kept));
    }
  }, [fresh.data, fresh.isError, email]);

  useEffect(() => {
    if (canCarry()) keptNotes().then(setNotes);
  }, []);

  const save = useCallback(async (next: Note[]) => {
    setNotes(next);
    if (!canCarry()) return;
    try {
      await keepNotes(next);
    } catch {
      setTrouble("This phone has no room to keep notes: leave this page open until they are told.");
    }
  }, []);

  const send = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    try {
      let left = canCarry() ? await keptNotes() : notes;
      for (const note of left) {
        const { key, ...body } = note;
        try {
          const answer = await data(
            client.POST("/api/shop/notes", { headers: { "Idempotency-Key": key }, body }),
          );
          setTold((all) => [...all, answer.said]);
        } catch (e) {
          const refused = e instanceof Problem && !e.away && e.document.status !== 401;
          if (!refused) return;
          setTrouble(`${note.name}: ${(e as Problem).message}`);
        }
        left = left.filter((n) => n.key !== key);
        await save(left);
        await queries.invalidateQueries();
      }
    } finally {
      sending.current = false;
    }
  }, [notes, queries, save]);

  useEffect(() => {
    window.addEventListener("online", send);
    const again = setInterval(send, 8000);
    return () => {
      window.removeEventListener("online", send);
      clearInterval(again);
    };
  }, [send]);

  async function note(one: Omit<Note, "key" | "at">) {
    await save([...notes, { ...one, key: crypto.randomUUID(), at: new Date().toISOString() }]);
    send();
  }

  return { pack, fresh: !fresh.isError && !!fresh.data, notes, told, trouble, note };
}
