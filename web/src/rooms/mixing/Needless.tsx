import { useRef, useState } from "react";
import { Link } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { ProblemNote } from "../../ui/ProblemNote";
import { counted } from "../../ui/words";
import { ratio, verdict, written } from "./parts";

const PAGE = 60;
type Judged = { paint: Schemas["PaintEntry"]; best: Schemas["MatchedMix"] };

/** Which mixtures from the tube could be mixed of the rest; asked paint by paint, so that it can be stopped. */
export function Needless({ from }: { from: string }) {
  const [judged, setJudged] = useState<Judged[]>([]);
  const [at, setAt] = useState<[done: number, of: number] | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const stopped = useRef(false);
  const [missed, setMissed] = useState(0);
  async function run() {
    stopped.current = false;
    setJudged([]);
    setProblem(null);
    setMissed(0);
    let after: string | undefined;
    let done = 0;
    do {
      const page: Schemas["PaintList"] | null = await data(
        client.GET("/api/paints", {
          params: { query: { find: `(${from}) mixture painted`, limit: PAGE, after } },
        }),
      ).catch((p: Problem) => {
        setProblem(p);
        return null;
      });
      for (const paint of page?.paints ?? []) {
        if (stopped.current) break;
        setAt([done++, page?.total ?? 0]);
        const found = await data(
          client.POST("/api/mixing/match", { body: { target: { paint: paint.id }, from, most: 1 } }),
        ).catch(() => null);
        const best = found?.mixes[0];
        if (best) setJudged((all) => [...all, { paint, best }].sort(by));
        else setMissed((n) => n + 1);
      }
      after = page?.after ?? undefined;
    } while (after && !stopped.current);
    setAt(null);
  }
  const spare = judged.filter((j) => j.best.verdict === "SAME").length;
  return (
    <section aria-label="Mixtures from the tube" className="mt-6 max-w-4xl">
      <h2 className="font-semibold">Mixtures from the tube that could be mixed of the rest</h2>
      <p className="quiet mb-2">Every paint of two pigments and more is tried against all the others.</p>
      {at ? (
        <p className="flex gap-3 items-center">
          <progress className="progress w-48" value={at[0]} max={at[1]} />
          {at[0]} of {at[1]}
          <button type="button" className="btn btn-sm btn-outline" onClick={() => (stopped.current = true)}>
            Stop
          </button>
        </p>
      ) : (
        <button type="button" className="btn btn-outline" onClick={run}>
          Look through them
        </button>
      )}
      <ProblemNote problem={problem} />
      {judged.length > 0 && (
        <p className="mt-3" role="status">
          {counted(judged.length, "mixture")} looked at; {spare === 0 ? "none" : spare} could be mixed to the
          same.
        </p>
      )}
      {missed > 0 && <p className="mt-3">{counted(missed, "mixture")} could not be judged: look again.</p>}
      <ul>
        {judged.map(({ paint, best }) => (
          <li key={paint.id} className="rule-t py-2 grid sm:grid-cols-[1fr_1fr] gap-x-4">
            <div>
              <Link
                to={`/mixing/match?paint=${paint.id}&from=${encodeURIComponent(from)}`}
                className="paint-name hover:underline"
              >
                {paint.name}
              </Link>{" "}
              <span className="quiet">{paint.maker}</span>
              <div className="flex h-5 mt-1 w-48" aria-hidden="true">
                <span data-paint className="grow" style={{ background: paint.strip?.stops[0] }} />
                <span data-paint className="grow" style={{ background: best.colours[0] }} />
              </div>
            </div>
            <div>
              <span className="font-semibold">{verdict(best.verdict)}</span>:{" "}
              <Link
                className="hover:underline"
                to={`/mixing?of=${written(best.parts.map((p) => ({ paint: Number(p.id), part: p.part })))}`}
              >
                {best.parts.map((p) => p.name).join(" + ")}
              </Link>{" "}
              <span className="code">{ratio(best.parts.map((p) => p.part))}</span>
              {best.reasons[0] && <p className="quiet text-sm">{best.reasons[0]}</p>}
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

const ORDER = ["SAME", "NEAR", "SAME_HUE", "OTHER"];

function by(a: Judged, b: Judged) {
  return ORDER.indexOf(a.best.verdict) - ORDER.indexOf(b.best.verdict) || a.best.atFull - b.best.atFull;
}
