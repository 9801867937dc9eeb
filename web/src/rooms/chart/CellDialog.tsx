import { useState } from "react";
import { Link } from "react-router";
import { client, data, type Schemas, type Word } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { Field } from "../../ui/Field";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { EyeTaps } from "./EyeTaps";
import { SLIPS } from "./words";

type Props = {
  chart: Schemas["ChartPage"];
  cell: Schemas["ChartCell"];
  paints: Map<number, Schemas["PaintEntry"]>;
  onClose: () => void;
};

/** One cell: painted or not, what the eye saw, and what went otherwise than planned. */
export function CellDialog({ chart, cell, paints, onClose }: Props) {
  const [slip, setSlip] = useState<Word<"Correction", "kind"> | "">("");
  const [other, setOther] = useState("");
  const [note, setNote] = useState("");
  const path = { params: { path: { chart: chart.id } } };
  const p = cell.paint ? paints.get(cell.paint) : undefined;
  const others = [cell.second, cell.third]
    .flatMap((o) => (o ? [paints.get(o)?.name] : []))
    .filter((name) => name !== undefined);
  const done = { onDone: onClose };
  const paint = useAct(
    (_: undefined, headers) =>
      data(client.POST("/api/charts/{chart}/painted", { ...path, headers, body: { cell: cell.cell } })),
    done,
  );
  const correct = useAct(
    (kind: Word<"Correction", "kind">, headers) =>
      data(
        client.POST("/api/charts/{chart}/corrections", {
          ...path,
          headers,
          body: { kind, cell: cell.cell, other: other ? Number(other) - 1 : undefined, note },
        }),
      ),
    done,
  );
  const eye = useAct((taps: Word<"Painted", "eye">, headers) =>
    data(client.POST("/api/charts/{chart}/eye", { ...path, headers, body: { cell: cell.cell, eye: taps } })),
  );
  const needsOther = SLIPS.find((s) => s[0] === slip)?.[2] ?? false;
  return (
    <Dialog open title={`Cell ${cell.cell + 1}`} onClose={onClose}>
      {p ? (
        <>
          <Strip strip={p.strip} seed={p.id} label={p.name} shape="tile" className="w-full h-14" />
          <p className="mt-2">
            <Link to={`/paints/${p.id}`} className="paint-name text-lg underline">
              {p.name}
            </Link>
            {others.length > 0 && <span> with {others.join(" and ")}</span>}{" "}
            <span className="code quiet">{p.recipe.join(" + ")}</span>
          </p>
        </>
      ) : (
        <p>Left bare.</p>
      )}
      {cell.note && <p className="quiet">{cell.note}</p>}
      {cell.warmth && <p className="quiet">{cell.warmth}</p>}
      {cell.advice && <p>{cell.advice}.</p>}
      {cell.cautions.length > 0 && (
        <p>
          Care is due ({cell.cautions.join(", ")}): no brush to the lips, wash hands. See the maker’s safety
          data sheet.
        </p>
      )}
      {cell.state === "PAINTED" && (
        <div className="mt-3">
          <EyeTaps taps={cell.eye} onTaps={(t) => eye.run(t)} />
        </div>
      )}
      {cell.state !== "PAINTED" && p && (
        <button type="button" className="btn btn-primary mt-3" onClick={() => paint.run(undefined)}>
          It is painted
        </button>
      )}
      <div className="rule-t mt-4 pt-3 space-y-2">
        <Field label="It went otherwise">
          {(id) => (
            <Select id={id} value={slip} options={[["", "as planned"], ...SLIPS]} onChange={setSlip} />
          )}
        </Field>
        {slip && (
          <div className="grid grid-cols-2 gap-3">
            {needsOther && (
              <Field label="The other cell">
                {(id) => (
                  <input
                    id={id}
                    className="input w-full"
                    inputMode="numeric"
                    value={other}
                    onChange={(e) => setOther(e.target.value.replace(/\D/g, ""))}
                  />
                )}
              </Field>
            )}
            {!needsOther && slip !== "GAP" && (
              <Field label="Note">
                {(id) => (
                  <input
                    id={id}
                    className="input w-full"
                    value={note}
                    onChange={(e) => setNote(e.target.value)}
                  />
                )}
              </Field>
            )}
          </div>
        )}
        <ProblemNote problem={paint.problem ?? correct.problem ?? eye.problem} />
        <WaitingNote waiting={paint.waiting ?? correct.waiting} />
        <div className="flex gap-3 pt-1">
          {slip && (
            <button
              type="button"
              className="btn btn-primary"
              disabled={(needsOther && !other) || correct.running}
              onClick={() => correct.run(slip)}
            >
              Correct the record
            </button>
          )}
          <button type="button" className="btn btn-outline" onClick={onClose}>
            Close
          </button>
        </div>
      </div>
    </Dialog>
  );
}
