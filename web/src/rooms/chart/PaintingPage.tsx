import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useEffect, useState } from "react";
import { Link, useParams } from "react-router";
import { client, data, type Problem, type Schemas, type Word } from "../../api/client";
import { TrustNote } from "../../ui/NetworkNotes";
import { ProblemNote } from "../../ui/ProblemNote";
import { Strip } from "../../ui/Strip";
import { useChart } from "./ChartPage";
import { EyeTaps } from "./EyeTaps";
import { usePainted } from "./painted";
import { Sheet } from "./Sheet";
import { useWakeLock } from "./useWakeLock";
import { lasting } from "./words";

/** Beside the paper, with wet hands: one cell large, one button to go on. */
export function PaintingPage() {
  const id = Number(useParams().chart);
  const [ruled, setRuled] = useState(false);
  const chart = useChart(id).data;
  const order = ruled ? "RULED" : "WATER";
  const walk = useQuery({
    queryKey: ["walk", id, order],
    queryFn: () =>
      data(client.GET("/api/charts/{chart}/walk", { params: { path: { chart: id }, query: { order } } })),
  });
  const outbox = usePainted(id);
  const [eye, setEye] = useState<Word<"Painted", "eye">>([]);
  const [skipped, setSkipped] = useState<number[]>([]);
  const [last, setLast] = useState<number | null>(null);
  useWakeLock();

  const w = walk.data;
  const told = outbox.cells;
  const waiting = w?.steps.filter((s) => !told.has(s.cell)) ?? [];
  const step = waiting.find((s) => !skipped.includes(s.cell)) ?? waiting[0];
  const done = w ? w.all - waiting.length : 0;
  const page = chart?.geometry.pages.find((p) => p.number === step?.page);

  useEffect(() => {
    document.title = `Painting ${chart?.code ?? ""} · Molvet`;
  }, [chart?.code]);

  function next() {
    if (!step) return;
    outbox.painted(step.cell, eye);
    setLast(step.cell);
    setEye([]);
    navigator.vibrate?.(20);
  }

  return (
    <div className="fixed inset-0 z-[45] bg-base-200 flex flex-col overflow-y-auto">
      <header className="flex justify-between items-center gap-3 px-4 py-2 bg-base-100 rule-b">
        <Link to={`/bench/${id}`} className="underline py-2">
          Leave
        </Link>
        <p className="text-center">
          <span className="code font-bold">
            {done} of {w?.all ?? "…"}
          </span>
          {w && waiting.length > 0 && (
            <span className="quiet"> · {lasting(w.secondsEach * waiting.length)} left</span>
          )}
        </p>
        <label className="flex gap-1.5 items-center py-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={ruled}
            onChange={(e) => setRuled(e.target.checked)}
          />
          as ruled
        </label>
      </header>
      {outbox.untold > 0 && (
        <p role="status" className="px-4 py-1.5 hatched border-b border-base-content">
          {outbox.untold} painted here,{" "}
          {outbox.keeps
            ? "kept on this phone until Molvet answers."
            : "kept in this window only, since the phone has no room: leave it open until Molvet answers."}
        </p>
      )}
      <div className="px-4">
        <TrustNote />
        <ProblemNote problem={outbox.refused ?? (w ? null : (walk.error as Problem | null))} />
      </div>
      {w && !step && <AllPainted id={id} />}
      {w && step && (
        <main className="flex-1 w-full max-w-5xl mx-auto px-4 py-3 grid gap-4 content-start md:grid-cols-[minmax(0,1fr)_minmax(0,320px)]">
          <div className="min-w-0">
            {step.water && (
              <p className="border-2 border-base-content p-2.5 mb-3 font-semibold bg-base-100">
                Clean water. {step.waterWhy}.
              </p>
            )}
            <p className="quiet">
              cell <span className="code text-base-content font-bold text-[1.1em]">{step.cell + 1}</span>
              {chart && chart.geometry.pages.length > 1 && `, page ${step.page}`}
              {step.pan && ", another card or box"}
            </p>
            <h1 className="paint-name text-[1.9rem] md:text-[2.4rem] leading-tight my-1 break-words">
              {step.paint.name}
            </h1>
            <Strip
              strip={step.paint.strip}
              seed={step.paint.id}
              label={step.paint.name}
              shape="tile"
              className="w-full h-12"
            />
            <p className="text-xl mt-2 font-semibold">{step.where}</p>
            <p className="quiet">
              {step.paint.maker} <span className="code">{step.paint.recipe.join(" + ")}</span>
            </p>
            <ul className="mt-3 space-y-1 text-[1.05rem]">
              {step.doing.map((d) => (
                <li key={d}>{d}.</li>
              ))}
            </ul>
            {step.note && <p className="mt-1 quiet">{step.note}</p>}
          </div>
          {page && chart && (
            <Sheet
              page={{ ...page, cells: page.cells.map((x) => ({ ...x, index: x.cell })) }}
              paints={new Map(chart.paints.map((p) => [p.id, p]))}
              filled={(c) => told.has(c) || chart.cells.find((x) => x.cell === c)?.state === "PAINTED"}
              at={step.cell}
              label={`Cell ${step.cell + 1} on the sheet`}
              className="w-full max-h-[38vh] md:max-h-[60vh]"
            />
          )}
        </main>
      )}
      {w && step && (
        <Foot
          walk={w}
          more={waiting.length}
          onNext={next}
          onSkip={() => setSkipped(skipped.length + 1 < waiting.length ? [...skipped, step.cell] : [])}
          taps={<EyeTaps taps={eye} onTaps={setEye} large />}
          last={last}
          onTakeBack={async () => {
            if (last !== null) await outbox.takeBack(last, chart?.code ?? "");
            setLast(null);
          }}
        />
      )}
    </div>
  );
}

type FootProps = {
  walk: Schemas["WalkView"];
  more: number;
  onNext: () => void;
  onSkip: () => void;
  taps: ReactNode;
  /** The cell that was ticked off last. */
  last: number | null;
  onTakeBack: () => void;
};

/** What the thumb reaches. */
function Foot({ walk: w, more, onNext, onSkip, taps, last, onTakeBack }: FootProps) {
  return (
    <footer className="sticky bottom-0 bg-base-100 border-t border-[var(--rule)] p-3">
      <div className="max-w-5xl mx-auto">
        {taps}
        <div className="grid grid-cols-[1fr_auto] gap-3 mt-2.5">
          <button type="button" className="btn btn-primary h-16 text-xl" onClick={onNext}>
            Painted{more > 1 ? ", next" : ""}
          </button>
          {more > 1 && (
            <button type="button" className="btn btn-outline h-16" onClick={onSkip}>
              Later
            </button>
          )}
        </div>
        {last !== null && (
          <button type="button" className="underline py-2" onClick={onTakeBack}>
            Cell {last + 1} is not painted after all
          </button>
        )}
        <p className="quiet text-sm mt-2">
          Water {w.waters} times, pans {w.pans}
          {w.order === "WATER" &&
            w.watersAsRuled > w.waters &&
            `; as ruled it would be ${w.watersAsRuled} and ${w.pansAsRuled}`}
          .{" "}
          {w.learntFrom > 0
            ? `Time learnt from ${w.learntFrom} of your own.`
            : "Time as is usual, until yours is known."}
        </p>
      </div>
    </footer>
  );
}

function AllPainted({ id }: { id: number }) {
  return (
    <main className="flex-1 grid place-items-center p-6 text-center">
      <div>
        <h1 className="font-book text-2xl mb-2">Every cell is painted.</h1>
        <p className="mb-4">Let the sheet dry flat; granulating paints by themselves.</p>
        <Link to={`/bench/${id}`} className="btn btn-primary">
          To the sheet
        </Link>
      </div>
    </main>
  );
}
