import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { client, data, type Problem } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { useKeys } from "../../ui/useKeys";
import { words } from "../../ui/words";
import { usePaint } from "./usePaints";

/**
 * Many paints in a row under the eye: a letter chooses the trait, a digit says the step, arrows move. Of one paint, of a find,
 * or of a chart as it was painted.
 */
export function ObservePage() {
  const [params, setParams] = useSearchParams();
  const chart = Number(params.get("chart")) || undefined;
  const one = Number(params.get("paint")) || undefined;
  const find = params.get("find") ?? "";
  const row = useQuery({
    queryKey: ["observe", chart, one, find],
    queryFn: async () => {
      if (one) return [one];
      if (chart) {
        const c = await data(client.GET("/api/charts/{chart}", { params: { path: { chart } } }));
        return [...new Set(c.cells.flatMap((cell) => (cell.paint ? [cell.paint] : [])))];
      }
      const found = await data(client.GET("/api/paints", { params: { query: { find, limit: 1000 } } }));
      return found.paints.map((p) => p.id);
    },
  });
  const traits = useQuery({
    queryKey: ["eye-traits"],
    queryFn: () => data(client.GET("/api/eye-traits", {})),
    staleTime: Number.POSITIVE_INFINITY,
  }).data?.traits;
  const ids = row.data ?? [];
  const at = Math.max(0, ids.indexOf(Number(params.get("at"))));
  const paint = usePaint(ids[at]).data;
  const [trait, setTrait] = useState("granulation");
  const [note, setNote] = useState("");
  const [paper, setPaper] = useState("");
  const chosen = traits?.find((t) => t.trait === trait);

  const act = useAct(
    (value: string, headers) =>
      data(
        client.POST("/api/paints/{paint}/observations", {
          params: { path: { paint: ids[at] } },
          headers,
          body: { trait, value, note, paper, chart },
        }),
      ),
    { onDone: () => setNote("") },
  );
  const move = (by: number) => {
    const next = ids[Math.min(ids.length - 1, Math.max(0, at + by))];
    if (!next) return;
    const p = new URLSearchParams(params);
    p.set("at", String(next));
    setParams(p, { replace: true });
  };
  const say = (n: number) => {
    const step = chosen?.steps[n - 1];
    if (step && paint && !act.running) act.run(step);
  };
  useKeys({
    ...Object.fromEntries((traits ?? []).map((t) => [t.key, () => setTrait(t.trait)])),
    ...Object.fromEntries([1, 2, 3, 4, 5, 6].map((n) => [String(n), () => say(n)])),
    ArrowRight: () => move(1),
    ArrowLeft: () => move(-1),
  });
  const latest = (t: string) =>
    paint?.observations.find((o) => o.trait.toLowerCase() === t && o.source === "EYE");

  return (
    <Page
      title="Under the eye"
      under="A letter chooses what to look at, a digit says it, arrows move on. Earlier observations stay."
      aside={
        paint && (
          <Link to={chart ? `/bench/${chart}` : `/paints/${paint.id}`} className="btn btn-outline">
            Leave
          </Link>
        )
      }
    >
      <ProblemNote problem={(row.error as Problem | null) ?? act.problem} />
      <WaitingNote waiting={act.waiting} />
      {row.data && ids.length === 0 && <p>There is no paint to look at in that.</p>}
      {paint && (
        <div className="grid gap-6 md:grid-cols-[minmax(0,300px)_minmax(0,1fr)] max-w-5xl">
          <div>
            <Strip
              strip={paint.strip}
              seed={paint.id}
              label={paint.name}
              shape="plate"
              className="w-full h-36"
            />
            <h2 className="paint-name text-2xl mt-2" aria-live="polite">
              {paint.name}
            </h2>
            <p className="quiet">
              <span className="code text-base-content">{paint.accession}</span> {paint.maker}{" "}
              <span className="code">{paint.recipe.map((r) => r.code).join(" + ")}</span>
            </p>
            <div className="flex items-center gap-3 mt-3">
              <button
                type="button"
                className="btn btn-outline h-12 grow"
                disabled={at === 0}
                onClick={() => move(-1)}
              >
                ← before
              </button>
              <span className="code">
                {at + 1}/{ids.length}
              </span>
              <button
                type="button"
                className="btn btn-outline h-12 grow"
                disabled={at === ids.length - 1}
                onClick={() => move(1)}
              >
                next →
              </button>
            </div>
          </div>
          <div className="space-y-4">
            <section aria-label={chosen?.words ?? "Steps"} className="rule-box p-3">
              <h3 className="font-semibold first-letter:uppercase">{chosen?.words}</h3>
              <div className="flex flex-wrap gap-2 my-2">
                {chosen?.steps.map((s, i) => (
                  <button
                    key={s}
                    type="button"
                    aria-pressed={latest(trait)?.value === s}
                    disabled={act.running}
                    className={`border border-[var(--field)] px-3 py-2.5 ${latest(trait)?.value === s ? "bg-primary text-primary-content" : "bg-base-100"}`}
                    onClick={() => act.run(s)}
                  >
                    <kbd className="code mr-2">{i + 1}</kbd>
                    {words(s)}
                  </button>
                ))}
              </div>
              <div className="grid gap-2 sm:grid-cols-2">
                <input
                  className="input w-full"
                  aria-label="A sentence, if you like"
                  placeholder="a sentence, if you like"
                  value={note}
                  onChange={(e) => setNote(e.target.value)}
                />
                <input
                  className="input w-full"
                  aria-label="On which paper"
                  placeholder="on which paper"
                  value={paper}
                  onChange={(e) => setPaper(e.target.value)}
                />
              </div>
            </section>
            <ul
              className="grid gap-1 sm:grid-cols-2 md:grid-cols-1 lg:grid-cols-2"
              aria-label="What can be said"
            >
              {traits?.map((t) => (
                <li key={t.trait}>
                  <button
                    type="button"
                    aria-pressed={t.trait === trait}
                    className={`w-full min-w-0 text-left px-2 py-2 border flex flex-wrap gap-x-3 items-baseline ${t.trait === trait ? "border-base-content bg-base-100" : "border-transparent hover:border-[var(--rule)]"}`}
                    onClick={() => setTrait(t.trait)}
                  >
                    <kbd className="code border border-[var(--field)] px-1.5">{t.key}</kbd>
                    <span className="min-w-0 grow basis-32">{t.words}</span>
                    <strong>{words(latest(t.trait)?.value)}</strong>
                  </button>
                </li>
              ))}
            </ul>
          </div>
        </div>
      )}
    </Page>
  );
}
