import type { Schemas } from "../../api/client";

/** A tube, a pan or a dot with what is left of it: hatched where there is paint, empty where there was. */
export function Gauge({
  form,
  left,
  large,
}: {
  form: Schemas["LotView"]["form"];
  left: number;
  large?: boolean;
}) {
  const tube = form === "TUBE" || form === "BOTTLE" || form === "STICK";
  const size = large ? "w-64 h-20" : "w-16 h-6";
  return (
    <svg
      viewBox="0 0 64 24"
      className={`${size} shrink-0`}
      role="img"
      aria-label={`${left} % left`}
      fill="none"
      stroke="currentColor"
      strokeWidth={large ? 0.6 : 1}
    >
      {tube ? (
        <>
          <rect x="1" y="8" width="6" height="8" />
          <path d="M7 10 L12 4 L60 2 L60 22 L12 20 L7 14 Z" />
          <path
            d={`M8 11 L12 6 L${12 + 0.46 * left} ${6 - (2 * 0.46 * left) / 48} L${12 + 0.46 * left} ${18 + (2 * 0.46 * left) / 48} L12 18 L8 13 Z`}
            fill="currentColor"
            stroke="none"
            opacity={left > 0 ? 0.75 : 0}
          />
        </>
      ) : form === "DOT" || form === "SAMPLE" ? (
        <>
          <circle cx="32" cy="12" r="9" />
          <circle
            cx="32"
            cy="12"
            r={(8 * Math.sqrt(left)) / 10}
            fill="currentColor"
            stroke="none"
            opacity="0.75"
          />
        </>
      ) : (
        <>
          <rect x="14" y="3" width="36" height="18" />
          <rect
            x="16"
            y={5 + 0.14 * (100 - left)}
            width="32"
            height={0.14 * left}
            fill="currentColor"
            stroke="none"
            opacity="0.75"
          />
        </>
      )}
    </svg>
  );
}
