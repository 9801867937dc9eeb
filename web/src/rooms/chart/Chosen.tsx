import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Field } from "../../ui/Field";
import { ProblemNote } from "../../ui/ProblemNote";
import { Strip } from "../../ui/Strip";
import { useLater } from "../../ui/useLater";
import { counted } from "../../ui/words";

const SOURCES = [
  ["unpainted", "without a swatch"],
  ["find", "from a find"],
  ["arrival", "from an arrival"],
  ["dotcard", "from a dot card"],
] as const;

/** More rows than this are not chosen from one by one. */
const LISTED = 400;

type Source = (typeof SOURCES)[number][0];

type Props = { chosen: number[]; onChosen: (paints: number[]) => void };

/** Which paints go onto the chart; what cannot be painted says why. */
export function Chosen({ chosen, onChosen }: Props) {
  const [params] = useSearchParams();
  const from = SOURCES.find(([value]) => params.has(value))?.[0];
  const [source, setSource] = useState<Source>(from ?? "unpainted");
  const [find, setFind] = useState(params.get("find") ?? "");
  const [arrival, setArrival] = useState(params.get("arrival") ?? "");
  const [dotcard, setDotcard] = useState(params.get("dotcard") ?? "");
  const asked = useLater(find, 300);
  const arrivals = useQuery({
    queryKey: ["arrivals", "all"],
    enabled: source === "arrival",
    queryFn: () => data(client.GET("/api/arrivals", { params: { query: { limit: 200 } } })),
  }).data;
  const cards = useQuery({
    queryKey: ["dotcards"],
    enabled: source === "dotcard",
    queryFn: () => data(client.GET("/api/dotcards")),
  }).data;
  const query =
    source === "unpainted"
      ? { unpainted: true }
      : source === "find"
        ? { find: asked }
        : source === "arrival"
          ? { arrival: Number(arrival) }
          : { dotcard: Number(dotcard) };
  const ready =
    source === "unpainted" ||
    (source === "find" && asked.trim() !== "") ||
    (source === "arrival" && arrival !== "") ||
    (source === "dotcard" && dotcard !== "");
  const found = useQuery({
    queryKey: ["candidates", query],
    enabled: ready,
    queryFn: () => data(client.GET("/api/charts/candidates", { params: { query } })),
  });
  const can = found.data?.paints.filter((c) => c.canBePainted).map((c) => c.paint.id) ?? [];
  const others = can.filter((p) => !chosen.includes(p));

  function toggle(paint: number) {
    onChosen(chosen.includes(paint) ? chosen.filter((p) => p !== paint) : [...chosen, paint]);
  }

  return (
    <section aria-label="Paints">
      <div className="flex flex-wrap gap-x-4 gap-y-1 mb-2" role="radiogroup" aria-label="Take paints">
        {SOURCES.map(([value, words]) => (
          <label key={value} className="flex gap-1.5 items-center">
            <input
              type="radio"
              name="source"
              className="radio radio-sm"
              checked={source === value}
              onChange={() => setSource(value)}
            />
            {words}
          </label>
        ))}
      </div>
      {source === "find" && (
        <Field label="Find">
          {(id) => (
            <input
              id={id}
              className="input w-full"
              placeholder="granulating, ring 2, Kelpwick"
              value={find}
              onChange={(e) => setFind(e.target.value)}
            />
          )}
        </Field>
      )}
      {source === "arrival" && (
        <Pick
          label="Arrival"
          value={arrival}
          onChange={setArrival}
          options={arrivals?.arrivals.map((a) => [String(a.id), a.title || a.kind.toLowerCase()]) ?? []}
        />
      )}
      {source === "dotcard" && (
        <Pick
          label="Dot card"
          value={dotcard}
          onChange={setDotcard}
          options={cards?.cards.map((c) => [String(c.id), c.name || `Dot card ${c.number}`]) ?? []}
        />
      )}
      <ProblemNote problem={found.error as Problem | null} />
      {found.data && (
        <>
          <div className="flex flex-wrap gap-2 items-baseline my-2">
            <span className="quiet">
              {counted(found.data.total, "paint")}
              {found.data.total > can.length && `, ${found.data.total - can.length} cannot be painted`}
            </span>
            {others.length > 0 && (
              <button
                type="button"
                className="underline font-semibold"
                onClick={() => onChosen([...chosen, ...others])}
              >
                Take {others.length === can.length ? "all" : "the other"} {others.length}
              </button>
            )}
            {chosen.length > 0 && (
              <button type="button" className="underline" onClick={() => onChosen([])}>
                Put all back
              </button>
            )}
          </div>
          <ul
            className="max-h-[340px] overflow-y-auto rule-box bg-base-100"
            aria-label="Paints to choose from"
          >
            {found.data.paints.slice(0, LISTED).map((c) => (
              <CandidateRow
                key={c.paint.id}
                candidate={c}
                chosen={chosen.includes(c.paint.id)}
                onToggle={() => toggle(c.paint.id)}
              />
            ))}
          </ul>
          {found.data.total > LISTED && (
            <p className="quiet mt-1">
              The first {LISTED} are listed. Find fewer to choose one by one, or take them all.
            </p>
          )}
        </>
      )}
    </section>
  );
}

function CandidateRow({
  candidate: c,
  chosen,
  onToggle,
}: {
  candidate: Schemas["Candidate"];
  chosen: boolean;
  onToggle: () => void;
}) {
  return (
    <li className="rule-b last:border-0">
      <label
        className={`grid grid-cols-[auto_54px_minmax(0,1fr)] gap-2 items-center px-2 py-1 ${c.canBePainted ? "hover:bg-base-200 cursor-pointer" : ""}`}
      >
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={chosen}
          disabled={!c.canBePainted}
          onChange={onToggle}
        />
        <Strip strip={c.paint.strip} seed={c.paint.id} label={c.paint.name} className="w-[54px] h-5" />
        <span className="min-w-0">
          <span className={`paint-name block truncate leading-tight ${c.canBePainted ? "" : "quiet"}`}>
            {c.paint.name}
          </span>
          <span className="quiet text-sm block truncate">
            {c.canBePainted ? [c.paint.maker, c.where].filter(Boolean).join(" · ") : c.whyNot}
          </span>
        </span>
      </label>
    </li>
  );
}

function Pick({
  label,
  value,
  onChange,
  options,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  options: string[][];
}) {
  return (
    <Field label={label}>
      {(id) => (
        <select id={id} className="select w-full" value={value} onChange={(e) => onChange(e.target.value)}>
          <option value="">choose</option>
          {options.map(([v, words]) => (
            <option key={v} value={v}>
              {words}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}
