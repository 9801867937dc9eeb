import { useQuery } from "@tanstack/react-query";
import { client, data, type Schemas } from "../../api/client";
import { useAct } from "../../ui/useAct";

export type Palette = Schemas["PalettePage"];
export type Well = Schemas["WellView"];
/** What shall lie in each well: a paint, or nothing. */
export type Lying = (number | null)[];

export function usePalette(id: number) {
  return useQuery({
    queryKey: ["palette", id],
    queryFn: () => data(client.GET("/api/palettes/{palette}", { params: { path: { palette: id } } })),
  });
}

/** What lies in the wells now. */
export function lyingOf(palette: Palette): Lying {
  return palette.wells.map((w) => w.paint?.id ?? null);
}

/** @param on what it is a change of; {@code ordered} whether it is an order that was looked at before */
type Laid = { on: Palette; lying: Lying; locked?: number[]; ordered?: boolean };

/** Lays the draft so; each paint keeps the pan or tube it is from. */
export function useLay(onDone: (after: Palette, laid: Laid) => void) {
  return useAct(
    ({ on, lying, locked }: Laid, headers) => {
      const from = new Map(on.wells.flatMap((w) => (w.paint ? [[w.paint.id, w] as const] : [])));
      return data(
        client.PUT("/api/palettes/{palette}/draft", {
          headers,
          params: { path: { palette: on.id } },
          body: {
            version: on.version,
            locked,
            wells: lying.flatMap((paint, well) =>
              paint === null
                ? []
                : [{ well, paint, holding: from.get(paint)?.holding, squeezed: from.get(paint)?.squeezed }],
            ),
          },
        }),
      );
    },
    { onDone },
  );
}

/** The nearest well in a direction, as the box lies. */
export function neighbour(wells: Well[], at: number, key: string): number {
  const here = wells[at];
  if (!here) return 0;
  const along = key === "ArrowLeft" || key === "ArrowRight";
  const sign = key === "ArrowLeft" || key === "ArrowUp" ? -1 : 1;
  const x = (w: Well) => w.x + w.width / 2;
  const y = (w: Well) => w.y + w.height / 2;
  let best = at;
  let least = Number.POSITIVE_INFINITY;
  for (const w of wells) {
    const ahead = sign * (along ? x(w) - x(here) : y(w) - y(here));
    const aside = Math.abs(along ? y(w) - y(here) : x(w) - x(here));
    if (ahead <= 0.5 || aside > ahead * 1.2) continue;
    const far = ahead + 2 * aside;
    if (far < least) {
      least = far;
      best = w.well;
    }
  }
  return best;
}
