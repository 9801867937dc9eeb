import { ZxcvbnFactory } from "@zxcvbn-ts/core";
import { adjacencyGraphs, dictionary as common } from "@zxcvbn-ts/language-common";
import { dictionary as english, translations } from "@zxcvbn-ts/language-en";

// D. L. Wheeler, “zxcvbn: Low-Budget Password Strength Estimation”, USENIX Security 2016: how many guesses come before it, in the
// order in which guessers try words, names, dates, keys that lie side by side, and all else.
const guesser = new ZxcvbnFactory({
  dictionary: { ...common, ...english },
  graphs: adjacencyGraphs,
  translations,
});

/** The bound up to which it is looked at: longer ones are strong, and would hold the page up. */
const MOST_SIGNS = 72;

/**
 * How long a password would hold against somebody with a copy of the database who tries 10,000 a second, and what makes it easy.
 *
 * @param known what such a one would try first: the collector’s name and address
 */
export function strength(password: string, known: string[]) {
  const words = known.flatMap((k) => [k, ...k.split(/[\s@.]+/)]).filter((k) => k.length > 2);
  const found = guesser.check(password.slice(0, MOST_SIGNS), words);
  return {
    score: found.score,
    holds: span(found.crackTimes.offlineSlowHashingXPerSecond.seconds),
    warning: found.feedback.warning ?? "",
  };
}

const UNITS = [
  ["second", 60],
  ["minute", 60],
  ["hour", 24],
  ["day", 30],
  ["month", 12],
  ["year", 100],
] as const;

function span(seconds: number) {
  if (seconds < 1) return "less than a second";
  let n = seconds;
  for (const [unit, next] of UNITS) {
    const whole = Math.round(n);
    if (whole < next) return `${whole} ${unit}${whole === 1 ? "" : "s"}`;
    n /= next;
  }
  return "centuries";
}
