import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data, type Problem } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { LotLine } from "./LotLine";
import { PaintRow } from "./PaintRow";
import { StockNav } from "./StockNav";

/** Pigments that are no longer made: how much of each is in the house, and what comes nearest. */
export function UnmadePage() {
  const list = useQuery({
    queryKey: ["stock", "unmade"],
    queryFn: () => data(client.GET("/api/stock/unmade", {})),
  });
  return (
    <Page
      title="No longer made"
      under="What is left in the house of pigments that nobody makes for paint any more."
    >
      <StockNav />
      <ProblemNote problem={list.error as Problem | null} />
      {list.data?.pigments.length === 0 && <p>No paint here holds a pigment that is no longer made.</p>}
      {list.data?.pigments.map((p) => (
        <section key={p.code} className="mb-8" aria-label={p.code}>
          <h2 className="text-xl">
            <Link to={`/pigments/${p.code}`} className="code hover:underline">
              {p.code}
            </Link>{" "}
            <span className="quiet">{p.chemicalName}</span>
          </h2>
          <p className="max-w-prose mb-2">{p.said}</p>
          <ul>
            {p.paints.map((s) => (
              <li key={s.paint.id} className="rule-t py-3">
                <PaintRow paint={s.paint}>
                  <ul>
                    {s.lots.map((l) => (
                      <LotLine key={l.holding} lot={l} name={s.paint.name} />
                    ))}
                  </ul>
                </PaintRow>
              </li>
            ))}
          </ul>
          {p.nearest?.paint && (
            <div className="rule-t py-3">
              <p className="quiet text-sm mb-1">Comes nearest, and is still made</p>
              <PaintRow paint={p.nearest.paint}>
                <p className="text-sm">{p.nearest.said.join("; ")}.</p>
              </PaintRow>
            </div>
          )}
        </section>
      ))}
    </Page>
  );
}
