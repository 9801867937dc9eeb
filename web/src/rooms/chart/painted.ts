import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, data, type Problem, type Word } from "../../api/client";
import { Outbox, openly } from "../../api/outbox";
import { useOutbox } from "../account/useOutbox";

type Painted = { chart: number; cell: number; eye: Word<"Painted", "eye"> };

/** Cells that were painted. */
export const PAINTED = new Outbox<Painted>(openly("painted"), ({ chart, ...body }, headers) =>
  data(
    client.POST("/api/charts/{chart}/painted", {
      params: { path: { chart } },
      headers,
      body,
    }),
  ),
);

export function usePainted(chart: number) {
  const queries = useQueryClient();
  const outbox = useOutbox(PAINTED);
  const [kept, setKept] = useState<Problem | null>(null);
  const mine = (all: Painted[]) => all.filter((p) => p.chart === chart).map((p) => p.cell);
  const untold = mine(outbox.waiting);
  return {
    /** Cells painted here that the page may not hold yet. */
    cells: new Set([...mine(outbox.settling), ...untold]),
    /** How many of them wait to be told. */
    untold: untold.length,
    keeps: outbox.keeps,
    refused: kept ?? outbox.refused?.problem ?? null,
    painted: (cell: number, eye: Painted["eye"]) => PAINTED.add({ chart, cell, eye }),
    /** A tap too many: taken out of what waits, or undone if it was told already. */
    async takeBack(cell: number, code: string) {
      if (await PAINTED.take((p) => p.chart === chart && p.cell === cell)) return;
      try {
        const { acts } = await data(client.GET("/api/acts", { params: { query: { limit: 20 } } }));
        const act = acts.find((a) => !a.undone && a.said === `Painted cell ${cell + 1} of ${code}`);
        if (act) await data(client.POST("/api/acts/{act}/undo", { params: { path: { act: act.id } } }));
        setKept(null);
      } catch (e) {
        setKept(e as Problem);
      }
      await queries.invalidateQueries();
    },
  };
}
