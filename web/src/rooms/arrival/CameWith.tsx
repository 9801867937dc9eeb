import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, data, Problem, type Schemas } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { Field } from "../../ui/Field";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { PerMl } from "./LineCard";

/** With which arrivals a paint came, and how two records of one paint become one. */
export function CameWith({ paint: p }: { paint: Schemas["PaintPage"] }) {
  const [merging, setMerging] = useState(false);
  const query = useQuery({
    queryKey: ["came-with", p.id],
    queryFn: () => data(client.GET("/api/paints/{paint}/arrivals", { params: { path: { paint: p.id } } })),
  }).data;
  const came = query?.arrivals;
  return (
    <section className="min-w-0">
      {came && came.length > 0 && (
        <>
          <h2 className="font-semibold mb-1">Came with</h2>
          <ul>
            {came.map((a) => (
              <li key={`${a.arrival}-${a.landed}`} className="rule-b py-1 flex justify-between gap-3">
                <Link to={`/arrivals/${a.arrival}`} className="underline">
                  {a.title}
                </Link>
                <span className="quiet">
                  {a.cameOn}
                  {a.landed && Number(a.landed) > 0 && (
                    <span className="code text-base-content ml-2">
                      {a.landed} {a.currency}
                    </span>
                  )}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      {query && query.prices.length > 0 && <PerMl prices={query.prices} />}
      <button type="button" className="underline mt-2" onClick={() => setMerging(true)}>
        It is another record’s paint: merge them
      </button>
      {merging && <MergeDialog paint={p} onClose={() => setMerging(false)} />}
    </section>
  );
}

function MergeDialog({ paint: p, onClose }: { paint: Schemas["PaintPage"]; onClose: () => void }) {
  const navigate = useNavigate();
  const [number, setNumber] = useState("");
  const merge = useAct(
    async (_: undefined, headers) => {
      const digits = number.replace(/\D/g, "");
      const found = await data(
        client.GET("/api/paints", { params: { query: { find: `M-${digits}`, limit: 1 } } }),
      );
      const into = digits ? found.paints[0] : undefined;
      if (!into) {
        throw new Problem({
          type: "molvet:refused",
          title: "No such paint",
          status: 422,
          detail: `There is no paint ${number || "of that number"} in the collection. Nothing was changed.`,
        });
      }
      return data(
        client.POST("/api/paints/{paint}/merge", {
          params: { path: { paint: p.id } },
          headers,
          body: { into: into.id },
        }),
      );
    },
    { onDone: (page) => navigate(`/paints/${page.id}`) },
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    merge.run(undefined);
  }
  return (
    <Dialog open title={`Merge ${p.accession} ${p.name}`} onClose={onClose}>
      <form onSubmit={submit} className="space-y-3">
        <p>
          Its holdings, swatches and observations go to the other record; the number {p.accession} stays used.
          It can be undone.
        </p>
        <Field label="Number of the record it becomes">
          {(id) => (
            <input
              id={id}
              className="input w-full"
              placeholder="M-0021"
              value={number}
              onChange={(e) => setNumber(e.target.value)}
            />
          )}
        </Field>
        {p.sameRecipe.length > 0 && (
          <ul>
            {p.sameRecipe.slice(0, 6).map((o) => (
              <li key={o.id}>
                <button type="button" className="underline" onClick={() => setNumber(o.accession)}>
                  <span className="code">{o.accession}</span> {o.name}
                </button>{" "}
                <span className="quiet">{o.maker}</span>
              </li>
            ))}
          </ul>
        )}
        <ProblemNote problem={merge.problem} />
        <WaitingNote waiting={merge.waiting} />
        <div className="flex gap-3">
          <button type="submit" className="btn btn-primary" disabled={merge.running}>
            Merge
          </button>
          <button type="button" className="btn btn-outline" onClick={onClose}>
            Leave
          </button>
        </div>
      </form>
    </Dialog>
  );
}
