import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, data } from "../../api/client";
import { localDay } from "../../ui/dates";
import { ProblemNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { useKeys } from "../../ui/useKeys";
import { words } from "../../ui/words";
import { planWith } from "../chart/usePlan";
import { CandidateDetails } from "./CandidateDetails";
import type { Candidate, Shortlist } from "./ShortlistPage";

const MARKS = ["YES", "PERHAPS", "NO"] as const;
type Mark = (typeof MARKS)[number];

const SHOWN = [
  ["all", "all"],
  ["open", "not marked yet"],
  ["YES", "marked yes"],
  ["PERHAPS", "marked perhaps"],
  ["NO", "marked no"],
] as const;

export function markOf(c: Candidate): Mark | undefined {
  return c.marks[0]?.mark;
}

/** The shortlist with its trials on paper in the hand: one tap or key a mark, with a word. */
export function Trials({ shortlist: s, onFill }: { shortlist: Shortlist; onFill: () => void }) {
  const [shown, setShown] = useState<(typeof SHOWN)[number][0]>("all");
  const [at, setAt] = useState(0);
  const [open, setOpen] = useState<number | null>(null);
  const go = useNavigate();
  const mark = useAct(({ id, ...body }: { id: number; mark: Mark; word?: string }, headers) =>
    data(
      client.POST("/api/shortlists/candidates/{shortlist_candidate}/marks", {
        headers,
        params: { path: { shortlist_candidate: id } },
        body,
      }),
    ),
  );
  const list = s.candidates.filter(
    (c) => shown === "all" || (shown === "open" ? !markOf(c) : markOf(c) === shown),
  );
  const current = list[Math.min(at, list.length - 1)];
  const step = (by: number) => {
    const next = Math.max(0, Math.min(list.length - 1, at + by));
    setAt(next);
    document.getElementById(`candidate-${list[next]?.id}`)?.scrollIntoView({ block: "nearest" });
  };
  const press = (m: Mark) => {
    if (!current) return;
    mark.run({ id: current.id, mark: m });
    if (shown === "all") step(1);
  };
  useKeys({
    ArrowDown: () => step(1),
    ArrowUp: () => step(-1),
    "1": () => press("YES"),
    "2": () => press("PERHAPS"),
    "3": () => press("NO"),
  });
  if (s.candidates.length === 0) {
    return (
      <p>
        Nothing stands on it yet.{" "}
        <button type="button" className="underline" onClick={onFill}>
          Fill it
        </button>{" "}
        from your record first.
      </p>
    );
  }
  const plan = (trialPaper: boolean) => {
    const paints = s.candidates.filter((c) => trialPaper || markOf(c) !== "NO").map((c) => c.paint.id);
    planWith({ paints, trialPaper, title: `${s.name}${trialPaper ? ", trial" : ""}` });
    go("/bench/new");
  };
  const count = (m: Mark) => s.candidates.filter((c) => markOf(c) === m).length;
  const tried = s.candidates.filter(markOf).length;
  return (
    <>
      <div className="flex flex-wrap gap-x-5 gap-y-2 items-end mb-3">
        <label>
          <span className="label-text block">Show</span>
          <Select options={SHOWN} value={shown} onChange={setShown} className="select" />
        </label>
        <p className="pb-2 quiet" role="status">
          {count("YES")} yes, {count("PERHAPS")} perhaps, {count("NO")} no; {s.candidates.length - tried} not
          marked yet
        </p>
        <p className="pb-2 flex flex-wrap gap-x-4">
          <button type="button" className="underline" onClick={() => plan(true)}>
            Plan a trial of all on cheaper paper
          </button>
          {count("NO") > 0 && (
            <button type="button" className="underline" onClick={() => plan(false)}>
              Plan those left on good paper
            </button>
          )}
          <Link className="underline" to={`/compare?find=${encodeURIComponent(`on shortlist "${s.name}"`)}`}>
            Compare those left
          </Link>
        </p>
      </div>
      <ProblemNote problem={mark.problem} />
      <ul>
        {list.map((c, i) => (
          <Row
            key={c.id}
            candidate={c}
            currency={s.currency}
            current={c === current}
            open={open === c.id}
            onCurrent={() => setAt(i)}
            onOpen={() => setOpen(open === c.id ? null : c.id)}
            onMark={(m, word) => mark.run({ id: c.id, mark: m, word })}
            shortlist={s}
          />
        ))}
      </ul>
      {list.length === 0 && <p className="quiet">None of them is.</p>}
    </>
  );
}

function Row({
  candidate: c,
  currency,
  current,
  open,
  onCurrent,
  onOpen,
  onMark,
  shortlist,
}: {
  candidate: Candidate;
  currency: string;
  current: boolean;
  open: boolean;
  onCurrent: () => void;
  onOpen: () => void;
  onMark: (mark: Mark, word?: string) => void;
  shortlist: Shortlist;
}) {
  const latest = markOf(c);
  const [word, setWord] = useState("");
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: arrows move the current row from anywhere on the page
    <li
      id={`candidate-${c.id}`}
      aria-current={current || undefined}
      className={`rule-t py-3 pl-3 border-l-2 ${current ? "border-l-base-content" : "border-l-transparent"}`}
      onClick={onCurrent}
    >
      <div className="flex flex-wrap gap-x-4 gap-y-2 items-start">
        <Strip strip={c.paint.strip} seed={c.paint.id} label={c.paint.name} className="w-40 h-12 shrink-0" />
        <div className="grow basis-64 min-w-0">
          <p>
            <Link to={`/paints/${c.paint.id}`} className="paint-name hover:underline">
              {c.paint.name}
            </Link>{" "}
            <span className="quiet">{c.paint.maker}</span>{" "}
            <span className="code">{c.paint.recipe.join(" + ")}</span>
          </p>
          <p className="text-sm quiet">
            {words(c.paint.standing)}
            {c.paint.place && (
              <>
                {" · "}
                <span className="code">{c.paint.place}</span>
              </>
            )}
            {c.price !== null && Number(c.price) > 0 && ` · ${c.price} ${currency}`}
            {c.must && " · must stay"}
            {c.guessed && " · colour as usual for its recipe, never measured"}
            {c.colourless && " · no colour known"}
          </p>
          {c.like.map((l) => (
            <p key={`${l.candidate}${l.said}`} className="text-sm">
              {l.name}: {l.said}
            </p>
          ))}
          {c.reason && <p className="text-sm quiet line-clamp-2">{c.reason}</p>}
          {c.marks.length > 0 && (
            <p className="text-sm">
              {c.marks
                .map((m) => `${words(m.mark)}${m.word && `, “${m.word}”`} (${localDay(m.at)})`)
                .join(" · ")}
            </p>
          )}
        </div>
        <div className="w-full md:w-56 shrink-0">
          <fieldset className="join w-full" aria-label={`Mark ${c.paint.name}`}>
            {MARKS.map((m) => (
              <button
                key={m}
                type="button"
                aria-pressed={latest === m}
                className={`btn join-item grow max-md:h-12 ${latest === m ? "btn-primary" : "btn-outline"}`}
                onClick={() => {
                  onMark(m, word || undefined);
                  setWord("");
                }}
              >
                {words(m)}
              </button>
            ))}
          </fieldset>
          <form
            onSubmit={(e) => {
              e.preventDefault();
              if (latest && word) onMark(latest, word);
              setWord("");
            }}
          >
            <input
              className="input input-sm w-full mt-1"
              placeholder="with a word"
              aria-label={`A word on ${c.paint.name}`}
              maxLength={300}
              value={word}
              onChange={(e) => setWord(e.target.value)}
            />
          </form>
          <button
            type="button"
            className="underline quiet text-sm py-1"
            aria-expanded={open}
            onClick={onOpen}
          >
            {open ? "Less of it" : "More of it: price, notes"}
          </button>
        </div>
      </div>
      {open && <CandidateDetails candidate={c} shortlist={shortlist} />}
    </li>
  );
}
