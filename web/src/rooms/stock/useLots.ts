import { useQuery } from "@tanstack/react-query";
import { client, data } from "../../api/client";

/** What is left of each holding of a paint, by the number of the holding. */
export function useLots(paint: number) {
  const lots = useQuery({
    queryKey: ["stock", "paint", paint],
    queryFn: () => data(client.GET("/api/paints/{paint}/stock", { params: { path: { paint } } })),
  }).data?.lots;
  return (holding: number) => lots?.find((l) => l.holding === holding);
}
