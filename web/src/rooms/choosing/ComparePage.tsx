import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { counted } from "../../ui/words";
import { PerMl } from "../arrival/LineCard";
import { AddPaint } from "../collection/AddPaint";
import { StripTile } from "../collection/StripTile";
import { ChoosingNav } from "./ChoosingNav";

const MOST = 12;
type Compared = Schemas["ComparedPaint"];

/** Two to twelve paints at the same strength: strips set to equal value, real crops, differences, voices lined up. */
export function ComparePage() {
  const [params, setParams] = useSearchParams();
  const ids = (params.get("paints") ?? "").split(",").map(Number).filter(Boolean);
  const [crops, setCrops] = useState(false);
  const query = useQuery({
    queryKey: ["compare", ids],
    queryFn: () => data(client.GET("/api/compare", { params: { query: { paints: ids } } })),
    enabled: ids.length >= 2,
    placeholderData: keepPreviousData,
  });
  const set = (next: number[]) => setParams(next.length ? { paints: next.join(",") } : {});
  const view = ids.length >= 2 ? query.data : undefined;
  const files = `paints=${ids.join(",")}`;
  return (
    <Page
      title="Compare"
      under="Side by side at the same lightness, not at the same dilution: steps differ from hand to hand, value does not."
      aside={
        view && (
          <>
            <a
              className="btn btn-outline"
              href={`/api/compare.pdf?${files}`}
              target="_blank"
              rel="noreferrer"
            >
              Print
            </a>
            <a
              className="btn btn-outline"
              href={`/api/compare.png?${files}`}
              target="_blank"
              rel="noreferrer"
            >
              PNG
            </a>
          </>
        )
      }
    >
      <ChoosingNav />
      <div className="flex flex-wrap items-end gap-4 mb-4">
        {ids.length < MOST && <AddPaint taken={ids} onAdd={(id) => set([...ids, id])} />}
        {view && (
          <label className="flex items-center gap-2 pb-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={crops}
              onChange={(e) => setCrops(e.target.checked)}
            />
            the real paper beside each
          </label>
        )}
      </div>
      {ids.length < 2 && <Beginning first={ids[0]} onTake={set} />}
      <ProblemNote problem={query.error as Problem | null} />
      {view && (
        <>
          {view.notes.map((n) => (
            <p key={n} className="mb-2">
              {n}
            </p>
          ))}
          <Strips view={view} crops={crops} onLeave={(id) => set(ids.filter((i) => i !== id))} />
          <Sentences view={view} />
          <Between view={view} />
          <Voices view={view} />
          {view.paints.length <= 4 && view.paints.map((c) => <Prices key={c.paint.id} paint={c.paint} />)}
          {ids.length > 0 && ids.length < MOST && <Like first={ids[0]} onTake={set} />}
        </>
      )}
    </Page>
  );
}

function Beginning({ first, onTake }: { first?: number; onTake: (ids: number[]) => void }) {
  return first ? (
    <Like first={first} onTake={onTake} />
  ) : (
    <p className="max-w-prose">
      Add two paints or more: by name, by number, or by what is like them. From a paint’s own page “Compare”
      begins with it and proposes its namesakes, its pigments from other makers, and its nearest in colour.
    </p>
  );
}

function Like({ first, onTake }: { first: number; onTake: (ids: number[]) => void }) {
  const groups = useQuery({
    queryKey: ["compare", "like", first],
    queryFn: () => data(client.GET("/api/compare/like", { params: { query: { paint: first } } })),
  }).data?.groups;
  if (!groups) return null;
  return (
    <section className="mt-6" aria-label="Worth comparing with">
      <h2 className="font-semibold mb-1">Worth comparing the first with</h2>
      {groups.length === 0 && (
        <p className="quiet">Nothing of its name, its pigments or its colour is here.</p>
      )}
      <ul className="space-y-1">
        {groups.map((g) => (
          <li key={g.words}>
            <button type="button" className="underline" onClick={() => onTake(g.paints)}>
              {counted(g.paints.length, "paint")} of {g.words.replace(/^of /, "")}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Strips({
  view,
  crops,
  onLeave,
}: {
  view: Schemas["ComparisonView"];
  crops: boolean;
  onLeave: (id: number) => void;
}) {
  return (
    <ul aria-label="Strips" className="space-y-2">
      {view.paints.map((c) => (
        <li key={c.paint.id} className="grid gap-x-4 gap-y-1 md:grid-cols-[220px_minmax(0,1fr)] items-center">
          <div className="flex items-baseline justify-between gap-2 min-w-0">
            <div className="min-w-0">
              <Link to={`/paints/${c.paint.id}`} className="paint-name text-lg underline block truncate">
                {c.paint.name}
              </Link>
              <p className="quiet text-sm truncate">
                {c.paint.maker} <span className="code text-base-content">{c.paint.recipe.join(" + ")}</span>
              </p>
            </div>
            <button
              type="button"
              className="px-1.5"
              aria-label={`Take ${c.paint.name} out`}
              onClick={() => onLeave(c.paint.id)}
            >
              ×
            </button>
          </div>
          <div className="flex gap-1.5 h-14">
            <Run compared={c} />
            {c.overBlack && (
              <span
                role="img"
                aria-label={`${c.paint.name} over black`}
                className="w-14 shrink-0 bg-black p-2.5"
                title="over black"
              >
                <span className="block w-full h-full" style={{ background: c.overBlack }} />
              </span>
            )}
            {crops && c.reading && (
              <img
                src={`/api/swatch-readings/${c.reading}/crop`}
                alt={`Your own swatch of ${c.paint.name}`}
                className="w-28 md:w-48 shrink-0 object-cover"
              />
            )}
          </div>
        </li>
      ))}
      {view.values.length > 0 && (
        <li className="hidden md:grid grid-cols-[220px_minmax(0,1fr)] gap-x-4 quiet text-sm">
          <span className="text-right">value, L*</span>
          <span className="flex justify-between code">
            {view.values.map((v) => (
              <span key={v}>{v.toFixed(0)}</span>
            ))}
          </span>
        </li>
      )}
    </ul>
  );
}

/** What is here between two paints, such as the green between two greens. */
function Between({ view }: { view: Schemas["ComparisonView"] }) {
  if (view.between.length === 0) return null;
  const [one, other] = view.paints;
  return (
    <section className="mt-6" aria-label="Between them">
      <h2 className="font-semibold mb-1">What lies between them</h2>
      <ul className="grid gap-4 grid-cols-[repeat(auto-fill,minmax(170px,1fr))] max-w-5xl">
        {view.between.map((b) => (
          <li key={b.paint.id}>
            <StripTile
              paint={b.paint}
              note={`ΔE00 ${b.fromOne} from ${one.paint.name}, ${b.fromOther} from ${other.paint.name}`}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What each of two to four cost, then, in a sale and by the chart. */
function Prices({ paint }: { paint: Schemas["PaintEntry"] }) {
  const prices = useQuery({
    queryKey: ["came-with", paint.id],
    queryFn: () =>
      data(client.GET("/api/paints/{paint}/arrivals", { params: { path: { paint: paint.id } } })),
  }).data?.prices;
  if (!prices || prices.length === 0) return null;
  return (
    <section className="mt-4 min-w-0" aria-label={`Prices of ${paint.name}`}>
      <h3 className="paint-name">{paint.name}</h3>
      <PerMl prices={prices} />
    </section>
  );
}

function Run({ compared: c }: { compared: Compared }) {
  if (!c.strip) {
    return (
      <span
        role="img"
        aria-label={`${c.paint.name}: not measured`}
        className="grow border border-dashed border-[var(--field)] hatched"
      />
    );
  }
  return (
    <span
      role="img"
      aria-label={`${c.paint.name}, dark to pale at equal values`}
      className="grow"
      style={{ background: `linear-gradient(to right, ${c.strip.join(", ")})` }}
    />
  );
}

function Sentences({ view }: { view: Schemas["ComparisonView"] }) {
  const [all, setAll] = useState(false);
  const name = (id: number) => view.paints.find((c) => c.paint.id === id)?.paint.name;
  if (view.pairs.length === 0) return null;
  const shown = all ? view.pairs : view.pairs.slice(0, 8);
  return (
    <section className="mt-6 max-w-5xl" aria-label="What matters">
      <h2 className="font-semibold mb-1">What matters</h2>
      <div className="overflow-x-auto">
        <table className="w-full text-left">
          <thead className="quiet text-sm">
            <tr>
              <th className="font-normal py-1 pr-4">Pair</th>
              <th className="font-normal pr-3 text-right">full</th>
              <th className="font-normal pr-3 text-right">middle</th>
              <th className="font-normal pr-5 text-right">tint</th>
              <th className="font-normal">ΔE00 at each, and in words</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((p) => (
              <tr key={`${p.one}-${p.other}`} className="border-t border-[var(--rule)] align-baseline">
                <td className="py-1.5 pr-4">
                  <span className="paint-name">{name(p.one)}</span>
                  <span className="quiet"> · </span>
                  <span className="paint-name">{name(p.other)}</span>
                </td>
                <td className="code text-right pr-3">{p.full.toFixed(1)}</td>
                <td className="code text-right pr-3">{p.middle.toFixed(1)}</td>
                <td className="code text-right pr-5">{p.tint.toFixed(1)}</td>
                <td>{p.said}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {view.pairs.length > shown.length && (
        <button type="button" className="underline mt-2" onClick={() => setAll(true)}>
          All {view.pairs.length} pairs
        </button>
      )}
    </section>
  );
}

const TRAITS = ["lightfastness", "transparency", "staining", "granulation"];

function Voices({ view }: { view: Schemas["ComparisonView"] }) {
  return (
    <section className="mt-6" aria-label="Voices lined up">
      <h2 className="font-semibold mb-1">Recipes and voices, lined up</h2>
      <div className="overflow-x-auto">
        <table className="text-left min-w-full">
          <thead className="quiet text-sm">
            <tr>
              <th className="font-normal pr-5 py-1">Paint</th>
              <th className="font-normal pr-5">Recipe</th>
              {TRAITS.map((t) => (
                <th key={t} className="font-normal pr-5 first-letter:uppercase">
                  {t}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {view.paints.map((c) => (
              <tr key={c.paint.id} className="border-t border-[var(--rule)] align-top">
                <td className="pr-5 py-1.5 max-w-[15rem]">
                  <span className="paint-name">{c.paint.name}</span>
                  {c.promises.map((said) => (
                    <span key={said} className="block text-sm">
                      {said}
                    </span>
                  ))}
                </td>
                <td className="code pr-5 pt-2">{c.paint.recipe.join(" + ") || "not known"}</td>
                {TRAITS.map((t) => {
                  const v = c.voices[t];
                  return (
                    <td key={t} className="pr-5 py-1.5">
                      <span className={v?.disagree ? "font-semibold" : ""}>
                        {v?.verdict ?? "nobody says"}
                        {v?.disagree && " ≠"}
                      </span>
                      <span className="quiet text-sm block">
                        {[
                          v?.label && `label ${v.label}`,
                          v?.pigments && `pigments ${v.pigments}`,
                          v?.paper && `paper ${v.paper}`,
                        ]
                          .filter(Boolean)
                          .join(", ")}
                      </span>
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
