import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data, type Problem } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { LotLine } from "./LotLine";
import { PaintRow } from "./PaintRow";
import { Replacing } from "./Replacing";
import { StockNav } from "./StockNav";
import { useToBuy } from "./useToBuy";

/** What runs low, the most used first, and what takes its place. */
export function LowPage() {
  const list = useQuery({
    queryKey: ["stock", "low"],
    queryFn: () => data(client.GET("/api/stock/low", {})),
  });
  const buy = useToBuy();
  return (
    <Page
      title="Runs low"
      under="A quarter or less is left of the fullest tube or pan. The most used first, each with what takes its place."
    >
      <StockNav />
      <ProblemNote problem={(list.error as Problem | null) ?? buy.problem} />
      {list.data?.all === 0 && <p>Nothing runs low, as far as anyone looked.</p>}
      <ul>
        {list.data?.paints.map(({ stocked: s, gone, replacements }) => (
          <li key={s.paint.id} className="rule-t py-4">
            <PaintRow
              paint={s.paint}
              aside={
                <button
                  type="button"
                  className="btn btn-sm btn-outline"
                  onClick={() => buy.run({ paints: [s.paint.id], why: `runs low: ${s.fullest} % left` })}
                >
                  Buy it again
                </button>
              }
            >
              <ul className="mt-1">
                {s.lots
                  .filter((l) => l.state === "HERE")
                  .map((l) => (
                    <LotLine key={l.holding} lot={l} name={s.paint.name} />
                  ))}
              </ul>
              {gone && <p className="mt-2 font-semibold">{gone}</p>}
              <h2 className="font-semibold mt-3">What takes its place</h2>
              <Replacing
                all={replacements}
                onBuy={(paint) => buy.run({ paints: [paint], why: `replaces ${s.paint.name}` })}
              />
              <Link className="underline" to={`/stock/replacing/${s.paint.id}`}>
                All of them
              </Link>
            </PaintRow>
          </li>
        ))}
      </ul>
    </Page>
  );
}
