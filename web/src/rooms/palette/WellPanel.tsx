import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { client, data, type Schemas } from "../../api/client";
import { dayInWords } from "../../ui/dates";
import { ProblemNote } from "../../ui/ProblemNote";
import { drawn, Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { useLater } from "../../ui/useLater";
import { words } from "../../ui/words";
import type { Palette, Well } from "./usePalette";

type Props = {
  palette: Palette;
  well: Well;
  onLay: (paint: number | null) => void;
  onTake: () => void;
  onLock: () => void;
  onClose: () => void;
};

/** One well: what lies in it and since when, and what else could. */
export function WellPanel({ palette, well, onLay, onTake, onLock, onClose }: Props) {
  const p = well.paint;
  return (
    <section aria-label={`Well ${well.well + 1}`} className="rule-b pb-4 mb-4">
      <div className="flex justify-between items-baseline gap-2">
        <h2 className="font-semibold">Well {well.well + 1}</h2>
        <button type="button" className="underline quiet py-1" onClick={onClose}>
          Close
        </button>
      </div>
      {p ? (
        <>
          <Link to={`/paints/${p.id}`} className="block mt-1 hover:underline">
            <Strip strip={p.strip} seed={p.id} label={p.name} shape="tile" className="w-full h-14" />
            <span className="paint-name text-lg block mt-1 leading-tight">{p.name}</span>
          </Link>
          <p className="code">{p.recipe.join(" ")}</p>
          <p className="quiet">
            {[
              p.maker,
              well.lies ?? p.holding,
              well.since ? `here since ${dayInWords(well.since)}` : "not in a version yet",
            ]
              .filter(Boolean)
              .join(" · ")}
          </p>
          <p className="quiet text-sm">
            {p.strip
              ? drawn(p.strip)
              : well.guess
                ? "Not measured: the colour is what its recipe usually gives"
                : drawn(null)}
            {well.apart > 0 && `. ΔE ${Math.round(well.apart)} from its neighbours`}.
          </p>
          <div className="flex flex-wrap gap-2 mt-2">
            <button type="button" className="btn btn-outline btn-sm" onClick={onTake}>
              Move
            </button>
            <button type="button" className="btn btn-outline btn-sm" onClick={() => onLay(null)}>
              Take out
            </button>
            <button
              type="button"
              className="btn btn-outline btn-sm"
              aria-pressed={well.locked}
              onClick={onLock}
            >
              {well.locked ? "Unlock" : "Lock"}
            </button>
          </div>
          <FromLot palette={palette} well={well} paint={p} />
        </>
      ) : (
        <>
          <p className="quiet">
            {well.name
              ? `${well.name} lay here, and is no longer in the collection.`
              : `Free, ${Math.round(well.width * 10) / 10} × ${Math.round(well.height * 10) / 10} mm.`}
          </p>
          <button
            type="button"
            className="btn btn-outline btn-sm mt-2"
            aria-pressed={well.locked}
            onClick={onLock}
          >
            {well.locked ? "May be filled" : "Keep it empty"}
          </button>
        </>
      )}
      <Choose palette={palette} onLay={onLay} filled={Boolean(p)} />
    </section>
  );
}

/** Which pan or tube it is from: a tube is poured or squeezed, and its rest follows. */
function FromLot({ palette, well, paint }: { palette: Palette; well: Well; paint: Schemas["PaintEntry"] }) {
  const page = useQuery({
    queryKey: ["paint", paint.id],
    queryFn: () => data(client.GET("/api/paints/{paint}", { params: { path: { paint: paint.id } } })),
  }).data;
  const into = useAct((body: Omit<Schemas["IntoWell"], "well" | "version">, headers) =>
    data(
      client.POST("/api/palettes/{palette}/wells", {
        headers,
        params: { path: { palette: palette.id } },
        body: { ...body, well: well.well, version: palette.version },
      }),
    ),
  );
  const lots = page?.holdings.filter((h) => h.state === "HERE" && h.left > 0 && h.form !== "DOT") ?? [];
  if (lots.length === 0) return null;
  return (
    <div className="mt-3">
      <h3 className="label-text">From which lot</h3>
      <ul>
        {lots.map((h) => (
          <li key={h.id} className="flex flex-wrap gap-x-3 items-baseline py-0.5">
            <span className={h.id === well.holding ? "font-semibold" : ""}>
              {h.volume ? `${h.volume} ml ` : ""}
              {words(h.form)}, {h.left} % left
              {h.poured ? ", poured" : h.cameOn && `, came ${h.cameOn}`}
              {h.keptWhere && `, kept ${h.keptWhere}`}
              {h.id === well.holding && (well.squeezed ? " (squeezed)" : " (this one)")}
            </span>
            {h.form.endsWith("_PAN")
              ? h.id !== well.holding && (
                  <button
                    type="button"
                    className="underline"
                    onClick={() => into.run({ holding: h.id, how: "LAY" })}
                  >
                    Lay this
                  </button>
                )
              : h.volume && (
                  <>
                    <button
                      type="button"
                      className="underline"
                      onClick={() => into.run({ holding: h.id, how: "POUR", form: "HALF_PAN" })}
                    >
                      Pour a half pan
                    </button>
                    <button
                      type="button"
                      className="underline"
                      onClick={() => into.run({ holding: h.id, how: "SQUEEZE", ml: "1" })}
                    >
                      Squeeze 1 ml
                    </button>
                  </>
                )}
          </li>
        ))}
      </ul>
      <ProblemNote problem={into.problem} />
    </div>
  );
}

/** Paints of a find, one tap each. */
function Choose({
  palette,
  onLay,
  filled,
}: {
  palette: Palette;
  onLay: (paint: number) => void;
  filled: boolean;
}) {
  const [find, setFind] = useState("");
  const asked = useLater(find.trim() || "owned", 250);
  const field = useRef<HTMLInputElement>(null);
  const found = useQuery({
    queryKey: ["paints", "for a well", asked],
    queryFn: () =>
      data(client.GET("/api/paints", { params: { query: { find: asked, limit: 40, order: "hue" } } })),
  }).data;
  useEffect(() => {
    if (!filled) field.current?.focus({ preventScroll: true });
  }, [filled]);
  const lies = new Map(palette.wells.flatMap((w) => (w.paint ? [[w.paint.id, w.well] as const] : [])));
  return (
    <div className="mt-3">
      <label className="block">
        <span className="label-text">{filled ? "Put another paint here" : "Put a paint here"}</span>
        <input
          ref={field}
          type="search"
          className="input w-full"
          placeholder="PV19 rose · blue granulating · Kelpwick"
          value={find}
          onChange={(e) => setFind(e.target.value)}
        />
      </label>
      <ul className="max-h-64 overflow-y-auto mt-1" aria-label="Paints found">
        {found?.paints.map((p) => (
          <li key={p.id}>
            <button
              type="button"
              className="flex gap-2 items-center w-full text-left py-1 min-h-9 hover:bg-base-300"
              onClick={() => onLay(p.id)}
            >
              <Strip strip={p.strip} seed={p.id} label={p.name} className="w-16 h-5 shrink-0" />
              <span className="min-w-0 grow truncate">
                <span className="paint-name">{p.name}</span>{" "}
                <span className="code">{p.recipe.join(" ")}</span>
              </span>
              {lies.has(p.id) && <span className="quiet text-sm">in {(lies.get(p.id) ?? 0) + 1}</span>}
            </button>
          </li>
        ))}
        {found && found.paints.length === 0 && <li className="quiet py-1">Nothing found.</li>}
      </ul>
    </div>
  );
}
