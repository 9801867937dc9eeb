import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { client, data, type Problem } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { DraftEditor } from "./DraftEditor";
import { LoggedArrival } from "./LoggedArrival";

export function ArrivalPage() {
  const id = Number(useParams().arrival);
  const query = useQuery({
    queryKey: ["arrival", id],
    queryFn: () => data(client.GET("/api/arrivals/{arrival}", { params: { path: { arrival: id } } })),
  });
  if (query.isError) {
    return (
      <Page title="No such arrival">
        <ProblemNote problem={query.error as Problem} />
      </Page>
    );
  }
  if (!query.data) return <Page title="…">{null}</Page>;
  return query.data.state === "DRAFT" ? (
    <DraftEditor key={id} page={query.data} />
  ) : (
    <LoggedArrival page={query.data} />
  );
}
