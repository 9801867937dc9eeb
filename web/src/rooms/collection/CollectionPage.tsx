import { useEffect } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import type { Problem } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useWaiting } from "../../ui/useWaiting";
import { counted } from "../../ui/words";
import { BookButton } from "../sharing/BookButton";
import { ShareButton } from "../sharing/ShareButton";
import { Asking } from "./Asking";
import { Ledger } from "./Ledger";
import { PaintCard } from "./PaintCard";
import { usePaints } from "./usePaints";

const ORDERS = [
  ["hue", "yellow first, round the wheel"],
  ["number", "by number"],
  ["name", "by name"],
  ["maker", "by maker"],
  ["place", "by place"],
] as const;

const LACKS = [
  ["no swatch", "without a swatch"],
  ["not filed", "without a place"],
  ["not read", "without a colour"],
  ["no pigments", "without pigments"],
  ["lost", "swatch lost"],
  ["disagree", "voices disagree"],
];

export function CollectionPage() {
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const find = params.get("find") ?? "";
  const order = params.get("order") ?? "hue";
  const list = usePaints(find, order);
  const waiting = useWaiting().data;
  const first = list.data?.pages[0];
  const paints = list.data?.pages.flatMap((p) => p.paints) ?? [];
  const at = Number(params.get("at")) || undefined;
  const shown = paints.find((p) => p.id === at) ?? paints[0];

  useEffect(() => {
    if (at === undefined || paints.length === 0 || paints.some((p) => p.id === at)) return;
    const next = new URLSearchParams(params);
    next.delete("at");
    setParams(next, { replace: true });
  }, [at, paints, params, setParams]);

  function change(key: string, value: string) {
    const next = new URLSearchParams(params);
    if (value) next.set(key, value);
    else next.delete(key);
    setParams(next, { replace: key === "at" });
  }

  const tokens = first?.understood ?? [];
  const empty = first && first.total === 0;

  return (
    <div className="xl:grid xl:grid-cols-[minmax(0,1fr)_336px]">
      <Page
        title="Collection"
        under={
          waiting && (
            <>
              {find
                ? `${counted(first?.total ?? 0, "paint")} found`
                : `${counted(waiting.rooms["/collection"], "paint")} in ${counted(waiting.recipes, "recipe")} · ${waiting.painted} painted out`}
              {" · "}
              <label>
                <span className="sr-only">Order</span>
                <Select
                  className="underline bg-transparent cursor-pointer"
                  value={order}
                  options={ORDERS}
                  onChange={(v) => change("order", v === "hue" ? "" : v)}
                />
              </label>
            </>
          )
        }
        aside={
          <>
            {find && (first?.total ?? 0) > 1 && (first?.total ?? 0) <= 12 && (
              <Link to={`/compare?paints=${paints.map((p) => p.id).join(",")}`} className="btn btn-outline">
                Compare these
              </Link>
            )}
            {find && (first?.total ?? 0) > 0 && (
              <>
                <Link to={`/bench/new?find=${encodeURIComponent(find)}`} className="btn btn-outline">
                  Plan a chart of these
                </Link>
                <Link to={`/palettes?find=${encodeURIComponent(find)}`} className="btn btn-outline">
                  Lay a palette
                </Link>
                <ShareButton of="FIND" find={find} />
              </>
            )}
            {(first?.total ?? 0) > 0 && <BookButton find={find} paints={first?.total ?? 0} />}
            <Link to="/paints/new" className="btn btn-primary">
              Add a paint
            </Link>
          </>
        }
      >
        {waiting && !find && waiting.rooms["/collection"] > 0 && (
          <nav aria-label="What is missing" className="flex flex-wrap gap-x-4 gap-y-1 mb-3">
            {LACKS.map(([text, words]) => {
              const count = waiting.counts.find((c) => c.find === text)?.count ?? 0;
              return count === 0 ? null : (
                <Link
                  key={text}
                  to={`/collection?find=${encodeURIComponent(text)}`}
                  className="quiet hover:underline"
                >
                  <span className="code font-bold text-base-content">{count}</span> {words}
                </Link>
              );
            })}
          </nav>
        )}
        <Asking find={find} onFind={(f) => change("find", f)} />
        {first?.troubles.map((t) => (
          <p key={t.word + t.message} role="alert" className="border-l-2 border-base-content pl-2.5 mb-2">
            <span className="code hatched px-1">{t.word}</span> {t.message}
          </p>
        ))}
        {tokens.length > 0 && (
          <ul aria-label="Understood" className="flex flex-wrap gap-2 mb-3">
            {tokens.map((t) => (
              <li key={t.written}>
                <button
                  type="button"
                  className="bg-primary text-primary-content px-2 py-1 flex gap-2"
                  aria-label={`Take away ${t.words}`}
                  onClick={() =>
                    change(
                      "find",
                      tokens
                        .filter((o) => o !== t)
                        .map((o) => o.written)
                        .join(" "),
                    )
                  }
                >
                  <span className="code leading-5">{t.words}</span>
                  <span aria-hidden="true">×</span>
                </button>
              </li>
            ))}
          </ul>
        )}
        {first?.mended && (
          <p className="mb-3">
            Was{" "}
            <button
              type="button"
              className="underline code"
              onClick={() => change("find", first.mended ?? "")}
            >
              {first.mended}
            </button>{" "}
            meant?
          </p>
        )}
        {first && first.ways.length > 0 && (
          <p className="quiet mb-3">
            Also meant by it:{" "}
            {first.ways.map((w, i) => (
              <span key={w.find}>
                {i > 0 && ", "}
                <button type="button" className="underline" onClick={() => change("find", w.find)}>
                  {w.instead.startsWith("word:") ? `names with “${w.word}”` : w.instead}
                </button>
              </span>
            ))}
          </p>
        )}
        <ProblemNote problem={list.error as Problem | null} />
        {empty && find && (
          <p className="py-8">
            Nothing in the collection answers to that.{" "}
            <button type="button" className="underline" onClick={() => change("find", "")}>
              Show everything
            </button>
          </p>
        )}
        {empty && !find && (
          <div className="py-10 max-w-md">
            <p className="mb-4">
              Nothing is catalogued yet. Take a tube in the hand, type its name and what the label says of
              pigments, and it has its number.
            </p>
            <Link to="/paints/new" className="btn btn-primary">
              Add the first paint
            </Link>
            <p className="mt-4">
              Is there a list of them in a spreadsheet?{" "}
              <Link to="/import" className="underline">
                Bring it in
              </Link>
              .
            </p>
          </div>
        )}
        {paints.length > 0 && (
          <Ledger
            paints={paints}
            total={first?.total ?? paints.length}
            at={shown?.id}
            onMove={(id) => change("at", String(id))}
            onOpen={(id) => navigate(`/paints/${id}`)}
          />
        )}
      </Page>
      {shown && (
        <aside
          aria-label="Paint in hand"
          className="hidden xl:block border-l border-[var(--rule)] bg-base-100 p-4 sticky top-[54px] h-[calc(100vh-54px)] overflow-y-auto"
        >
          <PaintCard paint={shown.id} />
        </aside>
      )}
    </div>
  );
}
