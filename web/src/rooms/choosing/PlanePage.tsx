import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { scaleLinear } from "d3-scale";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { counted } from "../../ui/words";
import { StripTile } from "../collection/StripTile";
import { ChoosingNav } from "./ChoosingNav";
import { FindBox } from "./FindBox";

const SIDE = 640;
/** With more dots than these, their ways hide each other, and are drawn only when asked for. */
const FEW = 60;
const STRENGTHS = [
  ["FULL", "full strength"],
  ["MIDDLE", "half way"],
  ["TINT", "tint"],
] as const;

/** All of a find as dots of their own colour on a* and b*: what is missing, what crowds, what stands in for what. */
export function PlanePage() {
  const [params, setParams] = useSearchParams();
  const find = params.get("find") ?? "painted";
  const strength = params.get("strength") ?? "MIDDLE";
  const threshold = Number(params.get("threshold") ?? 3);
  const [at, setAt] = useState<number | null>(null);
  const [asked, setAsked] = useState<boolean | null>(null);
  const query = useQuery({
    queryKey: ["plane", find, strength, threshold],
    queryFn: () => data(client.GET("/api/plane", { params: { query: { find, strength, threshold } } })),
    placeholderData: keepPreviousData,
  });
  const set = (key: string, value: string) => {
    const next = new URLSearchParams(params);
    next.set(key, value);
    setParams(next);
  };
  const plane = query.data;
  const dot = plane?.dots.find((d) => d.paint === at);
  const ways = asked ?? (plane !== undefined && plane.dots.length <= FEW);
  return (
    <Page
      title="Hue plane"
      under={
        plane &&
        `${counted(plane.dots.length, "paint")} as dots of their own colour${plane.without > 0 ? `; ${plane.without} of the find are not measured` : ""}`
      }
    >
      <ChoosingNav />
      <div className="flex flex-wrap items-end gap-4 mb-4">
        <FindBox
          find={find}
          label="Which paints"
          placeholder="owned hue:blue"
          onFind={(f) => set("find", f)}
        />
        <label>
          <span className="label-text block">Seen at</span>
          <Select
            className="select"
            value={strength}
            options={STRENGTHS}
            onChange={(v) => set("strength", v)}
          />
        </label>
        <label className="flex items-center gap-2 h-10">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={ways}
            onChange={(e) => setAsked(e.target.checked)}
          />
          ways from full strength to tint
        </label>
      </div>
      <ProblemNote problem={query.error as Problem | null} />
      {plane && plane.dots.length === 0 && (
        <p>None of these is measured. Read a swatch, and it has its dot.</p>
      )}
      {plane && plane.dots.length > 0 && (
        <div className="grid gap-6 lg:grid-cols-[minmax(0,640px)_minmax(0,1fr)]">
          <div>
            <Plot plane={plane} ways={ways} at={at} onAt={setAt} />
            <p className="quiet text-sm" role="status">
              {dot ? (
                <>
                  <span className="code text-base-content">{dot.accession}</span>{" "}
                  <Link
                    to={`/paints/${dot.paint}`}
                    className="paint-name underline text-base text-base-content"
                  >
                    {dot.name}
                  </Link>{" "}
                  <span className="code">{dot.recipe}</span>
                </>
              ) : (
                "Point at a dot for its name and its way from full strength to palest."
              )}
            </p>
          </div>
          <div className="space-y-6 min-w-0">
            <section>
              <h2 className="font-semibold mb-1">What is missing</h2>
              <p>{plane.missing}</p>
            </section>
            <Said
              title="Crowds"
              none="Nowhere do four or more crowd."
              lines={plane.crowds.map((c) => ({ key: c.said + c.paints[0], said: c.said, paints: c.paints }))}
            />
            <Substitutes
              plane={plane}
              threshold={threshold}
              onThreshold={(t) => set("threshold", String(t))}
            />
          </div>
        </div>
      )}
    </Page>
  );
}

function Plot({
  plane,
  ways,
  at,
  onAt,
}: {
  plane: Schemas["PlaneView"];
  ways: boolean;
  at: number | null;
  onAt: (id: number | null) => void;
}) {
  const most = Math.max(40, ...plane.dots.flatMap((d) => d.path.flat().map(Math.abs)));
  const x = scaleLinear([-most * 1.08, most * 1.08], [0, SIDE]);
  const y = scaleLinear([-most * 1.08, most * 1.08], [SIDE, 0]);
  const r = plane.dots.length > 400 ? 4 : plane.dots.length > 120 ? 6 : 8;
  const chosen = plane.dots.find((d) => d.paint === at);
  return (
    <svg
      viewBox={`0 0 ${SIDE} ${SIDE}`}
      className="w-full bg-base-100 border border-[var(--rule)]"
      aria-label={`${plane.dots.length} paints on the plane of a* and b*`}
      role="group"
    >
      {x.ticks(6).map((t) => (
        <g key={t} stroke="var(--rule)" strokeWidth={t === 0 ? 1.4 : 0.6}>
          <line x1={x(t)} x2={x(t)} y1={0} y2={SIDE} />
          <line y1={y(t)} y2={y(t)} x1={0} x2={SIDE} />
        </g>
      ))}
      {[
        [SIDE - 10, y(0) - 8, "end", "redder, +a*"],
        [10, y(0) - 8, "start", "greener"],
        [x(0) + 8, 18, "start", "yellower, +b*"],
        [x(0) + 8, SIDE - 10, "start", "bluer"],
      ].map(([cx, cy, anchor, words]) => (
        <text
          key={words}
          x={cx}
          y={cy}
          textAnchor={anchor as "start" | "end"}
          fontSize={14}
          fill="var(--quiet)"
        >
          {words}
        </text>
      ))}
      {plane.gaps.map((g) => (
        <Wedge key={g.from} from={g.from} to={g.to} x={x} y={y} most={most * 1.06} />
      ))}
      {ways &&
        plane.dots.map((d) => (
          <polyline
            key={d.paint}
            data-way={d.accession}
            points={d.path.map(([a, b]) => `${x(a)},${y(b)}`).join(" ")}
            fill="none"
            stroke={d.colour}
            strokeWidth={1.5}
            opacity={0.75}
          />
        ))}
      {chosen && (
        <polyline
          points={chosen.path.map(([a, b]) => `${x(a)},${y(b)}`).join(" ")}
          fill="none"
          stroke="var(--color-base-content)"
          strokeWidth={2}
        />
      )}
      {plane.dots.map((d) => (
        // biome-ignore lint/a11y/noStaticElementInteractions: a dot is pointed at; the list beside names every paint
        <circle
          key={d.paint}
          cx={x(d.a)}
          cy={y(d.b)}
          r={d.paint === at ? r + 4 : r}
          fill={d.colour}
          stroke={d.paint === at ? "var(--color-base-content)" : "var(--color-base-100)"}
          strokeWidth={d.paint === at ? 2 : 1}
          onPointerEnter={() => onAt(d.paint)}
          onClick={() => onAt(d.paint)}
        >
          <title>{`${d.accession} ${d.name}`}</title>
        </circle>
      ))}
    </svg>
  );
}

/** A gap of hue: hatched from the middle out, since only paint has colour. */
function Wedge({
  from,
  to,
  x,
  y,
  most,
}: {
  from: number;
  to: number;
  x: (v: number) => number;
  y: (v: number) => number;
  most: number;
}) {
  const span = (to - from + 360) % 360;
  const spokes = Array.from(
    { length: Math.max(2, Math.round(span / 4)) },
    (_, i, all = Math.max(2, Math.round(span / 4))) => {
      const turn = ((from + (span * (i + 0.5)) / all) * Math.PI) / 180;
      return `M${x(12 * Math.cos(turn))} ${y(12 * Math.sin(turn))}L${x(most * Math.cos(turn))} ${y(most * Math.sin(turn))}`;
    },
  );
  return <path d={spokes.join("")} stroke="var(--field)" strokeWidth={0.5} strokeDasharray="2 5" />;
}

function Said({
  title,
  none,
  lines,
}: {
  title: string;
  none: string;
  lines: { key: string; said: string; paints?: number[] }[];
}) {
  return (
    <section>
      <h2 className="font-semibold mb-1">{title}</h2>
      {lines.length === 0 && <p className="quiet">{none}</p>}
      <ul className="space-y-1">
        {lines.map((l) => (
          <li key={l.key}>
            {l.said}{" "}
            {l.paints && (
              <Link className="underline" to={`/compare?paints=${l.paints.slice(0, 12).join(",")}`}>
                Compare them
              </Link>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Substitutes({
  plane,
  threshold,
  onThreshold,
}: {
  plane: Schemas["PlaneView"];
  threshold: number;
  onThreshold: (t: number) => void;
}) {
  return (
    <section>
      <h2 className="font-semibold mb-1">Stand in for each other</h2>
      <label className="flex items-center gap-3 mb-1">
        <span className="label-text">ΔE00 at most</span>
        <input
          type="range"
          className="range range-xs w-40"
          min={0.5}
          max={8}
          step={0.5}
          value={threshold}
          onChange={(e) => onThreshold(Number(e.target.value))}
        />
        <span className="code">{threshold.toFixed(1)}</span>
      </label>
      <p className="quiet text-sm mb-2">
        Suggestions, never orders: {plane.groupsAre}. The first of a group lasts longest.
      </p>
      {plane.groups.length === 0 && (
        <p className="quiet">
          {plane.tooMany
            ? "So many are near each other that groups would say nothing: take a smaller ΔE00, or fewer paints."
            : "No two are so near."}
        </p>
      )}
      <ul className="space-y-4">
        {plane.groups.slice(0, 12).map((g) => (
          <li key={g.paints[0].id}>
            <div className="grid gap-3 grid-cols-[repeat(auto-fill,minmax(130px,1fr))]">
              {g.paints.map((p) => (
                <StripTile key={p.id} paint={p} />
              ))}
            </div>
            <p className="mt-1">
              Within <span className="code">ΔE {g.widest.toFixed(1)}</span>. {g.losses.join(" ")}{" "}
              <Link
                className="underline"
                to={`/compare?paints=${g.paints
                  .slice(0, 12)
                  .map((p) => p.id)
                  .join(",")}`}
              >
                Compare
              </Link>
            </p>
          </li>
        ))}
      </ul>
      {plane.groupsInAll > 12 && (
        <p className="quiet mt-2">{plane.groupsInAll} groups in all; the largest are shown.</p>
      )}
    </section>
  );
}
