import { client, data, type Schemas, type Word } from "../../api/client";
import { ProblemNote } from "../../ui/ProblemNote";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";

/** Colours that could stand in either of two families: asked once, with the neighbours in each, and remembered. */
export function Cusps({ cusps }: { cusps: Schemas["CuspView"][] }) {
  const keep = useAct(({ paint, family }: { paint: number; family: Word<"CuspChoice", "family"> }, headers) =>
    data(
      client.PUT("/api/paints/{paint}/family", { params: { path: { paint } }, headers, body: { family } }),
    ),
  );
  if (cusps.length === 0) return null;
  return (
    <section aria-label="Where do these belong?" className="border border-base-content p-3 bg-base-100">
      <h2 className="font-semibold">Where do these belong?</h2>
      <p className="quiet text-sm mb-2">Asked once; Molvet remembers it for every chart and ring.</p>
      <ProblemNote problem={keep.problem} />
      <ul className="space-y-3">
        {cusps.slice(0, 3).map((c) => (
          <li key={c.paint.id} className="rule-t pt-2">
            <p>
              <span className="paint-name">{c.paint.name}</span> <span className="quiet">{c.why}</span>
            </p>
            <div className="grid sm:grid-cols-2 gap-2 mt-1.5">
              {c.choices.map((choice) => (
                <button
                  key={choice.family}
                  type="button"
                  className="text-left border border-[var(--field)] p-2 hover:bg-base-200"
                  disabled={keep.running}
                  onClick={() => keep.run({ paint: c.paint.id, family: choice.family })}
                >
                  <span className="font-semibold">with the {plural(choice.words)}</span>
                  <span className="flex mt-1" aria-hidden="true">
                    {[choice.before, c.paint, choice.after].map((p, i) =>
                      p ? (
                        <Strip
                          // biome-ignore lint/suspicious/noArrayIndexKey: before, itself, after
                          key={i}
                          strip={p.strip}
                          seed={p.id}
                          label={p.name}
                          className={i === 1 ? "w-1/3 h-8 outline-2 outline-base-content z-10" : "w-1/3 h-8"}
                        />
                      ) : (
                        // biome-ignore lint/suspicious/noArrayIndexKey: before, itself, after
                        <span key={i} className="w-1/3 h-8" />
                      ),
                    )}
                  </span>
                  <span className="quiet text-sm block truncate">{beside(choice)}</span>
                </button>
              ))}
            </div>
          </li>
        ))}
      </ul>
      {cusps.length > 3 && <p className="quiet mt-2">and {cusps.length - 3} more after these</p>}
    </section>
  );
}

function beside(choice: Schemas["CuspChoice"]) {
  if (choice.before && choice.after) return `between ${choice.before.name} and ${choice.after.name}`;
  return choice.before
    ? `after ${choice.before.name}`
    : choice.after
      ? `before ${choice.after.name}`
      : "alone";
}

function plural(family: string) {
  return family === "grey" ? "greys" : `${family}s`;
}
