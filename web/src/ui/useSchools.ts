import { useQuery } from "@tanstack/react-query";
import { client, data, type Word } from "../api/client";

/** Orders a collection or a chart can be put in, with their words. */
export function useSchools(): (readonly [Word<"SchoolEntry", "school">, string])[] {
  const all = useQuery({
    queryKey: ["schools"],
    queryFn: () => data(client.GET("/api/schools")),
    staleTime: Number.POSITIVE_INFINITY,
  }).data;
  return (all?.schools ?? []).map(
    (s) => [s.school, s.words.charAt(0).toUpperCase() + s.words.slice(1)] as const,
  );
}
