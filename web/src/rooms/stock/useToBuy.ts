import { client, data } from "../../api/client";
import { useAct } from "../../ui/useAct";

/** Puts paints on the list to buy. */
export function useToBuy() {
  return useAct((body: { paints: number[]; why: string; shop?: string }, headers) =>
    data(client.POST("/api/shopping", { headers, body })),
  );
}
