import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data } from "../../api/client";
import { Page } from "../../ui/Page";
import { StripTile } from "./StripTile";

export function DoubtsPage() {
  const doubts = useQuery({ queryKey: ["doubts"], queryFn: () => data(client.GET("/api/doubts")) }).data
    ?.doubts;
  return (
    <Page
      title="Doubtful labels"
      under="Codes that cannot be right, and labels that cannot both be right. Look at the tube again."
    >
      {doubts?.length === 0 && <p className="py-6">No label here is in doubt.</p>}
      <ul className="max-w-3xl">
        {doubts?.map((d) => (
          <li
            key={d.paint.id + d.note.kind + d.note.about}
            className="rule-b py-4 grid gap-4 sm:grid-cols-[200px_1fr]"
          >
            <StripTile paint={d.paint} />
            <div>
              <p>{d.note.message}</p>
              <p className="mt-2 flex flex-wrap gap-x-4">
                <Link className="underline" to={`/paints/${d.paint.id}/edit`}>
                  Correct the label
                </Link>
                {d.note.suggestion && (
                  <Link className="underline" to={`/pigments/${d.note.suggestion}`}>
                    What {d.note.suggestion} is
                  </Link>
                )}
                {d.others.map((o) => (
                  <Link key={o.id} className="underline" to={`/paints/${o.id}`}>
                    {o.name}
                  </Link>
                ))}
              </p>
            </div>
          </li>
        ))}
      </ul>
    </Page>
  );
}
