import type { Word } from "../../api/client";
import { EYE } from "./words";

/** What the eye sees of a cell, one tap each; large for the thumb, in one row. */
export function EyeTaps({
  taps,
  onTaps,
  large = false,
}: {
  taps: Word<"Painted", "eye">;
  onTaps: (taps: Word<"Painted", "eye">) => void;
  large?: boolean;
}) {
  return (
    <div
      role="group"
      aria-label="What the eye sees"
      className={`flex gap-1.5 ${large ? "overflow-x-auto md:flex-wrap" : "flex-wrap"}`}
    >
      {EYE.map(([value, words]) => {
        const on = taps.includes(value);
        return (
          <button
            key={value}
            type="button"
            aria-pressed={on}
            className={`border border-[var(--field)] shrink-0 ${large ? "px-3 py-2.5" : "px-2 py-1"} ${on ? "bg-primary text-primary-content" : "bg-base-100"}`}
            onClick={() => onTaps(on ? taps.filter((t) => t !== value) : [...taps, value])}
          >
            {words}
          </button>
        );
      })}
    </div>
  );
}
