import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { VoiceTrack } from "../../ui/VoiceTrack";
import { words } from "../../ui/words";

type Props = { voices: Record<string, Schemas["VoiceView"]>; reasons?: boolean; width?: number };

/** The four traits, each on its track, with the verdict and, if wanted, why. */
export function VoiceTable({ voices, reasons = false, width = 132 }: Props) {
  return (
    <div>
      <div>
        {Object.entries(voices).map(([trait, v]) => (
          <div key={trait} className={reasons ? "rule-b py-2" : "py-0.5"}>
            <div className={`flex items-center gap-2 ${reasons ? "flex-wrap sm:flex-nowrap" : ""}`}>
              <div className={`${reasons ? "w-[6.8rem]" : "w-24"} shrink-0 first-letter:uppercase`}>
                {trait === "lightfastness" ? "Lightfast" : trait}
              </div>
              <div className="flex items-center gap-2">
                <VoiceTrack
                  marks="large"
                  width={width}
                  steps={trait === "lightfastness" ? 5 : v.scale.length}
                  label={step(v, v.label)}
                  pigments={step(v, v.pigments)}
                  paper={step(v, v.paper)}
                  said={`${trait}: label ${words(v.label) || "silent"}, pigments ${words(v.pigments) || "silent"}, paper ${words(v.paper) || "silent"}`}
                />
                <span className="w-4" title={v.disagree ? "the voices disagree" : undefined}>
                  {v.disagree ? "≠" : ""}
                </span>
                {reasons && (
                  <span>
                    <strong>{words(v.verdict) || "nobody says"}</strong>
                    {v.winner && (
                      <span className="quiet">
                        {" "}
                        · {v.sure}, {WINNER[v.winner]}
                      </span>
                    )}
                    {v.labelAsWritten && <span className="quiet"> · label writes “{v.labelAsWritten}”</span>}
                  </span>
                )}
              </div>
            </div>
            {reasons && v.reasons.length > 0 && (
              <div className="quiet mt-0.5 max-w-prose">{v.reasons.join(" ")}</div>
            )}
            {reasons && v.evidence.length > 0 && (
              <details className="text-sm mt-1">
                <summary className="quiet cursor-pointer">
                  Evidence<span className="sr-only"> for {trait}</span>
                </summary>
                <ul aria-label={`Evidence for ${trait}`} className="flex flex-wrap gap-x-4">
                  {v.evidence.map((e) => (
                    <li key={e.kind + e.of + e.says}>
                      <Evidence evidence={e} />
                    </li>
                  ))}
                </ul>
              </details>
            )}
          </div>
        ))}
      </div>
      <p className="quiet text-sm mt-2 flex gap-4">
        <span>○ label</span>
        <span>| pigments</span>
        <span>● your paper</span>
      </p>
    </div>
  );
}

const WINNER: Record<string, string> = {
  PAPER: "your paper wins",
  LABEL: "the label’s word",
  PIGMENTS: "the pigments decide",
};

/** A piece of evidence leads to what it is. */
function Evidence({ evidence: e }: { evidence: Schemas["EvidenceView"] }) {
  if (e.kind === "PIGMENT") {
    return (
      <Link to={`/pigments/${e.of}`} className="underline">
        {e.says}
      </Link>
    );
  }
  if (e.kind === "EXPOSURE") {
    return (
      <Link to={`/exposures/${e.of}`} className="underline">
        {e.says}
      </Link>
    );
  }
  const to =
    e.kind === "READING" ? `#reading-${e.of}` : e.kind === "OBSERVATION" ? `#observation-${e.of}` : undefined;
  return to ? (
    <a href={to} className="underline">
      {e.says}
    </a>
  ) : (
    <a href="#label" className="underline">
      {e.says}
    </a>
  );
}

function step(v: Schemas["VoiceView"], grade: string | undefined | null) {
  if (!grade || grade === "UNTESTED") return null;
  const i = v.scale.indexOf(grade);
  return i < 0 ? null : i;
}
