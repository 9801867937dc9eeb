import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Field, TextField } from "../../ui/Field";
import { ProblemNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import type { Candidate, Shortlist } from "./ShortlistPage";

type Asked = Schemas["CutWanted"];
type Choice = Schemas["CutChoice"];
type Named = (id: number) => string;

/** What may be asked besides the plain question, each against its best choice. */
const OTHERWISE: [string, Asked][] = [
  ["10 more to spend", { more: "10" }],
  ["Single pigments only", { demand: "SINGLE_PIGMENT" }],
  ["Lightfast only", { demand: "LIGHTFAST" }],
  ["Granulating only", { demand: "GRANULATING" }],
];

/** Which of them fill the wells within the budget, what serves instead of the others, and what else might be. */
export function Cut({ shortlist: s, onTry }: { shortlist: Shortlist; onTry: () => void }) {
  const [nth, setNth] = useState(0);
  const [otherwise, setOtherwise] = useState<number | null>(null);
  const basis = s.candidates.map((c) => `${c.id}.${c.version}.${c.marks[0]?.mark ?? ""}`).join();
  const ask = (asked: Asked, enabled: boolean) => ({
    queryKey: ["shortlists", s.id, "cut", asked, s.version, basis],
    enabled,
    queryFn: ({ signal }: { signal: AbortSignal }) =>
      data(
        client.POST("/api/shortlists/{shortlist}/cut", {
          signal,
          params: { path: { shortlist: s.id } },
          body: asked,
        }),
      ),
  });
  const [stopped, setStopped] = useState(false);
  const queries = useQueryClient();
  const stop = () => {
    setStopped(true);
    queries.cancelQueries({ queryKey: ["shortlists", s.id, "cut"] });
  };
  const plain = useQuery(ask({ many: 3 }, s.candidates.length > 0 && !stopped));
  const other = useQuery(ask(otherwise === null ? {} : OTHERWISE[otherwise][1], otherwise !== null));
  const by = new Map(s.candidates.map((c) => [c.id, c]));
  const name: Named = (id) => by.get(id)?.paint.name ?? "one that is gone";
  if (s.candidates.length === 0) return <p>Nothing stands on it yet.</p>;
  const choices = plain.data?.choices ?? [];
  const choice = choices[Math.min(nth, choices.length - 1)];
  const unmarked = s.candidates.filter((c) => c.marks.length === 0).length;
  return (
    <>
      <ProblemNote problem={plain.error as Problem | null} />
      {plain.isFetching && <Weighing paints={s.candidates.length} onStop={stop} />}
      {stopped && (
        <p className="mb-3">
          Stopped.{" "}
          <button type="button" className="underline" onClick={() => setStopped(false)}>
            Weigh them
          </button>
        </p>
      )}
      {plain.data && plain.data.asks.length > 0 && (
        <Asks asks={plain.data.asks} by={by} currency={s.currency} onTry={onTry} />
      )}
      {choice && (
        <>
          <div className="flex flex-wrap gap-x-5 mb-2" role="group" aria-label="Choices">
            {choices.map((c, i) => (
              <button
                key={c.chosen.join()}
                type="button"
                aria-pressed={c === choice}
                className={`py-1 ${c === choice ? "font-semibold underline underline-offset-4" : "hover:underline"}`}
                onClick={() => setNth(i)}
              >
                {["The best", "Second best", "Third best"][i]}
              </button>
            ))}
          </div>
          <p className="max-w-prose" role="status">
            {choice.said}
          </p>
          {nth > 0 && <Difference choice={choice} against={choices[0]} name={name} currency={s.currency} />}
          {plain.data?.byHand && <p className="max-w-prose">{plain.data.byHand}</p>}
          {unmarked > 0 && (
            <p className="quiet">
              {unmarked === s.candidates.length
                ? "None was"
                : `${unmarked} of them ${unmarked === 1 ? "was" : "were"} not`}{" "}
              marked yet.
            </p>
          )}
          <Chosen choice={choice} by={by} currency={s.currency} />
          <div className="grid gap-8 lg:grid-cols-2 mt-8">
            <LeftOut choice={choice} by={by} name={name} />
            <div className="space-y-8">
              <section aria-label="Otherwise">
                <h2 className="font-semibold mb-1">And if …</h2>
                <div className="flex flex-wrap gap-2">
                  {OTHERWISE.map(([words], i) => (
                    <button
                      key={words}
                      type="button"
                      className={`btn btn-sm ${otherwise === i ? "btn-primary" : "btn-outline"}`}
                      aria-pressed={otherwise === i}
                      disabled={i === 0 && !s.budget}
                      onClick={() => setOtherwise(otherwise === i ? null : i)}
                    >
                      {words}
                    </button>
                  ))}
                </div>
                <ProblemNote problem={other.error as Problem | null} />
                {otherwise !== null && other.data && (
                  <div className="mt-2">
                    <p className="max-w-prose">{other.data.choices[0].said}</p>
                    <Difference
                      choice={other.data.choices[0]}
                      against={choices[0]}
                      name={name}
                      currency={s.currency}
                    />
                  </div>
                )}
              </section>
              <Decide key={choice.chosen.join()} shortlist={s} choice={choice} />
            </div>
          </div>
        </>
      )}
      {s.decidedOn && <AfterDecision shortlist={s} />}
    </>
  );
}

/** The server gives a choice this many seconds, and then answers with the best it has and its bound. */
const MOST_SECONDS = 5;

/** How much of its time the weighing has used. */
function Weighing({ paints, onStop }: { paints: number; onStop: () => void }) {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    const began = Date.now();
    const clock = setInterval(() => setSeconds((Date.now() - began) / 1000), 250);
    return () => clearInterval(clock);
  }, []);
  const used = Math.min(MOST_SECONDS, Math.floor(seconds));
  return (
    <div className="mb-3 flex flex-wrap gap-3 items-center">
      <p role="status">
        Weighing {counted(paints, "paint")}; it takes {MOST_SECONDS} seconds at most, and then says how near
        the best it is.
      </p>
      <progress className="progress w-40" value={used} max={MOST_SECONDS} aria-label="Seconds used" />
      <span className="tabular-nums">
        {used} of {MOST_SECONDS} s
      </span>
      <button type="button" className="underline" onClick={onStop}>
        Stop
      </button>
    </div>
  );
}

/** What is not known of some, asked for where it is missed. */
function Asks({
  asks,
  by,
  currency,
  onTry,
}: {
  asks: Schemas["AskedFor"][];
  by: Map<number, Candidate>;
  currency: string;
  onTry: () => void;
}) {
  const unpriced = asks.flatMap((a) =>
    by.get(a.candidate)?.price === null ? (by.get(a.candidate) ?? []) : [],
  );
  const others = asks.filter((a) => by.get(a.candidate)?.price !== null);
  return (
    <div className="rule-box p-3 mb-4 max-w-3xl">
      {unpriced.length > 0 && (
        <details>
          <summary>
            {counted(unpriced.length, "paint")} without a price cannot be chosen within a budget. Say what{" "}
            {unpriced.length === 1 ? "it costs" : "they cost"}
          </summary>
          <ul className="mt-2">
            {unpriced.map((c) => (
              <li key={c.id}>
                <PriceOf candidate={c} currency={currency} />
              </li>
            ))}
          </ul>
        </details>
      )}
      {others.map((a) => (
        <p key={a.what}>
          {a.what}{" "}
          <button type="button" className="underline" onClick={onTry}>
            To the list
          </button>
        </p>
      ))}
    </div>
  );
}

function PriceOf({ candidate: c, currency }: { candidate: Candidate; currency: string }) {
  const [price, setPrice] = useState("");
  const change = useChange();
  return (
    <form
      className="flex flex-wrap gap-2 items-center py-1"
      onSubmit={(e) => {
        e.preventDefault();
        change.run({ c, price });
      }}
    >
      <span className="paint-name w-56">{c.paint.name}</span>
      <input
        className="input input-sm w-24"
        inputMode="decimal"
        aria-label={`Price of ${c.paint.name} in ${currency}`}
        value={price}
        onChange={(e) => setPrice(e.target.value)}
      />
      <button type="submit" className="btn btn-sm btn-outline" disabled={!price.trim()}>
        Keep
      </button>
      <span className="quiet text-sm">{c.priceFrom}</span>
      <ProblemNote problem={change.problem} />
    </form>
  );
}

/** What one choice has that the best has not, and what it costs. */
function Difference({
  choice,
  against,
  name,
  currency,
}: {
  choice: Choice;
  against: Choice;
  name: Named;
  currency: string;
}) {
  const money = (Number(choice.cost) - Number(against.cost)).toFixed(2);
  const serves = (choice.served - against.served) * 100;
  return (
    <p className="max-w-prose">
      Against the best:{" "}
      {choice.in.length + choice.out.length === 0
        ? "the same paints."
        : [
            choice.in.length > 0 && `in ${choice.in.map(name).join(", ")}`,
            choice.out.length > 0 && `out ${choice.out.map(name).join(", ")}`,
          ]
            .filter(Boolean)
            .join("; ")
            .concat(".")}{" "}
      {Number(money) !== 0 &&
        `${money.replace("-", "")} ${currency} ${Number(money) > 0 ? "more" : "less"}. `}
      {Math.abs(serves) >= 0.05 &&
        `It serves ${Math.abs(serves).toFixed(1)} points ${serves > 0 ? "more" : "less"} of the list.`}
    </p>
  );
}

function Chosen({ choice, by, currency }: { choice: Choice; by: Map<number, Candidate>; currency: string }) {
  const hand = useChange();
  return (
    <section aria-label="Chosen" className="mt-3">
      <ul className="grid gap-3 grid-cols-[repeat(auto-fill,minmax(150px,1fr))]">
        {choice.chosen.map((id) => {
          const c = by.get(id);
          if (!c) return null;
          return (
            <li key={id}>
              <Strip
                strip={c.paint.strip}
                seed={c.paint.id}
                label={c.paint.name}
                shape="tile"
                className="w-full h-12"
              />
              <Link to={`/paints/${c.paint.id}`} className="paint-name hover:underline">
                {c.paint.name}
              </Link>
              <p className="text-sm quiet">
                <span className="code">{c.paint.recipe.join(" + ")}</span>
                <br />
                {c.price === null ? "no price" : Number(c.price) === 0 ? "yours" : `${c.price} ${currency}`}
                {c.guessed && " · colour as usual, not measured"}
                {c.must ? " · must stay" : c.byHand === "TAKEN" ? " · taken by hand" : ""}
              </p>
              {!c.must && (
                <button
                  type="button"
                  className="underline quiet text-sm py-1"
                  onClick={() => hand.run({ c, byHand: c.byHand === "TAKEN" ? "" : "LEFT" })}
                >
                  {c.byHand === "TAKEN" ? "Let the cut say" : "Leave it out"}
                </button>
              )}
            </li>
          );
        })}
      </ul>
      <ProblemNote problem={hand.problem} />
    </section>
  );
}

/** Takes or leaves one whatever the cut says, or says what it costs; all else stays. */
function useChange() {
  return useAct(({ c, byHand, price }: { c: Candidate; byHand?: string; price?: string }, headers) =>
    data(
      client.PUT("/api/shortlists/candidates/{shortlist_candidate}", {
        headers,
        params: { path: { shortlist_candidate: c.id } },
        body: {
          must: c.must,
          liking: c.liking ?? undefined,
          price: price ?? (c.priceFrom === "as you said" ? (c.price ?? "") : ""),
          reason: c.reason,
          byHand: ((byHand ?? c.byHand) || undefined) as "TAKEN" | "LEFT" | undefined,
          version: c.version,
        },
      }),
    ),
  );
}

function LeftOut({ choice, by, name }: { choice: Choice; by: Map<number, Candidate>; name: Named }) {
  const hand = useChange();
  return (
    <section aria-label="Left out">
      <h2 className="font-semibold mb-1">Left out, and what serves instead</h2>
      <ul>
        {choice.leftOut.map((l) => {
          const c = by.get(l.candidate);
          const other = l.servedBy == null ? undefined : by.get(l.servedBy);
          return (
            <li key={l.candidate} className="rule-t py-2 flex gap-3 items-start">
              <div className="w-24 shrink-0">
                <Strip
                  strip={c?.paint.strip}
                  seed={c?.paint.id ?? 0}
                  label={name(l.candidate)}
                  className="w-full h-5"
                />
                {other && (
                  <Strip
                    strip={other.paint.strip}
                    seed={other.paint.id}
                    label={other.paint.name}
                    className="w-full h-5"
                  />
                )}
              </div>
              <div className="grow min-w-0">
                <span className="paint-name">{name(l.candidate)}</span>
                {c?.byHand === "LEFT" && <span className="quiet"> · left by hand</span>}
                <p className="text-sm">{l.reason}</p>
              </div>
              {c && (
                <button
                  type="button"
                  className="underline quiet text-sm py-1 shrink-0"
                  aria-label={`${c.byHand === "LEFT" ? "Let the cut say" : "Take it"}: ${name(l.candidate)}`}
                  onClick={() => hand.run({ c, byHand: c.byHand === "LEFT" ? "" : "TAKEN" })}
                >
                  {c.byHand === "LEFT" ? "Let the cut say" : "Take it"}
                </button>
              )}
            </li>
          );
        })}
      </ul>
      <ProblemNote problem={hand.problem} />
    </section>
  );
}

function Decide({ shortlist: s, choice }: { shortlist: Shortlist; choice: Choice }) {
  const [why, setWhy] = useState("");
  const decide = useAct((_: undefined, headers) =>
    data(
      client.POST("/api/shortlists/{shortlist}/decision", {
        headers,
        params: { path: { shortlist: s.id } },
        body: { chosen: choice.chosen, why, version: s.version },
      }),
    ),
  );
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        decide.run(undefined);
      }}
    >
      <h2 className="font-semibold mb-1">Decide</h2>
      <p className="quiet mb-2">
        Each paint keeps why it was chosen or passed over; it is said the next time it is asked for.
      </p>
      <TextField label="Why these, if you want to say" value={why} onChange={setWhy} />
      <ProblemNote problem={decide.problem} />
      <button
        type="submit"
        className="btn btn-primary mt-2"
        disabled={decide.running || choice.chosen.length === 0}
      >
        {choice.chosen.length === 0
          ? "Keep these"
          : choice.chosen.length === 1
            ? "Keep this one"
            : `Keep these ${choice.chosen.length}`}
      </button>
      {choice.chosen.length === 0 && (
        <p className="quiet mt-1">Nothing is chosen above, so there is nothing to keep yet.</p>
      )}
    </form>
  );
}

/** What follows from the decision that was kept: order, palette, card. */
function AfterDecision({ shortlist: s }: { shortlist: Shortlist }) {
  const go = useNavigate();
  const kept = s.candidates.filter((c) => c.decided === "CHOSEN");
  const [box, setBox] = useState("");
  const [name, setName] = useState(s.name);
  const boxes = useQuery({
    queryKey: ["boxes"],
    queryFn: () => data(client.GET("/api/boxes", {})),
  }).data;
  const order = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/shortlists/{shortlist}/order", {
          headers,
          params: { path: { shortlist: s.id } },
        }),
      ),
    { onDone: (d) => go(`/arrivals/${d.arrival}`) },
  );
  const lay = useAct(
    (_: undefined, headers) => {
      const [kind, which] = box.split(":");
      return data(
        client.POST("/api/palettes", {
          headers,
          body: {
            name,
            box: kind === "box" ? Number(which) : undefined,
            start: kind === "start" ? Number(which) : undefined,
            boxName:
              kind === "start" ? boxes?.starts.find((b) => b.start === Number(which))?.name : undefined,
            fill: { paints: kept.map((c) => c.paint.id) },
          },
        }),
      );
    },
    { onDone: (p) => go(`/palettes/${p.id}`) },
  );
  const options = [
    ["", "choose a box"] as const,
    ...(boxes?.boxes.map((b) => [`box:${b.id}`, `${b.name}, ${counted(b.wells, "well")}`] as const) ?? []),
    ...(boxes?.starts.map(
      (b) => [`start:${b.start}`, `new: ${b.name}, ${counted(b.wells, "well")}`] as const,
    ) ?? []),
  ];
  const fresh = kept.filter((c) => c.paint.standing !== "OWNED").length;
  return (
    <section className="mt-8 rule-t pt-4" aria-label="Decided">
      <h2 className="font-book text-xl mb-1">Decided: {counted(kept.length, "paint")}</h2>
      <p>{kept.map((c) => c.paint.name).join(", ")}</p>
      <div className="grid gap-8 md:grid-cols-2 mt-3">
        <div>
          <h3 className="font-semibold">Order</h3>
          <p className="quiet mb-2">
            {fresh === 0
              ? "All of them are yours already."
              : `${counted(fresh, "paint")} ${fresh === 1 ? "becomes" : "become"} the draft of an arrival, to change before it is logged.`}
          </p>
          <ProblemNote problem={order.problem} />
          <button
            type="button"
            className="btn btn-outline"
            disabled={fresh === 0 || order.running}
            onClick={() => order.run(undefined)}
          >
            Make the draft
          </button>
        </div>
        <form
          className="space-y-2"
          onSubmit={(e) => {
            e.preventDefault();
            lay.run(undefined);
          }}
        >
          <h3 className="font-semibold">Lay into a palette</h3>
          <TextField label="Its name" value={name} onChange={setName} />
          <Field label="Box" hint="Its card for the lid, and a larger one, are printed there.">
            {(id) => <Select id={id} options={options} value={box} onChange={setBox} />}
          </Field>
          <ProblemNote problem={lay.problem} />
          <button type="submit" className="btn btn-outline" disabled={!box || lay.running}>
            Lay them in
          </button>
        </form>
      </div>
    </section>
  );
}
