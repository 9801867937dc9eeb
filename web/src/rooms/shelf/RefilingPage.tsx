import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { useRefiling } from "./KeeperTools";

/** A ring put in order, card by card: take this one out, put it behind that one. */
export function RefilingPage() {
  const keeper = Number(useParams().keeper);
  const navigate = useNavigate();
  const query = useRefiling(keeper);
  const [moved, setMoved] = useState(0);
  const path = { params: { path: { keeper } } };
  const step = useAct(
    (swatch: number, headers) =>
      data(client.POST("/api/keepers/{keeper}/refiling/step", { ...path, headers, body: { swatch } })),
    { onDone: () => setMoved((n) => n + 1) },
  );
  const stop = useAct(
    (_: undefined, headers) => data(client.DELETE("/api/keepers/{keeper}/refiling", { ...path, headers })),
    {
      onDone: () => navigate(`/shelf/${keeper}`),
    },
  );
  const r = query.data;
  if (!r) return <Page title="…">{query.isError && <ProblemNote problem={query.error as Problem} />}</Page>;
  const next = r.steps[0];
  if (!r.under || !next) {
    return (
      <Page title="In order">
        <p className="mb-4">
          {moved > 0 || r.under ? "Every card is where it belongs." : "Nothing is being put in order here."}
        </p>
        <Link to={`/shelf/${keeper}`} className="btn btn-primary">
          To the keeper
        </Link>
      </Page>
    );
  }
  return (
    <Page
      title="Put in order"
      under={`${r.said}. ${r.cards - r.steps.length} of ${r.cards} stay where they are; ${counted(r.steps.length, "card")} to move.`}
      aside={
        <>
          <Link to={`/shelf/${keeper}`} className="btn btn-outline">
            Go on later
          </Link>
          <button type="button" className="btn btn-outline" onClick={() => stop.run(undefined)}>
            Stop
          </button>
        </>
      }
    >
      <ProblemNote problem={step.problem ?? stop.problem} />
      <WaitingNote waiting={step.waiting} />
      <div className="grid gap-6 md:grid-cols-[minmax(0,480px)_minmax(0,1fr)]">
        <div>
          <Card words="Take out" card={next.card} />
          {next.after ? (
            <Card words="put it behind" card={next.after} />
          ) : (
            <p className="text-lg my-3">and put it first.</p>
          )}
          <button
            type="button"
            className="btn btn-primary h-14 w-full text-lg mt-3"
            disabled={step.running}
            onClick={() => step.run(next.card.swatch)}
          >
            It is there
          </button>
        </div>
        <ol aria-label="Cards to move" className="rule-box bg-base-100 self-start">
          {r.steps.map((s, i) => (
            <li
              key={s.card.swatch}
              className="grid grid-cols-[2rem_46px_minmax(0,1fr)] gap-2 items-center px-2 py-1 rule-b last:border-0"
            >
              <span className="code text-right">{i + 1}</span>
              <Strip
                strip={s.card.paint?.strip}
                seed={s.card.paint?.id ?? 0}
                label={s.card.paint?.name ?? ""}
                className="w-[46px] h-5"
              />
              <span className="min-w-0">
                <span className="paint-name block truncate leading-tight">
                  {s.card.paint?.name} <span className="code not-italic">{s.card.place}</span>
                </span>
                <span className="quiet text-sm block truncate">
                  {s.after ? `behind ${s.after.paint?.name} ${s.after.place}` : "first"}
                </span>
              </span>
            </li>
          ))}
        </ol>
      </div>
    </Page>
  );
}

function Card({ words, card }: { words: string; card: Schemas["CardAt"] }) {
  return (
    <div className="rule-b pb-3 mb-3">
      <p className="quiet">
        {words} <span className="code text-base-content font-bold">{card.place}</span>
      </p>
      <p className="paint-name text-2xl leading-tight">{card.paint?.name}</p>
      <Strip
        strip={card.paint?.strip}
        seed={card.paint?.id ?? 0}
        label={card.paint?.name ?? ""}
        shape="tile"
        className="w-full h-12 mt-1"
      />
    </div>
  );
}
