import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, data, type Problem } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { counted } from "../../ui/words";
import { FindBox } from "../choosing/FindBox";
import { useFindParam } from "../choosing/FoundPage";
import { LotLine } from "./LotLine";
import { PaintRow } from "./PaintRow";
import { StockNav } from "./StockNav";

/** What is left of each paint, the least first. */
export function LeftPage() {
  const [find, setFind] = useFindParam("owned");
  const list = useQuery({
    queryKey: ["stock", find],
    queryFn: () => data(client.GET("/api/stock", { params: { query: { find } } })),
    placeholderData: keepPreviousData,
  });
  return (
    <Page title="What is left" under="By weight, by eye, or from what was poured; each says from what.">
      <StockNav />
      <FindBox find={find} label="Which paints" placeholder="tubes · in palette Field tin" onFind={setFind} />
      <ProblemNote problem={list.error as Problem | null} />
      {list.data && (
        <p className="quiet my-2" role="status">
          {counted(list.data.all, "paint")}
          {list.data.all > list.data.paints.length && `, the ${list.data.paints.length} with the least shown`}
        </p>
      )}
      <ul>
        {list.data?.paints.map((p) => (
          <li key={p.paint.id} className="rule-t py-3">
            <PaintRow paint={p.paint}>
              <ul className="mt-1">
                {p.lots.map((l) => (
                  <LotLine key={l.holding} lot={l} name={p.paint.name} />
                ))}
              </ul>
            </PaintRow>
          </li>
        ))}
      </ul>
    </Page>
  );
}
