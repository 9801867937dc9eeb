import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, data, type Problem } from "../../api/client";
import { Field, TextField } from "../../ui/Field";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { NoteForm, NoteList } from "./Research";
import type { Candidate, Shortlist } from "./ShortlistPage";
import { markOf } from "./Trials";

/** What is decided of one candidate: must it stay, how much it counts, its price; and what was read of it. */
export function CandidateDetails({
  candidate: c,
  shortlist: s,
}: {
  candidate: Candidate;
  shortlist: Shortlist;
}) {
  const own = c.priceFrom === "as you said";
  const [price, setPrice] = useState(own ? (c.price ?? "") : "");
  const [liking, setLiking] = useState(c.liking === null ? "" : String(c.liking));
  const [reason, setReason] = useState(c.reason);
  const [must, setMust] = useState(c.must);
  const change = useAct((_: undefined, headers) =>
    data(
      client.PUT("/api/shortlists/candidates/{shortlist_candidate}", {
        headers,
        params: { path: { shortlist_candidate: c.id } },
        body: {
          must,
          liking: liking.trim() ? Number(liking.replace(",", ".")) : undefined,
          price,
          reason,
          byHand: c.byHand ?? undefined,
          version: c.version,
        },
      }),
    ),
  );
  const remove = useAct((_: undefined, headers) =>
    data(
      client.DELETE("/api/shortlists/candidates/{shortlist_candidate}", {
        headers,
        params: { path: { shortlist_candidate: c.id } },
      }),
    ),
  );
  return (
    <div className="mt-3 grid gap-6 md:grid-cols-2 xl:grid-cols-3">
      <form
        className="space-y-2"
        onSubmit={(e) => {
          e.preventDefault();
          change.run(undefined);
        }}
      >
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={must}
            onChange={(e) => setMust(e.target.checked)}
          />
          It must stay
        </label>
        <Field
          label="How much it counts"
          hint={c.liking === null ? `Now ${c.counts}: ${c.countsBecause}.` : "0 to 10; empty, as trials say."}
        >
          {(id) => (
            <input
              id={id}
              className="input w-full"
              inputMode="decimal"
              value={liking}
              onChange={(e) => setLiking(e.target.value)}
            />
          )}
        </Field>
        <TextField
          label={`Price in ${s.currency}`}
          hint={c.price === null ? `${c.priceFrom}.` : own ? undefined : `Now ${c.price}: ${c.priceFrom}.`}
          value={price}
          onChange={setPrice}
        />
        <TextField label="Why it is here" value={reason} onChange={setReason} />
        <ProblemNote problem={change.problem ?? remove.problem} />
        <div className="flex gap-3">
          <button type="submit" className="btn btn-sm btn-outline" disabled={change.running}>
            Keep
          </button>
          <button type="button" className="btn btn-sm btn-ghost" onClick={() => remove.run(undefined)}>
            Take off the list
          </button>
        </div>
      </form>
      <div>
        <h3 className="font-semibold">What was read and seen</h3>
        <NoteList notes={c.notes} />
        <NoteForm paint={c.paint.id} />
      </div>
      <FromOthers candidate={c} shortlist={s} />
    </div>
  );
}

/** Whether those that stay could make it. */
function FromOthers({ candidate: c, shortlist: s }: { candidate: Candidate; shortlist: Shortlist }) {
  const others = s.candidates
    .filter((o) => o.id !== c.id && markOf(o) !== "NO" && o.paint.strip)
    .map((o) => o.paint.id);
  const match = useQuery({
    queryKey: ["match-from-list", c.paint.id, others],
    enabled: others.length > 1 && c.paint.strip != null,
    queryFn: ({ signal }) =>
      data(
        client.POST("/api/mixing/match", {
          signal,
          body: { target: { paint: c.paint.id }, from: others, most: 3 },
        }),
      ),
  });
  const name = (id: unknown) => s.candidates.find((o) => o.paint.id === Number(id))?.paint.name ?? String(id);
  return (
    <div>
      <h3 className="font-semibold">Could the others make it?</h3>
      {c.paint.strip == null && <p className="quiet">It was never measured, so this cannot be said.</p>}
      {c.paint.strip != null && others.length < 2 && (
        <p className="quiet">Too few others are measured to mix from.</p>
      )}
      {match.isFetching && <p className="quiet">Working it out …</p>}
      <ProblemNote problem={match.error as Problem | null} />
      <ul>
        {match.data?.mixes.map((m) => (
          <li key={JSON.stringify(m.parts)} className="rule-t py-1.5">
            {m.parts.map((p) => `${p.part} ${name(p.id)}`).join(" + ")}
            <p className="quiet text-sm">
              ΔE {m.deltaE.toFixed(1)} at full strength
              {m.deltaETint != null && `, ${m.deltaETint.toFixed(1)} at tint`}. {m.reasons[0]}
            </p>
          </li>
        ))}
      </ul>
      {match.data?.mixes.length === 0 && <p className="quiet">{match.data.reasons[0]}</p>}
    </div>
  );
}
