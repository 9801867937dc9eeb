import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data, type Problem } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { counted } from "../../ui/words";
import { ArrivalNav } from "./ArrivalNav";

export function DotCardsPage() {
  const query = useQuery({ queryKey: ["dotcards"], queryFn: () => data(client.GET("/api/dotcards")) });
  const cards = query.data?.cards ?? [];
  return (
    <Page
      title="Dot cards"
      under="Printed sheets with one dried dot of each colour. Make one from a line of a maker."
    >
      <ArrivalNav />
      <ProblemNote problem={query.error as Problem | null} />
      {query.data && cards.length === 0 && (
        <p className="py-8 max-w-md">
          No dot card yet. Open a line under{" "}
          <Link to="/makers" className="underline">
            Makers
          </Link>
          , take in its chart, and make a card of it in one step.
        </p>
      )}
      <ul className="max-w-3xl">
        {cards.map((c) => (
          <li key={c.id}>
            <Link
              to={`/dotcards/${c.id}`}
              className="rule-b py-3 px-2 grid grid-cols-[3.5rem_1fr_auto] gap-3 items-center hover:bg-base-100"
            >
              <span className="code text-[1.1em] font-bold">D{c.number}</span>
              <span className="min-w-0">
                <span className="font-book text-lg block leading-tight truncate">{c.name}</span>
                <span className="quiet">
                  {counted(c.sheets, "sheet")} of {c.columns} × {c.rows}
                  {c.perColour && ` · ${c.perColour} ${c.currency} a colour`}
                </span>
              </span>
              <span className="text-right">
                <span className="code">
                  {c.carriedOver} of {c.dots} carried over
                </span>
                <progress
                  className="progress w-36 block mt-1 ml-auto"
                  aria-label={`${c.name} carried over`}
                  value={c.carriedOver}
                  max={Math.max(1, c.dots)}
                />
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </Page>
  );
}
