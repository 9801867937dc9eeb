import { useMemo } from "react";

type Props = {
  /** From full strength to palest; none where no colour is known. */
  stops?: readonly string[] | null;
  /** Whether the colour is only what its recipe usually gives. */
  guessed?: boolean;
  round?: boolean;
  className?: string;
};

/** Paint in its well: the pan at full strength, and below it how it washes out. */
export function Pan({ stops, guessed, round, className = "" }: Props) {
  const run = useMemo(() => (stops?.length ? `linear-gradient(to right, ${stops.join(", ")})` : ""), [stops]);
  const shape = round ? "rounded-full" : "";
  if (!stops?.length) {
    return (
      <span className={`block border border-dashed border-[var(--field)] hatched ${shape} ${className}`} />
    );
  }
  if (round) {
    return (
      <span
        data-paint
        className={`block rounded-full ${className}`}
        style={{
          background: `linear-gradient(to bottom, ${stops[0]} 62%, ${at(stops, 0.45)} 82%, ${at(stops, 0.9)})`,
        }}
      >
        {guessed && <Guess />}
      </span>
    );
  }
  return (
    <span className={`flex flex-col gap-[3%] ${className}`}>
      <span
        data-paint
        className="grow relative"
        style={{
          background: `radial-gradient(ellipse at 46% 42%, ${at(stops, 0.16)}, ${stops[0]} 68%)`,
        }}
      >
        {guessed && <Guess />}
      </span>
      <span data-paint className="h-[24%]" style={{ background: run }} />
    </span>
  );
}

/** Only the recipe says so: a corner is left open. */
function Guess() {
  return (
    <span
      aria-hidden="true"
      className="absolute right-0 bottom-0 bg-base-100 border border-base-content code px-0.5 leading-tight"
    >
      ?
    </span>
  );
}

function at(stops: readonly string[], share: number) {
  return stops[Math.round(share * (stops.length - 1))];
}
