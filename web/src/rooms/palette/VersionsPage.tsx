import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { dayInWords } from "../../ui/dates";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { why } from "./KeepVersion";
import { NoPalette } from "./NoPalette";
import { type Palette, usePalette } from "./usePalette";

/** Any two versions side by side, and the past of every well. */
export function VersionsPage() {
  const id = Number(useParams().palette);
  const query = usePalette(id);
  const palette = query.data;
  if (query.isError) return <NoPalette problem={query.error as Problem} />;
  if (!palette) return <Page title="…">{null}</Page>;
  return (
    <Page
      title={`${palette.name}: versions`}
      under={
        <Link className="underline" to={`/palettes/${id}`}>
          Back to the palette
        </Link>
      }
    >
      {palette.versions.length === 0 ? (
        <p>No version is kept yet. Lay paints into its wells, then keep it as version 1.</p>
      ) : (
        <>
          <SideBySide palette={palette} />
          <Past palette={palette} />
          <OnADay palette={palette} />
        </>
      )}
    </Page>
  );
}

function SideBySide({ palette }: { palette: Palette }) {
  const [params, setParams] = useSearchParams();
  const newest = palette.newest;
  const from = Number(params.get("from") ?? Math.max(1, newest - 1));
  const to = Number(params.get("to") ?? newest);
  const changes = useQuery({
    queryKey: ["palette", palette.id, "changes", from, to],
    queryFn: () =>
      data(
        client.GET("/api/palettes/{palette}/changes", {
          params: { path: { palette: palette.id }, query: { from, to } },
        }),
      ),
  });
  const options = [
    ...palette.versions.map(
      (v) => [String(v.number), `version ${v.number}, ${dayInWords(v.since)}`] as const,
    ),
    ["0", "the draft"] as const,
  ];
  const back = useAct((number: number, headers) =>
    data(
      client.POST("/api/palettes/{palette}/versions/{number}/back", {
        headers,
        params: { path: { palette: palette.id, number } },
        body: { version: palette.version },
      }),
    ),
  );
  const c = changes.data;
  return (
    <section className="mb-8">
      <div className="flex flex-wrap gap-3 items-end mb-3">
        <Field label="From">
          {(id) => (
            <Select
              id={id}
              className="select"
              options={options}
              value={String(from)}
              onChange={(v) => setParams({ from: v, to: String(to) }, { replace: true })}
            />
          )}
        </Field>
        <Field label="To">
          {(id) => (
            <Select
              id={id}
              className="select"
              options={options}
              value={String(to)}
              onChange={(v) => setParams({ from: String(from), to: v }, { replace: true })}
            />
          )}
        </Field>
        {from > 0 && (
          <button type="button" className="btn btn-outline" onClick={() => back.run(from)}>
            Lay the draft as in version {from}
          </button>
        )}
      </div>
      <ProblemNote problem={(changes.error as Problem | null) ?? back.problem} />
      {c && c.said === "nothing changed" && <p>Nothing changed between the two.</p>}
      {c && (
        <div className="grid gap-5 grid-cols-[repeat(auto-fit,minmax(180px,1fr))] max-w-5xl">
          <Changes title="In" changes={c.in} words={(x) => `in well ${x.to + 1}`} />
          <Changes
            title="Out"
            changes={c.out}
            words={(x) => {
              const said = why(c.left.find((l) => l.name === x.name)?.why ?? "");
              return `from well ${x.from + 1}${said && said !== "no reason given" ? `: ${said}` : ""}`;
            }}
          />
          <Changes title="Moved" changes={c.moved} words={(x) => `${x.from + 1} to ${x.to + 1}`} />
          <Changes title="Refilled" changes={c.refilled} words={(x) => `in well ${x.to + 1}`} />
        </div>
      )}
    </section>
  );
}

function Changes({
  title,
  changes,
  words,
}: {
  title: string;
  changes: Schemas["WellChange"][];
  words: (change: Schemas["WellChange"]) => string;
}) {
  if (changes.length === 0) return null;
  return (
    <div>
      <h2 className="font-semibold">{title}</h2>
      <ul>
        {changes.map((c) => (
          <li key={`${c.name} ${c.from} ${c.to}`} className="py-0.5">
            {c.paint ? (
              <Link className="paint-name hover:underline" to={`/paints/${c.paint}`}>
                {c.name}
              </Link>
            ) : (
              <span className="paint-name">{c.name}</span>
            )}{" "}
            <span className="quiet">{words(c)}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** A row a well, a column a version. */
function Past({ palette }: { palette: Palette }) {
  const wells = Math.max(...palette.versions.flatMap((v) => v.wells.map((w) => w.well + 1)), 1);
  return (
    <section className="mb-8">
      <h2 className="font-semibold mb-2">The past of every well</h2>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a wide table is scrolled by keyboard */}
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="The past of every well">
        <table className="border-collapse">
          <thead>
            <tr>
              <th scope="col" className="text-left pr-3 font-normal quiet">
                Well
              </th>
              {palette.versions.map((v) => (
                <th key={v.number} scope="col" className="text-left pr-2 code font-normal min-w-32">
                  {v.since}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {Array.from({ length: wells }, (_, w) => w).map((w) => (
              <tr key={w} className="rule-t">
                <th scope="row" className="text-left code font-normal pr-3">
                  {w + 1}
                </th>
                {palette.versions.map((v, i) => {
                  const now = v.wells.find((x) => x.well === w);
                  const before = palette.versions[i - 1]?.wells.find((x) => x.well === w);
                  const same = before && now && before.name === now.name;
                  return (
                    <td key={v.number} className="pr-2 py-0.5 align-top">
                      {now && (
                        <>
                          <span
                            data-paint
                            className={`block h-3 ${now.colour ? "" : "hatched"}`}
                            style={{ background: now.colour ?? undefined }}
                          />
                          {!same && <span className="paint-name text-sm">{now.name}</span>}
                        </>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** What lay in it on a day. */
function OnADay({ palette }: { palette: Palette }) {
  const [params, setParams] = useSearchParams();
  const on = params.get("on") ?? "";
  const then = useQuery({
    queryKey: ["palette", palette.id, "at", on],
    enabled: on !== "",
    queryFn: () =>
      data(
        client.GET("/api/palettes/{palette}/at", {
          params: { path: { palette: palette.id }, query: { on } },
        }),
      ),
  });
  return (
    <section>
      <Field label="What lay in it on" className="max-w-xs">
        {(id) => (
          <input
            id={id}
            type="date"
            className="input"
            value={on}
            onChange={(e) => {
              params.set("on", e.target.value);
              setParams(params, { replace: true });
            }}
          />
        )}
      </Field>
      <ProblemNote problem={then.error as Problem | null} />
      {then.data && (
        <p className="mt-2 max-w-4xl">
          Version {then.data.number}, since {dayInWords(then.data.since)}:{" "}
          {then.data.wells.map((w) => `${w.well + 1} ${w.name}`).join(", ")}.
        </p>
      )}
    </section>
  );
}
