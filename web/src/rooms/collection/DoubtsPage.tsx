import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { CopyButton } from "../../ui/CopyButton";
import { Dialog } from "../../ui/Dialog";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { StripTile } from "./StripTile";

type Dispute = Schemas["DisputeView"];

/** Where label, pigments and paper cannot agree, gravest first, and what to do about each. */
export function DoubtsPage() {
  const [params, setParams] = useSearchParams();
  const find = params.get("find") ?? "";
  const left = params.get("left") === "true";
  const kind = params.get("kind") ?? "";
  const query = useQuery({
    queryKey: ["disputes", find, left],
    queryFn: () => data(client.GET("/api/disputes", { params: { query: { find, left, limit: 300 } } })),
    placeholderData: keepPreviousData,
  });
  const [letter, setLetter] = useState<Dispute | null>(null);
  const list = query.data;
  const shown = list?.disputes.filter((d) => !kind || d.kind === kind) ?? [];
  const change = (key: string, value: string) => {
    const next = new URLSearchParams(params);
    if (value) next.set(key, value);
    else next.delete(key);
    setParams(next);
  };
  return (
    <Page
      title="Doubts"
      under={
        list && (
          <>
            {counted(list.open, "thing")} that label, pigments and paper cannot agree on, gravest first
            {find && (
              <>
                {" "}
                among <span className="code text-base-content">{find}</span>{" "}
                <button type="button" className="underline" onClick={() => change("find", "")}>
                  all
                </button>
              </>
            )}
          </>
        )
      }
      aside={
        list &&
        list.left > 0 && (
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={left}
              onChange={(e) => change("left", e.target.checked ? "true" : "")}
            />
            also the {list.left} left as they are
          </label>
        )
      }
    >
      <ProblemNote problem={query.error as Problem | null} />
      {list?.open === 0 && !left && <p className="py-6">Nothing here is in doubt.</p>}
      {list && list.kinds.length > 1 && (
        <nav aria-label="Kinds of doubt" className="flex flex-wrap gap-x-4 gap-y-1 mb-3 max-w-5xl">
          {list.kinds.map((k) => (
            <button
              key={k.kind}
              type="button"
              aria-pressed={kind === k.kind}
              className={kind === k.kind ? "font-semibold underline" : "quiet hover:underline"}
              onClick={() => change("kind", kind === k.kind ? "" : k.kind)}
            >
              <span className="code font-bold text-base-content">{k.count}</span> {k.words}
            </button>
          ))}
        </nav>
      )}
      <ol className="max-w-4xl">
        {shown.map((d) => (
          <Item key={d.kind + d.mark} dispute={d} onLetter={() => setLetter(d)} />
        ))}
      </ol>
      <Dialog open={!!letter} title="Ask the maker" wide onClose={() => setLetter(null)}>
        {letter && <Letter text={letter.letter} onClose={() => setLetter(null)} />}
      </Dialog>
    </Page>
  );
}

function Item({ dispute: d, onLetter }: { dispute: Dispute; onLetter: () => void }) {
  const [leaving, setLeaving] = useState(false);
  const [reason, setReason] = useState("");
  const leave = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/disputes/left", {
          headers,
          body: { paint: d.paint.id, kind: d.kind, mark: d.mark, reason },
        }),
      ),
    { onDone: () => setLeaving(false) },
  );
  const takeUp = useAct((id: number, headers) =>
    data(
      client.DELETE("/api/disputes/left/{left_dispute}", { headers, params: { path: { left_dispute: id } } }),
    ),
  );
  return (
    <li className="rule-b py-4 grid gap-4 sm:grid-cols-[200px_1fr]">
      <StripTile paint={d.paint} />
      <div>
        <p className="font-semibold first-letter:uppercase">{d.kindInWords}</p>
        <p>{d.message}</p>
        <p className="mt-2 flex flex-wrap gap-x-4 gap-y-1">
          {d.remedies.map((r) =>
            r.remedy === "ASK_MAKER" ? (
              <button key={r.remedy} type="button" className="underline" onClick={onLetter}>
                {r.words}
              </button>
            ) : (
              <Link
                key={r.remedy}
                className="underline"
                to={
                  r.remedy === "PAINT_AGAIN"
                    ? `/bench/new?find=${encodeURIComponent(d.paint.accession)}`
                    : `/paints/${d.paint.id}/edit`
                }
              >
                {r.words}
              </Link>
            ),
          )}
          {d.others.length > 0 && (
            <Link
              className="underline"
              to={`/compare?paints=${[d.paint, ...d.others]
                .slice(0, 12)
                .map((p) => p.id)
                .join(",")}`}
            >
              Compare {d.others.length === 1 ? "the two" : `the ${d.others.length + 1}`}
            </Link>
          )}
          {d.left == null && !leaving && (
            <button type="button" className="underline" onClick={() => setLeaving(true)}>
              Leave it
            </button>
          )}
        </p>
        {d.left != null && (
          <p className="quiet mt-1">
            Left: {d.leftWhy}{" "}
            <button type="button" className="underline" onClick={() => takeUp.run(d.left as number)}>
              Take it up again
            </button>
          </p>
        )}
        {leaving && (
          <form
            className="flex flex-wrap gap-2 mt-2"
            onSubmit={(e) => {
              e.preventDefault();
              leave.run(undefined);
            }}
          >
            <input
              className="input grow"
              aria-label={`Why leave the doubt about ${d.paint.name}`}
              placeholder="why, so that you know it next year"
              value={reason}
              onChange={(e) => setReason(e.target.value)}
            />
            <button type="submit" className="btn btn-primary" disabled={!reason.trim() || leave.running}>
              Leave it
            </button>
            <button type="button" className="btn btn-outline" onClick={() => setLeaving(false)}>
              Not yet
            </button>
          </form>
        )}
        <ProblemNote problem={leave.problem ?? takeUp.problem} />
      </div>
    </li>
  );
}

function Letter({ text, onClose }: { text: string; onClose: () => void }) {
  const box = useRef<HTMLTextAreaElement>(null);
  return (
    <div>
      <textarea ref={box} className="textarea w-full h-80" readOnly value={text} aria-label="The letter" />
      <div className="flex flex-wrap gap-2 mt-3">
        <CopyButton of={box} />
        <button type="button" className="btn btn-outline" onClick={onClose}>
          Close
        </button>
      </div>
    </div>
  );
}
