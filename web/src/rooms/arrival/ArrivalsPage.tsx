import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Ribbon } from "../../ui/Ribbon";
import { counted, words } from "../../ui/words";
import { ArrivalNav } from "./ArrivalNav";
import { useNewArrival } from "./useNewArrival";

export function ArrivalsPage() {
  const query = useQuery({
    queryKey: ["arrivals"],
    queryFn: () => data(client.GET("/api/arrivals", { params: { query: { limit: 500 } } })),
  });
  const begin = useNewArrival();
  const all = query.data?.arrivals ?? [];
  const drafts = all.filter((a) => a.state === "DRAFT");
  const logged = all.filter((a) => a.state !== "DRAFT");
  return (
    <Page
      title="Arrivals"
      under={
        query.data &&
        `${counted(logged.length, "arrival")}${drafts.length ? `, ${counted(drafts.length, "draft")} waiting` : ""}`
      }
      aside={
        <button type="button" className="btn btn-primary" onClick={() => begin.run({})}>
          Log an arrival
        </button>
      }
    >
      <ArrivalNav />
      <ProblemNote problem={begin.problem ?? (query.error as Problem | null)} />
      <WaitingNote waiting={begin.waiting} />
      {query.data && all.length === 0 && (
        <p className="py-8 max-w-md">
          Nothing has arrived yet. Log a haul, a gift or a dot card: paste the lines of the bill, or type one
          paint a line as you read it off the tube.
        </p>
      )}
      {drafts.length > 0 && (
        <section className="mb-6 max-w-4xl">
          <h2 className="font-semibold mb-1">Drafts that wait</h2>
          <ul>
            {drafts.map((a) => (
              <Row key={a.id} arrival={a} />
            ))}
          </ul>
        </section>
      )}
      {logged.length > 0 && (
        <ul className="max-w-4xl">
          {logged.map((a) => (
            <Row key={a.id} arrival={a} />
          ))}
        </ul>
      )}
    </Page>
  );
}

function Row({ arrival: a }: { arrival: Schemas["ArrivalEntry"] }) {
  const draft = a.state === "DRAFT";
  return (
    <li>
      <Link
        to={`/arrivals/${a.id}`}
        className={`rule-b py-2.5 px-2 grid grid-cols-[5.6rem_minmax(0,1fr)_auto] gap-x-4 items-baseline hover:bg-base-100 ${draft ? "hatched" : ""}`}
      >
        <span className="code">{a.cameOn ?? a.startedOn}</span>
        <span className="min-w-0">
          <span className="font-book text-[1.1rem] block truncate">
            {a.title || `A ${kindWords(a.kind)}`}
          </span>
          <span className="quiet text-[0.9rem]">
            {[
              kindWords(a.kind),
              a.from && `from ${a.from}`,
              a.awaited > 0 && `${counted(a.awaited, "line")} still to come`,
              a.thanks > 0 && "thanks owed",
            ]
              .filter(Boolean)
              .join(" · ")}
          </span>
          <Ribbon sort="arrival" of={a.id} className="mt-1" />
        </span>
        <span className="text-right">
          {draft ? (
            <span className="quiet">not logged yet</span>
          ) : (
            <>
              <span className="block">{counted(a.paints, "paint")}</span>
              {a.total && Number(a.total) > 0 && (
                <span className="code block">
                  {a.total} {a.currency}
                </span>
              )}
            </>
          )}
        </span>
      </Link>
    </li>
  );
}

export function kindWords(kind: string) {
  return kind === "FOUND_AGAIN"
    ? "find at home"
    : kind === "LEFTOVER"
      ? "leftover or sale stock"
      : words(kind).replace("-", " ");
}
