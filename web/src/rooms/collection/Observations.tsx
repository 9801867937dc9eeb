import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { client, data, type Schemas } from "../../api/client";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { words } from "../../ui/words";

/** What the eye says: one tap a trait. Earlier observations stay. */
export function Observations({ paint: p }: { paint: Schemas["PaintPage"] }) {
  const [trait, setTrait] = useState("granulation");
  const [note, setNote] = useState("");
  const traits = useQuery({
    queryKey: ["eye-traits"],
    queryFn: () => data(client.GET("/api/eye-traits", {})),
    staleTime: Number.POSITIVE_INFINITY,
  }).data?.traits;
  const name = (t: string) => traits?.find((x) => x.trait === t.toLowerCase())?.words ?? words(t);
  const steps = traits?.find((t) => t.trait === trait)?.steps ?? [];
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
      <h2 className="font-semibold mb-1 flex gap-3 items-baseline">
        What your eye says
        <Link to={`/observe?paint=${p.id}`} className="underline font-normal text-sm">
          by keys
        </Link>
      </h2>
      <div className="flex flex-wrap gap-2 items-center">
        <select
          aria-label="Trait"
          className="select w-44"
          value={trait}
          onChange={(e) => setTrait(e.target.value)}
        >
          {(traits ?? [{ trait, words: trait }]).map((t) => (
            <option key={t.trait} value={t.trait}>
              {t.words}
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
        {p.observations.map((o, i) => (
          <li key={o.id} id={`observation-${o.id}`} className="rule-b py-1.5 flex gap-3">
            <span className="code leading-6 shrink-0">{o.on}</span>
            <span>
              {name(o.trait)}: <strong>{words(o.value)}</strong>
              <Before observations={p.observations.slice(i + 1)} now={o} />
              {o.source === "FADING_TEST" && <span className="quiet"> · fading test</span>}
              {o.paper && <span className="quiet"> · on {o.paper}</span>}
              {o.chart && (
                <Link to={`/bench/${o.chart}`} className="underline quiet ml-1">
                  its sitting
                </Link>
              )}
              {o.note && <span className="block quiet">{o.note}</span>}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A change of mind: what was said of the same trait before, if it was something else. */
function Before({
  observations,
  now,
}: {
  observations: Schemas["ObservationView"][];
  now: Schemas["ObservationView"];
}) {
  const before = observations.find((o) => o.trait === now.trait && o.source === now.source);
  if (!before || before.value === now.value) return null;
  return (
    <span className="quiet">
      {" "}
      · {words(before.value)} on {before.on}
    </span>
  );
}
