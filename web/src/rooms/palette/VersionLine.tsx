import { Link } from "react-router";
import type { Palette } from "./usePalette";

/** Versions as ribbons of time, oldest first; the newest is what is in use. */
export function VersionLine({ palette }: { palette: Palette }) {
  if (palette.versions.length === 0) {
    return <p className="quiet rule-t pt-3 mt-5">No version is kept yet: what is laid now is a draft.</p>;
  }
  return (
    <section aria-label="Versions" className="rule-t pt-3 mt-5">
      <ol className="flex flex-wrap gap-x-3 gap-y-4">
        {palette.versions.map((v, i) => (
          <li key={v.number} className="min-w-32 max-w-52 grow basis-40">
            <Link
              to={`/palettes/${palette.id}/versions?from=${Math.max(1, v.number - 1)}&to=${v.number}`}
              className="block hover:underline"
            >
              <span className={`code ${i === palette.versions.length - 1 ? "font-bold" : ""}`}>
                {v.since}
              </span>
              <span className="flex h-6 mt-0.5" aria-hidden="true">
                {v.wells.map((w) => (
                  <span
                    data-paint
                    key={w.well}
                    className={`grow ${w.colour ? "" : "hatched border-y border-dashed border-[var(--field)]"}`}
                    style={{ background: w.colour ?? undefined }}
                  />
                ))}
              </span>
              <span className="block text-sm quiet leading-snug mt-0.5">{v.said}</span>
            </Link>
            {v.why && <span className="block text-sm leading-snug">{v.why}</span>}
          </li>
        ))}
      </ol>
    </section>
  );
}
