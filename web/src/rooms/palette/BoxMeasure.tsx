import type { Schemas } from "../../api/client";
import { Field, NumberField } from "../../ui/Field";
import { LengthField } from "../../ui/length";
import { Select } from "../../ui/Select";

/** A box as it is being measured. */
export type Measures = {
  kind: "ROWS" | "RING" | "LOOSE";
  width?: number;
  height?: number;
  /** Wells in each row where they differ, such as “6 6 5”. */
  rows: string;
  columns: string;
  between?: number;
  ring: string;
  outside: string;
  well?: number;
};

export const TIN: Measures = {
  kind: "ROWS",
  width: 117,
  height: 60,
  rows: "3",
  columns: "6",
  between: 1,
  ring: "24",
  outside: "8",
  well: 26,
};

const KINDS = [
  ["ROWS", "wells in rows and columns"],
  ["RING", "wells round a ring, others outside it"],
] as const;

export function measured(m: Measures): Schemas["BoxShape"] {
  const uneven = m.rows
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  return m.kind === "RING"
    ? {
        kind: "RING",
        width: m.width,
        height: m.height,
        ring: Number(m.ring),
        outside: Number(m.outside),
        well: m.well,
      }
    : {
        kind: "ROWS",
        width: m.width,
        height: m.height,
        between: m.between ?? 0,
        ...(uneven.length > 1 ? { rows: uneven } : { rowCount: Number(m.rows), columns: Number(m.columns) }),
      };
}

/** The box that such measures were taken of. */
export function measuresOf(s: Schemas["BoxShape"]): Measures {
  const rows = s.rows ?? [];
  const even = new Set(rows).size <= 1;
  return {
    ...TIN,
    kind: s.kind ?? "ROWS",
    width: s.width,
    height: s.height,
    rows: even ? String(rows.length || 1) : rows.join(" "),
    columns: even ? String(rows[0] ?? 1) : "",
    between: s.between,
    ring: String(s.ring || 24),
    outside: String(s.outside ?? 8),
    well: s.well || 26,
  };
}

type Props = { measures: Measures; onMeasures: (m: Measures) => void };

/** The inside of a box and its wells, in five numbers. */
export function BoxMeasure({ measures: m, onMeasures }: Props) {
  const set = (part: Partial<Measures>) => onMeasures({ ...m, ...part });
  const uneven = /[\s,]/.test(m.rows.trim());
  return (
    <fieldset className="mt-3">
      <legend className="sr-only">The box</legend>
      <Field label="How its wells lie" className="max-w-xs mb-3">
        {(id) => (
          <Select
            id={id}
            options={KINDS}
            value={m.kind === "LOOSE" ? "ROWS" : m.kind}
            onChange={(kind) => set({ kind })}
          />
        )}
      </Field>
      <div className="grid gap-3 grid-cols-2 sm:grid-cols-5">
        <LengthField label="Inside, across" value={m.width} onChange={(width) => set({ width })} />
        <LengthField label="Inside, down" value={m.height} onChange={(height) => set({ height })} />
        {m.kind === "RING" ? (
          <>
            <NumberField label="Round the ring" value={m.ring} onChange={(ring) => set({ ring })} />
            <NumberField label="Outside it" value={m.outside} onChange={(outside) => set({ outside })} />
            <LengthField label="One well" value={m.well} onChange={(well) => set({ well })} />
          </>
        ) : (
          <>
            <Field label="Rows">
              {(id) => (
                <input
                  id={id}
                  className="input w-full"
                  value={m.rows}
                  onChange={(e) => set({ rows: e.target.value.replace(/[^\d\s,]/g, "") })}
                />
              )}
            </Field>
            {!uneven && (
              <NumberField
                label="Wells in a row"
                value={m.columns}
                onChange={(columns) => set({ columns })}
              />
            )}
            <LengthField label="Between" value={m.between} onChange={(between) => set({ between })} />
          </>
        )}
      </div>
      {m.kind !== "RING" && (
        <p className="quiet text-sm mt-1">
          Rows that differ: write how many wells each has, such as 6 6 5. A half pan is usually 16 × 19 mm.
        </p>
      )}
    </fieldset>
  );
}
