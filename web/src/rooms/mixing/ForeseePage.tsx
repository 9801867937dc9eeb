import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { planWith } from "../chart/usePlan";
import { AddPaint } from "../collection/AddPaint";
import { MixingNav } from "./MixingNav";
import { type Part, painted, ratio, read, written } from "./parts";
import { Wash } from "./Wash";

const MOST = 4;
const MOST_PARTS = 12;
/** Kept mixtures on the first page. */
const SHOWN = 12;

/** What two to four paints make together, how far that may be off, and what lies between two of them. */
export function ForeseePage() {
  const [params, setParams] = useSearchParams();
  const parts = read(params.get("of"));
  const set = (next: Part[]) => setParams(next.length ? { of: written(next) } : {}, { replace: true });
  const entries = useEntries(parts.map((p) => p.paint));
  const foreseen = useQuery({
    queryKey: ["mixing", "predict", parts],
    queryFn: () => data(client.POST("/api/mixing/predict", { body: { parts } })),
    enabled: parts.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });
  return (
    <Page
      title="Mixing"
      under="What paints make together, from what their swatches show. Parts are of paint as it comes from the pan."
    >
      <MixingNav />
      <div className="grid gap-6 lg:grid-cols-[minmax(300px,380px)_1fr]">
        <section aria-label="Paints in it">
          {parts.length < MOST && (
            <AddPaint
              taken={parts.map((p) => p.paint)}
              label={parts.length === 0 ? "Begin with a paint" : "Add a paint"}
              onAdd={(paint) => set([...parts, { paint, part: 1 }])}
            />
          )}
          <ul className="mt-3">
            {parts.map((p) => (
              <Ingredient
                key={p.paint}
                entry={entries.get(p.paint)}
                part={p.part}
                onPart={(part) => set(parts.map((q) => (q.paint === p.paint ? { ...q, part } : q)))}
                onLeave={() => set(parts.filter((q) => q.paint !== p.paint))}
              />
            ))}
          </ul>
          {parts.length === 0 && (
            <p className="mt-3 max-w-prose">
              Take two paints and see what lies between them before a brush is wet. Each mixture that you
              paint on a chart and read makes the next ones truer.
            </p>
          )}
        </section>
        <section aria-label="What they make" className="min-w-0">
          {parts.length === 0 && <KeptAndPainted />}
          <ProblemNote problem={foreseen.error as Problem | null} />
          {foreseen.data && parts.length > 0 && !foreseen.error && (
            <Foreseen mix={foreseen.data} parts={parts} entries={entries} />
          )}
        </section>
      </div>
      {parts.length === 2 && (
        <Between
          one={parts[0]}
          other={parts[1]}
          entries={entries}
          onTake={(part, otherPart) =>
            set([
              { ...parts[0], part },
              { ...parts[1], part: otherPart },
            ])
          }
        />
      )}
    </Page>
  );
}

function useEntries(ids: number[]) {
  const found = useQuery({
    queryKey: ["paints", "mixing", ids],
    queryFn: () =>
      Promise.all(
        ids.map((id) => data(client.GET("/api/paints/{paint}", { params: { path: { paint: id } } }))),
      ),
    enabled: ids.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  }).data;
  return new Map((found ?? []).map((p) => [p.id, p]));
}

type Paint = Schemas["PaintPage"];

/** To begin with: mixtures that are liked, and what was painted last. */
function KeptAndPainted() {
  const list = useQuery({
    queryKey: ["mixes", "", false],
    queryFn: () => data(client.GET("/api/mixes", { params: { query: {} } })),
  });
  const mixes = list.data?.mixes ?? [];
  const shown = [...mixes.filter((m) => m.liked), ...mixes.filter((m) => !m.liked)].slice(0, SHOWN);
  return (
    <>
      <ProblemNote problem={list.error as Problem | null} />
      {shown.length > 0 && (
        <>
          <h2 className="font-semibold mb-2">Kept and painted</h2>
          <ul className="grid grid-cols-2 md:grid-cols-3 gap-x-6 gap-y-4">
            {shown.map((m) => (
              <li key={m.id}>
                <Link
                  className="block hover:underline"
                  to={`/mixing?of=${written(m.parts.map((p) => ({ paint: p.paint.id, part: p.part })))}`}
                >
                  <Wash
                    colours={m.colours}
                    label={m.painted ? "as painted" : "as foreseen"}
                    className="h-10"
                  />
                  <span className="paint-name block leading-tight">
                    {m.name || m.parts.map((p) => p.paint.name).join(" + ")}
                  </span>
                </Link>
                <span className="code text-sm">{painted(m)}</span>
              </li>
            ))}
          </ul>
          {mixes.length > shown.length && (
            <p className="mt-3">
              <Link className="underline" to="/mixing/painted">
                All {mixes.length} of them
              </Link>
            </p>
          )}
        </>
      )}
    </>
  );
}

function Ingredient({
  entry,
  part,
  onPart,
  onLeave,
}: {
  entry?: Paint;
  part: number;
  onPart: (part: number) => void;
  onLeave: () => void;
}) {
  const name = entry?.name ?? "…";
  return (
    <li className="rule-t py-2 flex flex-wrap gap-x-3 gap-y-1 items-center">
      <Strip
        strip={entry?.strip}
        seed={entry?.id ?? 0}
        label={name}
        shape="tile"
        className="w-20 h-12 shrink-0"
      />
      <div className="grow min-w-32 basis-32">
        <Link to={`/paints/${entry?.id ?? 0}`} className="paint-name hover:underline">
          {name}
        </Link>
        <div className="code text-sm">{entry?.recipe.map((r) => r.code).join(" + ")}</div>
      </div>
      <div className="flex items-center shrink-0">
        <button
          type="button"
          className="btn btn-sm btn-outline w-9"
          aria-label={`One part less of ${name}`}
          disabled={part <= 1}
          onClick={() => onPart(part - 1)}
        >
          −
        </button>
        <span className="w-9 text-center font-semibold" aria-label={`${part} parts of ${name}`} role="img">
          {part}
        </span>
        <button
          type="button"
          className="btn btn-sm btn-outline w-9"
          aria-label={`One part more of ${name}`}
          disabled={part >= MOST_PARTS}
          onClick={() => onPart(part + 1)}
        >
          +
        </button>
      </div>
      <button
        type="button"
        className="underline quiet text-sm"
        aria-label={`Leave out ${name}`}
        onClick={onLeave}
      >
        Leave out
      </button>
    </li>
  );
}

const WORDS: Record<string, string> = {
  NONE: "none",
  SLIGHT: "slight",
  MODERATE: "moderate",
  STRONG: "strong",
  TRANSPARENT: "transparent",
  SEMI_TRANSPARENT: "semi-transparent",
  SEMI_OPAQUE: "semi-opaque",
  OPAQUE: "opaque",
  LOW: "low",
  MEDIUM: "medium",
  HIGH: "high",
  EXCELLENT: "excellent",
  VERY_GOOD: "very good",
  FAIR: "fair",
  POOR: "poor",
  FUGITIVE: "fugitive",
  UNTESTED: "untested",
};

function Foreseen({
  mix,
  parts,
  entries,
}: {
  mix: Schemas["ForeseenMix"];
  parts: Part[];
  entries: Map<number, Paint>;
}) {
  const names = parts.map((p) => entries.get(p.paint)?.name ?? "…").join(" and ");
  const traits: [string, string | null | undefined][] = [
    ["Granulation", mix.granulation],
    ["Transparency", mix.transparency],
    ["Staining", mix.staining],
    ["Lightfastness", mix.lightfastness],
  ];
  const l = mix.massTone;
  return (
    <div>
      <Wash colours={mix.colours} label={`${names}, foreseen`} className="h-40 w-full" />
      <p className="mt-2">
        <span className="font-semibold">
          {parts.length > 1 ? ratio(parts.map((p) => p.part)) : "By itself"}
        </span>
        {parts.length > 1 && (
          <span>
            {" "}
            · within ΔE {mix.uncertainty.toFixed(1)} at full strength and {mix.uncertaintyTint.toFixed(1)}{" "}
            washed out, in nine of ten
          </span>
        )}
      </p>
      <p className="quiet text-sm">
        L* {l.l.toFixed(0)} · a* {l.a.toFixed(0)} · b* {l.b.toFixed(0)} at full strength
      </p>
      <dl className="grid grid-cols-2 sm:grid-cols-4 gap-x-4 gap-y-1 mt-3 max-w-2xl">
        {traits.map(([name, of]) => (
          <div key={name}>
            <dt className="label-text">{name}</dt>
            <dd>{of ? WORDS[of] : "not known"}</dd>
          </div>
        ))}
      </dl>
      <ul className="mt-3 space-y-1 max-w-prose">
        {mix.separation && <li>{mix.separation}</li>}
        {mix.cautions.length > 0 && <li>Care is due: {mix.cautions.join(", ")}.</li>}
        {mix.reasons.map((r) => (
          <li key={r} className="quiet">
            {r}
          </li>
        ))}
      </ul>
      {parts.length > 1 && <Keep parts={parts} />}
    </div>
  );
}

function Keep({ parts }: { parts: Part[] }) {
  const [name, setName] = useState("");
  const keep = useAct(
    (_: undefined, headers) => data(client.POST("/api/mixes", { headers, body: { name, parts } })),
    { onDone: () => setName("") },
  );
  return (
    <form
      className="flex flex-wrap gap-3 items-end mt-4"
      onSubmit={(e) => {
        e.preventDefault();
        keep.run(undefined);
      }}
    >
      <Field label="Keep it as">
        {(id) => (
          <input
            id={id}
            className="input w-64"
            placeholder="such as Shadow on snow"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        )}
      </Field>
      <button type="submit" className="btn btn-outline" disabled={keep.running}>
        Keep
      </button>
      {(parts.length === 2 || parts.length === 3) && (
        <Link
          className="btn btn-outline"
          to="/bench/new"
          onClick={() =>
            planWith({
              form: parts.length === 3 ? "TRIANGLE" : "LADDER",
              school: "BY_HAND",
              paints: parts.map((p) => p.paint),
            })
          }
        >
          {parts.length === 3 ? "Paint a triangle of them" : "Paint a ladder of them"}
        </Link>
      )}
      {parts.length === 2 && (
        <Link
          className="btn btn-outline"
          to="/bench/new"
          onClick={() =>
            planWith({ form: "CROSSED_STRIPS", school: "BY_HAND", paints: parts.map((p) => p.paint) })
          }
        >
          Cross two strips of them
        </Link>
      )}
      <ProblemNote problem={keep.problem} />
      <WaitingNote waiting={keep.waiting} />
      {keep.result && !keep.running && (
        <p className="w-full">
          Kept as {keep.result.mixes[0]?.code}.{" "}
          <Link className="underline" to="/mixing/painted">
            All that is kept
          </Link>
        </p>
      )}
    </form>
  );
}

function Between({
  one,
  other,
  entries,
  onTake,
}: {
  one: Part;
  other: Part;
  entries: Map<number, Paint>;
  onTake: (part: number, otherPart: number) => void;
}) {
  const ladder = useQuery({
    queryKey: ["mixing", "ladder", one.paint, other.paint],
    queryFn: () => data(client.POST("/api/mixing/ladder", { body: { paints: [one.paint, other.paint] } })),
    retry: false,
  }).data;
  if (!ladder) return null;
  const a = entries.get(one.paint)?.name ?? "";
  const b = entries.get(other.paint)?.name ?? "";
  return (
    <section className="mt-8" aria-label="What lies between them">
      <h2 className="font-semibold mb-1">
        From {a} to {b}
      </h2>
      <ol className="grid grid-cols-4 sm:grid-cols-6 lg:grid-cols-11 gap-1">
        {ladder.steps.map((s) => {
          const mixed = s.part > 0 && s.otherPart > 0;
          const words = mixed ? ratio([s.part, s.otherPart]) : s.part > 0 ? "all" : "none";
          const here = mixed && s.part === one.part && s.otherPart === other.part;
          const tile = (
            <>
              <span className="flex flex-col h-24" aria-hidden="true">
                <span data-paint className="grow" style={{ background: s.colours[0] }} />
                <span
                  data-paint
                  className="h-[55%]"
                  style={{ background: `linear-gradient(to bottom, ${s.colours.join(", ")})` }}
                />
              </span>
              <span className={`block text-sm text-center py-0.5 ${here ? "font-semibold" : ""}`}>
                {words}
              </span>
            </>
          );
          return (
            <li key={`${s.part}:${s.otherPart}`} className={here ? "outline-2 outline-base-content" : ""}>
              {mixed ? (
                <button
                  type="button"
                  className="block w-full"
                  aria-pressed={here}
                  onClick={() => onTake(s.part, s.otherPart)}
                >
                  {tile}
                </button>
              ) : (
                tile
              )}
            </li>
          );
        })}
      </ol>
      <p className="quiet text-sm mt-1">
        Parts of {a} to parts of {b}; full strength above, washed out below. Tap one to look at it.
      </p>
    </section>
  );
}
