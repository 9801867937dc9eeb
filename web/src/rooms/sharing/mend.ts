import type { Schemas } from "../../api/client";

type Row = Schemas["ListRowView"];

/** What was chosen in the preview, as the server takes it. */
export type Mend = {
  columns: Record<number, string>;
  cells: Record<number, Record<number, string>>;
  as: Record<number, string>;
  more: number[];
  leaveOut: number[];
  days: string;
  form: string;
  currency: string;
};

export const NOTHING: Mend = {
  columns: {},
  cells: {},
  as: {},
  more: [],
  leaveOut: [],
  days: "",
  form: "TUBE",
  currency: "EUR",
};

/** One doubt on all the rows that have it alike. */
export type Group = {
  column: number;
  cell: string;
  message: string;
  mend: string;
  keptOut: boolean;
  rows: number[];
  names: string[];
};

/** Doubts about the same words of the same column are mended at once. */
export function grouped(rows: Row[]): Group[] {
  const all = new Map<string, Group>();
  for (const row of rows) {
    for (const d of row.doubts) {
      const alike =
        d.column >= 0 && d.cell !== "" ? `${d.column}|${d.cell}|${d.message}` : `${row.row}|${d.message}`;
      const group = all.get(alike);
      if (group) {
        group.rows.push(row.row);
        group.names.push(row.name);
      } else {
        const { column, cell, message, mend, keptOut } = d;
        all.set(alike, { column, cell, message, mend, keptOut, rows: [row.row], names: [row.name] });
      }
    }
  }
  return [...all.values()];
}

/** The words of a group as they should be, for all its rows alike and for no other: one that says the same may be right. */
export function mended(mend: Mend, group: Group, text: string): Mend {
  if (group.column < 0) {
    const as = { ...mend.as };
    for (const row of group.rows) as[row] = text;
    return { ...mend, as };
  }
  const cells = { ...mend.cells };
  for (const row of group.rows) cells[row] = { ...cells[row], [group.column]: text };
  return { ...mend, cells };
}

/** “rows 3, 5 and 8 more”. */
export function rowsInWords(rows: number[]) {
  if (rows.length === 1) return `row ${rows[0]}`;
  const shown = rows.slice(0, 5).join(", ");
  return `rows ${shown}${rows.length > 5 ? ` and ${rows.length - 5} more` : ""}`;
}
