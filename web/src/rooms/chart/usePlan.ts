import { useEffect, useState } from "react";
import type { Schemas, Word } from "../../api/client";

/** A chart that is being planned; lengths in mm. */
export type PlanDraft = {
  form: Word<"NewChart", "form">;
  school: Word<"NewChart", "school">;
  paper: { width: number; height: number };
  stock?: number;
  margin?: number;
  gap?: number;
  steps?: number;
  pages?: number;
  columns?: number;
  outside?: number;
  full?: boolean;
  punch: Word<"NewChart", "punch">;
  card?: { width: number; height: number };
  caption: string[];
  opacityLine: boolean;
  blackBar: boolean;
  predicted: boolean;
  printedBlack: boolean;
  trialPaper: boolean;
  firstPlace: string;
  title: string;
  paints: number[];
};

const KEY = "molvet-plan";
const CARRIED = "molvet-plan-carried";

export const FRESH: PlanDraft = {
  form: "STRIPS",
  school: "SEVEN_GROUPS",
  paper: { width: 210, height: 297 },
  punch: "NONE",
  caption: ["name", "initials", "pigments", "accession", "place"],
  opacityLine: true,
  blackBar: true,
  predicted: false,
  printedBlack: false,
  trialPaper: false,
  firstPlace: "",
  title: "",
  paints: [],
};

/** Kept in this browser until it is planned, so that a reload loses nothing. */
export function usePlan() {
  const [draft, setDraft] = useState<PlanDraft>(() => {
    try {
      return { ...FRESH, ...JSON.parse(localStorage.getItem(KEY) ?? "{}") };
    } catch {
      return FRESH;
    }
  });
  useEffect(() => localStorage.setItem(KEY, JSON.stringify(draft)), [draft]);
  const [carried, setCarried] = useState(() => localStorage.getItem(CARRIED) !== null);
  const say = (chart: boolean) => {
    if (chart) localStorage.setItem(CARRIED, "");
    else localStorage.removeItem(CARRIED);
    setCarried(chart);
  };
  return {
    draft,
    change: (some: Partial<PlanDraft>) => setDraft((d) => ({ ...d, ...some })),
    /** The chart is made: its form, paper and options stay for the next one, and that is said. */
    clear: () => {
      setDraft((d) => ({ ...d, paints: [], title: "", stock: undefined, firstPlace: "" }));
      say(true);
    },
    /** Whether form, paper and options are those of the chart before. */
    carried,
    keep: () => say(false),
    afresh: () => {
      setDraft((d) => ({ ...FRESH, paints: d.paints, title: d.title }));
      say(false);
    },
  };
}

export function asked(d: PlanDraft): Schemas["NewChart"] {
  const { caption, opacityLine, blackBar, predicted, printedBlack, trialPaper, firstPlace, ...rest } = d;
  return {
    ...rest,
    marks: d.form !== "LID_CARD",
    options: { caption, opacityLine, blackBar, predicted, printedBlack, trialPaper, firstPlace },
  };
}

/** Another room proposes a chart; it waits on the plan page. */
export function planWith(some: Partial<PlanDraft>) {
  localStorage.setItem(KEY, JSON.stringify({ ...FRESH, ...some }));
}

/** The same paints and form again: on good paper after a trial, or in another order. It waits on the plan page. */
export function planAgain(chart: Schemas["ChartPage"]) {
  const { options, paints: _, cells: __, marks: ___, ...rest } = chart.asked;
  const kept = Object.fromEntries(Object.entries({ ...rest, ...options }).filter(([, v]) => v != null));
  const paints = [
    ...new Set(
      chart.cells.flatMap((c) => [c.paint, c.second, c.third]).filter((p): p is number => p != null),
    ),
  ];
  localStorage.setItem(
    KEY,
    JSON.stringify({
      ...FRESH,
      ...kept,
      school: chart.school,
      title: chart.title,
      paints,
      trialPaper: false,
      firstPlace: "",
    }),
  );
}
