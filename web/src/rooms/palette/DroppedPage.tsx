import { useQuery } from "@tanstack/react-query";
import { type ChangeEvent, useState } from "react";
import { Link, useLocation, useParams, useSearchParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { asForm } from "../../api/form";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { MarkedScrap } from "./MarkedScrap";
import { NoPalette } from "./NoPalette";
import { type Palette, usePalette } from "./usePalette";

/** Pans that fell out: swatched in any order, read, and matched with what the palette held. */
export function DroppedPage() {
  const id = Number(useParams().palette);
  const [params] = useSearchParams();
  const query = usePalette(id);
  // “Begin anew” leads here from here: what was found on a scrap is let go.
  const { key } = useLocation();
  if (query.isError) return <NoPalette problem={query.error as Problem} />;
  if (!query.data) return <Page title="…">{null}</Page>;
  const scan = Number(params.get("reading"));
  return (
    <Page
      title="Dropped pans"
      under={
        <>
          Which is which of{" "}
          <Link className="underline" to={`/palettes/${id}`}>
            {query.data.name}
          </Link>
        </>
      }
    >
      {scan ? <OfScan palette={query.data} scan={scan} /> : <Begin key={key} palette={query.data} />}
    </Page>
  );
}

/** A form is printed and swatched, or any scrap is photographed. */
function Begin({ palette }: { palette: Palette }) {
  const [params, setParams] = useSearchParams();
  const [squares, setSquares] = useState(String(Math.max(1, palette.filled)));
  const chart = Number(params.get("form"));
  const path = { palette: palette.id };
  const form = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/palettes/{palette}/dropped/form", {
          headers,
          params: { path },
          body: { squares: Number(squares) || undefined },
        }),
      ),
    { onDone: (done) => setParams({ form: String(done.chart) }) },
  );
  const send = useAct(
    (file: File, headers) => {
      return data(
        client.POST("/api/readings", {
          headers,
          params: { query: { chart } },
          ...asForm("picture", file),
        }),
      );
    },
    { undoable: false, onDone: (done) => setParams({ form: String(chart), reading: String(done.reading) }) },
  );
  const standin = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/palettes/{palette}/dropped/{chart}/standin", {
          headers,
          params: { path: { ...path, chart } },
          body: { device: "SCANNER" },
        }),
      ),
    { undoable: false, onDone: (done) => setParams({ form: String(chart), reading: String(done.reading) }) },
  );
  function chosen(e: ChangeEvent<HTMLInputElement>) {
    const file = e.target.files?.[0];
    if (file) send.run(file);
    e.target.value = "";
  }
  if (!chart) {
    return (
      <div className="grid gap-8 lg:grid-cols-2 max-w-5xl">
        <section>
          <h2 className="font-book text-xl font-medium mb-1">On a printed form</h2>
          <p className="mb-3">
            A sheet of numbered squares. Swatch each pan into one, in any order: the left part solid, the
            right with a drop of water. Then scan or photograph it.
          </p>
          <label className="flex gap-2 items-center mb-3">
            Squares
            <input
              className="input w-20"
              inputMode="numeric"
              value={squares}
              onChange={(e) => setSquares(e.target.value.replace(/\D/g, ""))}
            />
          </label>
          <ProblemNote problem={form.problem} />
          <button
            type="button"
            className="btn btn-primary"
            disabled={form.running}
            onClick={() => form.run(undefined)}
          >
            Make the form
          </button>
        </section>
        <section>
          <h2 className="font-book text-xl font-medium mb-1">On any scrap</h2>
          <p className="mb-3">
            Swatches on any white paper with bare paper between them, running from full strength to pale.
            Their edges are found in the picture; drag what was missed.
          </p>
          <MarkedScrap palette={palette} />
        </section>
      </div>
    );
  }
  return (
    <div className="grid gap-6 sm:grid-cols-[minmax(0,16rem)_minmax(0,1fr)] max-w-4xl">
      <img
        src={`/api/charts/${chart}.png?page=1&dpi=60`}
        alt="The form of numbered squares"
        className="border border-[var(--field)] w-full"
      />
      <div>
        <p className="mb-3">
          <a className="btn btn-outline" href={`/api/charts/${chart}.pdf`} target="_blank" rel="noreferrer">
            Print the form (PDF)
          </a>
        </p>
        <p className="mb-2">Swatch each pan into a square, let it dry, and bring its picture:</p>
        <label className="btn btn-primary">
          Choose the scan
          <input type="file" accept="image/*,application/pdf" className="sr-only" onChange={chosen} />
        </label>
        <p className="mt-4 quiet">
          Nothing at hand?{" "}
          <button
            type="button"
            className="underline"
            disabled={standin.running}
            onClick={() => standin.run(undefined)}
          >
            Let a simulated hand swatch them and a simulated scanner look
          </button>
          .
        </p>
        <ProblemNote problem={send.problem ?? standin.problem} />
        <WaitingNote waiting={send.waiting ?? standin.waiting} />
        <p className="mt-4">
          <Link className="underline" to={`/palettes/${palette.id}/dropped`}>
            Another form
          </Link>
        </p>
      </div>
    </div>
  );
}

/** The reading as it goes on, then what is which. */
function OfScan({ palette, scan }: { palette: Palette; scan: number }) {
  const reading = useQuery({
    queryKey: ["scan", scan],
    queryFn: () => data(client.GET("/api/readings/{scan}", { params: { path: { scan } } })),
    refetchInterval: (q) => (["QUEUED", "READING"].includes(q.state.data?.state ?? "QUEUED") ? 700 : false),
  });
  const state = reading.data?.state;
  const ready = state === "PROPOSED" || state === "ACCEPTED";
  const matched = useQuery({
    queryKey: ["palette", palette.id, "dropped", scan],
    enabled: ready,
    queryFn: () =>
      data(
        client.GET("/api/palettes/{palette}/dropped/{scan}", {
          params: { path: { palette: palette.id, scan } },
        }),
      ),
  });
  if (state === "FAILED" || state === "STOPPED") {
    return (
      <p>
        {reading.data?.why || "The picture was not read."}{" "}
        <Link className="underline" to={`/readings/${scan}`}>
          Look at the reading
        </Link>
      </p>
    );
  }
  if (reading.isError) return <ProblemNote problem={reading.error as Problem} />;
  if (!ready) {
    return (
      <p role="status" className="flex gap-3 items-center">
        Reading the swatches
        <progress
          className="progress w-48"
          value={reading.data?.progress ?? 0}
          max={1}
          aria-label="Reading"
        />
      </p>
    );
  }
  if (!matched.data) return <ProblemNote problem={matched.error as Problem | null} />;
  return <Matched palette={palette} scan={scan} dropped={matched.data} />;
}

type MatchedProps = { palette: Palette; scan?: number; dropped: Schemas["Dropped"] };

/** Each swatch with its paint and its well; what is in doubt says what would part it. */
export function Matched({ palette, scan, dropped }: MatchedProps) {
  const [chosen, setChosen] = useState<Record<number, number>>({});
  const paints = palette.wells.flatMap((w) => (w.paint ? [[w.paint.id, w] as const] : []));
  const by = new Map(paints);
  const own = dropped.matches.flatMap((m) => (m.paint ? [[m.square, m.paint.id] as const] : []));
  const is = new Map([...own, ...Object.entries(chosen).map(([s, p]) => [Number(s), p] as const)]);
  const put = useAct((_: undefined, headers) =>
    data(
      client.POST("/api/palettes/{palette}/dropped/{scan}", {
        headers,
        params: { path: { palette: palette.id, scan: scan ?? 0 } },
        body: {
          pans: [...is].filter(([, p]) => p > 0).map(([square, paint]) => ({ square, paint })),
        },
      }),
    ),
  );
  const said = Object.keys(chosen).length;
  const sure = dropped.matches.filter((m) => m.sure && chosen[m.square] === undefined).length;
  const options = [
    ["0", "none of them"] as const,
    ...paints.map(([id, w]) => [String(id), `${w.well + 1} ${w.name}`] as const),
  ];
  const taken = [...is.values()].filter((p) => p > 0);
  const twice = taken.find((p, i) => taken.indexOf(p) !== i);
  return (
    <>
      <p className="mb-3">
        {sure} of {counted(dropped.matches.length, "swatch", "swatches")} sure
        {said > 0 && `, ${said} as you said`}.
        {dropped.missing.length > 0 && ` Not among them: ${dropped.missing.map((p) => p.name).join(", ")}.`}
        {dropped.guessed.length > 0 &&
          ` Known by recipe only, and so never sure: ${dropped.guessed.map((p) => p.name).join(", ")}.`}
        {dropped.without.length > 0 &&
          ` Of no known colour: ${dropped.without.map((p) => p.name).join(", ")}.`}
      </p>
      <Where palette={palette} dropped={dropped} is={is} />
      <ol className="max-w-5xl mt-5">
        {dropped.matches.map((m) => (
          <li
            key={m.square}
            className="rule-t py-2 grid gap-x-4 gap-y-1 grid-cols-[2.5rem_5.5rem_minmax(0,1fr)] items-center"
          >
            <b className="text-lg">{m.square + 1}</b>
            <span
              data-paint
              className="h-9 block"
              style={{ background: `linear-gradient(to right, ${m.colour} 55%, ${m.tint})` }}
              aria-hidden="true"
            />
            <span className="min-w-0">
              {m.sure && chosen[m.square] === undefined ? (
                <>
                  is <span className="paint-name">{m.paint?.name}</span>
                  {m.well !== undefined && ` and goes into well ${m.well + 1}`}.{" "}
                  {m.paint && (
                    <button
                      type="button"
                      className="underline quiet text-sm"
                      aria-label={`Square ${m.square + 1} is another`}
                      onClick={() => setChosen({ ...chosen, [m.square]: m.paint?.id ?? 0 })}
                    >
                      another
                    </button>
                  )}
                </>
              ) : (
                <span className="flex flex-wrap gap-2 items-center">
                  {m.sure ? "is" : m.paint ? "is likely" : "is none of them, or"}
                  <Select
                    className="select select-sm"
                    aria-label={`Square ${m.square + 1} is`}
                    options={options}
                    value={String(is.get(m.square) ?? 0)}
                    onChange={(p) => setChosen({ ...chosen, [m.square]: Number(p) })}
                  />
                  {by.has(is.get(m.square) ?? 0) && `well ${(by.get(is.get(m.square) ?? 0)?.well ?? 0) + 1}`}
                </span>
              )}
              <span className="block text-sm quiet">{m.reason}</span>
            </span>
          </li>
        ))}
      </ol>
      {twice !== undefined && <p className="mt-3">{by.get(twice)?.name} is said of two squares.</p>}
      <ProblemNote problem={put.problem} />
      <WaitingNote waiting={put.waiting} />
      <div className="flex flex-wrap gap-3 mt-4">
        {scan && !dropped.over && (
          <button
            type="button"
            className="btn btn-primary"
            disabled={put.running || twice !== undefined || taken.length === 0}
            onClick={() => put.run(undefined)}
          >
            They are back: keep these as swatches
          </button>
        )}
        <a
          className="btn btn-outline"
          href={`/api/palettes/${palette.id}/labels.pdf?side=SIDE`}
          target="_blank"
          rel="noreferrer"
        >
          Print labels, so that it never happens again
        </a>
        <Link className="btn btn-outline" to={`/palettes/${palette.id}/dropped`}>
          Begin anew
        </Link>
      </div>
      {scan && dropped.over && <p className="mt-3">Kept: the squares are swatches of their paints now.</p>}
    </>
  );
}

/** The box with the number of the square whose pan goes into each well. */
function Where({
  palette,
  dropped,
  is,
}: {
  palette: Palette;
  dropped: Schemas["Dropped"];
  is: Map<number, number>;
}) {
  const width = palette.shape.width ?? 100;
  const height = palette.shape.height ?? 100;
  const square = new Map([...is].filter(([, p]) => p > 0).map(([s, p]) => [p, s]));
  return (
    <svg
      viewBox={`-2 -2 ${width + 4} ${height + 4}`}
      role="img"
      aria-label="Which square’s pan goes into which well"
      className="w-full max-w-3xl max-h-[60vh]"
    >
      <rect
        x={-1.5}
        y={-1.5}
        width={width + 3}
        height={height + 3}
        fill="var(--color-base-100)"
        stroke="var(--color-base-content)"
        strokeWidth={0.5}
      />
      {palette.wells.map((w) => {
        const at = w.paint ? square.get(w.paint.id) : undefined;
        const m = dropped.matches.find((x) => x.square === at);
        const r = Math.min(w.width, w.height);
        return (
          <g key={w.well}>
            <title>{w.name ?? "free"}</title>
            {palette.round ? (
              <circle
                cx={w.x + w.width / 2}
                cy={w.y + w.height / 2}
                r={w.width / 2 - 0.6}
                fill={m?.colour ?? "none"}
                stroke="var(--field)"
                strokeWidth={0.4}
              />
            ) : (
              <rect
                x={w.x + 0.5}
                y={w.y + 0.5}
                width={w.width - 1}
                height={w.height - 1}
                fill={m?.colour ?? "none"}
                stroke="var(--field)"
                strokeWidth={0.4}
                strokeDasharray={m ? undefined : "1.5 1.5"}
              />
            )}
            {at !== undefined && (
              <>
                <rect
                  x={w.x + w.width / 2 - r * 0.27}
                  y={w.y + w.height / 2 - r * 0.22}
                  width={r * 0.54}
                  height={r * 0.44}
                  fill="white"
                />
                <text
                  x={w.x + w.width / 2}
                  y={w.y + w.height / 2 + r * 0.12}
                  textAnchor="middle"
                  fontSize={r * 0.34}
                  fontWeight={600}
                  fill="black"
                >
                  {at + 1}
                </text>
              </>
            )}
          </g>
        );
      })}
    </svg>
  );
}
