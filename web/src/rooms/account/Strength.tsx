import { useDeferredValue, useEffect, useState } from "react";

const WORDS = ["Weak", "Weak", "Middling", "Good", "Strong"];

type Judge = typeof import("./strength").strength;

/** What a new password would withstand, while it is typed. Its word lists are fetched when there is something to judge. */
export function Strength({ password, known }: { password: string; known: string[] }) {
  const typed = useDeferredValue(password);
  const [judge, setJudge] = useState<{ by: Judge } | null>(null);
  const wanted = password !== "";
  useEffect(() => {
    // Where the lists cannot be fetched there is no word on it; the server decides what it takes.
    if (wanted) import("./strength").then((m) => setJudge({ by: m.strength })).catch(() => {});
  }, [wanted]);
  if (!typed || !judge) return null;
  const { score, holds, warning } = judge.by(typed, known);
  return (
    <div className="text-sm -mt-2" role="status">
      <div className="flex gap-1 mb-1" aria-hidden="true">
        {[1, 2, 3, 4].map((n) => (
          <span key={n} className={`h-1 w-10 ${n <= Math.max(1, score) ? "bg-current" : "bg-current/15"}`} />
        ))}
      </div>
      <p>
        {WORDS[score]}: whoever had a copy of the database, and tried 10,000 a second, would need {holds}.
      </p>
      {warning && <p className="quiet">{warning}</p>}
    </div>
  );
}
