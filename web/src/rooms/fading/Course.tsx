import type { Schemas } from "../../api/client";

type Point = Schemas["CoursePoint"];

const WIDE = 220;
const TALL = 64;

/** The strength that is shown: the tint, where there is one. */
export const shown = (p: Point) => p.tint ?? p.full;

type Props = { points: Point[]; name: string; days: number; most: number; at?: number };

/** ΔE00 over the days in the light, with margins; all courses of an exposure on one scale. */
export function Course({ points, name, days, most, at }: Props) {
  const x = (d: number) => (WIDE * d) / Math.max(1, days);
  const y = (e: number) => TALL - TALL * Math.min(1, e / most);
  const way = [
    [0, 0] as [number, number],
    ...points.map((p) => [p.days, shown(p).deltaE00] as [number, number]),
  ];
  const last = points.at(-1);
  return (
    <svg
      viewBox={`-4 -6 ${WIDE + 44} ${TALL + 20}`}
      className="w-full max-w-72"
      role="img"
      aria-label={`${name}: ${points.map((p) => `ΔE00 ${shown(p).deltaE00.toFixed(1)} after ${p.days} days`).join(", ")}`}
    >
      <line x1={0} y1={TALL} x2={WIDE} y2={TALL} stroke="currentColor" strokeWidth={0.6} />
      <polyline
        points={way.map(([d, e]) => `${x(d)},${y(e)}`).join(" ")}
        fill="none"
        stroke="currentColor"
        strokeWidth={1.4}
      />
      {points.map((p) => (
        <g key={p.reading}>
          <line
            x1={x(p.days)}
            x2={x(p.days)}
            y1={y(shown(p).deltaE00 + shown(p).margin)}
            y2={y(Math.max(0, shown(p).deltaE00 - shown(p).margin))}
            stroke="currentColor"
            strokeWidth={0.6}
          />
          <circle
            cx={x(p.days)}
            cy={y(shown(p).deltaE00)}
            r={p.reading === at ? 4 : 2.4}
            fill={p.dark ? "none" : "currentColor"}
            stroke="currentColor"
          />
        </g>
      ))}
      {last && (
        <text
          x={x(last.days) + 6}
          y={Math.max(6, y(shown(last).deltaE00) + 3)}
          fontSize={9}
          className="code"
          fill="currentColor"
        >
          {shown(last).deltaE00.toFixed(1)}
        </text>
      )}
      <text x={0} y={TALL + 11} fontSize={8} fill="currentColor">
        0
      </text>
      <text x={WIDE} y={TALL + 11} fontSize={8} textAnchor="end" fill="currentColor">
        {days} days
      </text>
    </svg>
  );
}
