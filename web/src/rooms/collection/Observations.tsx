import { useState } from "react";
import { client, data, type Schemas } from "../../api/client";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { words } from "../../ui/words";

const EXTRA: Record<string, string[]> = {
  rewetting: ["NEVER_SETS", "EASY", "FAIR", "HARD"],
  liking: ["LOVED", "LIKED", "NO"],
};

/** What the eye says: one tap a trait. Earlier observations stay. */
export function Observations({ paint: p }: { paint: Schemas["PaintPage"] }) {
  const [trait, setTrait] = useState("granulation");
  const [note, setNote] = useState("");
  const steps = EXTRA[trait] ?? p.voices[trait]?.scale ?? [];
  const act = useAct(
    (value: string, headers) =>
      data(
        client.POST("/api/paints/{paint}/observations", {
          params: { path: { paint: p.id } },
          headers,
          body: { trait, value, note },
        }),
      ),
    { onDone: () => setNote("") },
  );

  return (
    <section>
      <h2 className="font-semibold mb-1">What your eye says</h2>
      <div className="flex flex-wrap gap-2 items-center">
        <select
          aria-label="Trait"
          className="select w-40"
          value={trait}
          onChange={(e) => setTrait(e.target.value)}
        >
          {[...Object.keys(p.voices), ...Object.keys(EXTRA)].map((t) => (
            <option key={t} value={t}>
              {t === "rewetting" ? "re-wetting" : t}
            </option>
          ))}
        </select>
        <input
          aria-label="A sentence, if you like"
          placeholder="a sentence, if you like"
          className="input flex-1 min-w-32"
          value={note}
          onChange={(e) => setNote(e.target.value)}
        />
      </div>
      <div className="flex flex-wrap gap-1.5 mt-2">
        {steps.map((s) => (
          <button
            key={s}
            type="button"
            className="btn btn-sm btn-outline font-medium"
            disabled={act.running}
            onClick={() => act.run(s)}
          >
            {words(s)}
          </button>
        ))}
      </div>
      <ProblemNote problem={act.problem} />
      <WaitingNote waiting={act.waiting} />
      <ul className="mt-2">
        {p.observations.map((o) => (
          <li key={o.id} className="rule-b py-1.5 flex gap-3">
            <span className="code leading-6 shrink-0">{o.on}</span>
            <span>
              {words(o.trait)}: <strong>{words(o.value)}</strong>
              {o.source === "FADING_TEST" && <span className="quiet"> · fading test</span>}
              {o.note && <span className="block quiet">{o.note}</span>}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
