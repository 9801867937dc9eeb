import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { dayInWords } from "../../ui/dates";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { counted } from "../../ui/words";

type Entry = Schemas["ExposureEntry"];

/** What hangs in the light, what hung, and what is due. */
export function ExposuresPage() {
  const list = useQuery({ queryKey: ["exposures"], queryFn: () => data(client.GET("/api/exposures", {})) });
  const all = list.data?.exposures ?? [];
  const running = all.filter((e) => !e.endedOn);
  const over = all.filter((e) => e.endedOn);
  return (
    <Page
      title="Fading"
      under="Strips in the light with one half covered: what the label promises, found out on your own wall."
      aside={
        <>
          <Link to="/exposures/new" className="btn btn-primary">
            Plan a light test
          </Link>
          <Link to="/exposures/hung" className="btn btn-outline">
            Something hung anyway
          </Link>
        </>
      }
    >
      <ProblemNote problem={list.error as Problem | null} />
      {list.data && all.length === 0 && (
        <p className="max-w-prose">
          Nothing hangs yet. Plan a sheet of the paints you love and doubt, cover one half of every stroke,
          and hang it in a window; or mark the spot behind a sticker on a sheet that hung for years.
        </p>
      )}
      <ul>
        {running.map((e) => (
          <ExposureRow key={e.id} entry={e} />
        ))}
      </ul>
      {over.length > 0 && (
        <>
          <h2 className="font-semibold mt-6 mb-1">Over</h2>
          <ul>
            {over.map((e) => (
              <ExposureRow key={e.id} entry={e} />
            ))}
          </ul>
        </>
      )}
      {list.data && <p className="quiet max-w-prose mt-8">{list.data.guidance}</p>}
    </Page>
  );
}

function ExposureRow({ entry: e }: { entry: Entry }) {
  return (
    <li className="rule-t py-4 grid gap-x-6 gap-y-2 md:grid-cols-[minmax(0,1fr)_minmax(0,26rem)]">
      <div className="min-w-0">
        <Link to={`/exposures/${e.id}`} className="font-book text-xl hover:underline">
          {e.name}
        </Link>
        <p>
          {e.light}
          {e.began && <span className="quiet"> · since {dayInWords(e.began)}</span>}
        </p>
        <p className="quiet">
          {counted(e.strips, "paint")}, {counted(e.readings, "reading")}
        </p>
        {e.faded + e.unchanged > 0 && (
          <p>
            <strong>{e.faded} faded</strong>, {e.unchanged} unchanged so far
          </p>
        )}
        {e.due && <p className={e.due.late >= 0 ? "font-semibold" : "quiet"}>{e.due.words}</p>}
      </div>
      <SmallStrips strips={e.shown} />
    </li>
  );
}

/** Covered above, in the light below, paint by paint. */
function SmallStrips({ strips }: { strips: Schemas["SmallStrip"][] }) {
  if (strips.length === 0) return null;
  return (
    <ul className="flex h-16 gap-1" aria-label="Covered above, in the light below">
      {strips.map((s) => (
        <li key={s.name} className="flex-1 min-w-2 flex flex-col" title={s.name}>
          <span className="sr-only">
            {s.name}
            {s.faded ? ", faded" : ""}
          </span>
          <span data-paint className="block h-8" style={{ background: s.before }} />
          <span data-paint className="block h-8" style={{ background: s.after }} />
        </li>
      ))}
    </ul>
  );
}
