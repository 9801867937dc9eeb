import { useQuery } from "@tanstack/react-query";
import { client, data, type Problem } from "../../api/client";
import { dayInWords } from "../../ui/dates";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { counted } from "../../ui/words";
import { ShareButton } from "../sharing/ShareButton";
import { LotLine } from "./LotLine";
import { PaintRow } from "./PaintRow";
import { StockNav } from "./StockNav";

/** Owned and in no painting since it came: could be given or swapped. */
export function UnusedPage() {
  const list = useQuery({
    queryKey: ["stock", "unused"],
    queryFn: () => data(client.GET("/api/stock/unused", {})),
  });
  const u = list.data;
  return (
    <Page
      title="Never used"
      under="In no painting since they came: to try again, to give away, or to swap with a friend."
      aside={
        u && u.paints.length > 0 ? (
          <div className="flex gap-2 print:hidden">
            <ShareButton of="FIND" find="never used" />
            <button type="button" className="btn btn-outline" onClick={() => window.print()}>
              Print
            </button>
          </div>
        ) : null
      }
    >
      <StockNav />
      <ProblemNote problem={list.error as Problem | null} />
      {u && u.since == null && (
        <p className="max-w-prose">
          No painting is noted yet, so it cannot be said what is never used. Note paintings on a palette's
          page: one line and the wells the brush went to.
        </p>
      )}
      {u?.since && (
        <p className="quiet mb-2">
          {counted(u.paints.length, "paint")}; {counted(u.paintings, "day")} of painting noted since{" "}
          {dayInWords(u.since)}.
        </p>
      )}
      <ul>
        {u?.paints.map((p) => (
          <li key={p.stocked.paint.id} className="rule-t py-3">
            <PaintRow paint={p.stocked.paint}>
              <p className="text-sm">{p.said}</p>
              <ul className="print:hidden">
                {p.stocked.lots
                  .filter((l) => l.state === "HERE")
                  .map((l) => (
                    <LotLine key={l.holding} lot={l} name={p.stocked.paint.name} />
                  ))}
              </ul>
            </PaintRow>
          </li>
        ))}
      </ul>
    </Page>
  );
}
