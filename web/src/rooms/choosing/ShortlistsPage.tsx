import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { dayInWords } from "../../ui/dates";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { ChoosingNav } from "./ChoosingNav";
import { ShortlistForm } from "./ShortlistForm";

/** Paints under consideration, one list a purpose. */
export function ShortlistsPage() {
  const go = useNavigate();
  const list = useQuery({
    queryKey: ["shortlists"],
    queryFn: () => data(client.GET("/api/shortlists", {})),
  });
  const [beginning, setBeginning] = useState(false);
  const begin = useAct(
    (body: Schemas["NewShortlist"], headers) => data(client.POST("/api/shortlists", { headers, body })),
    { onDone: (s) => go(`/shortlists/${s.id}`) },
  );
  const all = list.data?.shortlists;
  return (
    <Page
      title="Shortlists"
      under="From hundreds to the few that fill a palette: filled from your record, tried on paper, cut within wells and money."
      aside={
        all?.length ? (
          <button type="button" className="btn btn-primary" onClick={() => setBeginning(true)}>
            Begin a shortlist
          </button>
        ) : null
      }
    >
      <ChoosingNav />
      <ProblemNote problem={list.error as Problem | null} />
      {all && (all.length === 0 || beginning) && (
        <section className="mb-6">
          <h2 className="font-semibold mb-2">A new shortlist</h2>
          <ShortlistForm
            button="Begin it"
            running={begin.running}
            problem={begin.problem}
            onSave={begin.run}
          />
        </section>
      )}
      <ul className="max-w-3xl">
        {all?.map((s) => (
          <li key={s.id} className="rule-t py-3">
            <Link to={`/shortlists/${s.id}`} className="font-book text-xl hover:underline">
              {s.name}
            </Link>
            {s.purpose && <p>{s.purpose}</p>}
            <p className="quiet">
              {counted(s.candidates, "paint")} for {counted(s.wells, "well")}
              {s.budget && `, within ${s.budget} ${s.currency}`} · begun {dayInWords(s.begunOn)}
              {s.decidedOn && ` · decided ${dayInWords(s.decidedOn)}`}
            </p>
          </li>
        ))}
      </ul>
    </Page>
  );
}
