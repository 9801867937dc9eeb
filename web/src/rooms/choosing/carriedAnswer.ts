import type { Schemas } from "../../api/client";
import type { Pack } from "./shopStore";

const folded = (text: string) =>
  text
    .normalize("NFD")
    .replace(/\p{M}+/gu, "")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

/** Codes as they stand in the pack, out of what was typed: “pb 15.3, PV19”, “PB 15 3”. */
export function codes(text: string) {
  const dyes = [...text.matchAll(/\b([BA])\s*([YRV])[\s-]*(\d{1,3})(?!\d)/gi)].map(
    ([, first, family, number]) => `${first.toUpperCase()}${family.toUpperCase()}${Number(number)}`,
  );
  const found = text.matchAll(/\b([PN])\s*(BR|BK|[YORVBGWM])\s*(\d{1,3})(?:\s*(?:[:.]|\s)\s*(\d)(?!\d))?/gi);
  const pigments = [...found].map(([, first, family, number, form]) => {
    const letters =
      family.length === 2 ? family[0].toUpperCase() + family[1].toLowerCase() : family.toUpperCase();
    return `${first.toUpperCase()}${letters}${Number(number)}${form ? `:${form}` : ""}`;
  });
  return [...pigments, ...dyes];
}

const sorted = (all: string[]) => [...new Set(all)].sort().join("+");

/** The answer a phone carries, which the server worked out beforehand for this recipe; names are looked up here. */
export function carriedAnswer(pack: Pack, name: string, pigments: string): Schemas["AnswerWithPaints"] {
  const recipe = codes(pigments);
  const wanted = folded(name);
  const have =
    wanted.length < 3
      ? []
      : pack.paints
          .filter(
            (p) => folded(p.name).includes(wanted) && (p.standing === "OWNED" || p.standing === "SAMPLED"),
          )
          .sort((a, b) => Number(folded(b.name) === wanted) - Number(folded(a.name) === wanted))
          .slice(0, 6)
          .map((p) => ({ paint: p.id, why: folded(p.name) === wanted ? "the same name" : "a name like it" }));
  const carried = recipe.length
    ? pack.answers.find((a) => sorted(a.fingerprint.split("+")) === sorted(recipe))?.answer
    : undefined;
  const named = have.some((h) => h.why === "the same name");
  const verdict = named
    ? recipe.length && !carried?.sameRecipe.some((s) => have.some((h) => h.paint === s.paint))
      ? "You have one of that name, but with other pigments: it is another paint."
      : pack.paints.some(
            (p) => p.standing === "OWNED" && have.some((h) => h.paint === p.id && h.why === "the same name"),
          )
        ? "You have it."
        : "You have tried it, as a dot or sample; you do not own it."
    : (carried?.verdict ??
      (recipe.length
        ? "These pigments together are not among what this phone carries. With a network it can be told."
        : "Nothing of yours has that name. Read the pigments off the tube to know more."));
  const answer = {
    recipe,
    verdict,
    have,
    sameRecipe: carried?.sameRecipe ?? [],
    alike: carried?.alike ?? [],
    mix: named ? [] : (carried?.mix ?? []),
    mixNote: carried?.mixNote ?? "",
    facts:
      carried?.facts ??
      recipe.flatMap((code) => pack.answers.find((a) => a.fingerprint === code)?.answer.facts ?? []),
  };
  return { answer, paints: pack.paints };
}
