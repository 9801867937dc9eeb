/** Parts of paints, as an address and as words have them. */
export type Part = { paint: number; part: number };

/** “12x3,40x1”; whatever is no part of a mixture is passed over. */
export function read(text: string | null): Part[] {
  return (text ?? "")
    .split(",")
    .map((p) => p.split("x").map(Number))
    .filter(([paint, part]) => paint > 0 && part > 0)
    .map(([paint, part]) => ({ paint, part }))
    .filter((p, i, all) => all.findIndex((q) => q.paint === p.paint) === i);
}

export function written(parts: Part[]) {
  return parts.map((p) => `${p.paint}x${p.part}`).join(",");
}

/** “3 : 1”, or “12 : a touch”. */
export function ratio(parts: number[]) {
  const least = Math.min(...parts);
  const most = Math.max(...parts);
  return parts.map((p) => (most / least >= 12 && p === least ? "a touch" : String(p))).join("\u00a0:\u00a0");
}

/** “1 : 2 at 38 % strength”; of one that runs through all its strengths the parts alone. */
export function painted(mix: { parts: { part: number }[]; strength: number }) {
  const parts = ratio(mix.parts.map((p) => p.part));
  return mix.strength === 1 ? parts : `${parts} at ${Math.round(100 * mix.strength)}\u00a0% strength`;
}

const VERDICTS = {
  SAME: "The same",
  NEAR: "Near",
  SAME_HUE: "Its hue only",
  OTHER: "Another colour",
} as const;

export function verdict(of: string) {
  return VERDICTS[of as keyof typeof VERDICTS] ?? of;
}
