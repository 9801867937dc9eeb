import type { Schemas } from "../../api/client";

/** Chart forms, in the order people meet them, with what each is for. */
export const FORMS = [
  ["STRIPS", "Value strips", "a paint a row, equal squares from full strength to palest"],
  ["RING_CARD", "Ring cards", "a bar, a graded field and a caption; cut apart and hung on a ring"],
  ["TWO_SQUARES", "Two squares", "solid, and solid with a drop of water"],
  ["GRID", "Grid", "equal cells over one page or several, as for a whole dot card"],
  ["LID_CARD", "Lid card", "a swatch where each well is, to the size of the lid"],
  ["WHEEL", "Wheel", "round the ring, neutrals outside"],
  ["ONE_AGAINST_ALL", "One against all", "the first paint mixed with every other"],
  ["PAIRS", "Every pair", "a triangle or square of all mixtures"],
  ["LADDER", "Ladder", "from the first paint to each of the others in eleven steps"],
  [
    "FAMILIES",
    "Family against family",
    "the first paints head the columns, the others the rows, and they mix where they cross",
  ],
  [
    "TRIANGLE",
    "Triangle of three",
    "three paints at the corners, every mixture of theirs in quarters between",
  ],
  [
    "CROSSED_STRIPS",
    "Two strips crossed",
    "halved washes of the first paint across, of the second down, and equal drops of both where they cross",
  ],
  ["FREE", "Own size", "cells of a size of your own, as many as fit"],
] as const;

export const EYE = [
  ["FLOWS", "flows"],
  ["RE_WETS", "re-wets"],
  ["PATCHY", "patchy"],
  ["SPARKLES", "sparkles"],
  ["BUILD_UP", "needs building up"],
  ["GRANULATES", "granulates"],
  ["TACKY", "stays tacky"],
  ["LIFTS", "lifts"],
] as const;

export const SLIPS = [
  ["SWAPPED", "swapped with another cell", true],
  ["WRONG_SQUARE", "its paint went into another cell", true],
  ["TWICE", "its paint was painted again in another cell", true],
  ["GAP", "left bare, the rest moved on", false],
  ["SKIPPED", "passed over", false],
  ["WASHED_OUT", "washed out, to be redone", false],
  ["NAME_WRONG", "name written wrong and whited out", false],
] as const;

/** Three quarters of an hour, 12 minutes. */
export function lasting(seconds: number) {
  const minutes = Math.round(seconds / 60);
  if (minutes < 1) return "under a minute";
  if (minutes < 90) return `about ${minutes} min`;
  const hours = Math.floor(minutes / 60);
  return `about ${hours} h ${minutes % 60 > 0 ? `${minutes % 60} min` : ""}`.trim();
}

/** “Kelp Blue with Cliff Ochre, 3 : 1”; of three, whose names are long, “2 : 1 : 1 of Kelp Blue, Cliff Ochre and Sea Rose”. */
export function holding(cell: Schemas["ChartCell"], name: (paint: number) => string) {
  if (!cell.paint) return "bare";
  if (!cell.second) return name(cell.paint);
  if (cell.washes) return `${name(cell.paint)} with ${name(cell.second)}, ${cell.washes}`;
  const parts = [cell.part, cell.secondPart].concat(cell.third ? cell.thirdPart : []).join("\u00a0:\u00a0");
  if (cell.third) return `${parts} of ${name(cell.paint)}, ${name(cell.second)} and ${name(cell.third)}`;
  return `${name(cell.paint)} with ${name(cell.second)}${cell.part === cell.secondPart ? "" : `, ${parts}`}`;
}
