import { Link, useNavigate, useParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { localDay } from "../../ui/dates";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { drawn, Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { useKeys } from "../../ui/useKeys";
import { counted, words } from "../../ui/words";
import { CameWith } from "../arrival/CameWith";
import { Research } from "../choosing/Research";
import { WishNote } from "../choosing/WishNote";
import { InLight } from "../fading/InLight";
import { WhatItMakes } from "../mixing/WhatItMakes";
import { ShareButton } from "../sharing/ShareButton";
import { SwatchSection } from "../shelf/SwatchSection";
import { Holdings } from "./Holdings";
import { Notes } from "./Notes";
import { Observations } from "./Observations";
import { facts } from "./PaintCard";
import { StripTile } from "./StripTile";
import { usePaint } from "./usePaints";
import { VoiceTable } from "./VoiceTable";

export function PaintPage() {
  const id = Number(useParams().paint);
  const navigate = useNavigate();
  const query = usePaint(id);
  const p = query.data;
  const remove = useAct(
    (_: undefined, headers) =>
      data(client.DELETE("/api/paints/{paint}", { headers, params: { path: { paint: id } } })),
    { onDone: () => navigate("/collection") },
  );

  useKeys({
    e: () => navigate(`/paints/${id}/edit`),
    p: () => {
      const s = p?.swatches.find((x) => x.place);
      if (s) navigate(`/shelf/${s.keeper}#${s.place}`);
      else document.getElementById("place")?.focus();
    },
  });

  if (query.isError) {
    return (
      <Page title="No such paint">
        <ProblemNote problem={query.error as Problem} />
        <Link to="/collection" className="underline">
          Back to the collection
        </Link>
      </Page>
    );
  }
  if (!p) return <Page title="…">{null}</Page>;
  const readings = p.swatches.flatMap((s) => s.readings);
  const place = p.swatches.find((s) => s.state === "CURRENT" && s.place)?.place;
  const reading = readings.find((r) => r.counts) ?? readings[0];

  return (
    <Page
      done={`paint:${id}`}
      name={p.name}
      title={
        <span className="paint-name">
          {p.name}
          {alsoCalled(p).length > 0 && <span className="quiet"> / {alsoCalled(p).join(" / ")}</span>}
        </span>
      }
      under={
        <>
          <span className="code text-base-content">{p.accession}</span> · {facts(p)}
          {p.holdings.length > 0 && ` · ${words(p.standing)}`}
          {place && (
            <>
              {" "}
              · swatch at <span className="code text-base-content font-bold">{place}</span>
            </>
          )}
        </>
      }
      aside={
        <>
          <Link to={`/compare?paints=${id}`} className="btn btn-outline">
            Compare
          </Link>
          <ShareButton of="PAINT" id={p.id} />
          <Link to={`/paints/${id}/edit`} className="btn btn-primary">
            Edit
          </Link>
          {p.swatches.length === 0 && (
            <button type="button" className="btn btn-outline" onClick={() => remove.run(undefined)}>
              Delete
            </button>
          )}
        </>
      }
    >
      <ProblemNote problem={remove.problem} />
      <WaitingNote waiting={remove.waiting} />
      <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] max-w-6xl">
        <div className="space-y-6 min-w-0">
          <div className={`grid gap-3 ${reading ? "sm:grid-cols-2" : ""}`}>
            <figure>
              <Strip strip={p.strip} seed={p.id} label={p.name} shape="plate" className="w-full h-40" />
              <figcaption className="quiet text-sm mt-1">{drawn(p.strip)}</figcaption>
            </figure>
            {reading && (
              <figure>
                <img
                  src={`/api/swatch-readings/${reading.id}/crop`}
                  alt={`Your own swatch of ${p.name}`}
                  className="w-full h-40 object-cover"
                />
                <figcaption className="quiet text-sm mt-1">Your own paper</figcaption>
              </figure>
            )}
          </div>
          {reading && <Measured reading={reading} />}
          {readings.length > 0 && <Readings readings={readings} repeats={p.repeats} />}
          <Pigments paint={p} />
          <Notes notes={p.notes} unread={p.unread} />
          <SwatchSection paint={p} />
          {p.note && (
            <section>
              <h2 className="font-semibold mb-1">Note</h2>
              <p className="whitespace-pre-wrap">{p.note}</p>
            </section>
          )}
        </div>
        <div className="space-y-6 min-w-0">
          <section>
            <h2 className="font-semibold mb-1">Three voices</h2>
            <VoiceTable voices={p.voices} reasons />
          </section>
          {(p.wished || p.standing === "WISHED") && <WishNote paint={id} />}
          <Observations paint={p} />
          <Holdings paint={p} />
          <CameWith paint={p} />
          <InLight paint={id} />
          <Research paint={id} />
          <WhatItMakes paint={id} measured={p.strip != null} />
          {p.cautions && (
            <section className="rule-box p-3">
              <h2 className="font-semibold">Care: {p.cautions.elements.join(", ")}</h2>
              <p>{p.cautions.guidance}</p>
              <p className="quiet mt-1">{p.cautions.deferral}</p>
            </section>
          )}
        </div>
      </div>
      {p.sameRecipe.length > 0 && (
        <section className="mt-8">
          <h2 className="font-semibold mb-2">The same pigments</h2>
          <div className="grid gap-4 grid-cols-[repeat(auto-fill,minmax(170px,1fr))]">
            {p.sameRecipe.map((o) => (
              <StripTile key={o.id} paint={o} />
            ))}
          </div>
        </section>
      )}
    </Page>
  );
}

function Pigments({ paint: p }: { paint: Schemas["PaintPage"] }) {
  return (
    <section id="label">
      <h2 className="font-semibold mb-1">
        {p.single ? "Single pigment" : p.mixture ? `Mixture of ${p.recipe.length}` : "Pigments not known"}
      </h2>
      <ul className="space-y-1">
        {p.recipe.map((r) => (
          <li key={r.code} className="flex gap-3 items-baseline">
            {r.known ? (
              <Link to={`/pigments/${r.code}`} className="code underline w-16 shrink-0">
                {r.code}
              </Link>
            ) : (
              <span className="code w-16 shrink-0">{r.code}</span>
            )}
            <span>
              {r.known ? r.chemicalName : "not in the reference"}
              {r.colourIndex && <span className="quiet"> · CI {r.colourIndex}</span>}
              {r.outOfProduction && <span className="quiet"> · out of production</span>}
            </span>
          </li>
        ))}
      </ul>
      {p.pigments && (
        <p className="quiet text-sm mt-1">
          The label says: <span className="code">{p.pigments}</span>
        </p>
      )}
    </section>
  );
}

function Measured({ reading: r }: { reading: Schemas["ReadingView"] }) {
  const lab = (c: Schemas["LabValue"]) => `L* ${c.l.toFixed(1)}  a* ${c.a.toFixed(1)}  b* ${c.b.toFixed(1)}`;
  return (
    <div>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-[0.93rem]">
        <dt className="quiet">Full strength</dt>
        <dd className="code leading-5 whitespace-pre-wrap">
          {lab(r.massTone)}
          {r.margins.massTone != null && ` ± ${Math.max(0.1, r.margins.massTone).toFixed(1)}`}
        </dd>
        <dt className="quiet">Palest</dt>
        <dd className="code leading-5 whitespace-pre-wrap">{lab(r.tint)}</dd>
        <dt className="quiet">Grain</dt>
        <dd className="code leading-5">
          {r.granulation.toFixed(1)} L*{r.variation != null && `, film varies by ${r.variation.toFixed(2)}`}
        </dd>
        {r.covering != null && (
          <>
            <dt className="quiet">Over black</dt>
            <dd className="code leading-5">
              {Math.round(r.covering * 100)} % as light as on paper
              {r.margins.covering != null && ` ± ${Math.max(1, Math.round(r.margins.covering * 100))} %`}
            </dd>
          </>
        )}
        {r.overBlack && (
          <>
            <dt className="quiet">Over black</dt>
            <dd className="code leading-5 whitespace-pre-wrap">{lab(r.overBlack)}</dd>
          </>
        )}
        {r.staining != null && (
          <>
            <dt className="quiet">Lifted</dt>
            <dd className="code leading-5">{Math.round(r.staining * 100)} % stayed</dd>
          </>
        )}
        {r.dryingShift != null && (
          <>
            <dt className="quiet">Drying shift</dt>
            <dd>
              <span className="code leading-5">{r.dryingShift}</span>
            </dd>
          </>
        )}
      </dl>
      {r.margins.massTone != null && (
        <p className="quiet text-sm mt-1">
          ± is how far parts of the swatch differ, not how far it lies from the truth.
        </p>
      )}
      {r.notes.map((n) => (
        <p key={n} className="quiet text-sm">
          {n}
        </p>
      ))}
    </div>
  );
}

const STAGE = { DRY: "", WET: "wet", LIFTED: "lifted" } as Record<string, string>;
const SOURCE = { PICKED: "picked by hand", SHEET: "read from a sheet", METER: "colour meter" } as Record<
  string,
  string
>;

/** All readings of a paint, and which one counts. */
function Readings({
  readings,
  repeats,
}: {
  readings: Schemas["ReadingView"][];
  repeats?: Schemas["RepeatsView"] | null;
}) {
  const count = useAct((reading: number, headers) =>
    data(client.POST("/api/swatch-readings/{reading}/count", { params: { path: { reading } }, headers })),
  );
  return (
    <section>
      <h2 className="font-semibold mb-1">{counted(readings.length, "reading", "readings")}</h2>
      {repeats && (
        <p className="quiet mb-1">
          {repeats.readings} dry ones agree within{" "}
          <span className="code">ΔE00 {repeats.massTone.toFixed(1)}</span> at full strength,{" "}
          <span className="code">{repeats.tint.toFixed(1)}</span> palest
          {repeats.granulation != null && (
            <>
              , granulation <span className="code">± {repeats.granulation.toFixed(2)}</span>
            </>
          )}
          {repeats.covering != null && (
            <>
              , covering <span className="code">± {Math.round(repeats.covering * 100)} %</span>
            </>
          )}
          .
        </p>
      )}
      <ul className="divide-y divide-[var(--rule)]">
        {readings.map((r) => (
          <li key={r.id} id={`reading-${r.id}`} className="flex flex-wrap items-center gap-3 py-1">
            <Strip strip={r.strip} seed={r.id} label="" className="w-28 h-6" />
            <span className="quiet">{localDay(r.at)}</span>
            <span>
              {SOURCE[r.source]}
              {STAGE[r.stage] && `, ${STAGE[r.stage]}`}
            </span>
            {r.scan != null && (
              <Link to={`/readings/${r.scan}`} className="underline">
                its sheet
              </Link>
            )}
            {r.counts ? (
              <span className="font-semibold ml-auto">counts</span>
            ) : (
              r.stage === "DRY" && (
                <button
                  type="button"
                  className="btn btn-xs btn-outline ml-auto"
                  onClick={() => count.run(r.id)}
                >
                  Let it count
                </button>
              )
            )}
          </li>
        ))}
      </ul>
      <ProblemNote problem={count.problem} />
    </section>
  );
}

/** Its names in other languages, those of the label before those of the chart. */
function alsoCalled(p: Schemas["PaintPage"]) {
  const own = p.otherNames ? p.otherNames.split(" / ") : [];
  return [...own, ...p.chartNames.filter((n) => !own.includes(n) && n !== p.name)];
}
