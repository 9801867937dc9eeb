import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link } from "react-router";
import { client, data, type Problem, type Schemas, type Word } from "../../api/client";
import { asForm } from "../../api/form";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { type Group, grouped, type Mend, mended, NOTHING, rowsInWords } from "./mend";

type Preview = Schemas["ListPreview"];
type Kind = Word<"ListRowView", "becomes">;

const MOST_SHOWN = 200;
const COLUMNS: Record<string, string> = {
  IGNORED: "not read",
  WORKED_OUT: "worked out by Molvet",
  ACCESSION: "number in Molvet",
  PIGMENTS: "pigments",
  LIKING: "liking",
  GIFT_OF: "gift of",
  BOUGHT_ON: "bought on",
  WISH: "wished for",
  PALETTE: "palette it lies in",
  PLACE: "place of the swatch",
  KEPT_WHERE: "kept where",
  LEFT: "how much is left",
  STATE: "what became of it",
  OTHER_NAME: "second name",
  NUMBER: "number (into the note)",
  FROM: "bought from",
  EYE_LIGHTFASTNESS: "my lightfastness",
  EYE_TRANSPARENCY: "my transparency",
  EYE_STAINING: "my staining",
  EYE_GRANULATION: "my granulation",
  HOLDING_NOTE: "note on the holding",
};
const FORMS = [
  ["TUBE", "tubes"],
  ["HALF_PAN", "half pans"],
  ["FULL_PAN", "full pans"],
  ["DOT", "dots"],
  ["SAMPLE", "samples"],
  ["BOTTLE", "bottles"],
  ["STICK", "sticks"],
  ["NONE", "wishes, not owned"],
] as const;

/** How far it is, and how to stop it; small lists are in before one asks. */
function Bringing({ rows }: { rows: number }) {
  const far = useQuery({
    queryKey: ["import-progress"],
    queryFn: () => data(client.GET("/api/collection/import/progress")),
    refetchInterval: 500,
    gcTime: 0,
  });
  const [stopping, setStopping] = useState(false);
  const stop = useAct((_: undefined) => data(client.DELETE("/api/collection/import/progress")), {
    undoable: false,
  });
  const done = far.data?.done;
  return (
    <>
      <progress
        className="progress w-40"
        value={done ?? undefined}
        max={far.data?.all ?? rows}
        aria-label="Rows brought in"
      />
      <span role="status" className="tabular-nums">
        {stopping
          ? "Stopping …"
          : done == null
            ? `${counted(rows, "row")}: read, or being put in order`
            : `${done} of ${counted(far.data?.all ?? rows, "row")}`}
      </span>
      {done != null && !stopping && (
        <button
          type="button"
          className="underline"
          onClick={() => {
            setStopping(true);
            stop.run(undefined);
          }}
        >
          Stop
        </button>
      )}
      <ProblemNote problem={(far.error as Problem | null) ?? stop.problem} />
    </>
  );
}

const sent = (file: File, mend: Mend) => asForm("file", file, { mend: JSON.stringify(mend) });

/** A list of one’s own from a file or the clipboard: what each row becomes is seen, and mended, before it is brought in. */
export function ImportPage() {
  const chooser = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [pasted, setPasted] = useState("");
  const [mend, setMend] = useState<Mend>(NOTHING);
  const take = useAct((_: undefined, headers) =>
    data(client.POST("/api/collection/import", { headers, ...sent(file as File, mend) })),
  );
  const preview = useQuery({
    queryKey: ["list-preview", file?.name, file?.size, file?.lastModified, JSON.stringify(mend)],
    enabled: file !== null && !take.result,
    retry: false,
    placeholderData: (before) => before,
    queryFn: () => data(client.POST("/api/collection/import/preview", sent(file as File, mend))),
  });
  const p = preview.data;
  function open(next: File | null) {
    setMend(NOTHING);
    setFile(next);
    take.reset();
  }
  if (take.result) return <Done result={take.result} onMore={() => open(null)} />;
  // Molvet’s own export has no columns to be told apart.
  const own = p?.columns.length === 0;
  const rows = p ? p.rows.length - (p.counts.KEPT_OUT ?? 0) : 0;
  return (
    <Page
      title="Bring in a list"
      under="A list of your paints from a spreadsheet. You see what each row becomes before anything is kept."
      aside={
        p &&
        !preview.isError && (
          <button
            type="button"
            className="btn btn-primary"
            disabled={take.running || preview.isFetching || (!own && rows === 0)}
            onClick={() => take.run(undefined)}
          >
            {take.running
              ? "Bringing it in …"
              : own
                ? "Bring in the export"
                : `Bring in ${counted(rows, "row")}`}
          </button>
        )
      }
    >
      <input
        ref={chooser}
        type="file"
        accept=".csv,.tsv,.txt,.xlsx,.ods,.json,.zip"
        className="sr-only"
        aria-label="The list’s file"
        onChange={(e) => open(e.target.files?.[0] ?? null)}
      />
      <div className="flex flex-wrap gap-3 items-center mb-3">
        <button type="button" className="btn btn-outline" onClick={() => chooser.current?.click()}>
          {file ? "Choose another file" : "Choose a file"}
        </button>
        <span className="quiet">
          {file
            ? file.name
            : "CSV, TSV, XLSX, ODS or JSON, up to 20,000 rows; or Molvet’s own export, JSON or ZIP with its pictures"}
        </span>
        {preview.isFetching && !take.running && <span role="status">Looking through it …</span>}
        {take.running && <Bringing rows={rows} />}
      </div>
      {!file && (
        <form
          className="max-w-2xl"
          onSubmit={(e) => {
            e.preventDefault();
            open(new File([pasted], "pasted.tsv", { type: "text/tab-separated-values" }));
          }}
        >
          <Field label="Or paste the rows, with their headings">
            {(id) => (
              <textarea
                id={id}
                className="textarea w-full h-36 code"
                value={pasted}
                onChange={(e) => setPasted(e.target.value)}
              />
            )}
          </Field>
          <button type="submit" className="btn btn-outline mt-2" disabled={!pasted.trim()}>
            Look through it
          </button>
        </form>
      )}
      <ProblemNote problem={(preview.error as Problem | null) ?? take.problem} />
      <WaitingNote waiting={take.waiting} />
      {p && !preview.isError && (
        <div className="space-y-6">
          <Becomes preview={p} mend={mend} setMend={setMend} />
          {!own && <Columns preview={p} mend={mend} setMend={setMend} />}
          <Doubts preview={p} mend={mend} setMend={setMend} />
          <Rows preview={p} mend={mend} setMend={setMend} />
        </div>
      )}
    </Page>
  );
}

function Done({ result, onMore }: { result: Preview; onMore: () => void }) {
  return (
    <Page title={result.said ? "It is in" : "Nothing was new"}>
      <p className="font-book text-2xl" role="status">
        {result.said ? `${result.said}.` : "All that stands in this list is in the collection already."}
      </p>
      {result.said && <p className="mt-2">Undo takes all of it back at once.</p>}
      <p className="flex gap-4 mt-4">
        <Link className="underline" to="/">
          To the collection
        </Link>
        <button type="button" className="underline" onClick={onMore}>
          Another list
        </button>
      </p>
    </Page>
  );
}

type Part = { preview: Preview; mend: Mend; setMend: (m: Mend) => void };

/** What the list comes to, and what is asked of it as a whole. */
function Becomes({ preview: p, mend, setMend }: Part) {
  const said = [
    counted(p.counts.NEW_PAINTS ?? 0, "new paint"),
    counted(p.counts.HOLDINGS ?? 0, "holding"),
    ...(p.columns.length > 0 ? [`${p.counts.DOUBT ?? 0} to look at`] : []),
    ...((p.counts.KEPT_OUT ?? 0) > 0 ? [`${p.counts.KEPT_OUT} of them kept out`] : []),
  ];
  return (
    <section aria-label="What it comes to">
      <p className="font-book text-2xl">{said.join(", ")}</p>
      {p.keepers.length > 0 && <p>Made on the way: {p.keepers.join(", ")}.</p>}
      {p.notes.map((n) => (
        <p key={n} className="border-l-2 border-[var(--field)] pl-2.5 mt-1">
          {n}
        </p>
      ))}
      {(p.days.length > 1 || mend.days) && (
        <fieldset className="mt-3">
          <legend>
            Its days can be read in more than one way. How does it write the last day of a year?
          </legend>
          <div className="flex flex-wrap gap-5">
            {(p.days.length > 1 ? p.days : []).map((d) => (
              <label key={d.order} className="flex gap-2 items-center">
                <input
                  type="radio"
                  name="days"
                  className="radio radio-sm"
                  checked={mend.days === d.order}
                  onChange={() => setMend({ ...mend, days: d.order })}
                />
                <span className="code">{d.example}</span>
              </label>
            ))}
            {mend.days && (
              <button type="button" className="underline" onClick={() => setMend({ ...mend, days: "" })}>
                {mend.days.toLowerCase().replaceAll("_", ", ")}: ask again
              </button>
            )}
          </div>
        </fieldset>
      )}
      <div className="flex flex-wrap gap-5 mt-3 items-center">
        {p.unformed > 0 && (
          <label className="flex gap-2 items-center">
            {counted(p.unformed, "row names", "rows name")} no form, and {p.unformed === 1 ? "is" : "are"}{" "}
            taken as
            <select
              className="select select-sm w-44"
              value={mend.form}
              onChange={(e) => setMend({ ...mend, form: e.target.value })}
            >
              {FORMS.map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
          </label>
        )}
        {p.columns.some((c) => c.as === "PRICE") && (
          <label className="flex gap-2 items-center">
            prices that name no currency are in
            <input
              className="input input-sm w-20"
              defaultValue={mend.currency}
              maxLength={3}
              onBlur={(e) => setMend({ ...mend, currency: e.target.value.toUpperCase() })}
            />
          </label>
        )}
      </div>
    </section>
  );
}

function Columns({ preview: p, mend, setMend }: Part) {
  return (
    <section aria-label="Columns">
      <h2 className="font-semibold mb-1">
        {p.file}
        {p.heading > 0 ? `, headed in row ${p.heading}` : ", without headings"}
      </h2>
      <div className="flex gap-3 overflow-x-auto pb-2">
        {p.columns.map((c) => (
          <div key={c.index} className="w-36 shrink-0">
            <span className="block truncate font-semibold">{c.heading || `column ${c.index + 1}`}</span>
            <select
              aria-label={`What ${c.heading || `column ${c.index + 1}`} is`}
              className="select select-sm w-full"
              value={c.as}
              onChange={(e) => setMend({ ...mend, columns: { ...mend.columns, [c.index]: e.target.value } })}
            >
              {p.choices.map((k) => (
                <option key={k} value={k}>
                  {COLUMNS[k] ?? k.toLowerCase()}
                </option>
              ))}
            </select>
            <span className="quiet text-sm block leading-tight mt-0.5">{c.because}</span>
          </div>
        ))}
      </div>
    </section>
  );
}

/** What is in doubt, alike doubts together, each with its likely mend. */
function Doubts({ preview: p, mend, setMend }: Part) {
  const groups = grouped(p.rows);
  if (groups.length === 0) return null;
  return (
    <section aria-label="To look at">
      <h2 className="font-semibold mb-1">To look at</h2>
      <p className="quiet mb-1">
        Rows in doubt are brought in as they stand, unless it says that they are kept out. What is not
        understood stays in the note.
      </p>
      <ul className="max-w-5xl">
        {groups.slice(0, MOST_SHOWN).map((g) => (
          <Doubtful
            key={`${g.column}|${g.rows[0]}|${g.message}`}
            group={g}
            preview={p}
            mend={mend}
            setMend={setMend}
          />
        ))}
      </ul>
      {groups.length > MOST_SHOWN && <p className="quiet mt-1">and {groups.length - MOST_SHOWN} more</p>}
    </section>
  );
}

function Doubtful({ group: g, preview: p, mend, setMend }: Part & { group: Group }) {
  const [text, setText] = useState(g.mend || g.cell);
  const alike = g.rows.length > 1 ? `, all ${g.rows.length} alike` : "";
  const heading = g.column >= 0 ? p.columns[g.column]?.heading || `column ${g.column + 1}` : "";
  const out = g.message === "Left out by you.";
  return (
    <li className="rule-b py-2 grid gap-x-4 gap-y-1 md:grid-cols-[1fr_auto] items-center">
      <div className="min-w-0">
        <p>
          <span className="code">{rowsInWords(g.rows)}</span> <span className="paint-name">{g.names[0]}</span>
          {g.names.length > 1 && " …"}
        </p>
        <p className={g.keptOut ? "font-semibold" : ""}>
          {heading && <span className="quiet font-normal">{heading}: </span>}
          {g.message}
          {g.keptOut && <span className="quiet font-normal"> Kept out.</span>}
        </p>
      </div>
      <div className="flex flex-wrap gap-2 items-center">
        {g.column >= 0 && !out && (
          <form
            className="flex gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              setMend(mended(mend, g, text));
            }}
          >
            <input
              aria-label={`${heading} of ${rowsInWords(g.rows)}`}
              className="input input-sm w-40"
              value={text}
              onChange={(e) => setText(e.target.value)}
            />
            <button type="submit" className="btn btn-sm btn-outline" disabled={text === g.cell}>
              Mend{alike}
            </button>
          </form>
        )}
        {g.column < 0 && g.mend && (
          <>
            <button
              type="button"
              className="btn btn-sm btn-outline"
              onClick={() => setMend(mended(mend, g, g.mend))}
            >
              It is {g.mend}
            </button>
            <button
              type="button"
              className="btn btn-sm btn-outline"
              onClick={() => setMend(mended(mend, g, "new"))}
            >
              Another paint
            </button>
          </>
        )}
        {(!g.keptOut || out) && (
          <button
            type="button"
            className="underline quiet text-sm"
            onClick={() =>
              setMend({
                ...mend,
                leaveOut: out
                  ? mend.leaveOut.filter((r) => !g.rows.includes(r))
                  : [...mend.leaveOut, ...g.rows],
              })
            }
          >
            {out ? "Take it after all" : "Leave out"}
          </button>
        )}
      </div>
    </li>
  );
}

const KINDS: [Kind, string][] = [
  ["NEW", "new"],
  ["HAVE", "here already, or again in the list"],
  ["DOUBT", "to look at"],
];

function Rows({ preview: p, mend, setMend }: Part) {
  const [show, setShow] = useState<Kind>("NEW");
  const shown = p.rows.filter((r) => r.becomes === show);
  return (
    <section aria-label="Rows">
      <div className="flex flex-wrap gap-x-5 gap-y-1 mb-2">
        {KINDS.map(([k, words]) => (
          <button
            key={k}
            type="button"
            aria-pressed={show === k}
            className={show === k ? "font-semibold underline" : "hover:underline"}
            onClick={() => setShow(k)}
          >
            <span className="code font-bold">{p.counts[k] ?? 0}</span> {words}
          </button>
        ))}
      </div>
      <ul className="max-w-5xl">
        {shown.slice(0, MOST_SHOWN).map((r) => (
          <li
            key={r.row}
            className="rule-b py-1.5 grid grid-cols-[3.5rem_1fr] md:grid-cols-[3.5rem_1.3fr_1fr_1fr] gap-x-3 items-baseline"
          >
            <span className="code quiet">{r.row}</span>
            <span>
              <span className="paint-name">{r.name}</span> <span className="quiet">{r.maker}</span>
            </span>
            <span className="code max-md:col-start-2">{r.recipe.join(" + ")}</span>
            <span className="max-md:col-start-2">
              {r.holding}
              {r.places.length > 0 && <span className="code"> {r.places.join(", ")}</span>}
            </span>
            {r.notes.map((n) => (
              <span key={n} className="col-start-2 col-span-full quiet">
                {n}{" "}
                {n.startsWith("There already") && r.accession && (
                  <button
                    type="button"
                    className="underline"
                    onClick={() => setMend({ ...mend, more: [...mend.more, r.row] })}
                  >
                    One more of it
                  </button>
                )}
              </span>
            ))}
          </li>
        ))}
      </ul>
      {shown.length > MOST_SHOWN && <p className="quiet mt-1">and {shown.length - MOST_SHOWN} more</p>}
    </section>
  );
}
