import { expect, test } from "vitest";

const SOURCES = import.meta.glob<string>("../**/*.{ts,tsx}", {
  query: "?raw",
  import: "default",
  eager: true,
});

/** An act that fails without a word is lost work: whoever begins one shows its problem, or hands it to a dialog that does. */
test("what an act cannot do is shown wherever one is begun", () => {
  const begun = Object.entries(SOURCES)
    .filter(([file]) => !file.includes(".test."))
    .flatMap(([file, source]) =>
      [...source.matchAll(/const (\w+) = use(?:\w*Act|ToBuy)\(/g)].map((m) => ({ file, source, act: m[1] })),
    );
  const silent = begun
    .filter(
      ({ source, act }) =>
        !new RegExp(`\\b${act}\\.problem|[aA]cts?=\\{${act}\\}|return .*\\b${act}\\b`).test(source),
    )
    .map(({ file, act }) => `${file}: ${act}`);
  expect(begun.length).toBeGreaterThan(100);
  expect(silent).toEqual([]);
});

/** A page that stays empty without a word looks like an empty collection. */
test("a page whose questions fail says so", () => {
  const pages = Object.entries(SOURCES).filter(
    ([file, source]) => /Page\.tsx$/.test(file) && /useQuery\(/.test(source),
  );
  expect(pages.length).toBeGreaterThan(25);
  expect(pages.filter(([, source]) => !/\.error\b|isError/.test(source)).map(([file]) => file)).toEqual([]);
});
