import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { Strip } from "../../ui/Strip";

/** What waits: not painted, not filed, lost, or in another keeper than the record says. */
export function BacklogPage() {
  const asked = useQuery({ queryKey: ["backlog"], queryFn: () => data(client.GET("/api/shelf/backlog")) });
  const b = asked.data;
  if (!b) {
    return (
      <Page title="Backlog" problem={asked.error}>
        {asked.error ? null : "…"}
      </Page>
    );
  }
  const nothing = b.notSwatchedInAll + b.notFiledInAll + b.lostInAll + b.elsewhere.length === 0;
  return (
    <Page title="Backlog" under="What has no swatch, no place, or another place than the record says.">
      {nothing && (
        <p className="py-8">Nothing waits. Every paint has its swatch, and every swatch its place.</p>
      )}
      <div className="grid gap-x-8 gap-y-6 md:grid-cols-2">
        {b.elsewhere.length > 0 && (
          <section aria-label="Elsewhere">
            <h2 className="font-semibold mb-1">
              Elsewhere than the record says <span className="code">{b.elsewhere.length}</span>
            </h2>
            <ul className="rule-box bg-base-100">
              {b.elsewhere.map((e) => (
                <li key={e.card.swatch} className="px-2 py-1.5 rule-b last:border-0">
                  <Link to={`/paints/${e.card.paint?.id}`} className="paint-name underline">
                    {e.card.paint?.name}
                  </Link>{" "}
                  <span className="quiet">
                    filed at <span className="code">{e.card.place || "no place"}</span>, seen in{" "}
                    <span className="code">{e.seenIn}</span>
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
        <Waiting title="No swatch" find="no swatch" paints={b.notSwatched} all={b.notSwatchedInAll}>
          <Link to="/bench/new" className="underline">
            Plan a chart of them
          </Link>
        </Waiting>
        <Waiting title="Painted, not filed" find="not filed" paints={b.notFiled} all={b.notFiledInAll} />
        <Waiting title="Lost" find="lost" paints={b.lost} all={b.lostInAll} />
      </div>
    </Page>
  );
}

type Props = {
  title: string;
  find: string;
  paints: Schemas["PaintEntry"][];
  all: number;
  children?: React.ReactNode;
};

function Waiting({ title, find, paints, all, children }: Props) {
  if (all === 0) return null;
  return (
    <section aria-label={title}>
      <div className="flex justify-between gap-3 mb-1">
        <h2 className="font-semibold">
          <Link to={`/collection?find=${encodeURIComponent(find)}`} className="hover:underline">
            {title} <span className="code">{all}</span>
          </Link>
        </h2>
        {children}
      </div>
      <ul className="rule-box bg-base-100 max-h-[340px] overflow-y-auto">
        {paints.map((p) => (
          <li key={p.id} className="rule-b last:border-0">
            <Link
              to={`/paints/${p.id}`}
              className="grid grid-cols-[54px_minmax(0,1fr)_auto] gap-2 items-center px-2 py-1 hover:bg-base-200"
            >
              <Strip strip={p.strip} seed={p.id} label={p.name} className="w-[54px] h-5" />
              <span className="paint-name truncate">{p.name}</span>
              <span className="code quiet">{p.accession}</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
