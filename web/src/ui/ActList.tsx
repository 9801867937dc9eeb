import { useInfiniteQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, data, type Problem } from "../api/client";
import { localDay } from "./dates";
import { ProblemNote } from "./ProblemNote";

const AT_ONCE = 20;

/** What was done, the latest first, each with its undo; of one thing where it is given, such as paint:12. */
export function ActList({ of }: { of?: string }) {
  const queries = useQueryClient();
  const [problem, setProblem] = useState<Problem | null>(null);
  const acts = useInfiniteQuery({
    queryKey: ["acts", of ?? ""],
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam }) =>
      data(client.GET("/api/acts", { params: { query: { limit: AT_ONCE, act: pageParam, of } } })),
    getNextPageParam: (last) => (last.acts.length < AT_ONCE ? undefined : last.acts[AT_ONCE - 1]?.id),
  });

  async function undo(act: number) {
    setProblem(null);
    try {
      await data(client.POST("/api/acts/{act}/undo", { params: { path: { act } } }));
    } catch (e) {
      setProblem(e as Problem);
    }
    await queries.invalidateQueries();
  }

  const all = acts.data?.pages.flatMap((p) => p.acts) ?? [];
  return (
    <>
      <ProblemNote problem={problem ?? (acts.error as Problem | null)} />
      {acts.isSuccess && all.length === 0 && <p className="quiet">Nothing yet.</p>}
      <ol>
        {all.map((a) => (
          <li key={a.id} className="rule-b py-2 flex justify-between gap-3">
            <span>
              <span className={a.undone ? "line-through quiet" : ""}>{a.said}</span>{" "}
              <span className="quiet whitespace-nowrap">{localDay(a.at)}</span>
            </span>
            {a.undone ? (
              <span className="quiet">undone</span>
            ) : (
              <button type="button" className="underline" onClick={() => undo(a.id)}>
                Undo
              </button>
            )}
          </li>
        ))}
      </ol>
      {acts.hasNextPage && (
        <button
          type="button"
          className="underline mt-2"
          disabled={acts.isFetchingNextPage}
          onClick={() => acts.fetchNextPage()}
        >
          Earlier
        </button>
      )}
    </>
  );
}

/** What was done to one thing, at the foot of its page; asked for when it is opened. */
export function DoneHere({ of }: { of: string }) {
  const [open, setOpen] = useState(false);
  return (
    <details className="mt-10" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer underline">What was done here</summary>
      <div className="mt-2 max-w-2xl">{open && <ActList of={of} />}</div>
    </details>
  );
}
