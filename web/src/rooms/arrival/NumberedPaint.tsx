import { useQuery } from "@tanstack/react-query";
import { Navigate, useParams } from "react-router";
import { client, data } from "../../api/client";
import { Page } from "../../ui/Page";

/** Where the code on a label leads: to the paint of that number. */
export function NumberedPaint() {
  const number = useParams().number ?? "";
  const query = useQuery({
    queryKey: ["numbered", number],
    queryFn: () => data(client.GET("/api/paints", { params: { query: { find: `M-${number}`, limit: 1 } } })),
  });
  const paint = query.data?.paints[0];
  if (paint) return <Navigate to={`/paints/${paint.id}`} replace />;
  return (
    <Page title={query.data ? "No such paint" : "…"}>
      {query.data && (
        <p>There is no paint M-{number} in this collection. Perhaps the label belongs to another.</p>
      )}
    </Page>
  );
}
