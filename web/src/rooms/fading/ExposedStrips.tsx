import { useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { dayInWords } from "../../ui/dates";
import { counted } from "../../ui/words";
import { Course, most } from "./Course";

type Exposure = Schemas["ExposurePage"];
type Strip = Schemas["ExposedStrip"];
type Reading = Schemas["ExposureReadingView"];

/** How many half lives are told in days and not in years. */
const LONG = 730;

/** The strips with covered and bare halves side by side, at one reading. */
export function ExposedStrips({ exposure: x }: { exposure: Exposure }) {
  const readings = x.readings.filter((r) => !r.twin && !r.state && !r.first && r.days > 0);
  const [at, setAt] = useState(-1);
  const index = at < 0 || at >= readings.length ? readings.length - 1 : at;
  const reading = readings[index];
  const scale = Math.max(5, ...x.strips.filter((s) => !s.wool).map((s) => most(s.course)));
  const days = Math.max(1, ...readings.map((r) => r.days));
  const paints = x.strips.filter((s) => !s.wool);
  const wools = x.strips.filter((s) => s.wool);
  return (
    <section aria-label="Strips">
      {readings.length > 0 && reading && (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1 mb-2">
          <label className="flex items-center gap-3">
            <span>Reading</span>
            <input
              type="range"
              className="range range-sm w-56"
              min={0}
              max={readings.length - 1}
              value={index}
              disabled={readings.length < 2}
              onChange={(e) => setAt(Number(e.target.value))}
              aria-valuetext={dayInWords(reading.on)}
            />
          </label>
          <span>
            <strong>{dayInWords(reading.on)}</strong>, {counted(reading.days, "day")} in the light
            {reading.dark > 0 && ` and ${counted(reading.dark, "day")} in the dark`};{" "}
            {reading.gone == null
              ? `${reading.dose.words}, estimated`
              : reading.gone === 0
                ? "no blue wool gone"
                : `blue wool ${reading.gone === 1 ? "1" : `1 to ${reading.gone}`} gone`}
          </span>
        </div>
      )}
      <ul>
        {paints.map((s) => (
          <StripLine key={s.id} strip={s} exposure={x} reading={reading} scale={scale} days={days} />
        ))}
      </ul>
      {wools.length > 0 && reading && <Wools wools={wools} reading={reading} />}
    </section>
  );
}

function StripLine({
  strip: s,
  exposure: x,
  reading,
  scale,
  days,
}: {
  strip: Strip;
  exposure: Exposure;
  reading: Reading | undefined;
  scale: number;
  days: number;
}) {
  const point = s.course.find((p) => p.reading === reading?.id);
  return (
    <li className="rule-t py-3 grid gap-x-5 gap-y-2 md:grid-cols-[minmax(0,15rem)_minmax(0,14rem)_minmax(0,1fr)]">
      <div className="min-w-0">
        {s.paint ? (
          <Link to={`/paints/${s.paint.id}`} className="font-book text-lg hover:underline">
            {s.name}
          </Link>
        ) : (
          <span className="font-book text-lg">{s.name}</span>
        )}
        {s.paint && <span className="code text-sm block">{s.paint.recipe.join(" + ")}</span>}
        {!s.paint && <span className="quiet block">no longer in the collection</span>}
        {s.finding && (
          <p>
            <strong className="first-letter:uppercase inline-block">{s.words}</strong>
            {s.astm && <span className="quiet">, class {s.astm}</span>}
          </p>
        )}
        {s.recovered && <p>Came back in the dark.</p>}
      </div>
      <div>
        {point ? (
          <Pairs point={point} />
        ) : s.first ? (
          <Start first={s.first} />
        ) : (
          <p className="quiet hatched p-2">Not read yet.</p>
        )}
        {reading && point && <AsItLooks strip={s} exposure={x} reading={reading} />}
      </div>
      <div className="min-w-0">
        {s.course.length > 0 && (
          <Course points={s.course} name={s.name} days={days} scale={scale} at={reading?.id} />
        )}
        {s.finding && s.reasons.map((r) => <p key={r}>{r}</p>)}
        {s.halfLife != null && (
          <p className="quiet">
            Half of its colour goes in about{" "}
            {s.halfLife > LONG
              ? `${Math.round(s.halfLife / 365)} years`
              : counted(Math.round(s.halfLife), "day")}{" "}
            of this light.
          </p>
        )}
        {s.next.length > 0 && <p>Not yet: {s.next.join(" ")}</p>}
        {s.warnings.map((w) => (
          <p key={w} className="font-semibold">
            {w}
          </p>
        ))}
        {point?.notes.map((n) => (
          <p key={n} className="quiet text-sm">
            {n}
          </p>
        ))}
        {s.finding === "FADED" && s.paint && (
          <p>
            {s.atRisk.length > 0 && (
              <>
                It lies in{" "}
                {s.atRisk.map((p, i) => (
                  <span key={p.id}>
                    {i > 0 && ", "}
                    <Link className="underline" to={`/palettes/${p.id}`}>
                      {p.name}
                    </Link>
                  </span>
                ))}
                .{" "}
              </>
            )}
            <Link className="underline" to={`/stock/replacing/${s.paint.id}`}>
              What takes its place
            </Link>
          </p>
        )}
      </div>
    </li>
  );
}

function Pairs({ point: p }: { point: Schemas["CoursePoint"] }) {
  return (
    <div>
      <div className="grid grid-cols-2 text-xs quiet">
        <span>covered</span>
        <span>in the light</span>
      </div>
      <Pair before={p.full.before} after={p.full.after} />
      {p.tint && <Pair before={p.tint.before} after={p.tint.after} />}
      <p className="code text-xs mt-1">
        ΔE00 {p.full.deltaE00.toFixed(1)} ± {p.full.margin.toFixed(1)}
        {p.tint && ` · tint ${p.tint.deltaE00.toFixed(1)} ± ${p.tint.margin.toFixed(1)}`}
      </p>
    </div>
  );
}

function Pair({ before, after }: { before: string; after: string }) {
  return (
    <div className="grid grid-cols-2 h-7">
      <span data-paint style={{ background: before }} />
      <span data-paint style={{ background: after }} />
    </div>
  );
}

function Start({ first: f }: { first: Schemas["FirstLook"] }) {
  return (
    <div>
      <p className="text-xs quiet">at the start</p>
      <Pair before={f.covered} after={f.lit} />
      {f.coveredTint && f.litTint && <Pair before={f.coveredTint} after={f.litTint} />}
    </div>
  );
}

/** What the number of a half in the light is more than that of its cell. */
const LIT = 10_000;

/** Both halves cut out of the picture. */
function AsItLooks({
  strip: s,
  exposure: x,
  reading: r,
}: {
  strip: Strip;
  exposure: Exposure;
  reading: Reading;
}) {
  const [gone, setGone] = useState(false);
  if (!x.sheet || !r.scan || gone) return null;
  const crop = (cell: number) => `/api/readings/${r.scan}/cells/${cell}/crop`;
  const halves = x.swapped ? [s.position + LIT, s.position] : [s.position, s.position + LIT];
  return (
    <div className="grid grid-cols-2 mt-1">
      {halves.map((cell, i) => (
        <img
          key={cell}
          src={crop(cell)}
          alt={`${s.name}, ${i === 0 ? "covered" : "in the light"}, as scanned`}
          className="w-full h-14 object-fill"
          loading="lazy"
          onError={() => setGone(true)}
        />
      ))}
    </div>
  );
}

function Wools({ wools, reading }: { wools: Strip[]; reading: Reading }) {
  return (
    <section className="mt-4" aria-label="Blue wool references">
      <h2 className="font-semibold">Blue wool beside them</h2>
      <ul className="flex flex-wrap gap-3 mt-1">
        {wools.map((w) => {
          const p = w.course.find((c) => c.reading === reading.id);
          return (
            <li key={w.id} className="w-20">
              <div className="grid grid-cols-2 h-8">
                <span data-paint style={{ background: p?.full.before ?? w.first?.covered }} />
                <span data-paint style={{ background: p?.full.after ?? w.first?.lit }} />
              </div>
              <span className="code text-xs">
                {w.wool} {p && `ΔE ${p.full.deltaEab.toFixed(1)}`}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
