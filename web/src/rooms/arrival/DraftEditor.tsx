import { useNavigate } from "react-router";
import { client, data, type Schemas } from "../../api/client";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { kindWords } from "./ArrivalsPage";
import { BillPanel } from "./BillPanel";
import { Givers } from "./Givers";
import { LineCard } from "./LineCard";
import { type Draft, useDraft } from "./useDraft";

const KINDS = [
  "HAUL",
  "GIFT",
  "SWAP",
  "SET",
  "SAMPLE",
  "SPECIAL_EDITION",
  "LEFTOVER",
  "FOUND_AGAIN",
] as const;

/** How a paint stands that is there already. */
const STANDINGS = [
  ["OWNED", "you have already"],
  ["SAMPLED", "sampled until now"],
  ["WISHED", "wished for"],
  ["GONE", "you had before"],
] as const;

/** A draft: one box for the lines, what was understood of each below it, and the bill beside. */
export function DraftEditor({ page }: { page: Schemas["ArrivalPage"] }) {
  const navigate = useNavigate();
  const { draft, change, save, saved, problem, settle } = useDraft(page);
  const log = useAct(
    async (_: undefined, headers) => {
      if (!(await save())) throw problem ?? new Error("not saved");
      return data(
        client.POST("/api/arrivals/{arrival}/log", { params: { path: { arrival: page.id } }, headers }),
      );
    },
    { onDone: (logged) => logged.id !== page.id && navigate(`/arrivals/${logged.id}`, { replace: true }) },
  );
  const discard = useAct(
    (_: undefined, headers) =>
      data(client.DELETE("/api/arrivals/{arrival}", { headers, params: { path: { arrival: page.id } } })),
    { onDone: () => navigate(page.corrects ? `/arrivals/${page.corrects}` : "/arrivals") },
  );
  const text = (
    name: keyof Draft & ("title" | "from" | "maker" | "currency"),
    label: string,
    hint?: string,
  ) => (
    <Field label={label} hint={hint}>
      {(id) => (
        <input
          id={id}
          className="input w-full"
          autoComplete="off"
          value={draft[name]}
          onChange={(e) => change({ [name]: e.target.value })}
        />
      )}
    </Field>
  );

  /** Writes another text for one line and leaves the others. */
  function rewrite(line: number, words: string) {
    const lines = draft.text.split("\n");
    lines[line - 1] = words;
    change({ text: lines.join("\n") });
  }

  const goods = page.lines.filter((l) => l.kind === "PAINT" || l.kind === "THING");
  const paints = page.lines.filter((l) => l.kind === "PAINT");
  const way = draft.sheet.way ?? 0;
  const bill = page.bills[way] ?? page.bills[0];
  /** What a piece of a line comes to, in the collector’s own currency where a rate is typed. */
  function landed(line: Schemas["ReadLine"]) {
    const at = goods.indexOf(line);
    const cost = (page.home ?? bill)?.lines[at];
    const other = Number(bill?.total) !== Number(bill?.goods) || page.home;
    return cost && other && Number(cost.perUnit) > 0
      ? `${Number(cost.perUnit).toFixed(2)} ${(page.home ?? bill).currency}`
      : undefined;
  }
  const there = STANDINGS.map(([standing, words]) => {
    const many = paints.filter((l) =>
      l.matches.some((m) => m.paint === l.same && m.entry?.standing === standing),
    );
    return many.length > 0 && `${many.length} ${words}`;
  }).filter(Boolean);
  const given = draft.kind === "GIFT" || draft.kind === "SWAP";

  return (
    <div className="xl:grid xl:grid-cols-[minmax(0,1fr)_340px]">
      <Page
        name={draft.title || "An arrival"}
        title={draft.title || "An arrival"}
        under={
          <span role="status">
            {page.corrects ? "A correction: it takes the place of what was logged · " : "Draft · "}
            {saved
              ? "kept as it stands"
              : problem
                ? "not kept on the server yet; it stays in this browser"
                : "keeping …"}
          </span>
        }
        aside={
          <button type="button" className="btn btn-outline" onClick={() => discard.run(undefined)}>
            {page.corrects ? "Leave it as it was" : "Throw away"}
          </button>
        }
      >
        {problem?.kind === "changed-meanwhile" ? (
          <div role="alert" className="border border-base-content hatched p-3 my-3">
            <p>{problem.message}</p>
            <div className="flex gap-3 mt-2">
              <button type="button" className="btn btn-primary" onClick={() => settle(true)}>
                Keep what stands here
              </button>
              <button type="button" className="btn btn-outline" onClick={() => settle(false)}>
                Take the other window’s
              </button>
            </div>
          </div>
        ) : (
          <ProblemNote problem={problem} />
        )}
        <div className="grid grid-cols-2 md:grid-cols-4 gap-3 mb-3">
          <Field label="What it is">
            {(id) => (
              <Select
                id={id}
                value={draft.kind}
                options={KINDS.map((k) => [k, kindWords(k)] as const)}
                onChange={(kind) => change({ kind })}
              />
            )}
          </Field>
          <Field label="Came on">
            {(id) => (
              <input
                id={id}
                type="date"
                className="input w-full"
                value={draft.cameOn}
                onChange={(e) => change({ cameOn: e.target.value })}
              />
            )}
          </Field>
          {text("title", draft.kind === "SET" ? "Name of the set" : "Called")}
          {text("from", given ? "By way of" : "From")}
        </div>
        <Field
          label="One paint a line, parts in any order"
          hint="Dusk Heather, PV19 + PG50, half pan, € 7.80, x2, gift for Ada · a line “From Bo:” or “Kelpwick:” holds for those below it, and so does “Parcel 2:” for what is still on its way · “Set € 68” is divided among the paints below"
        >
          {(id) => (
            <textarea
              id={id}
              rows={Math.min(14, Math.max(5, draft.text.split("\n").length + 1))}
              spellCheck={false}
              className="textarea w-full leading-6 text-[0.98rem]"
              value={draft.text}
              autoFocus={draft.text === ""}
              onChange={(e) => change({ text: e.target.value })}
              onKeyDown={(e) => {
                if (e.key === "Enter" && (e.ctrlKey || e.metaKey) && goods.length > 0 && !log.running) {
                  e.preventDefault();
                  log.run(undefined);
                }
              }}
            />
          )}
        </Field>
        {page.scales.map((s) => (
          <p key={s.maker} className="border-l-2 border-[var(--field)] pl-2.5 my-3">
            {s.maker} has no scale of lightfastness yet. From these lines: {s.scale}.{" "}
            <label className="inline-flex gap-2 items-baseline ml-1">
              <input
                type="checkbox"
                className="checkbox checkbox-sm self-center"
                checked={draft.sheet.withoutScales !== true}
                onChange={(e) => change({ sheet: { ...draft.sheet, withoutScales: !e.target.checked } })}
              />
              keep it with the maker
            </label>
          </p>
        ))}
        {page.notes.length > 0 && (
          <ul className="my-3 space-y-2">
            {page.notes.map((n) => (
              <li key={n.kind + n.message} className="border border-base-content hatched p-2.5">
                {n.message} {n.suggestion}
              </li>
            ))}
          </ul>
        )}
        {page.lines.length > 0 && (
          <section className="mt-4" aria-label="As it was understood">
            <h2 className="font-semibold">
              {counted(paints.length, "paint")} understood
              {there.length > 0 && <span className="quiet font-normal"> · {there.join(", ")}</span>}
            </h2>
            <p className="quiet text-sm mb-2 hidden md:block">
              Tab to a part and press a key to name it otherwise: n name, p pigments, c number, s series, z
              size, f form, m price, q quantity, g gift for, r from, k maker, l lightfastness, o also called,
              x note.
            </p>
            <ol>
              {page.lines.map((l) => (
                <LineCard
                  key={l.line}
                  line={l}
                  landed={landed(l)}
                  onRewrite={(words) => rewrite(l.line, words)}
                />
              ))}
            </ol>
          </section>
        )}
      </Page>
      <aside
        aria-label="The bill"
        className="border-t xl:border-t-0 xl:border-l border-[var(--rule)] bg-base-100 p-4 xl:sticky xl:top-[54px] xl:h-[calc(100vh-54px)] xl:overflow-y-auto space-y-5"
      >
        <div className="grid grid-cols-[1fr_5.5rem] gap-3">
          {text("maker", "Maker, where a line names none")}
          {text("currency", "Currency")}
        </div>
        <Givers draft={draft} change={change} open={given} />
        <BillPanel page={page} draft={draft} change={change} given={given} />
        <div>
          <ProblemNote problem={log.problem ?? discard.problem} />
          <WaitingNote waiting={log.waiting} />
          <button
            type="button"
            className="btn btn-primary w-full"
            disabled={log.running || goods.length === 0}
            onClick={() => log.run(undefined)}
          >
            {page.corrects ? "Correct" : "Log"} {goods.length > 0 ? counted(goods.length, "line") : "it"}
          </button>
          <p className="quiet text-sm mt-2">
            {page.corrects && "Paints keep their numbers and swatches; what is no longer on the lines goes. "}
            In one act; one undo takes it back. From the box: Ctrl and Enter.
          </p>
        </div>
      </aside>
    </div>
  );
}
