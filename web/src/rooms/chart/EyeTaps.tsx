import { EYE } from "./words";

/** What the eye sees of a cell, one tap each. */
export function EyeTaps({
  taps,
  onTaps,
  large = false,
}: {
  taps: string[];
  onTaps: (taps: string[]) => void;
  large?: boolean;
}) {
  return (
    <div role="group" aria-label="What the eye sees" className="flex flex-wrap gap-1.5">
      {EYE.map(([value, words]) => {
        const on = taps.includes(value);
        return (
          <button
            key={value}
            type="button"
            aria-pressed={on}
            className={`border border-[var(--field)] ${large ? "px-3 py-2.5" : "px-2 py-1"} ${on ? "bg-primary text-primary-content" : "bg-base-100"}`}
            onClick={() => onTaps(on ? taps.filter((t) => t !== value) : [...taps, value])}
          >
            {words}
          </button>
        );
      })}
    </div>
  );
}
