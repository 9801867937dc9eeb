import { type ReactNode, useEffect } from "react";
import type { Problem } from "../api/client";
import { DoneHere } from "./ActList";
import { ProblemNote } from "./ProblemNote";

type Props = {
  title: ReactNode;
  name?: string;
  under?: ReactNode;
  aside?: ReactNode;
  /** Why what the page is to show did not come. */
  problem?: Error | null;
  /** What it is a page of, such as paint:12, where what was done to it is told at its foot. */
  done?: string;
  children: ReactNode;
};

/** A room's page: its title, a quiet line, what can be done at the right, and the work. */
export function Page({ title, name, under, aside, problem, done, children }: Props) {
  const heading = name ?? (typeof title === "string" ? title : "");
  useEffect(() => {
    document.title = heading ? `${heading} · Molvet` : "Molvet";
  }, [heading]);
  return (
    <div className="p-4 md:p-5">
      <div className="flex flex-wrap justify-between items-start gap-3 mb-3">
        <div className="min-w-0">
          <h1 className="font-book text-2xl md:text-[1.8rem] leading-tight font-medium">{title}</h1>
          {under && <div className="quiet">{under}</div>}
        </div>
        {aside && <div className="flex flex-wrap gap-2">{aside}</div>}
      </div>
      <ProblemNote problem={problem as Problem | null | undefined} />
      {children}
      {done && <DoneHere of={done} />}
    </div>
  );
}
