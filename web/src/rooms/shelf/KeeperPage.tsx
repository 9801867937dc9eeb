import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, useLocation, useNavigate, useParams, useSearchParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { words } from "../../ui/words";
import { ShareButton } from "../sharing/ShareButton";
import { KeeperTools, UnderRefiling, Walk } from "./KeeperTools";

export function KeeperPage() {
  const { keeper } = useParams();
  return keeper === "at" ? <Jump /> : <Keeper id={Number(keeper)} />;
}

/** Leads from a place code to its keeper. */
function Jump() {
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const code = params.get("code") ?? "";
  const found = useQuery({
    queryKey: ["place", code],
    queryFn: () => data(client.GET("/api/places", { params: { query: { code } } })),
  });
  useEffect(() => {
    if (found.data?.keeper) navigate(`/shelf/${found.data.keeper}#${found.data.place}`, { replace: true });
  }, [found.data, navigate]);
  return <Page title="Shelf">{found.isError && <ProblemNote problem={found.error as Problem} />}</Page>;
}

function Keeper({ id }: { id: number }) {
  const navigate = useNavigate();
  const location = useLocation();
  const aimed = decodeURIComponent(location.hash.slice(1));
  const query = useQuery({
    queryKey: ["keeper", id],
    queryFn: () => data(client.GET("/api/keepers/{keeper}", { params: { path: { keeper: id } } })),
  });
  const remove = useAct(
    (_: undefined, headers) =>
      data(client.DELETE("/api/keepers/{keeper}", { headers, params: { path: { keeper: id } } })),
    { onDone: () => navigate("/shelf") },
  );
  const tick = useAct(
    (body: { swatch: number; there: boolean }, headers) =>
      data(
        client.POST("/api/keepers/{keeper}/walk/seen", { params: { path: { keeper: id } }, headers, body }),
      ),
    { undoable: false },
  );
  const places = query.data?.places;

  useEffect(() => {
    if (places && aimed) document.getElementById(aimed)?.scrollIntoView({ block: "center" });
  }, [places, aimed]);

  if (query.isError) {
    return (
      <Page title="No such keeper">
        <ProblemNote problem={query.error as Problem} />
      </Page>
    );
  }
  if (!query.data || !places) return <Page title="…">{null}</Page>;
  const k = query.data.keeper;
  const pages = [...new Set(places.map((p) => p.page))].map(
    (page) => [page, places.filter((p) => p.page === page)] as const,
  );

  return (
    <Page
      done={`keeper:${id}`}
      name={`${k.code} ${k.name}`}
      title={
        <>
          <span className="code mr-3">{k.code}</span>
          {k.name || <span className="first-letter:uppercase inline-block">{words(k.kind)}</span>}
        </>
      }
      under={`${k.filled} of ${k.capacity} places filled${k.schoolInWords ? `, kept in the order: ${k.schoolInWords}` : ""}`}
      aside={
        k.filled === 0 ? (
          <button type="button" className="btn btn-outline" onClick={() => remove.run(undefined)}>
            Delete
          </button>
        ) : (
          <ShareButton of="KEEPER" id={Number(id)} />
        )
      }
    >
      <ProblemNote problem={remove.problem ?? tick.problem} />
      <KeeperTools keeper={k} places={places} />
      <UnderRefiling keeper={id} />
      <Walk keeper={k} places={places} />
      {pages.map(([page, cells]) => (
        <section key={page} className="mb-6">
          {page > 0 && k.cells > 1 && <h2 className="font-semibold mb-2">Page {page}</h2>}
          <ol className="grid gap-x-4 gap-y-3 grid-cols-[repeat(auto-fill,minmax(155px,1fr))]">
            {cells.map((c) => (
              <Place
                key={c.place}
                place={c}
                aimed={c.place === aimed}
                onSeen={k.walkAt ? (there) => c.swatch && tick.run({ swatch: c.swatch, there }) : undefined}
              />
            ))}
          </ol>
        </section>
      ))}
    </Page>
  );
}

type PlaceProps = {
  place: Schemas["PlaceView"];
  aimed: boolean;
  /** Set while the keeper is looked through. */
  onSeen?: (there: boolean) => void;
};

function Place({ place: c, aimed, onSeen }: PlaceProps) {
  return (
    <li id={c.place} className={`p-1.5 ${aimed ? "bg-base-100 outline-2 outline-base-content" : ""}`}>
      {c.paint ? (
        <Link to={`/paints/${c.paint.id}`} className="block">
          <Strip
            strip={c.paint.strip}
            seed={c.paint.id}
            label={c.paint.name}
            shape="tile"
            className="w-full h-16"
          />
          <span className="code block mt-1">{c.place}</span>
          <span className="paint-name block truncate leading-tight">{c.paint.name}</span>
          <span className="quiet block text-sm truncate">{c.paint.maker}</span>
        </Link>
      ) : (
        <div>
          <div className="w-full h-16 border border-dotted border-[var(--rule)]" />
          <span className="code block mt-1 quiet">{c.place}</span>
          <span className="quiet text-sm">free</span>
        </div>
      )}
      {c.paint && onSeen && (
        <label className="flex gap-2 items-center py-1">
          <input
            type="checkbox"
            className="checkbox"
            checked={c.seen}
            onChange={(e) => onSeen(e.target.checked)}
          />
          there
        </label>
      )}
    </li>
  );
}
