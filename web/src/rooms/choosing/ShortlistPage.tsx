import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { dayInWords } from "../../ui/dates";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { ChoosingNav } from "./ChoosingNav";
import { Cut } from "./Cut";
import { Fill } from "./Fill";
import { ShortlistForm } from "./ShortlistForm";
import { Trials } from "./Trials";

export type Shortlist = Schemas["ShortlistPage"];
export type Candidate = Schemas["CandidateView"];

const STEPS = [
  ["fill", "Fill it"],
  ["try", "Try and mark"],
  ["cut", "Final cut"],
] as const;

/** One shortlist: filled, tried, cut. */
export function ShortlistPage() {
  const id = Number(useParams().shortlist);
  const go = useNavigate();
  const [params, setParams] = useSearchParams();
  const [changing, setChanging] = useState(false);
  const query = useQuery({
    queryKey: ["shortlists", id],
    queryFn: () => data(client.GET("/api/shortlists/{shortlist}", { params: { path: { shortlist: id } } })),
  });
  const change = useAct(
    (body: Schemas["NewShortlist"], headers) =>
      data(client.PUT("/api/shortlists/{shortlist}", { headers, params: { path: { shortlist: id } }, body })),
    { onDone: () => setChanging(false) },
  );
  const remove = useAct(
    (_: undefined, headers) =>
      data(client.DELETE("/api/shortlists/{shortlist}", { headers, params: { path: { shortlist: id } } })),
    { onDone: () => go("/shortlists") },
  );
  const s = query.data;
  if (!s) {
    return (
      <Page title="Shortlist">
        <ProblemNote problem={query.error as Problem | null} />
      </Page>
    );
  }
  const step = params.get("step") ?? (s.candidates.length ? "try" : "fill");
  return (
    <Page
      done={`shortlist:${id}`}
      title={s.name}
      under={
        <>
          {s.purpose && <p className="max-w-prose">{s.purpose}</p>}
          <p>
            {counted(s.candidates.length, "paint")} for {counted(s.wells, "well")}
            {s.budget && `, within ${s.budget} ${s.currency}`}
            {s.decidedOn && `; decided ${dayInWords(s.decidedOn)}`}
          </p>
        </>
      }
      aside={
        <>
          <button type="button" className="btn btn-outline" onClick={() => setChanging(true)}>
            Change
          </button>
          <button type="button" className="btn btn-ghost" onClick={() => remove.run(undefined)}>
            Delete
          </button>
        </>
      }
    >
      <ChoosingNav />
      <ProblemNote problem={remove.problem} />
      <nav aria-label="Steps" className="flex gap-x-5 mb-4">
        {STEPS.map(([to, words], i) => (
          <button
            key={to}
            type="button"
            aria-current={step === to ? "step" : undefined}
            className={`py-1 ${step === to ? "font-semibold underline underline-offset-8" : "hover:underline"}`}
            onClick={() => setParams({ step: to }, { replace: true })}
          >
            <span className="code">{i + 1}</span> {words}
          </button>
        ))}
      </nav>
      {step === "fill" && <Fill shortlist={s} />}
      {step === "try" && <Trials shortlist={s} onFill={() => setParams({ step: "fill" })} />}
      {step === "cut" && <Cut shortlist={s} onTry={() => setParams({ step: "try" })} />}
      <Dialog open={changing} title="Change the shortlist" onClose={() => setChanging(false)}>
        <ShortlistForm
          start={{ ...s, budget: s.budget ?? "" }}
          button="Keep"
          running={change.running}
          problem={change.problem}
          onSave={(typed) => change.run({ ...typed, version: s.version })}
        />
      </Dialog>
    </Page>
  );
}
