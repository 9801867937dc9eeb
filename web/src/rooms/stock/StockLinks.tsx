import { Link } from "react-router";
import { ProblemNote } from "../../ui/ProblemNote";
import { useToBuy } from "./useToBuy";

/** From a paint to what takes its place, and to the list to buy. */
export function StockLinks({ paint }: { paint: number }) {
  const buy = useToBuy();
  return (
    <div>
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
    </div>
  );
}
