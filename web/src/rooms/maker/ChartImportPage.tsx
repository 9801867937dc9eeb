import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { client, data, type Problem, type Schemas, type Word } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";

type Preview = Schemas["ChartPreview"];
type Mend = {
  columns: Record<number, string>;
  cells: Record<number, Record<number, string>>;
  leaveOut: number[];
  currency: string;
  whole: boolean;
  edition: string;
};

const NOTHING: Mend = { columns: {}, cells: {}, leaveOut: [], currency: "EUR", whole: true, edition: "" };
const COLUMNS: Record<string, string> = {
  NUMBER: "catalogue number",
  NAME: "name",
  NAME_EN: "name, English",
  NAME_DE: "name, German",
  NAME_FR: "name, French",
  NAME_IT: "name, Italian",
  NAME_ES: "name, Spanish",
  NAME_NL: "name, Dutch",
  NAME_OTHER: "name, language in the heading",
  IGNORED: "not read",
};
const KINDS: [Word<"ChangeView", "kinds">[number] | "UNCHANGED", string][] = [
  ["ADDED", "added"],
  ["WITHDRAWN", "withdrawn"],
  ["REFORMULATED", "reformulated"],
  ["RESIZED", "resized"],
  ["REPRICED", "repriced"],
  ["RENAMED", "renamed"],
  ["OTHER_CLAIMS", "other claims"],
  ["OTHER_SERIES", "other series"],
  ["UNCHANGED", "unchanged"],
];

function form(file: File, mend: Mend) {
  return {
    body: { table: file as unknown as string },
    bodySerializer: () => {
      const body = new FormData();
      body.append("table", file);
      body.append("mend", JSON.stringify(mend));
      return body;
    },
  };
}

/** A maker's chart from a file: what each row becomes is seen, and mended, before anything is taken in. */
export function ChartImportPage() {
  const line = Number(useParams().line);
  const navigate = useNavigate();
  const chooser = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [mend, setMend] = useState<Mend>(NOTHING);
  const [show, setShow] = useState<(typeof KINDS)[number][0] | "">("");
  const of = useQuery({
    queryKey: ["line", line],
    queryFn: () => data(client.GET("/api/lines/{line}", { params: { path: { line } } })),
  }).data;
  const preview = useQuery({
    queryKey: ["chart-preview", line, file?.name, file?.size, file?.lastModified, JSON.stringify(mend)],
    enabled: file !== null,
    retry: false,
    placeholderData: (before) => before,
    queryFn: () =>
      data(
        client.POST("/api/lines/{line}/chart/preview", {
          params: { path: { line } },
          ...form(file as File, mend),
        }),
      ),
  });
  const take = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/lines/{line}/chart", {
          params: { path: { line } },
          headers,
          ...form(file as File, mend),
        }),
      ),
    { onDone: () => navigate(`/lines/${line}`) },
  );
  const p = preview.data;
  const changed =
    p?.changes.filter((c) =>
      show ? (show === "UNCHANGED" ? c.kinds.length === 0 : c.kinds.includes(show)) : c.kinds.length > 0,
    ) ?? [];

  return (
    <Page
      title="Take in a chart"
      under={
        of && (
          <>
            <Link to={`/lines/${line}`} className="underline">
              {of.name}
            </Link>{" "}
            of {of.makerName}
          </>
        )
      }
      aside={
        p &&
        !preview.isError && (
          <button
            type="button"
            className="btn btn-primary"
            disabled={take.running || preview.isFetching}
            onClick={() => take.run(undefined)}
          >
            Take in {counted(p.colours, "colour")}
          </button>
        )
      }
    >
      <input
        ref={chooser}
        type="file"
        accept=".csv,.tsv,.txt,.xlsx,.ods,.json"
        className="sr-only"
        aria-label="The chart’s file"
        onChange={(e) => {
          setMend(NOTHING);
          setFile(e.target.files?.[0] ?? null);
        }}
      />
      <div className="flex flex-wrap gap-3 items-center mb-3">
        <button type="button" className="btn btn-outline" onClick={() => chooser.current?.click()}>
          {file ? "Choose another file" : "Choose a file"}
        </button>
        <span className="quiet">
          {file ? file.name : "CSV, TSV, XLSX, ODS or JSON, as the maker or a shop gives it"}
        </span>
      </div>
      <ProblemNote problem={(preview.error as Problem | null) ?? take.problem} />
      <WaitingNote waiting={take.waiting} />
      {p && !preview.isError && (
        <div className="space-y-6">
          {p.notes.map((n) => (
            <p key={n} className="border-l-2 border-[var(--field)] pl-2.5">
              {n}
            </p>
          ))}
          <Columns preview={p} mend={mend} setMend={setMend} />
          <Doubts preview={p} mend={mend} setMend={setMend} />
          <section>
            <h2 className="font-semibold mb-1">What it changes</h2>
            <div className="flex flex-wrap gap-x-5 gap-y-1 mb-2">
              {KINDS.filter(([k]) => (p.counts[k] ?? 0) > 0).map(([k, words]) => (
                <button
                  key={k}
                  type="button"
                  aria-pressed={show === k}
                  className={show === k ? "font-semibold underline" : "hover:underline"}
                  onClick={() => setShow(show === k ? "" : k)}
                >
                  <span className="code font-bold">{p.counts[k]}</span> {words}
                </button>
              ))}
            </div>
            {(p.counts.WITHDRAWN ?? 0) > 0 || !mend.whole ? (
              <label className="flex gap-2 items-center mb-2">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={mend.whole}
                  onChange={(e) => setMend({ ...mend, whole: e.target.checked })}
                />
                it is the whole line: what it leaves out is withdrawn
              </label>
            ) : null}
            <ul className="max-w-4xl">
              {changed.slice(0, 300).map((c) => (
                <li
                  key={`${c.row ?? "w"}-${c.name}`}
                  className="rule-b py-1.5 grid grid-cols-[4rem_1fr_auto] gap-3 items-baseline"
                >
                  <span className="code">{c.catalogueNumber}</span>
                  <span>
                    <span className="paint-name">{c.name}</span>{" "}
                    {!c.kinds.includes("ADDED") && <span className="quiet">{c.said}</span>}
                  </span>
                  <span className="code text-right">
                    {c.recipe.join(" + ")} <span className="quiet">{c.sizes}</span>
                  </span>
                </li>
              ))}
            </ul>
            {changed.length > 300 && <p className="quiet mt-1">and {changed.length - 300} more</p>}
            <p className="quiet mt-3">Your own paints keep the edition they were bought as.</p>
          </section>
        </div>
      )}
    </Page>
  );
}

type Part = { preview: Preview; mend: Mend; setMend: (m: Mend) => void };

function Columns({ preview: p, mend, setMend }: Part) {
  return (
    <section>
      <h2 className="font-semibold mb-1">
        {p.colours} colours in {p.file}
        {p.heading > 0 ? `, headed in row ${p.heading}` : ", without headings"}
      </h2>
      <div className="overflow-x-auto">
        <table>
          <tbody>
            <tr className="align-top">
              {p.columns.map((c) => (
                <td key={c.index} className="pr-3 min-w-[8.5rem]">
                  <span className="block truncate max-w-[10rem] font-semibold">
                    {c.heading || `column ${c.index + 1}`}
                  </span>
                  <select
                    aria-label={`What ${c.heading || `column ${c.index + 1}`} is`}
                    className="select select-sm w-full"
                    value={c.column}
                    onChange={(e) =>
                      setMend({ ...mend, columns: { ...mend.columns, [c.index]: e.target.value } })
                    }
                  >
                    {p.choices.map((k) => (
                      <option key={k} value={k}>
                        {COLUMNS[k] ?? k.toLowerCase()}
                      </option>
                    ))}
                  </select>
                  <span className="quiet text-sm block">{c.because}</span>
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      </div>
      <div className="flex flex-wrap gap-4 mt-3">
        <label className="flex gap-2 items-center">
          prices are in
          <input
            className="input input-sm w-20"
            value={mend.currency}
            onChange={(e) => setMend({ ...mend, currency: e.target.value.toUpperCase().slice(0, 3) })}
          />
        </label>
        <label className="flex gap-2 items-center">
          a changed colour’s edition is called
          <input
            className="input input-sm w-36"
            placeholder="since this year"
            value={mend.edition}
            onChange={(e) => setMend({ ...mend, edition: e.target.value })}
          />
        </label>
      </div>
    </section>
  );
}

/** Rows in doubt with their reasons, each cell open to be mended. */
function Doubts({ preview: p, mend, setMend }: Part) {
  if (p.doubts.length === 0) return null;
  const rows = [...new Set(p.doubts.map((d) => d.row))];
  return (
    <section>
      <h2 className="font-semibold mb-1">
        Rows to look at
        <span className="quiet font-normal">{p.keptOut > 0 && ` · ${p.keptOut} kept out`}</span>
      </h2>
      <ul>
        {rows.slice(0, 60).map((row) => {
          const doubts = p.doubts.filter((d) => d.row === row);
          const out = mend.leaveOut.includes(row);
          return (
            <li key={row} className="rule-b py-2">
              <div className="flex gap-3 items-baseline">
                <span className="code w-12 shrink-0">row {row}</span>
                <div className="min-w-0 flex-1">
                  {doubts.map((d) => (
                    <p key={d.column + d.message} className={d.keptOut ? "font-semibold" : ""}>
                      {d.column && <span className="quiet font-normal">{d.column}: </span>}
                      {d.message}
                      {d.keptOut && <span className="quiet font-normal"> Kept out.</span>}
                    </p>
                  ))}
                  <div className="flex gap-1 mt-1 overflow-x-auto">
                    {(p.cells[row] ?? []).slice(0, 14).map((cell, i) => (
                      <input
                        // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its column
                        key={i}
                        aria-label={`Row ${row}, ${p.columns[i]?.heading || `column ${i + 1}`}`}
                        className="input input-sm w-32 shrink-0"
                        defaultValue={mend.cells[row]?.[i] ?? cell}
                        onBlur={(e) => {
                          if (e.target.value === (mend.cells[row]?.[i] ?? cell)) return;
                          setMend({
                            ...mend,
                            cells: { ...mend.cells, [row]: { ...mend.cells[row], [i]: e.target.value } },
                          });
                        }}
                      />
                    ))}
                  </div>
                </div>
                <label className="flex gap-2 items-center shrink-0">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    checked={out}
                    onChange={(e) =>
                      setMend({
                        ...mend,
                        leaveOut: e.target.checked
                          ? [...mend.leaveOut, row]
                          : mend.leaveOut.filter((r) => r !== row),
                      })
                    }
                  />
                  leave out
                </label>
              </div>
            </li>
          );
        })}
      </ul>
      {rows.length > 60 && <p className="quiet mt-1">and {rows.length - 60} more rows</p>}
    </section>
  );
}
