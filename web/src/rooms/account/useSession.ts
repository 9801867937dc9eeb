import { useQuery } from "@tanstack/react-query";
import { client, data } from "../../api/client";

export function useSession() {
  return useQuery({
    queryKey: ["session"],
    queryFn: () => data(client.GET("/api/session")),
    staleTime: 60_000,
  });
}
