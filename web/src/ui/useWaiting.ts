import { useQuery } from "@tanstack/react-query";
import { client, data } from "../api/client";

/** What waits to be done, and the numbers beside the entries of the rail. */
export function useWaiting() {
  return useQuery({ queryKey: ["waiting"], queryFn: () => data(client.GET("/api/waiting")) });
}
