import type { Problem } from "../api/client";

/** What went wrong, what was kept, and what to do. */
export function ProblemNote({ problem }: { problem: Problem | null | undefined }) {
  if (!problem) return null;
  const errors = problem.document.errors;
  return (
    <div role="alert" className="border border-base-content hatched p-3 my-3">
      <p className="font-semibold">{problem.document.title}.</p>
      {errors?.length ? (
        <ul className="mt-1 space-y-1">
          {errors.map((e) => (
            <li key={e.where + e.message}>
              {e.message} <span className="quiet">{e.suggestion}</span>
            </li>
          ))}
        </ul>
      ) : (
        <p>{problem.message}</p>
      )}
    </div>
  );
}

/** Shown while an act is tried again by itself. */
export function WaitingNote({ waiting }: { waiting: Problem | null | undefined }) {
  if (!waiting) return null;
  return (
    <p role="status" className="border border-base-content p-3 my-3">
      {waiting.document.title}. What you typed stays here; it is told again by itself, and saved once, as soon
      as it can be. Leave this page open.
    </p>
  );
}
