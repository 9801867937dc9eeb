import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data, type Problem } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";

/** Cards whose letters say another place than they have: labels for them, and that they are on. */
export function LetteringPage() {
  const moved = useQuery({
    queryKey: ["lettering"],
    queryFn: () => data(client.GET("/api/shelf/lettering")),
  });
  const done = useAct((swatch: number[], headers) =>
    data(client.POST("/api/shelf/lettering/done", { headers, body: { swatch } })),
  );
  const cards = moved.data?.cards;
  return (
    <Page
      title="Cards to letter anew"
      under="They moved since they were lettered; each still says its old place."
      aside={
        cards &&
        cards.length > 0 && (
          <>
            <a className="btn btn-outline" href="/api/shelf/lettering.pdf" target="_blank" rel="noreferrer">
              Print labels
            </a>
            <button
              type="button"
              className="btn btn-primary"
              disabled={done.running}
              onClick={() => done.run(cards.map((c) => c.swatch))}
            >
              {cards.length === 1 ? "It is lettered" : `All ${cards.length} are lettered`}
            </button>
          </>
        )
      }
    >
      <ProblemNote problem={done.problem ?? (moved.error as Problem | null)} />
      {cards?.length === 0 && <p className="py-6">Every card says the place it has.</p>}
      <ul className="max-w-3xl">
        {cards?.map((c) => (
          <li key={c.swatch} className="rule-b py-2 flex flex-wrap gap-x-4 items-center">
            <Link to={`/paints/${c.paint}`} className="paint-name text-lg flex-1 min-w-40">
              {c.name}
            </Link>
            <span className="code">
              <span className="line-through quiet">{c.was}</span> {c.now}
            </span>
            <button type="button" className="underline py-2" onClick={() => done.run([c.swatch])}>
              Lettered
            </button>
          </li>
        ))}
      </ul>
    </Page>
  );
}
