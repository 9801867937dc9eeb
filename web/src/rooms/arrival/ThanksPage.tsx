import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { ArrivalNav } from "./ArrivalNav";
import { Reveal } from "./Givers";

/** Thanks owed and sent. */
export function ThanksPage() {
  const query = useQuery({ queryKey: ["thanks"], queryFn: () => data(client.GET("/api/thanks")) });
  const thank = useAct(({ giver, on }: { giver: number; on: string }, headers) =>
    data(
      client.PUT("/api/givers/{giver}", { headers, params: { path: { giver } }, body: { thankedOn: on } }),
    ),
  );
  const today = new Date().toISOString().slice(0, 10);
  const all = query.data?.thanks ?? [];
  const owed = all.filter((t) => t.giver.thanksOwed && !t.giver.thankedOn);
  const done = all.filter((t) => !owed.includes(t));
  const row = (t: Schemas["ThanksView"]) => (
    <li key={t.giver.id} className="rule-b py-2.5 px-2 flex flex-wrap justify-between gap-3 items-center">
      <span>
        <span className="font-book text-lg">{t.giver.called}</span>{" "}
        {t.giver.naming !== "NAMED" && <Reveal giver={t.giver.id} kept={t.giver.naming === "KEPT"} />}
        <span className="quiet block">
          for{" "}
          <Link to={`/arrivals/${t.arrival}`} className="underline">
            {t.arrivalTitle}
          </Link>
          {t.cameOn && `, ${t.cameOn}`}
        </span>
      </span>
      {t.giver.thankedOn ? (
        <span className="flex gap-3 items-center">
          <span className="quiet">thanked {t.giver.thankedOn}</span>
          <button
            type="button"
            className="underline"
            onClick={() => thank.run({ giver: t.giver.id, on: "" })}
          >
            Not yet
          </button>
        </span>
      ) : t.giver.thanksOwed ? (
        <button
          type="button"
          className="btn btn-outline"
          onClick={() => thank.run({ giver: t.giver.id, on: today })}
        >
          Thanked<span className="sr-only"> {t.giver.called}</span>
        </button>
      ) : (
        <span className="quiet">none owed</span>
      )}
    </li>
  );
  return (
    <Page title="Thanks" under={query.data && `${query.data.owed} owed`}>
      <ArrivalNav />
      <ProblemNote problem={thank.problem ?? (query.error as Problem | null)} />
      {query.data && all.length === 0 && (
        <p className="py-8 max-w-md">
          Nobody has given you paint yet. Log a gift, and whom to thank stands here.
        </p>
      )}
      <div className="max-w-2xl">
        <ul>{owed.map(row)}</ul>
        {done.length > 0 && <h2 className="font-semibold mt-6 mb-1">Sent</h2>}
        <ul>{done.map(row)}</ul>
      </div>
    </Page>
  );
}
