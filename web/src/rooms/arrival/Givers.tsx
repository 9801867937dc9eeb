import { useState } from "react";
import { client, data, type Problem } from "../../api/client";
import { Select } from "../../ui/Select";
import type { Draft } from "./useDraft";

type Props = { draft: Draft; change: (next: Partial<Draft>) => void; open: boolean };

const NAMINGS = [
  ["NAMED", "named"],
  ["KEPT", "not named; keep it encrypted"],
  ["NOT_KEPT", "not named; do not keep it"],
] as const;

/** Who gave it. One who asked not to be named stands in the lines as “giver 1”, and nowhere by name. */
export function Givers({ draft, change, open }: Props) {
  if (!open && draft.givers.length === 0) return null;
  const set = (i: number, next: Partial<Draft["givers"][number]>) =>
    change({ givers: draft.givers.map((g, n) => (n === i ? { ...g, ...next } : g)) });
  return (
    <section>
      <h2 className="font-semibold mb-1">From whom</h2>
      <ul className="space-y-3">
        {draft.givers.map((g, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: givers have no other name until they are kept
          <li key={i} className="space-y-1.5">
            <div className="flex gap-2">
              {g.naming !== "NAMED" && g.id && g.called === `giver ${i + 1}` ? (
                <span className="flex-1 py-1.5 px-2 hatched border border-[var(--field)]">
                  {g.called} <Reveal giver={g.id} kept={g.naming === "KEPT"} />
                </span>
              ) : g.naming !== "NAMED" ? (
                // Kept only when it is whole: once kept, a name that is not to be told is not shown again.
                <input
                  aria-label={`Giver ${i + 1}`}
                  className="input flex-1 min-w-0"
                  placeholder="name, as on the lines"
                  defaultValue={g.name}
                  onBlur={(e) => set(i, { name: e.target.value })}
                />
              ) : (
                <input
                  aria-label={`Giver ${i + 1}`}
                  className="input flex-1 min-w-0"
                  placeholder="name, as on the lines"
                  value={g.name}
                  onChange={(e) => set(i, { name: e.target.value })}
                />
              )}
              <button
                type="button"
                className="underline px-1"
                onClick={() => change({ givers: draft.givers.filter((_, n) => n !== i) })}
              >
                Remove<span className="sr-only"> giver {i + 1}</span>
              </button>
            </div>
            <Select
              aria-label={`Whether giver ${i + 1} is named`}
              value={g.naming}
              options={NAMINGS}
              onChange={(v) => set(i, { naming: v })}
            />
            <label className="flex gap-2 items-center">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={g.thanksOwed}
                onChange={(e) => set(i, { thanksOwed: e.target.checked })}
              />
              thanks are owed
            </label>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="underline mt-2"
        onClick={() =>
          change({ givers: [...draft.givers, { name: "", naming: "NAMED", thanksOwed: true, called: "" }] })
        }
      >
        Add a giver
      </button>
    </section>
  );
}

/** Shows a kept name to the collector alone, for as long as the page stands. */
export function Reveal({ giver, kept }: { giver: number; kept: boolean }) {
  const [said, setSaid] = useState("");
  if (!kept) return <span className="quiet">(name not kept)</span>;
  if (said) return <span>({said})</span>;
  return (
    <button
      type="button"
      className="underline"
      onClick={async () => {
        try {
          const answer = await data(client.GET("/api/givers/{giver}/name", { params: { path: { giver } } }));
          setSaid(answer.name);
        } catch (e) {
          setSaid((e as Problem).message);
        }
      }}
    >
      show the name
    </button>
  );
}
