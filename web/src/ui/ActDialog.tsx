import type { ReactNode } from "react";
import type { Problem } from "../api/client";
import { Dialog } from "./Dialog";
import { ProblemNote, WaitingNote } from "./ProblemNote";

type Props = {
  title: string;
  /** What the button says, such as “Merge”. */
  button: string;
  act: { run: (_: undefined) => void; running: boolean; waiting: Problem | null; problem: Problem | null };
  /** Whether something is still to be chosen. */
  unready?: boolean;
  onClose: () => void;
  children: ReactNode;
};

/** A dialog that asks for what one act needs, does it, and says what stands in the way. */
export function ActDialog({ title, button, act, unready, onClose, children }: Props) {
  return (
    <Dialog open title={title} onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          act.run(undefined);
        }}
      >
        {children}
        <ProblemNote problem={act.problem} />
        <WaitingNote waiting={act.waiting} />
        <div className="flex gap-3 mt-3">
          <button type="submit" className="btn btn-primary" disabled={act.running || unready}>
            {button}
          </button>
          <button type="button" className="btn btn-outline" onClick={onClose}>
            Leave
          </button>
        </div>
      </form>
    </Dialog>
  );
}
