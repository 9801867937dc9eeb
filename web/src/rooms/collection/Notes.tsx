import { Link } from "react-router";
import type { Schemas } from "../../api/client";

type Props = {
  notes: Schemas["Note"][];
  unread: string[];
  /** Takes a suggested code in place of the one doubted. */
  onTake?: (about: string, suggestion: string) => void;
};

/** What there is to say of a label: readings, doubts, and what was not understood. */
export function Notes({ notes, unread, onTake }: Props) {
  if (notes.length === 0 && unread.length === 0) return null;
  return (
    <ul className="space-y-2">
      {notes.map((n) => {
        const doubt = ["unlikely-code", "unknown-number", "fugitive", "name-not-kept"].includes(n.kind);
        return (
          <li
            key={n.kind + n.about + n.message}
            className={
              doubt ? "border border-base-content hatched p-2.5" : "border-l-2 border-[var(--field)] pl-2.5"
            }
          >
            {n.message}
            {n.suggestion && n.kind === "unlikely-code" && (
              <>
                {" "}
                {onTake ? (
                  <button
                    type="button"
                    className="underline font-semibold"
                    onClick={() => onTake(n.about, n.suggestion)}
                  >
                    Take {n.suggestion}
                  </button>
                ) : (
                  <Link className="underline" to={`/pigments/${n.suggestion}`}>
                    {n.suggestion}
                  </Link>
                )}
              </>
            )}
          </li>
        );
      })}
      {unread.length > 0 && (
        <li className="border-l-2 border-[var(--field)] pl-2.5">
          Not understood, and kept as written: {unread.map((u) => `“${u}”`).join(", ")}.
        </li>
      )}
    </ul>
  );
}
