import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { client, data, type Problem, type Schemas, type Word } from "../../api/client";
import { Field } from "../../ui/Field";
import { sized, useUnit } from "../../ui/length";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { useSchools } from "../../ui/useSchools";
import { counted } from "../../ui/words";
import { ShareButton } from "../sharing/ShareButton";
import { since } from "./BenchPage";
import { CellDialog } from "./CellDialog";
import { Cusps } from "./Cusps";
import { OrderList } from "./OrderList";
import { Sheet } from "./Sheet";
import { planAgain } from "./usePlan";
import { holding } from "./words";

export function useChart(chart: number) {
  return useQuery({
    queryKey: ["chart", chart],
    queryFn: () => data(client.GET("/api/charts/{chart}", { params: { path: { chart } } })),
  });
}

/** One chart: its pages to scale, what is painted, and all that is done with it. */
export function ChartPage() {
  const schools = useSchools();
  const id = Number(useParams().chart);
  const mixes = useMixes(id);
  const query = useChart(id);
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  const [cell, setCell] = useState<number | null>(null);
  const [ordering, setOrdering] = useState(false);
  const path = { params: { path: { chart: id } } };
  const remove = useAct(
    (_: undefined, headers) => data(client.DELETE("/api/charts/{chart}", { ...path, headers })),
    {
      onDone: () => navigate("/bench"),
    },
  );
  const dry = useAct((_: undefined, headers) =>
    data(client.POST("/api/charts/{chart}/dry", { ...path, headers })),
  );
  const reorder = useAct((body: { school?: Word<"NewOrder", "school">; paints?: number[] }, headers) =>
    data(client.PUT("/api/charts/{chart}/order", { ...path, headers, body })),
  );
  const c = query.data;
  if (!c) {
    return (
      <Page title={query.isError ? "No such chart" : "…"}>
        <ProblemNote problem={query.error as Problem | null} />
      </Page>
    );
  }
  const pages = c.geometry.pages;
  const number = Math.min(pages.length, Math.max(1, Number(params.get("page") ?? 1)));
  const page = pages[number - 1];
  const paints = new Map(c.paints.map((p) => [p.id, p]));
  const painted = c.cells.filter((x) => x.state === "PAINTED");
  const wet = painted.filter((x) => !x.dryAt);
  const left = c.cells.filter((x) => x.paint && x.state !== "PAINTED").length;
  const isPainted = new Set(painted.map((x) => x.cell));
  const mixed = c.cells.some((x) => x.second);
  const open = c.cells.find((x) => x.cell === cell);

  return (
    <Page
      done={`chart:${id}`}
      name={`${c.code} ${c.title}`}
      title={
        <>
          <span className="code mr-3 text-[0.7em]">{c.code}</span>
          {c.title || c.formInWords}
        </>
      }
      under={`${c.formInWords}${c.asked.options?.trialPaper ? " on trial paper" : ""}, ${c.schoolInWords} · ${told(painted.length, left, wet.length)}`}
      aside={
        <>
          {left > 0 && (
            <Link to={`/bench/${id}/paint`} className="btn btn-primary">
              {painted.length > 0 ? "Paint on" : "Paint it out"}
            </Link>
          )}
          <a href={`/api/charts/${id}.pdf`} target="_blank" rel="noreferrer" className="btn btn-outline">
            Print
          </a>
          <ShareButton of="CHART" id={Number(id)} />
          <Link to={`/observe?chart=${id}`} className="btn btn-outline">
            Under the eye
          </Link>
          <Link to={`/readings?chart=${id}`} className="btn btn-outline">
            Read it
          </Link>
          <button
            type="button"
            className="btn btn-outline"
            onClick={() => {
              planAgain(c);
              navigate("/bench/new");
            }}
          >
            {c.asked.options?.trialPaper ? "Plan it on good paper" : "Plan it again"}
          </button>
          {painted.length === 0 && (
            <button type="button" className="btn btn-outline" onClick={() => remove.run(undefined)}>
              Delete
            </button>
          )}
        </>
      }
    >
      <ProblemNote problem={remove.problem ?? dry.problem ?? reorder.problem} />
      <WaitingNote waiting={dry.waiting ?? reorder.waiting} />
      <div className="grid gap-6 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
        <div className="min-w-0">
          <div className="flex flex-wrap justify-between gap-3 mb-1.5">
            <PageSize page={page} />
            {pages.length > 1 && (
              <span className="flex gap-2" role="group" aria-label="Pages">
                {pages.map((p) => (
                  <button
                    key={p.number}
                    type="button"
                    aria-current={p.number === number}
                    className={`code px-1.5 ${p.number === number ? "bg-primary text-primary-content" : "underline"}`}
                    onClick={() => setParams({ page: String(p.number) }, { replace: true })}
                  >
                    {p.number}
                  </button>
                ))}
              </span>
            )}
          </div>
          <Sheet
            page={{ ...page, cells: page.cells.map((x) => ({ ...x, index: x.cell })) }}
            marks={{ markers: page.markers, qr: page.qr }}
            paints={paints}
            mixed={mixes}
            filled={(x) => isPainted.has(x)}
            at={cell ?? undefined}
            onCell={(x) => setCell(x)}
            label={`${c.code}, page ${number}`}
            className="w-full max-h-[78vh]"
          />
          <ul className="mt-2 text-[0.95rem]">
            {c.notes.map((n) => (
              <li key={n}>{n}</li>
            ))}
          </ul>
          <p className="mt-2 flex flex-wrap gap-x-4">
            <a
              className="underline"
              href={`/api/charts/${id}.pdf?predicted=true`}
              target="_blank"
              rel="noreferrer"
            >
              PDF with strips as measured
            </a>
            <a
              className="underline"
              href={`/api/charts/${id}.svg?page=${number}`}
              target="_blank"
              rel="noreferrer"
            >
              SVG
            </a>
            <a
              className="underline"
              href={`/api/charts/${id}.png?page=${number}&dpi=300`}
              target="_blank"
              rel="noreferrer"
            >
              PNG
            </a>
            <a className="underline" href={`/api/charts/${id}/geometry`} target="_blank" rel="noreferrer">
              every rectangle
            </a>
          </p>
          {painted.length > 0 && (
            <p className="flex flex-wrap gap-x-4">
              <span className="quiet">As measured:</span>
              {["cgats", "cxf", "csv", "json", "gpl"].map((f) => (
                <a key={f} className="underline" href={`/api/charts/${id}/measured.${f}`}>
                  {f === "cgats" ? "CGATS" : f === "cxf" ? "CxF3" : f.toUpperCase()}
                </a>
              ))}
            </p>
          )}
        </div>
        <div className="min-w-0 space-y-5">
          {wet.length > 0 && (
            <section aria-label="Drying" className="border border-base-content p-3 bg-base-100">
              <div className="flex justify-between items-baseline gap-3">
                <h2 className="font-semibold">
                  {counted(wet.length, "cell")} drying since {since(wet[0].paintedAt ?? "")}
                </h2>
                <button type="button" className="btn btn-sm btn-outline" onClick={() => dry.run(undefined)}>
                  All dry
                </button>
              </div>
              <Advice cells={wet} paints={paints} />
            </section>
          )}
          <FileIt chart={c} />
          {!mixed && <Cusps cusps={c.cusps} />}
          <section aria-label="Cells">
            <div className="flex flex-wrap justify-between items-baseline gap-2 mb-1">
              <h2 className="font-semibold">Cells</h2>
              {left > 1 && !mixed && (
                <span className="flex flex-wrap gap-x-3 items-baseline">
                  <Select
                    aria-label="Order"
                    className="select select-sm w-auto max-w-full"
                    value={c.school}
                    options={schools}
                    onChange={(v) => {
                      if (v === "BY_HAND") setOrdering(true);
                      else reorder.run({ school: v });
                    }}
                  />
                  <button
                    type="button"
                    className="underline whitespace-nowrap"
                    onClick={() => setOrdering(!ordering)}
                  >
                    {ordering ? "done" : "by hand"}
                  </button>
                </span>
              )}
            </div>
            {ordering ? (
              <OrderList
                paints={c.cells.flatMap((x) => (x.paint ? (paints.get(x.paint) ?? []) : []))}
                fixed={new Set(painted.flatMap((x) => x.paint ?? []))}
                onOrder={(order) => reorder.run({ paints: order })}
              />
            ) : (
              <CellList cells={c.cells} paints={paints} mixed={mixes} onCell={setCell} />
            )}
          </section>
        </div>
      </div>
      {open && <CellDialog chart={c} cell={open} paints={paints} onClose={() => setCell(null)} />}
    </Page>
  );
}

function told(painted: number, left: number, wet: number) {
  return [
    left > 0 && painted > 0 ? `${painted} painted, ${left} to go` : left > 0 ? "not begun" : "all painted",
    wet > 0 ? `${wet} drying` : "",
  ]
    .filter(Boolean)
    .join(", ")
    .concat(".");
}

function PageSize({ page }: { page: Schemas["PageBox"] }) {
  const [unit] = useUnit();
  return <p className="quiet">{sized(page.width, page.height, unit)}</p>;
}

function Advice({
  cells,
  paints,
}: {
  cells: Schemas["ChartCell"][];
  paints: Map<number, Schemas["PaintEntry"]>;
}) {
  const advised = cells.filter((c) => c.advice && c.paint);
  if (advised.length === 0) return null;
  return (
    <ul className="mt-1.5">
      {advised.slice(0, 12).map((c) => (
        <li key={c.cell}>
          <span className="code">{c.cell + 1}</span>{" "}
          <span className="paint-name">{paints.get(c.paint ?? 0)?.name}</span>: {c.advice}
        </li>
      ))}
    </ul>
  );
}

type ListProps = {
  cells: Schemas["ChartCell"][];
  paints: Map<number, Schemas["PaintEntry"]>;
  mixed: Map<number, string[]>;
  onCell: (cell: number) => void;
};

/** As it was read; until then what two paints made is not known here. */
function MixedCell({ colours }: { colours?: string[] }) {
  return (
    <span
      data-paint
      className={`w-[46px] h-5 ${colours ? "" : "border border-dashed border-[var(--field)] hatched"}`}
      style={colours && { background: `linear-gradient(to right, ${colours.join(", ")})` }}
    />
  );
}

/** How the mixtures of a chart came out, by cell. */
function useMixes(chart: number) {
  const list = useQuery({
    queryKey: ["mixes", "chart", chart],
    queryFn: () => data(client.GET("/api/mixes", { params: { query: { chart } } })),
  }).data?.mixes;
  return new Map((list ?? []).map((m) => [m.cell ?? -1, m.colours]));
}

function CellList({ cells, paints, mixed, onCell }: ListProps) {
  return (
    <ol className="rule-box bg-base-100 max-h-[520px] overflow-y-auto">
      {cells.map((c) => {
        const p = c.paint ? paints.get(c.paint) : undefined;
        return (
          <li key={c.cell} className="rule-b last:border-0">
            <button
              type="button"
              className="w-full text-left grid grid-cols-[2.2rem_46px_minmax(0,1fr)_auto] gap-2 items-center px-2 py-1 hover:bg-base-200"
              onClick={() => onCell(c.cell)}
            >
              <span className="code text-right">{c.cell + 1}</span>
              {p && c.second && c.state === "PAINTED" ? (
                <MixedCell colours={mixed.get(c.cell)} />
              ) : p && c.state === "PAINTED" ? (
                <Strip strip={p.strip} seed={p.id} label={p.name} className="w-[46px] h-5" />
              ) : (
                <span className="w-[46px] h-5 border border-dotted border-[var(--field)]" />
              )}
              <span className="min-w-0">
                <span className={`paint-name block leading-tight ${c.second ? "" : "truncate"}`}>
                  {holding(c, (paint) => paints.get(paint)?.name ?? "a paint taken out")}
                </span>
                {(c.warmth || c.note) && (
                  <span className="quiet text-sm block leading-snug">{c.note || c.warmth}</span>
                )}
              </span>
              <span className="quiet text-sm">
                {c.place ? (
                  <span className="code">{c.place}</span>
                ) : c.state === "PAINTED" ? (
                  c.dryAt ? (
                    "painted"
                  ) : (
                    "drying"
                  )
                ) : (
                  c.state.toLowerCase()
                )}
              </span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}

/** What is painted and has no place yet, filed one after the other. */
function FileIt({ chart }: { chart: Schemas["ChartPage"] }) {
  const schools = useSchools();
  const waiting = chart.cells.filter((c) => c.state === "PAINTED" && c.swatch && !c.place);
  const cut = chart.form === "RING_CARD" || chart.form === "FREE";
  const [place, setPlace] = useState(chart.asked.options?.firstPlace ?? "");
  const [school, setSchool] = useState<Word<"Filing", "school"> | "">("");
  const file = useAct((makeKeeper: boolean, headers) =>
    data(
      client.POST("/api/charts/{chart}/file", {
        params: { path: { chart: chart.id } },
        headers,
        body: { place, school: school || undefined, makeKeeper },
      }),
    ),
  );
  const unpainted = chart.cells.some((c) => c.paint && c.state !== "PAINTED");
  // A sheet that stays one piece is filed when it is painted.
  if (waiting.length === 0 || (!cut && unpainted)) return null;
  return (
    <section aria-label="File it" className="rule-box p-3">
      <h2 className="font-semibold">
        File{" "}
        {cut
          ? counted(waiting.length, "card")
          : `this sheet, ${counted(waiting.length, "swatch", "swatches")}`}
      </h2>
      <div className="grid grid-cols-2 gap-3 mt-1.5">
        <Field label="From place">
          {(id) => (
            <input
              id={id}
              className="input w-full"
              placeholder={cut ? "R1·1" : "B1·p1·c1"}
              value={place}
              onChange={(e) => setPlace(e.target.value)}
            />
          )}
        </Field>
        {cut && (
          <Field label="In the order">
            {(id) => (
              <Select
                id={id}
                value={school}
                options={[["", "of the sheet"], ...schools.filter((s) => s[0] !== "BY_HAND")]}
                onChange={setSchool}
              />
            )}
          </Field>
        )}
      </div>
      <ProblemNote problem={file.problem} />
      <WaitingNote waiting={file.waiting} />
      <div className="flex gap-3 mt-2">
        <button
          type="button"
          className="btn btn-outline"
          disabled={!place.trim() || file.running}
          onClick={() => file.run(false)}
        >
          File
        </button>
        {file.problem?.kind === "no-keeper" && (
          <button type="button" className="btn btn-primary" onClick={() => file.run(true)}>
            Make it, and file
          </button>
        )}
      </div>
    </section>
  );
}
