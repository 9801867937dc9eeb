import { type KeyboardEvent, useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Strip } from "../../ui/Strip";
import { words } from "../../ui/words";

type Line = Schemas["ReadLine"];
type Part = Schemas["ReadPart"];

/** The key that names a part, and the word it writes in brackets. */
const KEYS: Record<string, string> = {
  n: "name",
  p: "pigments",
  c: "number",
  s: "series",
  z: "size",
  f: "form",
  m: "price",
  w: "was",
  q: "quantity",
  g: "gift for",
  r: "from",
  k: "maker",
  i: "line",
  l: "lightfastness",
  e: "edition",
  o: "also",
  x: "note",
};

const LOUD = [
  "unlikely-code",
  "unknown-number",
  "fugitive",
  "no-name",
  "twice-here",
  "edition-differs",
  "chart-differs",
];

/** One line as it was understood: its parts where they stood, what is here already, what is doubted. */
export function LineCard({
  line: l,
  landed,
  onRewrite,
}: {
  line: Line;
  /** What one piece comes to with its part of everything else on the bill. */
  landed?: string;
  onRewrite: (words: string) => void;
}) {
  const [all, setAll] = useState(false);
  if (l.kind === "HEADING") {
    return (
      <li className="rule-b py-1.5 quiet">
        <span className="code mr-3">{l.line}</span>
        Below:{" "}
        {[l.maker && `made by ${l.maker}`, l.from && `from ${l.from}`, l.parcel && `parcel ${l.parcel}`]
          .filter(Boolean)
          .join(", ")}
      </li>
    );
  }
  const matches = all ? l.matches : l.matches.slice(0, 3);
  return (
    <li className="rule-b py-3">
      <div className="flex gap-3 items-baseline">
        <span className="code quiet w-6 shrink-0 text-right">{l.line}</span>
        <div className="min-w-0 flex-1">
          <Parts line={l} onRewrite={onRewrite} />
          {l.kind === "CHARGE" ? (
            <p className="quiet">
              {l.charge === "TOGETHER"
                ? "The price of a set."
                : `Counted to the bill as ${words(l.charge).replace("-", " ")}.`}
            </p>
          ) : (
            <p className="mt-1">
              <span className="paint-name text-[1.12rem]">{l.name || "no name yet"}</span>{" "}
              {l.also && <span className="paint-name">/ {l.also} </span>}
              <span className="quiet">
                {[
                  l.maker,
                  l.makersLine,
                  l.kind === "THING" ? "no paint" : l.form ? words(l.form).replace("-", " ") : "",
                  l.volume && `${l.volume} ml`,
                  l.series && `series ${l.series}`,
                  l.editionLabel,
                  l.quantity > 1 && `${l.quantity} of it`,
                  l.toGive > 0 &&
                    `${l.toGive === l.quantity ? "" : `${l.toGive} `}to give${l.giftFor ? ` to ${l.giftFor}` : ""}`,
                  l.from && `from ${l.from}`,
                  l.unitPrice &&
                    `${l.unitPrice}${Number(l.discountPercent) > 0 ? ` less ${l.discountPercent} %` : ""}`,
                  ...Object.entries(l.claims).map(([trait, said]) =>
                    /transp|transl|opa|stain|granul/.test(said) ? said : `${trait} ${said}`,
                  ),
                  landed && `${landed} landed${l.quantity > 1 ? " each" : ""}`,
                ]
                  .filter(Boolean)
                  .join(" · ")}
              </span>{" "}
              <span className="code">{l.recipe.map((r) => r.code).join(" + ")}</span>
            </p>
          )}
          {l.notes.map((n) => (
            <p
              key={n.kind + n.message}
              className={
                LOUD.includes(n.kind)
                  ? "border border-base-content hatched px-2.5 py-1.5 mt-1.5"
                  : "border-l-2 border-[var(--field)] pl-2.5 mt-1.5"
              }
            >
              {n.message}{" "}
              {n.kind === "unlikely-code" && n.suggestion && (
                <button
                  type="button"
                  className="underline font-semibold"
                  onClick={() => onRewrite(withCode(l, n.about, n.suggestion))}
                >
                  Take {n.suggestion}
                </button>
              )}
            </p>
          ))}
          {matches.length > 0 && (
            <ul className="mt-2 grid gap-2 sm:grid-cols-2 lg:grid-cols-3">
              {matches.map((m) => (
                <li key={m.paint} className="min-w-0">
                  <Link to={`/paints/${m.paint}`} className="block hover:bg-base-100">
                    <Strip
                      strip={m.entry?.strip}
                      seed={m.paint}
                      label={m.entry?.name ?? ""}
                      className="w-full h-9"
                    />
                    <span className="block text-sm leading-snug mt-1">{m.message}</span>
                  </Link>
                  {m.likeness === "SAME_PAINT" && (
                    <button
                      type="button"
                      className="underline text-sm"
                      onClick={() => onRewrite(`${l.written.trimEnd()} [as: new]`)}
                    >
                      Keep a record of its own
                    </button>
                  )}
                </li>
              ))}
            </ul>
          )}
          {l.matches.length > matches.length && (
            <button type="button" className="underline text-sm mt-1" onClick={() => setAll(true)}>
              {l.matches.length - matches.length} more
            </button>
          )}
          {l.prices.length > 0 && <PerMl prices={l.prices} />}
        </div>
      </div>
    </li>
  );
}

/** Then and now by the millilitre; the difference is this line's against each. */
export function PerMl({ prices }: { prices: Schemas["ReadPrice"][] }) {
  return (
    <div className="overflow-x-auto mt-2">
      <table className="text-[0.9rem] whitespace-nowrap">
        <thead>
          <tr className="quiet text-left">
            <th className="font-normal pr-5">Price</th>
            <th className="font-normal pr-5 text-right">size</th>
            <th className="font-normal pr-5 text-right">paid</th>
            <th className="font-normal pr-5 text-right">per ml</th>
            <th className="font-normal text-right">this is</th>
          </tr>
        </thead>
        <tbody>
          {prices.map((p) => (
            <tr key={p.what + p.volume + p.price} className={p.percent == null ? "font-semibold" : ""}>
              <td className="pr-5">{p.what}</td>
              <td className="pr-5 text-right code">{p.volume} ml</td>
              <td className="pr-5 text-right code">
                {p.price} {p.currency}
              </td>
              <td className="pr-5 text-right code">{p.perMl}</td>
              <td className="text-right code">
                {p.percent && (Number(p.percent) === 0 ? "the same" : `${p.percent} %`)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** The line as written, each part underlined where it was found and named below. */
function Parts({ line: l, onRewrite }: { line: Line; onRewrite: (words: string) => void }) {
  const pieces: { text: string; part?: Part; from: number }[] = [];
  let at = 0;
  for (const p of l.parts) {
    if (p.from < at) continue;
    if (p.from > at) pieces.push({ text: l.written.slice(at, p.from), from: at });
    pieces.push({ text: l.written.slice(p.from, p.to), part: p, from: p.from });
    at = p.to;
  }
  if (at < l.written.length) pieces.push({ text: l.written.slice(at, at + 300), from: at });

  function pressed(event: KeyboardEvent, part: Part) {
    const kind = KEYS[event.key];
    if (!kind || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    event.stopPropagation();
    onRewrite(named(l, part, kind));
  }

  return (
    <p className="leading-6 break-words">
      {pieces.map((p) =>
        p.part ? (
          <button
            key={p.from}
            type="button"
            className="inline-flex flex-col items-start align-top text-left max-w-full"
            onKeyDown={(e) => p.part && pressed(e, p.part)}
          >
            <span className="break-words max-w-full">{p.text}</span>{" "}
            <span
              className={`w-full border-t-2 text-[0.7rem] leading-[1.05rem] quiet whitespace-nowrap ${p.part.kind === "NOTE" ? "border-dotted border-[var(--field)]" : "border-base-content"}`}
            >
              {kindName(p.part.kind)}
            </span>
          </button>
        ) : (
          <span key={p.from} className="inline-block align-top whitespace-pre-wrap">
            {p.text}
          </span>
        ),
      )}
    </p>
  );
}

function kindName(kind: string) {
  return kind === "NOTE" ? "kept as a note" : kind.toLowerCase().replace("_", " ");
}

/** The line with one part named outright, in brackets. */
export function named(l: Line, part: Part, kind: string) {
  const written = l.written.slice(part.from, part.to);
  const inner = /^\[[^:\]]*:\s*(.*)\]$/.exec(written)?.[1] ?? written.trim();
  return `${l.written.slice(0, part.from)}[${kind}: ${inner}]${l.written.slice(part.to)}`;
}

/** The line with a doubted code replaced by the likely one. */
export function withCode(l: Line, about: string, code: string) {
  const codes = l.recipe.map((r) => (r.code === about ? code : r.code)).join(", ");
  const pigments = l.parts.find((p) => p.kind === "PIGMENTS");
  if (!pigments) return `${l.written.trimEnd()} [pigments: ${codes}]`;
  return `${l.written.slice(0, pigments.from)}[pigments: ${codes}]${l.written.slice(pigments.to)}`;
}
