import { useEffect, useRef, useState } from "react";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { ProblemNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useSchools } from "../../ui/useSchools";
import type { Lying, Palette } from "./usePalette";

type Ordered = Schemas["Ordered"];

type Props = {
  palette: Palette;
  /** Shows an order in the box before it is taken. */
  onShown: (order: Ordered | null) => void;
  onTake: (lying: Lying) => void;
  /** Whether something is being laid. */
  laying: boolean;
  onClose: () => void;
};

const ALONG = [
  ["ROWS", "along the rows"],
  ["COLUMNS", "along the columns"],
  ["SNAKE", "in a snake"],
  ["WHEEL", "round the middle"],
] as const;

/** So soon an order is shown; it is looked for on from there. */
const SHOWN_IN = 0.5;

/** So long the proof that none is smoother is looked for; it can be stopped. */
const PROVED_IN = 12;

/** Another order: shown in the box, with what it is worth, and taken or left. */
export function Order({ palette, onShown, onTake, laying, onClose }: Props) {
  const schools = useSchools();
  const [how, setHow] = useState<string>("SMOOTHEST");
  const [along, setAlong] = useState<"ROWS" | "COLUMNS" | "SNAKE" | "WHEEL">("ROWS");
  const [families, setFamilies] = useState(false);
  const free = palette.wells.filter((w) => !w.name && !w.locked).length;
  const [freeMove, setFreeMove] = useState(free <= 2);
  const [found, setFound] = useState<Ordered | null>(null);
  const [proving, setProving] = useState<number | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const asked = useRef(0);
  const ring = palette.round;

  async function look() {
    const now = ++asked.current;
    setProblem(null);
    setProving(null);
    try {
      const first = await order({ how, along, families, freeMove, prove: false, seconds: SHOWN_IN });
      if (asked.current !== now) return;
      show(first);
      if (how !== "SMOOTHEST" || families || first.optimal) return;
      setProving(Date.now());
      const proved = await order({
        how,
        along,
        families,
        freeMove,
        prove: true,
        seconds: PROVED_IN,
        paints: first.wells,
      });
      if (asked.current !== now) return;
      setProving(null);
      show({ ...proved, roughnessAsGiven: first.roughnessAsGiven });
    } catch (e) {
      if (asked.current !== now) return;
      setProving(null);
      setProblem(e as Problem);
    }
  }

  function order(body: Schemas["WellOrderAsked"]) {
    return data(
      client.POST("/api/palettes/{palette}/order", { params: { path: { palette: palette.id } }, body }),
    );
  }

  function show(order: Ordered) {
    setFound(order);
    onShown(order);
  }

  // What is asked changed: what was found for something else is shown no longer.
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked anew by what is asked
  useEffect(() => {
    setFound(null);
    onShown(null);
    void look();
    return () => {
      asked.current++;
    };
  }, [how, along, families, freeMove]);

  const locked = palette.wells.filter((w) => w.locked).length;
  return (
    <section aria-label="Order" className="rule-box bg-base-100 p-3 mb-3">
      <div className="flex flex-wrap gap-3 items-end">
        <label>
          <span className="label-text block">Order</span>
          <Select
            className="select"
            options={[["SMOOTHEST", "Smoothest"] as const, ...schools]}
            value={how}
            onChange={setHow}
          />
        </label>
        {how === "SMOOTHEST" && free > 0 && (
          <label className="flex gap-2 items-center py-2">
            <input
              type="checkbox"
              className="checkbox"
              checked={freeMove}
              onChange={(e) => setFreeMove(e.target.checked)}
            />
            free wells may move
          </label>
        )}
        {how === "SMOOTHEST" ? (
          <label className="flex gap-2 items-center py-2">
            <input
              type="checkbox"
              className="checkbox"
              checked={families}
              onChange={(e) => setFamilies(e.target.checked)}
            />
            families kept in rows
          </label>
        ) : (
          !ring && (
            <label>
              <span className="label-text block">Runs</span>
              <Select className="select" options={ALONG} value={along} onChange={setAlong} />
            </label>
          )
        )}
        <span className="flex gap-2 ml-auto">
          <button
            type="button"
            className="btn btn-primary"
            disabled={!found || laying}
            onClick={() => found && onTake(found.wells.map((w) => w ?? null))}
          >
            Lay it so
          </button>
          <button type="button" className="btn btn-outline" onClick={onClose}>
            Leave
          </button>
        </span>
      </div>
      <ProblemNote problem={problem} />
      <p className="mt-2" role="status">
        {found ? worth(found, how) : problem ? "" : "Looking …"}
        {locked > 0 && ` ${locked} locked.`}
      </p>
      {proving !== null && <Proving since={proving} onStop={() => stop()} />}
    </section>
  );

  function stop() {
    asked.current++;
    setProving(null);
  }
}

function worth(o: Ordered, how: string) {
  const guessed =
    o.guessed.length > 0
      ? ` ${o.guessed.length === 1 ? "One colour is" : `${o.guessed.length} colours are`} guessed by recipe.`
      : "";
  const better =
    how === "SMOOTHEST" && o.roughness > o.roughnessAsGiven - 0.5
      ? " It lies so already, as smooth as was found."
      : "";
  return o.said + better + guessed;
}

/** How long it has looked for a proof, and a way to stop it. */
function Proving({ since, onStop }: { since: number; onStop: () => void }) {
  const [now, setNow] = useState(Date.now());
  useEffect(() => {
    const tick = setInterval(() => setNow(Date.now()), 200);
    return () => clearInterval(tick);
  }, []);
  const share = Math.min(1, (now - since) / (PROVED_IN * 1000));
  return (
    <div className="flex gap-3 items-center mt-1">
      <span className="quiet">Looking whether any is smoother</span>
      <progress className="progress w-40" value={share} max={1} aria-label="Looking for a proof" />
      <button type="button" className="underline" onClick={onStop}>
        Stop
      </button>
    </div>
  );
}
