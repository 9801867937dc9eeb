import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";

type Dot = Schemas["DotView"];

const STATES = [
  ["THERE", "there"],
  ["SMEARED", "smeared onto the facing page"],
  ["USED_UP", "used up"],
  ["MISSING", "missing"],
  ["WITHDRAWN", "withdrawn, stickered over"],
] as const;

/** A dot card as it lies on the table: sheet by sheet, each dot at its place. */
export function DotCardPage() {
  const id = Number(useParams().dotcard);
  const navigate = useNavigate();
  const [open, setOpen] = useState<number | null>(null);
  const [cutting, setCutting] = useState(false);
  const query = useQuery({
    queryKey: ["dotcard", id],
    queryFn: () => data(client.GET("/api/dotcards/{dotcard}", { params: { path: { dotcard: id } } })),
  });
  const remove = useAct(
    (_: undefined, headers) =>
      data(client.DELETE("/api/dotcards/{dotcard}", { headers, params: { path: { dotcard: id } } })),
    { onDone: () => navigate("/dotcards") },
  );
  if (query.isError) {
    return (
      <Page title="No such dot card">
        <ProblemNote problem={query.error as Problem} />
      </Page>
    );
  }
  if (!query.data) return <Page title="…">{null}</Page>;
  const { card, dots, note } = query.data;
  const sheets = Array.from({ length: card.sheets }, (_, i) => dots.filter((d) => d.sheet === i + 1));
  const chosen = dots.find((d) => d.id === open);
  return (
    <Page
      name={card.name}
      title={card.name}
      under={
        <>
          <span className="code text-base-content">D{card.number}</span> · {counted(card.dots, "dot")} ·{" "}
          {card.carriedOver} carried over · {card.left} left to paint from
          {card.price && ` · ${card.price} ${card.currency}, ${card.perColour} a colour`}
        </>
      }
      aside={
        <>
          {card.left > 0 && (
            <Link to={`/bench/new?dotcard=${id}`} className="btn btn-outline">
              Plan a chart of it
            </Link>
          )}
          {dots.some(canBeCut) && (
            <button type="button" className="btn btn-outline" onClick={() => setCutting(true)}>
              Cut into strips
            </button>
          )}
          <button type="button" className="btn btn-outline" onClick={() => remove.run(undefined)}>
            Take the card away
          </button>
        </>
      }
    >
      <ProblemNote problem={remove.problem} />
      {cutting && <CutDialog dotcard={id} sheets={sheets} onClose={() => setCutting(false)} />}
      {note && <p className="mb-3">{note}</p>}
      <div className="grid gap-6 lg:grid-cols-2 2xl:grid-cols-3">
        {sheets.map((sheet, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: sheets are their number
          <section key={i} aria-label={`Sheet ${i + 1}`}>
            <h2 className="quiet mb-1">
              Sheet {i + 1}
              {sheet.some((d) => d.cut) && ` · ${sheet.filter((d) => d.cut).length} cut into strips`}
            </h2>
            <ul
              className="grid gap-1.5 bg-base-100 rule-box p-3"
              style={{ gridTemplateColumns: `repeat(${card.columns}, minmax(0, 1fr))` }}
            >
              {sheet.map((d) => (
                <li key={d.id} style={{ gridRow: d.row, gridColumn: d.column }} className="min-w-0">
                  <DotButton dot={d} onOpen={() => setOpen(d.id)} />
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
      {chosen && <DotDialog dot={chosen} onClose={() => setOpen(null)} />}
    </Page>
  );
}

function DotButton({ dot: d, onOpen }: { dot: Dot; onOpen: () => void }) {
  const gone = d.state === "MISSING" || d.state === "WITHDRAWN";
  return (
    <button
      type="button"
      className="block w-full text-left hover:bg-base-200 p-0.5"
      title={`${d.name} · ${d.place}`}
      aria-label={`${d.name}, ${d.place}, ${stateWords(d.state)}${d.paint?.painted ? ", carried over" : ""}`}
      onClick={onOpen}
    >
      <span className="block relative">
        {gone ? (
          <span className="block h-7 border border-[var(--field)] bg-base-300" aria-hidden="true" />
        ) : (
          <Strip strip={d.paint?.strip} seed={d.id} label={d.name} className="w-full h-7" />
        )}
        {d.state !== "THERE" && (
          <span aria-hidden="true" className="absolute inset-0 grid place-items-center code bg-base-100/70">
            {d.state === "SMEARED" ? "~" : d.state === "USED_UP" ? "–" : "×"}
          </span>
        )}
      </span>
      <span className="block text-[0.66rem] leading-tight truncate quiet" aria-hidden="true">
        {d.name}
      </span>
    </button>
  );
}

function DotDialog({ dot: d, onClose }: { dot: Dot; onClose: () => void }) {
  const [state, setState] = useState(d.state);
  const [note, setNote] = useState(d.note);
  const save = useAct(
    (_: undefined, headers) =>
      data(
        client.PUT("/api/dots/{dot}", {
          headers,
          params: { path: { dot: d.id } },
          body: { state, note, version: d.version },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <Dialog open title={d.name} onClose={onClose}>
      <p className="code">{d.place}</p>
      {d.paint && (
        <p className="mt-1">
          <Link to={`/paints/${d.paint.id}`} className="underline">
            {d.paint.accession}
          </Link>{" "}
          <span className="code">{d.paint.recipe.join(" + ")}</span>
          <span className="quiet">
            {d.cut && " · cut off, a strip of its own"}
            {d.paint.painted
              ? ` · carried over${d.paint.place ? ` to ${d.paint.place}` : ""}`
              : " · not carried over yet"}
          </span>
        </p>
      )}
      <fieldset className="mt-3 space-y-1.5">
        <legend className="font-semibold">The dot is</legend>
        {STATES.map(([value, label]) => (
          <label key={value} className="flex gap-2 items-center">
            <input
              type="radio"
              name="state"
              className="radio radio-sm"
              checked={state === value}
              onChange={() => setState(value)}
            />
            {label}
          </label>
        ))}
      </fieldset>
      <label className="block mt-3">
        <span className="label-text">Note</span>
        <input className="input w-full" value={note} onChange={(e) => setNote(e.target.value)} />
      </label>
      <ProblemNote problem={save.problem} />
      <WaitingNote waiting={save.waiting} />
      <div className="flex gap-3 mt-4">
        <button
          type="button"
          className="btn btn-primary"
          disabled={save.running}
          onClick={() => save.run(undefined)}
        >
          Save
        </button>
        <button type="button" className="btn btn-outline" onClick={onClose}>
          Leave
        </button>
      </div>
    </Dialog>
  );
}

/** There, and not cut off before. */
function canBeCut(d: Dot) {
  return d.paint != null && !d.cut && (d.state === "THERE" || d.state === "SMEARED");
}

function stateWords(state: string) {
  return STATES.find((s) => s[0] === state)?.[1] ?? state;
}

/** A card cut in strips and stuck on cards keeps its printed names; each strip becomes a swatch with a place. */
function CutDialog({ dotcard, sheets, onClose }: { dotcard: number; sheets: Dot[][]; onClose: () => void }) {
  const uncut = sheets.map((dots) => dots.filter(canBeCut).length);
  const all = uncut.reduce((a, b) => a + b, 0);
  const [sheet, setSheet] = useState<number | null>(null);
  const [place, setPlace] = useState("");
  const [paintedOn, setPaintedOn] = useState("");
  const cut = useAct(
    (makeKeeper: boolean, headers) =>
      data(
        client.POST("/api/dotcards/{dotcard}/strips", {
          params: { path: { dotcard } },
          headers,
          body: { sheet: sheet ?? undefined, place, makeKeeper, paintedOn: paintedOn || undefined },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <Dialog open title="Cut into strips" onClose={onClose}>
      <p className="mb-3">
        {counted(sheet === null ? all : uncut[sheet - 1], "dot")}{" "}
        {(sheet === null ? all : uncut[sheet - 1]) === 1
          ? "becomes a strip that keeps its"
          : "become strips that keep their"}{" "}
        printed names. Each stands beside the swatches you painted yourself, and takes the place of none.
      </p>
      {sheets.length > 1 && (
        <Field label="What was cut" className="mb-3">
          {(id) => (
            <Select
              id={id}
              value={sheet === null ? "" : String(sheet)}
              options={[
                ["", `all sheets, ${counted(all, "dot")}`],
                ...uncut.flatMap((n, i) =>
                  n > 0 ? [[String(i + 1), `sheet ${i + 1}, ${counted(n, "dot")}`] as const] : [],
                ),
              ]}
              onChange={(v) => setSheet(v === "" ? null : Number(v))}
            />
          )}
        </Field>
      )}
      <Field label="Filed from" hint="left empty, they wait to be filed">
        {(id) => (
          <input
            id={id}
            className="input w-full"
            placeholder="R3·1"
            value={place}
            onChange={(e) => setPlace(e.target.value)}
          />
        )}
      </Field>
      <Field label="Painted on" hint="the day on the card, or about; left empty, today" className="mt-3">
        {(id) => (
          <input
            id={id}
            type="date"
            className="input w-full"
            value={paintedOn}
            onChange={(e) => setPaintedOn(e.target.value)}
          />
        )}
      </Field>
      <ProblemNote problem={cut.problem} />
      <WaitingNote waiting={cut.waiting} />
      <div className="flex gap-3 mt-3">
        {cut.problem?.kind === "no-keeper" ? (
          <button type="button" className="btn btn-primary" onClick={() => cut.run(true)}>
            Make it, and file
          </button>
        ) : (
          <button
            type="button"
            className="btn btn-primary"
            disabled={cut.running}
            onClick={() => cut.run(false)}
          >
            They are cut
          </button>
        )}
        <button type="button" className="btn btn-outline" onClick={onClose}>
          Leave
        </button>
      </div>
    </Dialog>
  );
}
