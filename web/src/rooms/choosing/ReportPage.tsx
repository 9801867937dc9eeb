import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data, type Schemas } from "../../api/client";
import { counted } from "../../ui/words";
import { ShareButton } from "../sharing/ShareButton";
import { FoundPage, useFindParam } from "./FoundPage";

/** A line’s or a set’s report card, on one page. */
export function ReportPage() {
  const [find, setFind] = useFindParam("owned");
  const query = useQuery({
    queryKey: ["report", find],
    queryFn: () => data(client.GET("/api/reports/card", { params: { query: { find } } })),
  });
  const card = query.data;
  return (
    <FoundPage
      title="Report card"
      under={card && <span className="code">{find || "everything"}</span>}
      aside={
        card &&
        card.paints > 0 && (
          <>
            <ShareButton of="REPORT" find={find} />
            <a
              className="btn btn-outline"
              href={`/api/reports/card.pdf?find=${encodeURIComponent(find)}`}
              target="_blank"
              rel="noreferrer"
            >
              Print
            </a>
          </>
        )
      }
      find={find}
      label="A line, a set, a palette: any find"
      placeholder="from the spring set · maker:Kelpwick · owned single"
      onFind={setFind}
      problem={query.error}
    >
      {card && card.paints === 0 && <p>Nothing answers to that find, so there is nothing to report.</p>}
      {card && card.paints > 0 && <Card card={card} find={find} />}
    </FoundPage>
  );
}

/** The paints side by side, dark end up, in order of hue. */
function Ribbon({ strips }: { strips: Schemas["CardStrip"][] }) {
  return (
    <ul
      className="grid grid-cols-[repeat(auto-fill,minmax(clamp(12px,2.4vw,30px),1fr))] gap-[3px]"
      aria-label="Its paints, in order of hue"
    >
      {strips.map((s) => (
        <li key={s.paint}>
          <Link
            to={`/paints/${s.paint}`}
            aria-label={s.name}
            title={s.name}
            className="block h-14"
            style={{ background: `linear-gradient(${s.stops.join(", ")})` }}
          />
        </li>
      ))}
    </ul>
  );
}

function Card({ card: c, find }: { card: Schemas["ReportCardView"]; find: string }) {
  return (
    <div className="grid gap-x-10 gap-y-6 md:grid-cols-2 max-w-5xl">
      {c.strips.length > 0 && (
        <div className="md:col-span-2">
          <Ribbon strips={c.strips} />
        </div>
      )}
      <section>
        <h2 className="font-semibold mb-1">What it is made of</h2>
        <p>{c.madeOf}</p>
        <Bar parts={[c.single, c.mixtures, c.withoutRecipe]} said="single, mixtures, not known" />
      </section>
      <section>
        <h2 className="font-semibold mb-1">How it lasts</h2>
        <p>{c.lasts}</p>
        <Bar
          parts={c.lightfastness.map((l) => l.count)}
          said={c.lightfastness.map((l) => l.step).join(", ")}
        />
        <p className="quiet text-sm">{c.inSteps}</p>
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
        <p>{c.lacks}</p>
        {c.lacksWithoutFading && <p>{c.lacksWithoutFading}</p>}
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
