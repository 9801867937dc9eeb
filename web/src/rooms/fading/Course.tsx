import type { Schemas } from "../../api/client";

type Point = Schemas["CoursePoint"];
type Change = Schemas["LightChange"];

const WIDE = 220;
const TALL = 64;
const LETTERS = 13;

/** What changed most at a reading: every course of an exposure must find room on one scale. */
export const most = (points: Point[]) =>
  Math.max(0, ...points.flatMap((p) => [p.full.deltaE00, p.tint?.deltaE00 ?? 0]));

type Props = { points: Point[]; name: string; days: number; scale: number; at?: number };

/** ΔE00 over the days in the light, with margins: the tint as a line, full strength dashed. */
export function Course({ points, name, days, scale, at }: Props) {
  const tinted = points.some((p) => p.tint);
  const x = (d: number) => (WIDE * d) / Math.max(1, days);
  const y = (e: number) => TALL - TALL * Math.min(1, e / scale);
  const lines = [
    { words: tinted ? "tint" : "", of: (p: Point) => p.tint },
    { words: tinted ? "full" : "", of: (p: Point) => p.full },
  ]
    .map(({ words, of }) => ({
      words,
      points: points.flatMap((p) => {
        const c = of(p);
        return c ? [{ p, c }] : [];
      }),
    }))
    .filter((l) => l.points.length > 0);
  const ends = lettered(lines.map((l) => y(l.points.at(-1)?.c.deltaE00 ?? 0)));
  return (
    <svg
      viewBox={`-4 -6 ${WIDE + 92} ${TALL + 20}`}
      className="w-full max-w-80"
      role="img"
      aria-label={`${name}: ${points
        .map(
          (p) =>
            `ΔE00 ${p.full.deltaE00.toFixed(1)}${p.tint ? ` and, as a tint, ${p.tint.deltaE00.toFixed(1)}` : ""} after ${p.days} days`,
        )
        .join(", ")}`}
    >
      <line x1={0} y1={TALL} x2={WIDE} y2={TALL} stroke="currentColor" strokeWidth={0.6} />
      {lines.map((l, i) => (
        <Line key={l.words} {...l} dashed={l.words === "full"} x={x} y={y} end={ends[i] ?? 0} at={at} />
      ))}
      <text x={0} y={TALL + 11} fontSize={8} fill="currentColor">
        0
      </text>
      <text x={WIDE} y={TALL + 11} fontSize={8} textAnchor="end" fill="currentColor">
        {days} days
      </text>
    </svg>
  );
}

/** Where the numbers at the ends are written, so that none stands on another. */
function lettered(ends: number[]) {
  const [a, b] = ends;
  if (a === undefined || b === undefined || Math.abs(a - b) >= LETTERS) return ends;
  const middle = Math.min(TALL - LETTERS / 2, Math.max(LETTERS / 2, (a + b) / 2));
  return a <= b ? [middle - LETTERS / 2, middle + LETTERS / 2] : [middle + LETTERS / 2, middle - LETTERS / 2];
}

type LineProps = {
  words: string;
  dashed: boolean;
  points: { p: Point; c: Change }[];
  x: (days: number) => number;
  y: (deltaE: number) => number;
  end: number;
  at?: number;
};

function Line({ words, dashed, points, x, y, end, at }: LineProps) {
  const last = points.at(-1);
  if (!last) return null;
  const way: [number, number][] = [
    [0, 0],
    ...points.map(({ p, c }): [number, number] => [p.days, c.deltaE00]),
  ];
  return (
    <>
      <polyline
        points={way.map(([d, e]) => `${x(d)},${y(e)}`).join(" ")}
        fill="none"
        stroke="currentColor"
        strokeWidth={dashed ? 0.9 : 1.4}
        strokeDasharray={dashed ? "3 2" : undefined}
      />
      {points.map(({ p, c }) => (
        <g key={p.reading}>
          <line
            x1={x(p.days)}
            x2={x(p.days)}
            y1={y(c.deltaE00 + c.margin)}
            y2={y(Math.max(0, c.deltaE00 - c.margin))}
            stroke="currentColor"
            strokeWidth={0.6}
          />
          <circle
            cx={x(p.days)}
            cy={y(c.deltaE00)}
            r={p.reading === at ? 4 : 2.4}
            fill={p.dark ? "none" : "currentColor"}
            stroke="currentColor"
          />
        </g>
      ))}
      <text x={x(last.p.days) + 6} y={end + 3} fontSize={9} className="code" fill="currentColor">
        {last.c.deltaE00.toFixed(1)} {words}
      </text>
    </>
  );
}
