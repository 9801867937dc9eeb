import type { Schemas } from "../../api/client";

type Props = { palette: Schemas["PaletteSummary"]; className?: string };

/** A palette at a glance, to scale. */
export function SmallBox({ palette: p, className = "" }: Props) {
  return (
    <svg
      viewBox={`-3 -3 ${p.width + 6} ${p.height + 6}`}
      role="img"
      aria-label={`${p.name}, ${p.box}, ${p.filled} of ${p.wells.length} wells filled`}
      className={`block ${className}`}
    >
      <rect
        x={-2}
        y={-2}
        width={p.width + 4}
        height={p.height + 4}
        fill="var(--color-base-100)"
        stroke="var(--color-base-content)"
        strokeWidth={0.6}
      />
      <rect width={p.width} height={p.height} fill="var(--color-base-300)" />
      {p.wells.map((w) => {
        const key = `${w.x} ${w.y}`;
        const full = w.stops[0];
        const pale = w.stops[Math.floor(w.stops.length * 0.7)];
        if (p.round) {
          return (
            <circle
              key={key}
              cx={w.x + w.width / 2}
              cy={w.y + w.height / 2}
              r={w.width / 2 - 0.8}
              fill={full ?? "none"}
              stroke={full ? "white" : "var(--field)"}
              strokeWidth={1.2}
              strokeDasharray={w.filled ? undefined : "2 2"}
            />
          );
        }
        const pad = 0.9;
        return (
          <g key={key}>
            <rect
              x={w.x + pad / 2}
              y={w.y + pad / 2}
              width={w.width - pad}
              height={w.height - pad}
              fill={w.filled ? "white" : "none"}
              stroke="var(--field)"
              strokeWidth={0.3}
              strokeDasharray={w.filled ? undefined : "1.5 1.5"}
            />
            {full && (
              <>
                <rect
                  x={w.x + 1.4}
                  y={w.y + 1.4}
                  width={w.width - 2.8}
                  height={w.height * 0.62}
                  fill={full}
                />
                <rect
                  x={w.x + 1.4}
                  y={w.y + w.height * 0.72}
                  width={w.width - 2.8}
                  height={w.height * 0.2}
                  fill={pale}
                />
              </>
            )}
          </g>
        );
      })}
    </svg>
  );
}
