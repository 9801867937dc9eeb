import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link, useParams } from "react-router";
import { client, data, type Problem, type Schemas, type Word } from "../../api/client";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Ribbon } from "../../ui/Ribbon";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { counted, words } from "../../ui/words";

export function MakerPage() {
  const id = Number(useParams().maker);
  const query = useQuery({
    queryKey: ["maker", id],
    queryFn: () => data(client.GET("/api/makers/{maker}", { params: { path: { maker: id } } })),
  });
  if (query.isError) {
    return (
      <Page title="No such maker">
        <ProblemNote problem={query.error as Problem} />
      </Page>
    );
  }
  if (!query.data) return <Page title="…">{null}</Page>;
  return <Maker key={query.data.version} maker={query.data} />;
}

function Maker({ maker: m }: { maker: Schemas["MakerView"] }) {
  const [name, setName] = useState(m.name);
  const [initials, setInitials] = useState(m.initials);
  const [note, setNote] = useState(m.note);
  const [scales, setScales] = useState<Record<string, string>>(
    Object.fromEntries(m.scales.map((s) => [s.trait, s.written])),
  );
  const save = useAct((_: undefined, headers) =>
    data(
      client.PUT("/api/makers/{maker}", {
        headers,
        params: { path: { maker: m.id } },
        body: { name, initials, note, scales, version: m.version },
      }),
    ),
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    save.run(undefined);
  }
  return (
    <Page
      title={m.name}
      under={
        <Link className="underline" to={`/collection?find=${encodeURIComponent(`maker:"${m.name}"`)}`}>
          {counted(m.paints, "paint")} in the collection
        </Link>
      }
    >
      <ClaimsOverTheYears maker={m.id} />
      <div className="grid gap-10 lg:grid-cols-[minmax(0,1fr)_320px] max-w-5xl">
        <form onSubmit={submit} className="space-y-4">
          <div className="grid grid-cols-[1fr_6rem] gap-3">
            <Field label="Name">
              {(id) => (
                <input
                  id={id}
                  className="input w-full"
                  value={name}
                  onChange={(e) => setName(e.target.value)}
                />
              )}
            </Field>
            <Field label="Initials">
              {(id) => (
                <input
                  id={id}
                  className="input w-full code"
                  value={initials}
                  onChange={(e) => setInitials(e.target.value)}
                />
              )}
            </Field>
          </div>
          <h2 className="font-semibold pt-2">The maker’s own symbols, and what they mean here</h2>
          {m.scales.map((s) => (
            <div key={s.trait}>
              <Field
                label={s.trait[0].toUpperCase() + s.trait.slice(1)}
                hint={`symbol = one of ${s.steps.join(", ")}`}
              >
                {(id) => (
                  <input
                    id={id}
                    className="input w-full"
                    placeholder={`I = ${s.steps[0]}, II = ${s.steps[1]}`}
                    value={scales[s.trait]}
                    onChange={(e) => setScales({ ...scales, [s.trait]: e.target.value })}
                  />
                )}
              </Field>
              {s.published.length > 0 && (
                <p className="text-sm mt-1 flex flex-wrap gap-x-3">
                  <span className="quiet">As published:</span>
                  {s.published.map((p) => (
                    <button
                      key={p.words}
                      type="button"
                      className="underline"
                      onClick={() => setScales({ ...scales, [s.trait]: p.written })}
                    >
                      {p.words}
                    </button>
                  ))}
                </p>
              )}
            </div>
          ))}
          <Field label="Note">
            {(id) => (
              <textarea
                id={id}
                rows={3}
                className="textarea w-full"
                value={note}
                onChange={(e) => setNote(e.target.value)}
              />
            )}
          </Field>
          <ProblemNote problem={save.problem} />
          <WaitingNote waiting={save.waiting} />
          <button type="submit" className="btn btn-primary" disabled={save.running}>
            Save
          </button>
        </form>
        <Lines maker={m} />
      </div>
    </Page>
  );
}

function Lines({ maker: m }: { maker: Schemas["MakerView"] }) {
  const [name, setName] = useState("");
  const [grade, setGrade] = useState<Word<"NewLine", "grade">>("ARTIST");
  const add = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/makers/{maker}/lines", {
          params: { path: { maker: m.id } },
          headers,
          body: { name, grade },
        }),
      ),
    { onDone: () => setName("") },
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    add.run(undefined);
  }
  return (
    <section>
      <h2 className="font-semibold mb-2">Lines</h2>
      <ul>
        {m.lines.map((l) => (
          <li key={l.id}>
            <Link to={`/lines/${l.id}`} className="rule-b py-2 flex justify-between gap-3 hover:bg-base-100">
              <span className="min-w-0">
                <span className="font-book text-lg block">{l.name}</span>
                <Ribbon sort="line" of={l.id} className="mt-1" />
              </span>
              <span className="quiet">
                {words(l.grade)}, {counted(l.colours, "colour")}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      <form onSubmit={submit} className="flex gap-2 mt-3">
        <input
          aria-label="A new line"
          placeholder="a new line"
          required
          className="input flex-1 min-w-0"
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <Select
          aria-label="Grade"
          className="select w-28"
          value={grade}
          options={(["ARTIST", "STUDENT", "HANDMADE"] as const).map((g) => [g, words(g)] as const)}
          onChange={setGrade}
        />
        <button type="submit" className="btn btn-outline">
          Add
        </button>
      </form>
      <ProblemNote problem={add.problem} />
    </section>
  );
}

/** What the maker claims against one’s own paper, year by year. */
function ClaimsOverTheYears({ maker }: { maker: number }) {
  const report = useQuery({
    queryKey: ["report", "maker", maker],
    queryFn: () => data(client.GET("/api/reports/makers/{maker}", { params: { path: { maker } } })),
  }).data;
  if (!report || report.years.length === 0) return null;
  return (
    <details className="rule-box p-3 mb-6 max-w-5xl">
      <summary className="cursor-pointer font-semibold">
        Claims against your paper: {counted(report.missed.length, "claim")} it does not bear out
      </summary>
      <div className="overflow-x-auto mt-2">
        <table className="text-left">
          <tbody>
            {report.years.map((y) => (
              <tr key={y.year} className="align-baseline">
                <th scope="row" className="code pr-5 py-1">
                  {y.year || "by eye"}
                </th>
                {y.claims.map((c) => (
                  <td key={c.trait} className="pr-5">
                    {c.trait} <span className="code">{c.agreed}</span> of{" "}
                    <span className="code">{c.asked}</span>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <ul className="mt-2 columns-1 md:columns-2">
        {report.missed.map((x) => (
          <li key={x.paint.id + x.trait}>
            <Link to={`/paints/${x.paint.id}`} className="paint-name underline">
              {x.paint.name}
            </Link>
            : {x.trait} {x.label} on the label, {x.paper} on your paper
          </li>
        ))}
      </ul>
      <p className="mt-2 flex gap-4">
        <Link className="underline" to={`/report?find=${encodeURIComponent(`maker:"${report.name}"`)}`}>
          Report card
        </Link>
        <Link className="underline" to={`/doubts?find=${encodeURIComponent(`maker:"${report.name}"`)}`}>
          Doubts
        </Link>
      </p>
    </details>
  );
}
