import type { Problem } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";

/** Why there is no palette to show: there is none, or the server has nothing to read it from now. */
export function NoPalette({ problem }: { problem: Problem }) {
  return (
    <Page title={problem.away ? "Palette" : "No such palette"}>
      <ProblemNote problem={problem} />
    </Page>
  );
}
