const LONG = { day: "numeric", month: "long", year: "numeric" } as const;

/** A day of this place as tables write it: 2026-11-27. */
export function localDay(at: string) {
  return new Date(at).toLocaleDateString("sv-SE");
}

/** A day as sentences write it: 27 November 2026. */
export function dayInWords(day: string) {
  return new Date(`${day.slice(0, 10)}T12:00:00`).toLocaleDateString("en-GB", LONG);
}

/** A moment of this place as sentences write it: 27 November 2026 at 14:05. */
export function localTime(at: string) {
  const when = new Date(at);
  const day = when.toLocaleDateString("en-GB", LONG);
  return `${day} at ${when.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })}`;
}
