import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { CellPanel } from "./CellPanel";
import { Corners, INNER } from "./Corners";
import { Overlay } from "./Overlay";
import { TakenWith } from "./TakenWith";
import { isUnderWay, STAGES, stateInWords, useScan } from "./useScan";

type Scan = Schemas["ScanView"];

/** One picture: being read, to be looked at and mended, or why it could not be read. */
export function ReadingPage() {
  const id = Number(useParams().reading);
  const query = useScan(id);
  const [known, setKnown] = useState(false);
  const s = query.data;
  const warns = s?.state === "PROPOSED" && s.trust === "WITHIN";
  if (!s) {
    return (
      <Page title={query.isError ? "No such reading" : "…"}>
        <ProblemNote problem={query.error as Problem | null} />
      </Page>
    );
  }
  const named = s.code ? `${s.code}${s.pages > 1 ? `, page ${s.page}` : ""}` : s.fileName;
  return (
    <Page
      name={`Reading of ${named}`}
      title={
        <>
          Reading of <span className="code text-[0.8em]">{named}</span>{" "}
          {s.title && <span className="text-[0.8em]">{s.title}</span>}
        </>
      }
      under={
        <>
          {stateInWords(s)}
          {s.stage !== "DRY" && `, ${STAGES.find(([x]) => x === s.stage)?.[1]}`}
          {" · "}
          <Link to="/readings" className="underline">
            all pictures
          </Link>
        </>
      }
      aside={<Doings scan={s} waits={warns && !known} />}
    >
      {warns && <Warning scan={s} known={known} onKnown={setKnown} />}
      {isUnderWay(s.state) ? (
        <UnderWay scan={s} />
      ) : s.cells.length > 0 && s.state !== "FAILED" && s.state !== "STOPPED" ? (
        <Proposal scan={s} />
      ) : (
        <ByHand scan={s} />
      )}
    </Page>
  );
}

/** What is wrong with the picture as a whole stands before its cells, and accepting waits until it is known. */
function Warning({
  scan: s,
  known,
  onKnown,
}: {
  scan: Scan;
  known: boolean;
  onKnown: (known: boolean) => void;
}) {
  return (
    <div role="alert" className="border border-base-content hatched p-3 mb-4 max-w-4xl">
      <p>
        <strong>{s.trustInWords}</strong> {s.notes[0]}
      </p>
      <label className="flex gap-2 items-center mt-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={known}
          onChange={(e) => onKnown(e.target.checked)}
        />
        take its colours over all the same
      </label>
    </div>
  );
}

/** @param waits until it is known what is wrong with the picture */
function Doings({ scan: s, waits }: { scan: Scan; waits: boolean }) {
  const navigate = useNavigate();
  const path = { params: { path: { scan: s.reading } } };
  const accept = useAct((_: undefined, headers) =>
    data(client.POST("/api/readings/{scan}/accept", { ...path, headers })),
  );
  const again = useAct(
    (_: undefined, headers) =>
      data(client.POST("/api/readings/{scan}/again", { ...path, headers, body: {} })),
    { undoable: false },
  );
  const remove = useAct(
    (_: undefined, headers) => data(client.DELETE("/api/readings/{scan}", { ...path, headers })),
    {
      undoable: false,
      onDone: () => navigate("/readings"),
    },
  );
  const taken = s.cells.filter((c) => c.entry && !c.leftOut);
  const mixtures = taken.filter((c) => c.mixedWith && !c.bare).length;
  const swatches = taken.filter((c) => !c.mixedWith).length;
  return (
    <>
      {s.state === "PROPOSED" && (
        <button
          type="button"
          className="btn btn-primary"
          disabled={accept.running || swatches + mixtures === 0 || waits}
          onClick={() => accept.run(undefined)}
        >
          {s.takenOver > 0 ? "Put in place of the old" : "Accept"}{" "}
          {[swatches && counted(swatches, "swatch", "swatches"), mixtures && counted(mixtures, "mixture")]
            .filter(Boolean)
            .join(" and ")}
        </button>
      )}
      {s.state === "ACCEPTED" && s.chart && (
        <Link to={`/bench/${s.chart}`} className="btn btn-outline">
          The chart
        </Link>
      )}
      {s.state !== "QUEUED" && s.state !== "READING" && (
        <button
          type="button"
          className="btn btn-outline"
          disabled={again.running}
          onClick={() => again.run(undefined)}
        >
          {s.outdated ? "Compute it anew" : "Read it again"}
        </button>
      )}
      {s.state !== "ACCEPTED" && s.takenOver === 0 && (
        <button type="button" className="btn btn-outline" onClick={() => remove.run(undefined)}>
          Throw away
        </button>
      )}
      <ProblemNote problem={accept.problem ?? again.problem ?? remove.problem} />
      <WaitingNote waiting={accept.waiting} />
    </>
  );
}

function UnderWay({ scan: s }: { scan: Scan }) {
  const stop = useAct(
    (_: undefined, headers) =>
      data(client.POST("/api/readings/{scan}/stop", { params: { path: { scan: s.reading } }, headers })),
    { undoable: false },
  );
  return (
    <div className="max-w-3xl">
      <div className="flex items-center gap-3 mb-3">
        <progress className="progress flex-1" value={s.progress} max={1} aria-label="How much is read" />
        <span className="code w-12 text-right">{Math.round(s.progress * 100)} %</span>
        <button type="button" className="btn btn-outline btn-sm" onClick={() => stop.run(undefined)}>
          Stop
        </button>
      </div>
      <p className="quiet mb-3" role="status">
        {s.state === "QUEUED" ? "It waits its turn. You can leave this page and come back." : s.doing}
      </p>
      <ProblemNote problem={stop.problem} />
      <img src={`/api/pictures/${s.picture}`} alt={s.fileName} className="block w-full opacity-60" />
    </div>
  );
}

function Proposal({ scan: s }: { scan: Scan }) {
  const [at, setAt] = useState<number | null>(s.suspicions[0]?.cell ?? s.cells[0]?.cell ?? null);
  const path = { scan: s.reading };
  const leave = useAct(
    ({ cell, out }: { cell: number; out: boolean }, headers) =>
      data(
        client.POST("/api/readings/{scan}/cells/{cell}/left-out", {
          params: { path: { ...path, cell } },
          headers,
          body: { out },
        }),
      ),
    { undoable: false },
  );
  const swap = useAct((body: { cell: number; other: number }, headers) =>
    data(client.POST("/api/readings/{scan}/swap", { params: { path }, headers, body })),
  );
  const cell = s.cells.find((c) => c.cell === at);
  const doubted = new Set(s.suspicions.flatMap((x) => (x.other == null ? [x.cell] : [x.cell, x.other])));
  const name = (n: number) => s.cells.find((c) => c.cell === n)?.entry?.name ?? `cell ${n + 1}`;
  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
      <div className="min-w-0">
        <Overlay scan={s} at={at} doubted={doubted} onCell={setAt} />
        <Facts scan={s} />
        <TakenWith scan={s} />
      </div>
      <div className="space-y-4 min-w-0">
        <ProblemNote problem={leave.problem ?? swap.problem} />
        {s.suspicions.length > 0 && (
          <section aria-label="Look at these first" className="border border-base-content p-3">
            <h2 className="font-semibold mb-1">Look at these first</h2>
            <ul className="space-y-2">
              {s.suspicions.map((x) => (
                <li key={`${x.kind}-${x.cell}`}>
                  <button type="button" className="underline text-left" onClick={() => setAt(x.cell)}>
                    {headline(x, name)}
                  </button>
                  <span className="quiet"> {x.why}</span>
                  {s.state === "PROPOSED" && (
                    <span className="flex gap-2 mt-1">
                      {x.kind === "SWAPPED" && x.other != null && (
                        <button
                          type="button"
                          className="btn btn-sm btn-outline"
                          onClick={() => swap.run({ cell: x.cell, other: x.other as number })}
                        >
                          They are swapped
                        </button>
                      )}
                      {x.kind !== "SKIPPED" && x.kind !== "SWAPPED" && x.kind !== "GAP" && (
                        <button
                          type="button"
                          className="btn btn-sm btn-outline"
                          onClick={() => leave.run({ cell: x.cell, out: true })}
                        >
                          Leave it out
                        </button>
                      )}
                      {(x.kind === "GAP" || x.kind === "TWICE") && (
                        <Link to={`/bench/${s.chart}`} className="btn btn-sm btn-outline">
                          Correct the chart
                        </Link>
                      )}
                    </span>
                  )}
                </li>
              ))}
            </ul>
          </section>
        )}
        {cell && (
          <CellPanel
            scan={s}
            cell={cell}
            onLeaveOut={(out) => leave.run({ cell: cell.cell, out })}
            onSwap={(other) => swap.run({ cell: cell.cell, other })}
          />
        )}
        <CellList scan={s} at={at} doubted={doubted} onCell={setAt} />
      </div>
    </div>
  );
}

function headline(x: Schemas["SuspectedSlip"], name: (cell: number) => string) {
  switch (x.kind) {
    case "SWAPPED":
      return `${name(x.cell)} and ${name(x.other ?? 0)} may be swapped.`;
    case "TWICE":
      return `${name(x.cell)} may be ${name(x.other ?? 0)} again.`;
    case "GAP":
      return `From ${name(x.cell)} on, the paints may have moved on by one.`;
    case "SKIPPED":
      return `${name(x.cell)} was not painted.`;
    default:
      return `${name(x.cell)} is not the colour it should be.`;
  }
}

function CellList({
  scan: s,
  at,
  doubted,
  onCell,
}: {
  scan: Scan;
  at: number | null;
  doubted: Set<number>;
  onCell: (cell: number) => void;
}) {
  return (
    <section aria-label="All cells">
      <h2 className="font-semibold mb-1">{counted(s.cells.length, "cell", "cells")}</h2>
      <ul className="grid gap-1 sm:grid-cols-2">
        {s.cells.map((c) => (
          <li key={c.cell}>
            <button
              type="button"
              aria-current={c.cell === at}
              className={`w-full flex items-center gap-2 p-1 border text-left ${c.cell === at ? "border-base-content" : "border-transparent hover:border-[var(--rule)]"}`}
              onClick={() => onCell(c.cell)}
            >
              <span className="code quiet w-7 shrink-0 text-right">{c.cell + 1}</span>
              <Strip
                strip={c.bare ? undefined : c.strip}
                seed={c.paint ?? c.cell}
                label=""
                className="w-20 h-6 shrink-0"
              />
              <span className={`paint-name truncate ${c.leftOut || c.bare ? "quiet" : ""}`}>
                {doubted.has(c.cell) && "? "}
                {c.entry?.name ?? "bare"}
                {c.mixedWith && ` with ${c.mixedWith}`}
              </span>
              {c.leftOut && <span className="quiet text-sm shrink-0">left out</span>}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What the reading stands on. */
function Facts({ scan: s }: { scan: Scan }) {
  return (
    <div className="mt-3 text-[0.95rem]">
      <p className="font-semibold">{s.trustInWords}</p>
      <p className="quiet">
        {s.residualMm != null && (
          <>
            Marks within <span className="code">{s.residualMm.toFixed(2)} mm</span>.{" "}
          </>
        )}
        {s.unevenness != null && (
          <>
            Light uneven by <span className="code">{Math.round(s.unevenness * 100)} %</span>, taken out.{" "}
          </>
        )}
        {s.checkerResidual != null && (
          <>
            Colour-checker within <span className="code">ΔE00 {s.checkerResidual.toFixed(1)}</span>.{" "}
          </>
        )}
        {s.paper && (
          <>
            Paper taken as <span className="code">L* {s.paper.l.toFixed(0)}</span>.
          </>
        )}
      </p>
      {s.notes.map((n) => (
        <p key={n}>{n}</p>
      ))}
    </div>
  );
}

/** Where the page was not found: why, which chart it is, and its corners by hand. */
function ByHand({ scan: s }: { scan: Scan }) {
  const [corners, setCorners] = useState(INNER);
  const [chart, setChart] = useState(String(s.chart ?? s.charts[0]?.chart ?? ""));
  const [page, setPage] = useState(String(Math.max(1, s.page)));
  const again = useAct(
    (dragged: boolean, headers) =>
      data(
        client.POST("/api/readings/{scan}/again", {
          params: { path: { scan: s.reading } },
          headers,
          body: { chart: Number(chart), page: Number(page), corners: dragged ? corners : undefined },
        }),
      ),
    { undoable: false },
  );
  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
      <Corners scan={s} at={corners} onChange={setCorners} />
      <div className="space-y-3">
        {s.why && (
          <div role="alert" className="border border-base-content hatched p-3">
            <p className="font-semibold">{s.why}</p>
            <p>{s.wayOn}</p>
          </div>
        )}
        <p>
          The picture is kept. Say which chart it shows, and drag the four corners to the outer corners of the
          printed markers; of the sheet, or of a grid ruled by hand, where there are none.
        </p>
        {s.charts.length > 0 || s.chart ? (
          <div className="flex flex-wrap gap-3 items-end">
            <label>
              <span className="label-text block">The chart</span>
              <select className="select" value={chart} onChange={(e) => setChart(e.target.value)}>
                {(s.charts.length > 0 ? s.charts : [{ chart: s.chart, code: s.code }]).map((c) => (
                  <option key={c.chart} value={c.chart}>
                    {c.code}
                  </option>
                ))}
              </select>
            </label>
            <label>
              <span className="label-text block">Page</span>
              <input
                type="number"
                min={1}
                className="input w-20"
                value={page}
                onChange={(e) => setPage(e.target.value)}
              />
            </label>
            <button
              type="button"
              className="btn btn-outline"
              disabled={again.running}
              onClick={() => again.run(false)}
            >
              Look for its marks
            </button>
            <button
              type="button"
              className="btn btn-primary"
              disabled={again.running}
              onClick={() => again.run(true)}
            >
              Read by these corners
            </button>
          </div>
        ) : (
          <p>
            There is no chart yet.{" "}
            <Link to="/bench/new" className="underline">
              Plan one
            </Link>{" "}
            first; a loose card is measured from its paint’s page.
          </p>
        )}
        <ProblemNote problem={again.problem} />
      </div>
    </div>
  );
}
