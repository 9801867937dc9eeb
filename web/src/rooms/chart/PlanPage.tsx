import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { client, data, type Problem } from "../../api/client";
import { Field } from "../../ui/Field";
import { LengthField, sized, UnitChoice, useUnit } from "../../ui/length";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { useLater } from "../../ui/useLater";
import { useSchools } from "../../ui/useSchools";
import { counted } from "../../ui/words";
import { BenchNav } from "./BenchNav";
import { Chosen } from "./Chosen";
import { Cusps } from "./Cusps";
import { FitPanel } from "./FitPanel";
import { OrderList } from "./OrderList";
import { Sheet } from "./Sheet";
import { asked, type PlanDraft, usePlan } from "./usePlan";
import { FORMS } from "./words";

/** Which numbers a form asks for beside margin and gap. */
const NUMBERS: Record<string, ("steps" | "pages" | "columns" | "outside")[]> = {
  STRIPS: ["steps", "pages"],
  RING_CARD: ["pages"],
  TWO_SQUARES: ["columns", "pages"],
  GRID: ["columns", "pages"],
  LID_CARD: ["columns"],
  WHEEL: ["outside"],
  ONE_AGAINST_ALL: ["columns", "pages"],
  PAIRS: [],
  LADDER: [],
  FAMILIES: ["columns"],
  TRIANGLE: [],
  CROSSED_STRIPS: [],
  FREE: ["pages"],
};
/** Forms in which the order of the list says where each paint stands. */
const IN_ORDER_GIVEN = ["FAMILIES", "TRIANGLE", "CROSSED_STRIPS"];
const LABELS = {
  steps: ["Squares a strip", "5"],
  pages: ["Pages", "as many as needed"],
  columns: ["Across", "as comes out largest"],
  outside: ["Outside the ring", "8 of 32"],
} as const;
const CAPTION = [
  ["name", "name"],
  ["other", "second language"],
  ["initials", "maker’s initials"],
  ["pigments", "pigments"],
  ["series", "series"],
  ["lightfastness", "lightfastness"],
  ["accession", "number"],
  ["place", "place"],
] as const;

/** A chart is planned: paints, form, paper, order; what comes of it stands beside, to scale. */
export function PlanPage() {
  const navigate = useNavigate();
  const [unit] = useUnit();
  const { draft, change, clear, carried, keep, afresh } = usePlan();
  const [page, setPage] = useState(0);
  const later = useLater(draft, 250);
  const plan = useQuery({
    queryKey: ["plan", later],
    enabled: later.paints.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => data(client.POST("/api/charts/plan", { body: asked(later) })),
  });
  const add = useAct(
    (d: PlanDraft, headers) => data(client.POST("/api/charts", { headers, body: asked(d) })),
    {
      onDone: (made) => {
        clear();
        navigate(`/bench/${made.id}`);
      },
    },
  );
  const made = plan.isError ? undefined : plan.data;
  const paints = new Map(made?.order.map((p) => [p.id, p]));
  // Fewer paints may need fewer pages than the one that was looked at.
  const at = Math.min(page, (made?.pages.length ?? 1) - 1);
  const shown = made?.pages[at];
  const group = new Map(
    made?.groups.flatMap((g) =>
      g.paints.map((p) => [p, g.unpainted.includes(p) ? `${g.name}, by name and recipe` : g.name] as const),
    ),
  );

  return (
    <Page
      title="Plan a chart"
      under="Kept on this page until it is planned; a reload loses nothing."
      aside={<UnitChoice />}
    >
      <BenchNav />
      <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <div className="space-y-5 min-w-0">
          {carried && (
            <p role="status" className="border border-base-300 p-2 flex flex-wrap gap-x-4 gap-y-1">
              <span className="grow">Form, paper and options are those of your last chart.</span>
              <button type="button" className="underline" onClick={keep}>
                Keep them
              </button>
              <button type="button" className="underline" onClick={afresh}>
                Start afresh
              </button>
            </p>
          )}
          <Chosen chosen={draft.paints} onChosen={(p) => change({ paints: p })} />
          <FormFields draft={draft} change={change} />
          <Options draft={draft} change={change} />
        </div>
        <div className="space-y-4 min-w-0">
          {draft.paints.length === 0 ? (
            <div className="border border-dashed border-[var(--field)] p-6">
              <p className="max-w-sm">
                Choose paints on the left. The sheet is ruled here as you choose, to scale and with its
                lettering.
              </p>
            </div>
          ) : (
            <>
              <ProblemNote problem={plan.error as Problem | null} />
              {plan.isPending && <p className="quiet">Ruling …</p>}
              {made && shown && (
                <>
                  <div className="flex flex-wrap justify-between gap-2 items-baseline">
                    <p className="font-semibold">
                      {counted(made.order.length, "paint")} on {counted(made.pages.length, "page")},{" "}
                      {sized(shown.width, shown.height, unit)}
                    </p>
                    {made.pages.length > 1 && (
                      <span className="flex gap-3 items-baseline">
                        <button
                          type="button"
                          className="underline"
                          disabled={at === 0}
                          onClick={() => setPage(at - 1)}
                        >
                          before
                        </button>
                        <span className="code">
                          {at + 1} of {made.pages.length}
                        </span>
                        <button
                          type="button"
                          className="underline"
                          disabled={at === made.pages.length - 1}
                          onClick={() => setPage(at + 1)}
                        >
                          next
                        </button>
                      </span>
                    )}
                  </div>
                  <Sheet
                    page={shown}
                    paints={paints}
                    filled={(i) =>
                      Boolean(paints.get(shown.cells.find((c) => c.index === i)?.paint ?? 0)?.strip)
                    }
                    label={`The plan, page ${at + 1}`}
                    className="w-full max-h-[560px]"
                  />
                  <ul className="text-[0.95rem] space-y-0.5">
                    {made.notes.map((n) => (
                      <li key={n}>{n}</li>
                    ))}
                  </ul>
                </>
              )}
              <div>
                <ProblemNote problem={add.problem} />
                <WaitingNote waiting={add.waiting} />
                <button
                  type="button"
                  className="btn btn-primary"
                  disabled={!made || add.running}
                  onClick={() => add.run(draft)}
                >
                  Plan it
                </button>
              </div>
              {made && <Cusps cusps={made.cusps} />}
              {made && (
                <section aria-label="Order">
                  <h2 className="font-semibold mb-1">Order</h2>
                  <OrderList
                    paints={made.order}
                    said={group}
                    onOrder={(p) => change({ school: "BY_HAND", paints: p })}
                    onRemove={(p) => change({ paints: draft.paints.filter((x) => x !== p) })}
                  />
                </section>
              )}
              <FitPanel draft={draft} onPaper={(p) => change({ paper: p, stock: undefined })} />
            </>
          )}
        </div>
      </div>
    </Page>
  );
}

type Part = { draft: PlanDraft; change: (some: Partial<PlanDraft>) => void };

function FormFields({ draft, change }: Part) {
  const schools = useSchools();
  const papers = useQuery({ queryKey: ["papers"], queryFn: () => data(client.GET("/api/papers")) }).data;
  const [unit] = useUnit();
  const inStock = papers?.papers.filter((p) => p.sheets > 0) ?? [];
  const named = papers?.sizes.find((s) => s.width === draft.paper.width && s.height === draft.paper.height);

  function paper(value: string) {
    if (value.startsWith("stock ")) {
      const p = inStock.find((x) => `stock ${x.id}` === value);
      if (p) change({ paper: { width: p.width, height: p.height }, stock: p.id });
    } else {
      const s = papers?.sizes.find((x) => x.name === value);
      change(s ? { paper: { width: s.width, height: s.height }, stock: undefined } : { stock: undefined });
    }
  }

  return (
    <section aria-label="Form and paper" className="grid grid-cols-2 md:grid-cols-3 gap-3 rule-t pt-4">
      <Field
        label="Form"
        className="col-span-2 md:col-span-3"
        hint={FORMS.find((f) => f[0] === draft.form)?.[2]}
      >
        {(id) => (
          <Select
            id={id}
            value={draft.form}
            options={FORMS}
            onChange={(v) =>
              change({
                form: v,
                gap: undefined,
                columns: v === "FAMILIES" ? Math.max(1, Math.floor(draft.paints.length / 2)) : undefined,
                card: undefined,
              })
            }
          />
        )}
      </Field>
      <Field label="Paper" className="col-span-2 md:col-span-1">
        {(id) => (
          <select
            id={id}
            className="select w-full"
            value={draft.stock ? `stock ${draft.stock}` : (named?.name ?? "")}
            onChange={(e) => paper(e.target.value)}
          >
            <option value="">own size</option>
            {inStock.length > 0 && (
              <optgroup label="In stock">
                {inStock.map((p) => (
                  <option key={p.id} value={`stock ${p.id}`}>
                    {p.name}, {p.sheets} left
                  </option>
                ))}
              </optgroup>
            )}
            <optgroup label="Sizes with a name">
              {papers?.sizes.map((s) => (
                <option key={s.name} value={s.name}>
                  {s.name}, {sized(s.width, s.height, unit)}
                </option>
              ))}
            </optgroup>
          </select>
        )}
      </Field>
      <LengthField
        label="Wide"
        value={draft.paper.width}
        onChange={(v) => v && change({ paper: { ...draft.paper, width: v }, stock: undefined })}
      />
      <LengthField
        label="High"
        value={draft.paper.height}
        onChange={(v) => v && change({ paper: { ...draft.paper, height: v }, stock: undefined })}
      />
      <LengthField
        label="Margin"
        placeholder="10"
        value={draft.margin}
        onChange={(v) => change({ margin: v })}
      />
      <LengthField
        label="Gap"
        placeholder="as usual"
        value={draft.gap}
        onChange={(v) => change({ gap: v })}
      />
      <Field label="Punched">
        {(id) => (
          <Select
            id={id}
            value={draft.punch}
            options={
              [
                ["NONE", "not"],
                ["LEFT", "on the left"],
                ["TOP", "on top"],
              ] as const
            }
            onChange={(punch) => change({ punch })}
          />
        )}
      </Field>
      {NUMBERS[draft.form]?.map((n) => (
        <Field key={n} label={LABELS[n][0]}>
          {(id) => (
            <input
              id={id}
              className="input w-full"
              inputMode="numeric"
              placeholder={LABELS[n][1]}
              value={draft[n] ?? ""}
              onChange={(e) =>
                change({ [n]: e.target.value.trim() ? Number(e.target.value.replace(/\D/g, "")) : undefined })
              }
            />
          )}
        </Field>
      ))}
      {(draft.form === "RING_CARD" || draft.form === "FREE") && (
        <>
          <LengthField
            label="Card wide"
            placeholder={draft.form === "RING_CARD" ? "50.8" : "40"}
            value={draft.card?.width}
            onChange={(v) =>
              change({ card: v ? { width: v, height: draft.card?.height ?? 2 * v } : undefined })
            }
          />
          <LengthField
            label="Card high"
            placeholder={draft.form === "RING_CARD" ? "101.6" : "34"}
            value={draft.card?.height}
            onChange={(v) =>
              change({ card: v ? { width: draft.card?.width ?? v / 2, height: v } : undefined })
            }
          />
        </>
      )}
      {IN_ORDER_GIVEN.includes(draft.form) ? (
        <p className="quiet col-span-2 self-end pb-2">Each stands where the list on the right has it.</p>
      ) : (
        <Field label="Order" className="col-span-2">
          {(id) => (
            <Select id={id} value={draft.school} options={schools} onChange={(v) => change({ school: v })} />
          )}
        </Field>
      )}
      <Field label="Title" className="col-span-2 md:col-span-1">
        {(id) => (
          <input
            id={id}
            className="input w-full"
            maxLength={160}
            value={draft.title}
            onChange={(e) => change({ title: e.target.value })}
          />
        )}
      </Field>
    </section>
  );
}

function Options({ draft, change }: Part) {
  const tick = (label: string, on: boolean, set: (on: boolean) => void) => (
    <label className="flex gap-2 items-center py-0.5">
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        checked={on}
        onChange={(e) => set(e.target.checked)}
      />
      {label}
    </label>
  );
  return (
    <section aria-label="Options" className="rule-t pt-4 grid sm:grid-cols-2 gap-x-6 gap-y-3">
      <fieldset>
        <legend className="label-text">Lettered</legend>
        {CAPTION.map(([value, words]) => (
          <div key={value}>
            {tick(words, draft.caption.includes(value), (on) =>
              change({ caption: on ? [...draft.caption, value] : draft.caption.filter((c) => c !== value) }),
            )}
          </div>
        ))}
      </fieldset>
      <fieldset>
        <legend className="label-text">Ruled and printed</legend>
        {tick("a line to see covering on", draft.opacityLine, (on) => change({ opacityLine: on }))}
        {tick("a black bar where paint plays with light", draft.blackBar, (on) => change({ blackBar: on }))}
        {tick("print black filled, my printer’s black stands water", draft.printedBlack, (on) =>
          change({ printedBlack: on }),
        )}
        {tick("print strips as they were measured", draft.predicted, (on) => change({ predicted: on }))}
        {tick("trial paper first", draft.trialPaper, (on) => change({ trialPaper: on }))}
        {draft.form === "PAIRS" &&
          tick("the whole square", draft.full ?? false, (on) => change({ full: on }))}
        <Field label="First place, if they are to be filed in order" className="mt-2">
          {(id) => (
            <input
              id={id}
              className="input w-full"
              placeholder="R2·17"
              value={draft.firstPlace}
              onChange={(e) => change({ firstPlace: e.target.value })}
            />
          )}
        </Field>
      </fieldset>
    </section>
  );
}
