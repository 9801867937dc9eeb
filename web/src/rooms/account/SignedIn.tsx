import { useQuery } from "@tanstack/react-query";
import { client, data, type Problem } from "../../api/client";
import { localTime } from "../../ui/dates";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";

/** Where one is signed in, so that somebody who should not be is seen, and signed out. */
export function SignedIn() {
  const sessions = useQuery({
    queryKey: ["sessions"],
    queryFn: () => data(client.GET("/api/account/sessions")),
  });
  const elsewhere = useAct((_: undefined) => data(client.DELETE("/api/account/sessions")), {
    undoable: false,
  });
  const there = useAct(
    (called: string) =>
      data(client.DELETE("/api/account/sessions/{called}", { params: { path: { called } } })),
    { undoable: false },
  );
  const all = sessions.data?.sessions ?? [];
  return (
    <section aria-label="Where you are signed in">
      <h2 className="font-semibold mt-8 mb-2">Where you are signed in</h2>
      <ProblemNote problem={elsewhere.problem ?? there.problem ?? (sessions.error as Problem | null)} />
      <ul>
        {all.map((s) => (
          <li key={s.called || `${s.since}${s.lastSeen}`} className="rule-b py-2 flex justify-between gap-3">
            <span className="whitespace-nowrap">
              {s.with || "A device"}
              {s.here && ", this one"}
            </span>
            <span className="quiet text-right">
              {s.here ? `since ${localTime(s.since)}` : `last seen ${localTime(s.lastSeen)}`}
              {!s.here && s.called && (
                <button
                  type="button"
                  className="underline ml-3"
                  aria-label={`Sign out: ${s.with || "A device"}, last seen ${localTime(s.lastSeen)}`}
                  disabled={there.running}
                  onClick={() => there.run(s.called)}
                >
                  Sign out
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
      {all.length > 1 && (
        <button
          type="button"
          className="btn btn-outline mt-3"
          disabled={elsewhere.running}
          onClick={() => elsewhere.run(undefined)}
        >
          Sign out everywhere else
        </button>
      )}
    </section>
  );
}
