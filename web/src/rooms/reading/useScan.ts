import { useQuery } from "@tanstack/react-query";
import { client, data, type Schemas } from "../../api/client";

export const isUnderWay = (state: string) => state === "QUEUED" || state === "READING";

/** One reading; asked for again while it is under way. */
export function useScan(scan: number) {
  return useQuery({
    queryKey: ["reading", scan],
    queryFn: () => data(client.GET("/api/readings/{scan}", { params: { path: { scan } } })),
    refetchInterval: (q) => (q.state.data && isUnderWay(q.state.data.state) ? 700 : false),
  });
}

export function useScans() {
  return useQuery({
    queryKey: ["readings"],
    queryFn: () => data(client.GET("/api/readings")),
    refetchInterval: (q) => (q.state.data?.readings.some((r) => isUnderWay(r.state)) ? 1000 : false),
  });
}

export const STAGES = [
  ["DRY", "dry"],
  ["WET", "still wet"],
  ["LIFTED", "after lifting"],
] as const;

export const DEVICES = [
  ["SCANNER", "Flat-bed scanner"],
  ["CAREFUL_PHONE", "Phone, held with care"],
  ["CARELESS_PHONE", "Phone, in a hurry"],
  ["CHECKED_PHONE", "Phone, with a colour-checker"],
] as const;

/** Where a reading is, in a word or two. */
export function stateInWords(r: Pick<Schemas["ScanEntry"], "state" | "progress">) {
  switch (r.state) {
    case "QUEUED":
      return "waits its turn";
    case "READING":
      return `being read, ${Math.round(r.progress * 100)} %`;
    case "PROPOSED":
      return "to be looked at";
    case "ACCEPTED":
      return "in the collection";
    case "STOPPED":
      return "stopped";
    default:
      return "could not be read";
  }
}

export const lab = (c: Schemas["LabValue"]) =>
  `L* ${c.l.toFixed(1)}  a* ${c.a.toFixed(1)}  b* ${c.b.toFixed(1)}`;
