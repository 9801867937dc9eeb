import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { drawn, Strip } from "../../ui/Strip";
import { lab } from "./useScan";

type Props = {
  scan: Schemas["ScanView"];
  cell: Schemas["ScannedCell"];
  onLeaveOut: (out: boolean) => void;
  onSwap: (other: number) => void;
};

/** One cell: the real paint beside the strip drawn from it, what was measured, and what can be mended. */
export function CellPanel({ scan, cell: c, onLeaveOut, onSwap }: Props) {
  const open = scan.state === "PROPOSED";
  const others = scan.cells.filter((o) => o.cell !== c.cell && o.entry && !o.mixedWith);
  // Two washes that cross make one colour, of one strength.
  const even = c.mixedWith != null && c.range === 0;
  return (
    <section aria-label={`Cell ${c.cell + 1}`} className="rule-box p-3">
      <h2 className="flex flex-wrap items-baseline gap-x-3">
        <span className="code">{c.cell + 1}</span>
        {c.entry ? (
          <Link to={`/paints/${c.entry.id}`} className="paint-name text-xl underline">
            {c.entry.name}
          </Link>
        ) : (
          <span className="quiet">no paint is planned here</span>
        )}
        {c.mixedWith && <span className="paint-name">with {c.mixedWith}</span>}
        {c.entry && <span className="code quiet">{c.entry.recipe.join(" ")}</span>}
      </h2>
      <div className="grid grid-cols-2 gap-2 my-2">
        <figure>
          <img
            key={`${scan.reading}-${c.cell}-${scan.version}`}
            src={`/api/readings/${scan.reading}/cells/${c.cell}/crop`}
            alt="Your own paper"
            className="w-full h-32 object-contain bg-base-200"
          />
          <figcaption className="quiet text-sm">Your paper, set straight</figcaption>
        </figure>
        <figure>
          <Strip
            strip={c.bare ? undefined : c.strip}
            seed={c.paint ?? c.cell}
            label="As read"
            shape="plate"
            className="w-full h-32"
          />
          <figcaption className="quiet text-sm">{drawn(c.bare ? undefined : c.strip)}</figcaption>
        </figure>
      </div>
      {!c.bare && (
        <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-[0.93rem]">
          <Line what={even ? "Its one strength" : "Full strength"}>
            <span className="code whitespace-pre-wrap">{lab(c.massTone)}</span>{" "}
            <span className="quiet">± {Math.max(0.1, c.margins.massTone).toFixed(1)}</span>
          </Line>
          {!even && (
            <Line what="Palest">
              <span className="code whitespace-pre-wrap">{lab(c.tint)}</span>{" "}
              <span className="quiet">± {Math.max(0.1, c.margins.tint).toFixed(1)}</span>
            </Line>
          )}
          {!even && (
            <Line what="Range of value">
              <span className="code">{c.range.toFixed(0)} L*</span>
              {c.hueTurn != null && (
                <span className="quiet"> · hue turns {Math.abs(c.hueTurn).toFixed(0)}° on thinning</span>
              )}
            </Line>
          )}
          {c.granulates && c.granulation != null && (
            <Line what="Granulation">
              {c.granulates} <span className="code quiet">{c.granulation.toFixed(2)}</span>
              {c.margins.granulation != null && (
                <span className="quiet"> ± {Math.max(0.01, c.margins.granulation).toFixed(2)}</span>
              )}
            </Line>
          )}
          {c.covers && c.covering != null && (
            <Line what="Covers">
              {c.covers}{" "}
              <span className="code quiet">{Math.round(c.covering * 100)} % as light over black</span>
              {c.margins.covering != null && (
                <span className="quiet"> ± {Math.max(1, Math.round(c.margins.covering * 100))} %</span>
              )}
            </Line>
          )}
          {c.overBlack && (
            <Line what="Over black">
              <span className="code whitespace-pre-wrap">{lab(c.overBlack)}</span>
              {c.flips && <span> · turns its colour: an interference paint</span>}
            </Line>
          )}
          {c.difference != null && (
            <Line what="Against earlier">
              <span className="code">ΔE00 {c.difference.toFixed(1)}</span>
            </Line>
          )}
          <Line what="How sure">
            <span className="code">{Math.round(c.confidence * 100)} %</span>
          </Line>
        </dl>
      )}
      {!c.bare && (
        <p className="quiet text-sm mt-1">
          ± is how far parts of the swatch differ, not how far it lies from the truth.
        </p>
      )}
      {c.notes.map((n) => (
        <p key={n} className="mt-1">
          {n}
        </p>
      ))}
      {open && c.entry && (
        <div className="flex flex-wrap items-end gap-3 mt-3">
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={!c.leftOut}
              onChange={(e) => onLeaveOut(!e.target.checked)}
            />
            take it over
          </label>
          {!c.mixedWith && others.length > 0 && (
            <label>
              <span className="sr-only">Swap with</span>
              <select className="select select-sm" value="" onChange={(e) => onSwap(Number(e.target.value))}>
                <option value="" disabled>
                  Swapped with …
                </option>
                {others.map((o) => (
                  <option key={o.cell} value={o.cell}>
                    {o.cell + 1} {o.entry?.name}
                  </option>
                ))}
              </select>
            </label>
          )}
        </div>
      )}
    </section>
  );
}

function Line({ what, children }: { what: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="quiet">{what}</dt>
      <dd>{children}</dd>
    </>
  );
}
