import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data } from "../../api/client";
import { ProblemNote } from "../../ui/ProblemNote";
import { LotLine } from "./LotLine";
import { useToBuy } from "./useToBuy";

/** What is left of a paint, what takes its place, and the list to buy. */
export function StockLinks({ paint, name }: { paint: number; name: string }) {
  const stock = useQuery({
    queryKey: ["stock", "paint", paint],
    queryFn: () => data(client.GET("/api/paints/{paint}/stock", { params: { path: { paint } } })),
  }).data;
  const buy = useToBuy();
  return (
    <section>
      <h2 className="font-semibold mb-1">What is left</h2>
      <ul>
        {stock?.lots.map((l) => (
          <LotLine key={l.holding} lot={l} name={name} />
        ))}
      </ul>
      {stock?.lots.length === 0 && <p className="quiet">None of it was ever here.</p>}
      <p className="flex flex-wrap gap-x-4">
        <Link className="underline py-1" to={`/stock/replacing/${paint}`}>
          What takes its place
        </Link>
        <button
          type="button"
          className="underline py-1"
          onClick={() => buy.run({ paints: [paint], why: "" })}
        >
          Put it on the list to buy
        </button>
      </p>
      {buy.result && <p role="status">It is on the list to buy.</p>}
      <ProblemNote problem={buy.problem} />
    </section>
  );
}
