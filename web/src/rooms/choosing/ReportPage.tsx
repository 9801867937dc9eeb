import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { counted } from "../../ui/words";
import { ChoosingNav } from "./ChoosingNav";
import { FindBox } from "./FindBox";

/** A line’s or a set’s report card, on one page. */
export function ReportPage() {
  const [params, setParams] = useSearchParams();
  const find = params.get("find") ?? "owned";
  const query = useQuery({
    queryKey: ["report", find],
    queryFn: () => data(client.GET("/api/reports/card", { params: { query: { find } } })),
  });
  const card = query.data;
  return (
    <Page
      title="Report card"
      under={card && <span className="code">{find || "everything"}</span>}
      aside={
        card && (
          <button type="button" className="btn btn-outline print:hidden" onClick={() => window.print()}>
            Print
          </button>
        )
      }
    >
      <ChoosingNav />
      <div className="mb-4 print:hidden">
        <FindBox
          find={find}
          label="A line, a set, a palette: any find"
          placeholder="from the spring set · maker:Kelpwick · owned single"
          onFind={(f) => setParams({ find: f })}
        />
      </div>
      <ProblemNote problem={query.error as Problem | null} />
      {card && card.paints === 0 && <p>Nothing answers to that find, so there is nothing to report.</p>}
      {card && card.paints > 0 && <Card card={card} find={find} />}
    </Page>
  );
}

function Card({ card: c, find }: { card: Schemas["ReportCardView"]; find: string }) {
  const lasting = c.lightfastness.reduce((n, l) => n + l.count, 0);
  return (
    <div className="grid gap-x-10 gap-y-6 md:grid-cols-2 max-w-5xl">
      <section>
        <h2 className="font-semibold mb-1">What it is made of</h2>
        <p>
          {counted(c.paints, "paint")}: {c.single} of a single pigment, {counted(c.mixtures, "mixture")}
          {c.withoutRecipe > 0 && `, ${c.withoutRecipe} without pigments on the label`}.
        </p>
        <Bar parts={[c.single, c.mixtures, c.withoutRecipe]} said="single, mixtures, not known" />
      </section>
      <section>
        <h2 className="font-semibold mb-1">How it lasts</h2>
        <p>
          {c.fading.length === 0
            ? "None of them fades, as far as anyone says."
            : `${c.fading.length} of ${c.paints} are poor or fugitive.`}
        </p>
        <Bar
          parts={c.lightfastness.map((l) => l.count)}
          said={c.lightfastness.map((l) => l.step).join(", ")}
        />
        <p className="quiet text-sm">
          {c.lightfastness.map((l) => `${l.count} ${l.step}`).join(" · ")}
          {lasting < c.paints && ` · ${c.paints - lasting} nobody speaks of`}
        </p>
        {c.fading.length > 0 && (
          <p className="mt-1">
            {c.fading.map((p, i) => (
              <span key={p.id}>
                {i > 0 && ", "}
                <Link to={`/paints/${p.id}`} className="paint-name underline">
                  {p.name}
                </Link>
              </span>
            ))}
          </p>
        )}
      </section>
      <section>
        <h2 className="font-semibold mb-1">Claims your paper bears out</h2>
        {c.claims.length === 0 && <p className="quiet">No claim has met your paper yet.</p>}
        <ul>
          {c.claims.map((k) => (
            <li key={k.trait} className="flex gap-3 items-baseline">
              <span className="w-28">{k.trait}</span>
              <span className="code">
                {k.agreed} of {k.asked}
              </span>
              <span className="quiet">{Math.round((100 * k.agreed) / k.asked)} %</span>
            </li>
          ))}
        </ul>
      </section>
      <section>
        <h2 className="font-semibold mb-1">What it lacks</h2>
        <p>
          {c.missing.length === 0 ? "Every place on the wheel is filled." : `No ${c.missing.join(", no ")}.`}
        </p>
        {c.fading.length > 0 && (
          <p>
            {c.alsoMissingWithoutFading.length === 0
              ? "With the fading ones taken out, nothing more is missing."
              : `With the fading ones taken out: no ${c.alsoMissingWithoutFading.join(", no ")} either.`}
          </p>
        )}
        {c.guessed > 0 && (
          <p className="quiet text-sm">
            {counted(c.guessed, "colour is", "colours are")} not measured and taken from the recipe.
          </p>
        )}
      </section>
      <section className="md:col-span-2">
        <h2 className="font-semibold mb-1">Gravest doubts</h2>
        {c.doubts.length === 0 && <p className="quiet">None.</p>}
        <ol className="list-decimal pl-5 space-y-1">
          {c.doubts.map((d) => (
            <li key={d.kind + d.paint.id}>
              <Link to={`/paints/${d.paint.id}`} className="paint-name underline">
                {d.paint.name}
              </Link>
              : {d.message}
            </li>
          ))}
        </ol>
        {c.doubtsInAll > c.doubts.length && (
          <p className="mt-1 print:hidden">
            <Link className="underline" to={`/doubts?find=${encodeURIComponent(find)}`}>
              All {c.doubtsInAll}
            </Link>
          </p>
        )}
      </section>
      {c.cautions.length > 0 && (
        <section className="md:col-span-2">
          <h2 className="font-semibold mb-1">Care</h2>
          <ul className="space-y-0.5">
            {c.cautions.map((e) => (
              <li key={e.element}>
                <strong className="inline-block min-w-24">{e.element}</strong>{" "}
                <span className="paint-name">{e.paints.map((p) => p.name).join(", ")}</span>
              </li>
            ))}
          </ul>
          <p className="mt-1">{c.guidance}</p>
          <p className="quiet">{c.deferral}</p>
        </section>
      )}
    </div>
  );
}

/** Shares as lengths, told apart by how dark they are. */
function Bar({ parts, said }: { parts: number[]; said: string }) {
  const all = parts.reduce((a, b) => a + b, 0) || 1;
  return (
    <div
      role="img"
      aria-label={`${said}: ${parts.join(", ")}`}
      className="flex h-3 my-1 border border-[var(--field)]"
    >
      {parts.map((p, i) => (
        <span
          // biome-ignore lint/suspicious/noArrayIndexKey: the parts never change places
          key={i}
          style={{
            width: `${(100 * p) / all}%`,
            background: `color-mix(in oklch, var(--color-base-content) ${[85, 45, 20, 8, 3, 0][i] ?? 0}%, var(--color-base-100))`,
          }}
        />
      ))}
    </div>
  );
}
