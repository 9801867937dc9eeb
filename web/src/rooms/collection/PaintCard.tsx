import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Strip } from "../../ui/Strip";
import { words } from "../../ui/words";
import { usePaint } from "./usePaints";
import { VoiceTable } from "./VoiceTable";

/** The paint in hand beside the ledger: its card as it hangs on the ring. */
export function PaintCard({ paint }: { paint: number }) {
  const p = usePaint(paint).data;
  if (!p) return <p className="quiet">…</p>;
  const swatch = p.swatches.find((s) => s.state === "CURRENT");
  const apart = Object.entries(p.voices).filter(([, v]) => v.disagree);
  return (
    <div className="space-y-3">
      <div className="bg-base-100 rule-box p-3.5 relative">
        <div
          aria-hidden="true"
          className="absolute top-2.5 right-4 w-3 h-3 rounded-full border border-[var(--field)]"
        />
        <Strip
          strip={p.strip}
          seed={p.id}
          shape="upright"
          label={p.name}
          className="w-full h-[150px] mt-3.5"
        />
        <p className="paint-name text-lg mt-2 leading-tight">{p.name}</p>
        <p className="quiet text-[0.87rem]">{facts(p)}</p>
        <p className="code mt-1.5 mb-3">{p.recipe.map((r) => r.code).join(" + ") || "no pigments known"}</p>
        <VoiceTable voices={p.voices} width={146} />
      </div>
      {apart.map(([trait, v]) => (
        <p key={trait} className="border border-base-content hatched p-2.5 text-[0.93rem] leading-snug">
          <strong className="first-letter:uppercase inline-block">{trait}:</strong>{" "}
          {v.reasons[v.reasons.length - 1]}
        </p>
      ))}
      <p className="quiet">
        {swatch?.place ? (
          <>
            Filed in <strong className="text-base-content">{swatch.placeInWords}</strong>
            {between(swatch)}
          </>
        ) : swatch ? (
          "Painted, not filed yet."
        ) : (
          "Not painted yet."
        )}
      </p>
      <Link to={`/paints/${p.id}`} className="btn btn-primary">
        Open
      </Link>
    </div>
  );
}

export function facts(p: Schemas["PaintPage"]) {
  const h = p.holdings[0];
  return [
    p.maker,
    p.line,
    p.series ? `series ${p.series}` : "",
    h ? `${h.volume ? `${h.volume} ml ` : ""}${words(h.form)}` : words(p.standing),
  ]
    .filter(Boolean)
    .join(" · ");
}

export function between(s: Schemas["SwatchView"]) {
  if (s.before && s.after) return `, between ${s.before.accession} and ${s.after.accession}`;
  if (s.before) return `, after ${s.before.accession}`;
  return s.after ? `, before ${s.after.accession}` : "";
}
