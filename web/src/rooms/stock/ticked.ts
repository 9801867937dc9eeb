import { client, data } from "../../api/client";
import { Outbox, openly } from "../../api/outbox";
import { useOutbox } from "../account/useOutbox";

type Ticked = { item: number; ticked: boolean };

/** What is ticked off in a shop, or put back. */
export const TICKED = new Outbox<Ticked>(openly("ticked"), ({ item, ...body }, headers) =>
  data(
    client.POST("/api/shopping/{shopping_item}/tick", {
      params: { path: { shopping_item: item } },
      headers,
      body,
    }),
  ),
);

export function useTicks() {
  const { waiting, settling, refused, keeps } = useOutbox(TICKED);
  return {
    keeps,
    waiting: waiting.length,
    refused: refused?.problem ?? null,
    /** As it stands with what waits. */
    stands: (item: number, told: boolean) =>
      [...settling, ...waiting].filter((t) => t.item === item).at(-1)?.ticked ?? told,
    tick: (item: number, ticked: boolean) => TICKED.add({ item, ticked }),
  };
}
