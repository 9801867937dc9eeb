import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { ProblemNote } from "../../ui/ProblemNote";
import { words } from "../../ui/words";
import type { Palette } from "./usePalette";

type Props = {
  palette: Palette;
  /** Roughness while another order is looked at. */
  roughness?: number;
  onWell: (well: number) => void;
};

/** How it flows, what it lacks and has twice, what of it is used. */
export function Judged({ palette, roughness, onWell }: Props) {
  const query = useQuery({
    queryKey: ["palette", palette.id, "judged"],
    queryFn: () =>
      data(client.GET("/api/palettes/{palette}/judged", { params: { path: { palette: palette.id } } })),
  });
  const judged = query.data;
  if (query.isError) return <ProblemNote problem={query.error as Problem} />;
  if (!judged) return <p className="quiet">Looking at it …</p>;
  const { flow } = judged;
  return (
    <div className="grid gap-5 content-start">
      <section>
        <h2 className="font-semibold mb-1.5">How it flows</h2>
        <Gauge
          roughness={roughness ?? flow.roughness}
          bound={flow.bound}
          most={Math.max(flow.roughness, roughness ?? 0)}
        />
        {roughness !== undefined && (
          <p className="text-sm mt-1">All this is said of what is laid now, not of the order shown.</p>
        )}
        <p className="text-sm quiet mt-1">{flow.said}</p>
        {flow.jar && (
          <button
            type="button"
            className="text-left hover:underline mt-1"
            onClick={() => onWell(flow.jar?.well ?? 0)}
          >
            {flow.jar.said}
          </button>
        )}
      </section>
      <section>
        <h2 className="font-semibold mb-1">What it lacks</h2>
        {judged.lacksSaid && <p className="quiet">{judged.lacksSaid}</p>}
        <ul className="grid gap-2">
          {judged.lacks.map((l) => (
            <li key={l.said}>
              {l.said} <Filling filling={l.filling} />
              {l.mixed && (
                <span className="block text-sm quiet">
                  <span
                    data-paint
                    className="inline-block size-3 mr-1.5 align-[-1px]"
                    style={{ background: l.mixed.colour }}
                    aria-hidden="true"
                  />
                  {l.mixed.said}
                </span>
              )}
            </li>
          ))}
        </ul>
      </section>
      <section>
        <h2 className="font-semibold mb-1">What it has twice</h2>
        {judged.twice.length === 0 && <p className="quiet">No two stand in for each other.</p>}
        <ul className="grid gap-2">
          {judged.twice.map((t) => (
            <li key={`${t.one} ${t.other}`}>
              <button type="button" className="text-left hover:underline" onClick={() => onWell(t.other)}>
                {t.said}
              </button>
              {t.losses.map((l) => (
                <span key={l} className="block text-sm quiet">
                  {l}
                </span>
              ))}
            </li>
          ))}
        </ul>
      </section>
      <Uses judged={judged} palette={palette} onWell={onWell} />
      {judged.review.proposals.length > 0 && (
        <section>
          <h2 className="font-semibold mb-1">What a review would take out</h2>
          <p className="text-sm quiet">{judged.review.said}</p>
          <ul className="mt-1">
            {judged.review.proposals.map((r) => (
              <li key={`${r.well} ${r.why} ${r.said}`}>
                <button
                  type="button"
                  className="text-left hover:underline py-0.5"
                  onClick={() => onWell(r.well)}
                >
                  {r.well + 1} <span className="paint-name">{r.name}</span>: {r.said}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** Black as far as it is rough; a notch where none can be smoother. */
function Gauge({ roughness, bound, most }: { roughness: number; bound: number; most: number }) {
  const scale = Math.max(1, most * 1.25);
  const percent = (v: number) => `${Math.min(100, (100 * v) / scale)}%`;
  return (
    <div
      className="relative h-3 border border-base-content bg-base-100"
      role="img"
      aria-label={`Roughness ${Math.round(roughness)}, none can be under ${Math.round(bound)}`}
    >
      <div className="absolute inset-y-0 left-0 bg-base-content" style={{ width: percent(roughness) }} />
      <div
        className="absolute -top-1 -bottom-1 w-0.5 bg-base-content outline outline-base-100"
        style={{ left: percent(bound) }}
      />
    </div>
  );
}

const WHERE: Record<string, string> = { OWNED: "owned", SAMPLED: "on a dot card", WISHED: "wished for" };

function Filling({ filling }: { filling: Schemas["PaintEntry"][] }) {
  if (filling.length === 0) return <span className="quiet">Nothing in the collection fills it.</span>;
  return (
    <span>
      {filling.map((p, i) => (
        <span key={p.id}>
          {i > 0 && ", "}
          <Link to={`/paints/${p.id}`} className="paint-name underline">
            {p.name}
          </Link>
          {p.standing !== "OWNED" && ` (${WHERE[p.standing] ?? words(p.standing)})`}
        </span>
      ))}
      .
    </span>
  );
}

function Uses({
  judged,
  palette,
  onWell,
}: {
  judged: Schemas["JudgedPalette"];
  palette: Palette;
  onWell: (well: number) => void;
}) {
  const by = new Map(judged.uses.map((u) => [u.well, u]));
  const most = Math.max(1, ...judged.uses.map((u) => u.in));
  const often = judged.uses
    .filter((u) => u.degree === "OFTEN")
    .reverse()
    .slice(0, 2)
    .map((u) => `well ${u.well + 1} in ${u.in}`);
  const never = judged.uses
    .filter((u) => u.degree === "NEVER")
    .map((u) => u.well + 1)
    .sort((x, y) => x - y);
  return (
    <section>
      <h2 className="font-semibold mb-1">What is used</h2>
      {judged.usesSaid ? (
        <p className="quiet">{judged.usesSaid}</p>
      ) : (
        <>
          <p>
            {judged.paintings === 1 ? "Of one painting" : `Of the last ${judged.paintings} paintings`}:{" "}
            {[often.join(", "), never.length > 0 && `never ${never.join(", ")}`].filter(Boolean).join("; ") ||
              "every well now and then"}
            .
          </p>
          <div className="flex items-end gap-px h-11 mt-2" aria-hidden="true">
            {palette.wells.map((w) => {
              const u = by.get(w.well);
              return (
                <button
                  key={w.well}
                  type="button"
                  tabIndex={-1}
                  title={u ? `${w.well + 1} ${u.name}: ${u.said}` : `${w.well + 1} free`}
                  className="grow bg-base-content min-w-0"
                  style={{ height: u ? `${Math.max(2, (100 * u.in) / most)}%` : 0 }}
                  onClick={() => onWell(w.well)}
                />
              );
            })}
          </div>
          <div className="flex justify-between code quiet" aria-hidden="true">
            <span>1</span>
            <span>{palette.wells.length}</span>
          </div>
        </>
      )}
      <Link to={`/palettes/${palette.id}/paintings`} className="btn btn-outline btn-sm mt-2">
        Note a painting
      </Link>
    </section>
  );
}
