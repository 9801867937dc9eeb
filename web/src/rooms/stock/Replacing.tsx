import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Strip } from "../../ui/Strip";

const KINDS = {
  SAME_PAINT: "the same paint",
  SAME_PIGMENTS: "the same pigments",
  NEAREST: "a near colour",
} as const;

/** What can take a paint’s place, and in what each differs. */
export function Replacing({
  all,
  onBuy,
}: {
  all: Schemas["ReplacementView"][];
  onBuy: (paint: number) => void;
}) {
  if (all.length === 0) {
    return <p className="quiet">Nothing that is catalogued or in your makers' charts takes its place.</p>;
  }
  return (
    <ul>
      {all.map((r) => (
        <li
          key={r.paint?.id ?? `c${r.colour}`}
          className="rule-t py-2 flex flex-wrap gap-x-4 gap-y-1 items-start"
        >
          <Strip
            strip={r.paint?.strip}
            seed={r.paint?.id ?? 0}
            label={r.name}
            className="w-24 h-7 shrink-0"
          />
          <div className="grow basis-56 min-w-0">
            <p>
              {r.paint ? (
                <Link to={`/paints/${r.paint.id}`} className="paint-name hover:underline">
                  {r.name}
                </Link>
              ) : (
                <span className="paint-name">{r.name}</span>
              )}{" "}
              <span className="quiet">{r.maker}</span> <span className="code">{r.recipe.join(" + ")}</span>
            </p>
            <p className="text-sm">
              <span className="font-semibold">{KINDS[r.kind]}</span>: {r.said.join("; ")}.
            </p>
          </div>
          {r.paint && (
            <button
              type="button"
              className="underline py-1"
              aria-label={`To buy: ${r.name}`}
              onClick={() => r.paint && onBuy(r.paint.id)}
            >
              To buy
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
