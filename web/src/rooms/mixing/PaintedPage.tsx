import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { useLater } from "../../ui/useLater";
import { planWith } from "../chart/usePlan";
import { MixingNav } from "./MixingNav";
import { painted } from "./parts";
import { Wash } from "./Wash";

type Mix = Schemas["KeptMix"];

/** Mixtures that were kept, and all that were ever painted: found again, surprises first where asked. */
export function PaintedPage() {
  const [text, setText] = useState("");
  const [surprises, setSurprises] = useState(false);
  const find = useLater(text.trim(), 200);
  const list = useQuery({
    queryKey: ["mixes", find, surprises],
    queryFn: () => data(client.GET("/api/mixes", { params: { query: { find, surprises } } })),
    placeholderData: keepPreviousData,
  });
  const mixes = list.data?.mixes ?? [];
  return (
    <Page
      title="Kept and painted"
      under="Mixtures of every chart that was read, and those kept by hand."
      aside={
        <Link
          className="btn btn-primary"
          to="/bench/new"
          onClick={() => planWith({ form: "ONE_AGAINST_ALL", opacityLine: false })}
        >
          Plan a chart of mixtures
        </Link>
      }
    >
      <MixingNav />
      <div className="flex flex-wrap gap-4 items-end mb-3">
        <Field label="Find a mixture" className="w-full max-w-md">
          {(id) => (
            <input
              id={id}
              type="search"
              className="input w-full"
              placeholder="mix of PB29 and PBr7, near M-0031, grey, liked …"
              value={text}
              onChange={(e) => setText(e.target.value)}
            />
          )}
        </Field>
        <label className="flex items-center gap-2 pb-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={surprises}
            onChange={(e) => setSurprises(e.target.checked)}
          />
          surprises first
        </label>
        <p className="flex gap-x-4 pb-2">
          <Link className="underline" to="/mixing/grid">
            Read a grid ruled by hand
          </Link>
          <Link className="underline" to="/mixing/card">
            Card of the liked ones
          </Link>
        </p>
      </div>
      <ProblemNote problem={list.error as Problem | null} />
      {list.data && (
        <p className="quiet" role="status">
          {mixes.length} of {list.data.all}
          {list.data.understood && `: ${list.data.understood}`}
        </p>
      )}
      {list.data?.all === 0 && (
        <p className="max-w-prose mt-3">
          Nothing is kept yet. Keep a foreseen mixture under a name, or paint a chart of mixtures and read its
          picture: each square is then a mixture of its own, found again by what is in it.
        </p>
      )}
      <ul className="grid gap-x-6 lg:grid-cols-2">
        {mixes.map((m) => (
          <Kept key={m.id} mix={m} />
        ))}
      </ul>
      <Learnt />
    </Page>
  );
}

function Kept({ mix: m }: { mix: Mix }) {
  const change = useAct((body: Schemas["ChangedMix"], headers) =>
    data(client.PUT("/api/mixes/{mix}", { headers, params: { path: { mix: m.id } }, body })),
  );
  const remove = useAct((_: undefined, headers) =>
    data(client.DELETE("/api/mixes/{mix}", { headers, params: { path: { mix: m.id } } })),
  );
  const [naming, setNaming] = useState<string | null>(null);
  const names = m.parts.map((p) => p.paint.name).join(" + ");
  return (
    <li className="rule-t py-3 flex gap-3">
      <div className="w-40 shrink-0">
        <Wash
          colours={m.colours}
          label={`${m.name || names}, ${m.painted ? "as painted" : "foreseen"}`}
          className="h-16"
        />
        {m.painted && m.foreseen && (
          <div className="flex items-center gap-1.5 mt-1 text-xs quiet">
            <span data-paint className="w-8 h-3 inline-block" style={{ background: m.foreseen }} /> foreseen
          </div>
        )}
      </div>
      <div className="grow min-w-0">
        {naming === null ? (
          <p>
            <span className="code">{m.code}</span>{" "}
            {m.name && <span className="font-book text-lg">{m.name}</span>}
          </p>
        ) : (
          <form
            className="flex gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              change.run({ name: naming, version: m.version });
              setNaming(null);
            }}
          >
            <input
              className="input input-sm"
              aria-label={`Name of ${m.code}`}
              value={naming}
              onChange={(e) => setNaming(e.target.value)}
            />
            <button type="submit" className="btn btn-sm btn-outline">
              Keep
            </button>
          </form>
        )}
        <p>
          <span className="paint-name">{names}</span> <span className="code">{painted(m)}</span>
        </p>
        <p className="quiet text-sm">{m.said}</p>
        <ProblemNote problem={change.problem ?? remove.problem} />
        <p className="flex flex-wrap gap-x-4 text-sm">
          <button
            type="button"
            className="underline quiet py-1"
            aria-pressed={m.liked}
            onClick={() => change.run({ liked: !m.liked, version: m.version })}
          >
            {m.liked ? "Liked" : "Like"}
          </button>
          <button type="button" className="underline quiet py-1" onClick={() => setNaming(m.name)}>
            Name
          </button>
          <Link
            className="underline quiet py-1"
            to={`/mixing?of=${m.parts.map((p) => `${p.paint.id}x${p.part}`).join(",")}`}
          >
            Foresee
          </Link>
          {m.chart && (
            <Link className="underline quiet py-1" to={`/bench/${m.chart}`}>
              Its sheet
            </Link>
          )}
          <button type="button" className="underline quiet py-1" onClick={() => remove.run(undefined)}>
            Delete
          </button>
        </p>
      </div>
    </li>
  );
}

function Learnt() {
  const learnt = useQuery({
    queryKey: ["mixes", "learnt"],
    queryFn: () => data(client.GET("/api/mixes/learnt")),
  }).data?.paints;
  if (!learnt?.length) return null;
  return (
    <section aria-label="What they taught" className="mt-8 max-w-3xl">
      <h2 className="font-semibold">What painted mixtures taught</h2>
      <p className="quiet mb-2">
        Tinting strength as mixtures show it; what is foreseen goes by it from now on.
      </p>
      <ul>
        {learnt.map((l) => (
          <li key={l.paint.id} className="rule-t py-1.5 flex gap-3 items-baseline">
            <Link to={`/paints/${l.paint.id}`} className="paint-name hover:underline w-48 shrink-0">
              {l.paint.name}
            </Link>
            <span>{l.said}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
