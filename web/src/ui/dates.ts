/** A day of this place as tables write it: 2026-11-27. */
export function localDay(at: string) {
  return new Date(at).toLocaleDateString("sv-SE");
}

/** A moment of this place as sentences write it: 27 November 2026 at 14:05. */
export function localTime(at: string) {
  const when = new Date(at);
  const day = when.toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" });
  return `${day} at ${when.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })}`;
}
