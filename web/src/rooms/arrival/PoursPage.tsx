import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { dayInWords } from "../../ui/dates";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { counted, words } from "../../ui/words";
import { ArrivalNav } from "./ArrivalNav";
import { PourSeveral } from "./PourSeveral";

type Pour = Schemas["PourView"];

const SEEN = [
  ["BINDER_SEPARATED", "binder separated"],
  ["BUBBLES", "bubbles"],
  ["RUNNY", "runny"],
  ["CRACKED", "cracked"],
  ["STAYS_TACKY", "stays tacky"],
  ["STICKS_TO_WRAPPER", "sticks to its wrapper"],
  ["STUCK_TO_COVER", "stuck to the cover"],
] as const;

/** Pans poured from tubes: those still tacky, those that may go into the box, and what was seen of them. */
export function PoursPage() {
  const query = useQuery({ queryKey: ["pours"], queryFn: () => data(client.GET("/api/pours")) });
  const calendar = useAct((_: undefined, headers) => data(client.POST("/api/calendar", { headers })), {
    undoable: false,
  });
  const [pouring, setPouring] = useState(false);
  const all = query.data?.pours ?? [];
  const open = all.filter((p) => !p.boxedOn);
  const boxed = all.filter((p) => p.boxedOn);
  const feed = query.data?.calendar ? `${window.location.origin}${query.data.calendar}` : "";
  return (
    <Page
      title="Pans"
      under={query.data && `${counted(query.data.tacky, "pour")} still tacky`}
      aside={
        <>
          <button type="button" className="btn btn-primary" onClick={() => setPouring(true)}>
            Pour several tubes
          </button>
          {open.length > 0 && (
            <Link
              to={`/labels?holdings=${open.flatMap((p) => p.holdings).join(",")}`}
              className="btn btn-outline"
            >
              Labels for these
            </Link>
          )}
        </>
      }
    >
      <ArrivalNav />
      {pouring && <PourSeveral onClose={() => setPouring(false)} />}
      <ProblemNote problem={query.error as Problem | null} />
      {query.data && all.length === 0 && (
        <p className="py-8 max-w-md">
          Nothing was poured yet. Open a paint, and next to its tube choose “Pour”: how many pans it fills and
          when they will be hard is worked out there.
        </p>
      )}
      <ul className="max-w-4xl">
        {open.map((p) => (
          <PourRow key={p.id} pour={p} />
        ))}
      </ul>
      {boxed.length > 0 && <h2 className="font-semibold mt-6 mb-1">In the box</h2>}
      <ul className="max-w-4xl">
        {boxed.map((p) => (
          <PourRow key={p.id} pour={p} />
        ))}
      </ul>
      <section className="mt-8 max-w-2xl rule-t pt-3">
        <h2 className="font-semibold">In your calendar</h2>
        <p className="quiet">
          An iCalendar address that says when pans may go into the box, when a sheet that hangs in the light
          is to be read, and when a palette is to be looked through. Whoever has the address can read it; a
          new one ends the old.
        </p>
        {feed && <p className="code break-all my-2">{feed}</p>}
        <ProblemNote problem={calendar.problem} />
        <button type="button" className="btn btn-outline mt-2" onClick={() => calendar.run(undefined)}>
          {feed ? "Make a new address" : "Make an address"}
        </button>
      </section>
    </Page>
  );
}

function PourRow({ pour: p }: { pour: Pour }) {
  const [more, setMore] = useState(false);
  const [of, setOf] = useState(p.pans);
  const today = new Date().toISOString().slice(0, 10);
  const change = useAct((next: Partial<Schemas["ChangedPour"]>, headers) =>
    data(
      client.PUT("/api/pours/{pour}", {
        headers,
        params: { path: { pour: p.id } },
        body: {
          secondOn: p.secondOn ?? "",
          hardOn: p.hardOn ?? "",
          boxedOn: p.boxedOn ?? "",
          version: p.version,
          of: of < p.pans ? of : undefined,
          ...next,
        },
      }),
    ),
  );
  const act = (label: string, next: Partial<Schemas["ChangedPour"]>) => (
    <button type="button" className="btn btn-outline btn-sm" onClick={() => change.run(next)}>
      {label}
      <span className="sr-only"> {p.name}</span>
    </button>
  );
  return (
    <li className="rule-b py-3 px-2">
      <div className="flex flex-wrap gap-x-4 gap-y-2 justify-between items-center">
        <span className="min-w-0">
          <Link to={`/paints/${p.paint}`} className="paint-name text-lg hover:underline">
            {p.name}
          </Link>{" "}
          <span className="code">{p.accession}</span>
          <span className="quiet block">
            {[
              `${p.pans} ${words(p.form)}${p.pans === 1 ? "" : "s"}`,
              `poured ${p.pouredOn}`,
              p.secondOn && `again ${p.secondOn}`,
              p.keptWhere,
              p.seen.map((s) => SEEN.find((x) => x[0] === s)?.[1] ?? words(s)).join(", "),
              p.boxedOn && `boxed ${p.boxedOn}`,
            ]
              .filter(Boolean)
              .join(" · ")}
          </span>
          {!p.boxedOn && (
            <span className={p.mayBeBoxed ? "font-semibold" : ""}>
              {p.hardOn
                ? `Hard since ${dayInWords(p.hardOn)}.`
                : p.mayBeBoxed
                  ? `May go into the box since ${dayInWords(p.ready)}; touch one first.`
                  : `Tacky until about ${dayInWords(p.ready)}.`}{" "}
              <span className="quiet font-normal">{p.hardOn ? "" : p.because}</span>
            </span>
          )}
        </span>
        <span className="flex flex-wrap gap-2 items-center">
          {p.pans > 1 && !p.boxedOn && (
            <Select
              aria-label={`How many pans of ${p.name}`}
              className="select select-sm w-24"
              value={String(of)}
              options={Array.from({ length: p.pans }, (_, i) => {
                const n = p.pans - i;
                return [String(n), n === p.pans ? `all ${n}` : `${n} of ${p.pans}`] as const;
              })}
              onChange={(n) => setOf(Number(n))}
            />
          )}
          {!p.secondOn && !p.hardOn && !p.boxedOn && act("Second pour", { secondOn: today })}
          {!p.hardOn && !p.boxedOn && act("Hard", { hardOn: today })}
          {p.hardOn && !p.boxedOn && act("Into the box", { boxedOn: today })}
          <button
            type="button"
            className="underline px-1"
            aria-expanded={more}
            onClick={() => setMore(!more)}
          >
            Seen<span className="sr-only"> of {p.name}</span>
          </button>
        </span>
      </div>
      {more && (
        <fieldset className="flex flex-wrap gap-x-4 gap-y-1 mt-2">
          <legend className="sr-only">What was seen</legend>
          {SEEN.map(([value, label]) => (
            <label key={value} className="flex gap-2 items-center">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={p.seen.includes(value)}
                onChange={(e) =>
                  change.run({
                    seen: e.target.checked ? [...p.seen, value] : p.seen.filter((s) => s !== value),
                  })
                }
              />
              {label}
            </label>
          ))}
        </fieldset>
      )}
      <ProblemNote problem={change.problem} />
      <WaitingNote waiting={change.waiting} />
    </li>
  );
}
