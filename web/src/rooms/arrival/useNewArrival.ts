import { useNavigate } from "react-router";
import { client, data, type Word } from "../../api/client";
import { useAct } from "../../ui/useAct";

/** Starts a draft and opens it. */
export function useNewArrival() {
  const navigate = useNavigate();
  return useAct(
    (start: { kind?: Word<"NewArrival", "kind">; text?: string; maker?: string }, headers) =>
      data(client.POST("/api/arrivals", { headers, body: start })),
    { onDone: (a) => navigate(`/arrivals/${a.id}`), undoable: false },
  );
}
