import { useQuery } from "@tanstack/react-query";
import { Link, Navigate, useParams } from "react-router";
import { client, data, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { Ribbon } from "../../ui/Ribbon";
import { counted } from "../../ui/words";
import { BenchNav } from "./BenchNav";

/** All charts: what is being painted, what dries, what waits to be filed. */
export function BenchPage() {
  const asked = useQuery({ queryKey: ["charts"], queryFn: () => data(client.GET("/api/charts")) });
  const list = asked.data;
  return (
    <Page title="Bench" under="Sheets of swatches, from the plan to the keeper." problem={asked.error}>
      <BenchNav />
      {list?.charts.length === 0 && (
        <div className="py-8 max-w-md">
          <p className="mb-4">
            Nothing is planned. Choose paints and a form; Molvet rules the sheet, letters it, and tells you
            the order to paint it in.
          </p>
          <Link to="/bench/new" className="btn btn-primary">
            Plan a chart
          </Link>
        </div>
      )}
      <div className="grid gap-6 xl:grid-cols-[minmax(0,1fr)_300px]">
        <ul>
          {list?.charts.map((c) => (
            <li key={c.id}>
              <Link
                to={`/bench/${c.id}`}
                className="rule-b py-3 px-2 grid grid-cols-[4.2rem_minmax(0,1fr)_auto] gap-3 items-center hover:bg-base-100"
              >
                <span className="code font-bold text-[0.9em]">{c.code}</span>
                <span className="min-w-0">
                  <span className="font-book text-lg block leading-tight truncate">
                    {c.title || c.formInWords}
                  </span>
                  <span className="quiet">{told(c)}</span>
                  <Ribbon sort="chart" of={c.id} className="mt-1" />
                </span>
                <span className="text-right">
                  <span className="code">
                    {c.painted} of {c.cells}
                  </span>
                  <progress
                    className="progress w-28 block mt-1"
                    aria-label={`${c.code} painted`}
                    value={c.painted}
                    max={Math.max(1, c.cells)}
                  />
                </span>
              </Link>
            </li>
          ))}
        </ul>
        {list && list.drying.length > 0 && <Drying cells={list.drying} />}
      </div>
    </Page>
  );
}

function told(c: Schemas["ChartEntry"]) {
  return [
    c.title ? c.formInWords : "",
    // What hangs in the light may be measured without a tick here.
    c.painted === 0 && c.form === "LIGHT_TEST"
      ? "how far it is stands under Fading"
      : c.painted === 0
        ? "not begun"
        : c.painted < c.cells
          ? `${c.cells - c.painted} to paint`
          : "painted",
    c.drying > 0 ? `${c.drying} drying` : "",
    c.unfiled > 0 ? `${c.unfiled} to file` : "",
  ]
    .filter(Boolean)
    .join(" · ");
}

function Drying({ cells }: { cells: Schemas["DryingCell"][] }) {
  const advised = cells.filter((c) => c.advice);
  return (
    <section aria-label="Drying">
      <h2 className="font-semibold mb-2">Drying</h2>
      <p className="quiet mb-2">
        {counted(cells.length, "cell")} on {counted(new Set(cells.map((c) => c.chart)).size, "sheet")}.
        {advised.length > 0 && " Of these, mind:"}
      </p>
      <ul className="space-y-2">
        {advised.slice(0, 20).map((c) => (
          <li key={`${c.chart} ${c.cell}`} className="rule-t pt-1.5">
            <Link to={`/bench/${c.chart}`} className="paint-name hover:underline">
              {c.name}
            </Link>{" "}
            <span className="code quiet">
              {c.code}·{c.cell + 1}
            </span>
            <span className="block text-sm">{c.advice}</span>
            <span className="block text-sm quiet">since {since(c.since)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

export function since(at: string) {
  return new Date(at).toLocaleString(undefined, {
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });
}

/** Where the code on a printed page leads. */
export function PrintedPage() {
  const { chart, page } = useParams();
  return <Navigate to={`/bench/${chart}?page=${page}`} replace />;
}
