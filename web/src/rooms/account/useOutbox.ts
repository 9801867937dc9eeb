import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import type { Outbox } from "../../api/outbox";
import { useSession } from "./useSession";

const AGAIN_MS = 5000;

/** What waits of the collector’s own; told as long as anybody looks. */
export function useOutbox<Done extends object>(outbox: Outbox<Done>) {
  const email = useSession().data?.email;
  const queries = useQueryClient();
  useEffect(() => {
    if (!email) return;
    outbox.open(email, () => queries.invalidateQueries());
    window.addEventListener("online", outbox.send);
    const again = setInterval(outbox.send, AGAIN_MS);
    return () => {
      window.removeEventListener("online", outbox.send);
      clearInterval(again);
    };
  }, [email, outbox, queries]);
  return { ...useSyncExternalStore(outbox.watch, outbox.state), seen: outbox.seen };
}
