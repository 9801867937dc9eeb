import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { client, data } from "../../api/client";
import { useOutbox } from "../account/useOutbox";
import { useSession } from "../account/useSession";
import { NOTED } from "./noted";
import { canCarry, carriedPack, keepPack, type Note, type Pack } from "./shopStore";

const FULL =
  "This phone has no room to carry the collection along. With a network the answer works all the same.";

/**
 * What is carried for the shop: fetched anew whenever the server answers, the last one where it does not; and notes that wait
 * until it does, each told under a key of its own so that nothing is doubled.
 */
export function useShop() {
  const email = useSession().data?.email ?? "";
  const noted = useOutbox(NOTED);
  const [pack, setPack] = useState<Pack | null>(null);
  const [trouble, setTrouble] = useState("");
  const [carried, setCarried] = useState(false);

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

  return {
    pack,
    fresh: !fresh.isError && !!fresh.data,
    carried,
    notes: noted.waiting,
    told: noted.said,
    trouble: noted.refused
      ? `${noted.refused.done.name}: ${noted.refused.problem.message}`
      : canCarry() && !noted.keeps
        ? "This phone has no room to keep notes: leave this window open until they are told."
        : trouble,
    note: (one: Note) => NOTED.add(one),
  };
}
