/** `SEMI_TRANSPARENT` as it is read: semi-transparent. */
export function words(step: string | null | undefined) {
  if (!step) return "";
  const low = step.toLowerCase();
  return low === "very_good" ||
    low === "half_pan" ||
    low === "full_pan" ||
    low === "mini_pan" ||
    low === "never_sets"
    ? low.replace("_", " ")
    : low === "used_up" || low === "given_away"
      ? low.replace("_", " ")
      : low.replace("_", "-");
}

/** 1 paint, 2 paints. */
export function counted(n: number, one: string, many = `${one}s`) {
  return `${n} ${n === 1 ? one : many}`;
}
