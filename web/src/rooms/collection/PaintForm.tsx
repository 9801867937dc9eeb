import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useEffect } from "react";
import { Controller, useForm } from "react-hook-form";
import { client, data, type Problem, type Schemas, type Word } from "../../api/client";
import { Field } from "../../ui/Field";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useLater } from "../../ui/useLater";
import { words } from "../../ui/words";
import { FORMS } from "./Holdings";
import { Notes } from "./Notes";
import { StripTile } from "./StripTile";

export type Typed = {
  name: string;
  otherNames: string;
  maker: string;
  line: string;
  pigments: string;
  series: string;
  note: string;
  wished: boolean;
  lightfastness: string;
  transparency: string;
  staining: string;
  granulation: string;
  form: Word<"NewHolding", "form"> | "";
  volume: string;
  price: string;
  currency: string;
  from: string;
  place: string;
  /** The colour of a maker's chart it is, and its edition. */
  colour?: number;
  edition?: number;
};

export const BLANK: Typed = {
  name: "",
  otherNames: "",
  maker: "",
  line: "",
  pigments: "",
  series: "",
  note: "",
  wished: false,
  lightfastness: "",
  transparency: "",
  staining: "",
  granulation: "",
  form: "TUBE",
  volume: "",
  price: "",
  currency: "EUR",
  from: "",
  place: "",
};

type Props = {
  start: Typed;
  /** Where what is typed is kept in this browser until it is saved. */
  draft: string;
  paint?: number;
  withHolding?: boolean;
  problem: Problem | null;
  waiting: Problem | null;
  running: boolean;
  save: string;
  onSave: (typed: Typed) => void;
  children?: ReactNode;
};

/** What the server takes of what was typed. */
export function paintOf(t: Typed) {
  return {
    name: t.name,
    otherNames: t.otherNames,
    maker: t.maker,
    line: t.line,
    pigments: t.pigments,
    series: t.series ? Number(t.series) : undefined,
    note: t.note,
    wished: t.wished,
    colour: t.colour,
    edition: t.edition,
    claims: {
      lightfastness: t.lightfastness,
      transparency: t.transparency,
      staining: t.staining,
      granulation: t.granulation,
    },
  };
}

export function PaintForm({
  start,
  draft,
  paint,
  withHolding,
  problem,
  waiting,
  running,
  save,
  onSave,
  children,
}: Props) {
  const kept = sessionStorage.getItem(draft);
  const { register, handleSubmit, watch, setValue, reset, control } = useForm<Typed>({
    defaultValues: kept ? { ...start, ...JSON.parse(kept) } : start,
  });
  const typed = watch();
  const makers =
    useQuery({ queryKey: ["makers"], queryFn: () => data(client.GET("/api/makers")) }).data?.makers ?? [];
  const maker = makers.find((m) => m.name.toLowerCase() === typed.maker.trim().toLowerCase());

  useEffect(() => {
    const watching = watch((now) => sessionStorage.setItem(draft, JSON.stringify(now)));
    return () => watching.unsubscribe();
  }, [watch, draft]);

  const wrong = (where: string) => problem?.document.errors?.find((e) => e.where === where)?.message;
  const text = (name: keyof Typed, label: string, hint?: ReactNode, more: object = {}) => (
    <Field label={label} hint={wrong(name) ?? hint}>
      {(id) => (
        <input
          id={id}
          className="input w-full"
          autoComplete="off"
          aria-invalid={wrong(name) ? true : undefined}
          {...more}
          {...register(name)}
        />
      )}
    </Field>
  );

  return (
    <form
      onSubmit={handleSubmit(onSave)}
      className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)] max-w-5xl"
    >
      <div className="space-y-4">
        {text("name", "Name on the label", undefined, { autoFocus: !paint, required: true })}
        {!paint && <FromChart typed={typed} onTake={(c) => reset({ ...typed, ...c })} />}
        <div className="grid grid-cols-2 gap-3">
          <Field label="Maker" hint={wrong("maker")}>
            {(id) => (
              <Controller
                control={control}
                name="maker"
                render={({ field }) => (
                  <MakerBox
                    id={id}
                    value={field.value}
                    names={makers.map((m) => m.name)}
                    onChange={(maker) => {
                      field.onChange(maker);
                      // Another maker's paint is not that colour of the chart.
                      setValue("colour", undefined);
                      setValue("edition", undefined);
                    }}
                  />
                )}
              />
            )}
          </Field>
          {text("line", "Line")}
        </div>
        {(paint || typed.otherNames) &&
          text("otherNames", "Names in other languages", "parted by “ / ”, as on the label")}
        {text(
          "pigments",
          "Pigments, as the label writes them",
          "PB 15:3, pv19 & PBr7, however it is printed",
          {
            spellCheck: false,
          },
        )}
        <Understood
          pigments={typed.pigments}
          name={typed.name}
          onTake={(about, suggestion) =>
            setValue("pigments", replaced(typed.pigments, about, suggestion), { shouldDirty: true })
          }
        />
        {withHolding && (
          <fieldset className="rule-t pt-3">
            <legend className="font-semibold pr-2">What came</legend>
            <div className="grid grid-cols-2 sm:grid-cols-3 gap-3">
              <Field label="Form">
                {(id) => (
                  <select id={id} className="select w-full" {...register("form")}>
                    {FORMS.map((f) => (
                      <option key={f} value={f}>
                        {words(f)}
                      </option>
                    ))}
                    <option value="">nothing yet: wished for</option>
                  </select>
                )}
              </Field>
              {text("volume", "Volume, ml", undefined, { inputMode: "decimal" })}
              {text("series", "Series", undefined, { inputMode: "numeric" })}
              {text("price", typed.form === "" ? "At most, a piece" : "Price", undefined, {
                inputMode: "decimal",
              })}
              {text("currency", "Currency")}
              {text("from", "From")}
            </div>
            <div className="mt-3">
              {text(
                "place",
                "Place of its swatch, if it is painted",
                "R1·1, ring 2 card 17, binder 1 p4 c3, S3 p12",
              )}
            </div>
          </fieldset>
        )}
        {!withHolding && (
          <div className="grid grid-cols-2 gap-3">
            {text("series", "Series", undefined, { inputMode: "numeric" })}
            <label className="flex gap-2 items-center mt-6">
              <input type="checkbox" className="checkbox" {...register("wished")} /> wished for
            </label>
          </div>
        )}
        <fieldset className="rule-t pt-3">
          <legend className="font-semibold pr-2">What the label claims, in its own symbols</legend>
          <div className="grid grid-cols-2 gap-3">
            {(["lightfastness", "transparency", "staining", "granulation"] as const).map((t) => (
              <div key={t} className="first-letter:uppercase">
                {text(t, t[0].toUpperCase() + t.slice(1), <ScaleHint maker={maker?.id} trait={t} />)}
              </div>
            ))}
          </div>
        </fieldset>
        <Field label="Note">
          {(id) => <textarea id={id} rows={3} className="textarea w-full" {...register("note")} />}
        </Field>
        {children}
        <ProblemNote problem={problem} />
        <WaitingNote waiting={waiting} />
        <button type="submit" className="btn btn-primary" disabled={running}>
          {save}
        </button>
      </div>
      <Alike name={typed.name} pigments={typed.pigments} but={paint ?? 0} />
    </form>
  );
}

function MakerBox({
  id,
  value,
  names,
  onChange,
}: {
  id: string;
  value: string;
  names: string[];
  onChange: (v: string) => void;
}) {
  const fitting = names.filter((n) => n.toLowerCase().includes(value.toLowerCase())).slice(0, 8);
  return (
    <Combobox value={value} onChange={(v: string | null) => onChange(v ?? "")} immediate>
      <div className="relative">
        <ComboboxInput
          id={id}
          className="input w-full"
          autoComplete="off"
          onChange={(e) => onChange(e.target.value)}
          displayValue={(v: string) => v}
        />
        {fitting.length > 0 && !names.includes(value) && (
          <ComboboxOptions className="absolute z-20 left-0 right-0 bg-base-100 border border-base-content">
            {fitting.map((n) => (
              <ComboboxOption
                key={n}
                value={n}
                className="px-3 py-1.5 data-focus:bg-primary data-focus:text-primary-content"
              >
                {n}
              </ComboboxOption>
            ))}
          </ComboboxOptions>
        )}
      </div>
    </Combobox>
  );
}

/** What the maker's symbols for a trait are, so that one is typed as it is printed. */
function ScaleHint({ maker, trait }: { maker?: number; trait: string }) {
  const found = useQuery({
    queryKey: ["maker", maker],
    enabled: maker !== undefined,
    queryFn: () => data(client.GET("/api/makers/{maker}", { params: { path: { maker: maker ?? 0 } } })),
  });
  const scale = found.data?.scales.find((s) => s.trait === trait);
  return <>{scale?.written || (scale ? scale.steps.join(", ") : "")}</>;
}

/** What was read of the label while it is typed, with its doubts. */
function Understood({
  pigments,
  name,
  onTake,
}: {
  pigments: string;
  name: string;
  onTake: (about: string, suggestion: string) => void;
}) {
  const text = useLater(pigments);
  const called = useLater(name);
  const read = useQuery({
    queryKey: ["label", text, called],
    enabled: text.trim() !== "",
    placeholderData: (before) => before,
    queryFn: () => data(client.POST("/api/pigments/read", { body: { text, name: called } })),
  });
  if (!read.data || text.trim() === "") return null;
  const { recipe, notes, unread } = read.data;
  return (
    <div aria-live="polite" className="space-y-2">
      <ul className="flex flex-wrap gap-2">
        {recipe.map((r: Schemas["Ingredient"]) => (
          <li
            key={r.code}
            className={`px-2 py-1 border ${r.known ? "border-base-content" : "border-dashed border-base-content hatched"}`}
          >
            <span className="code font-bold">{r.code}</span>{" "}
            <span className="quiet">{r.chemicalName ?? "not in the reference"}</span>
          </li>
        ))}
        {recipe.length > 1 && <li className="quiet self-center">mixture of {recipe.length}</li>}
        {recipe.length === 1 && <li className="quiet self-center">single pigment</li>}
      </ul>
      <Notes notes={notes} unread={unread} onTake={onTake} />
    </div>
  );
}

/** The colour of a chart that the name and maker typed so far are, to be taken over whole. */
function FromChart({ typed, onTake }: { typed: Typed; onTake: (chosen: Partial<Typed>) => void }) {
  const name = useLater(typed.name, 250);
  const maker = useLater(typed.maker, 250);
  const found = useQuery({
    queryKey: ["of-chart", name, maker],
    enabled: name.trim().length > 3,
    queryFn: () =>
      data(
        client.POST("/api/arrivals/read", {
          body: { text: `[name: ${name.replace(/[[\]]/g, " ")}]`, maker },
        }),
      ),
  });
  const line = found.data?.lines[0];
  if (!line?.colour || line.name.toLowerCase() !== typed.name.trim().toLowerCase()) return null;
  const taken = typed.colour === line.colour;
  return (
    <p role="status" className="border-l-2 border-[var(--field)] pl-2.5">
      In the chart of {line.maker}, {line.makersLine}:{" "}
      {line.catalogueNumber && `no. ${line.catalogueNumber}, `}
      <span className="code">{line.pigments || "no pigments"}</span>
      {line.editionLabel && <span className="quiet"> ({line.editionLabel})</span>}.{" "}
      {taken ? (
        <span className="quiet">Taken from it.</span>
      ) : (
        <button
          type="button"
          className="underline font-semibold"
          onClick={() =>
            onTake({
              colour: line.colour ?? undefined,
              edition: line.edition ?? undefined,
              maker: line.maker ?? "",
              line: line.makersLine ?? "",
              pigments: line.pigments,
            })
          }
        >
          Take it from the chart
        </button>
      )}
    </p>
  );
}

/** The first piece of the label that reads as the doubted code, replaced; or the suggestion added. */
function replaced(label: string, about: string, suggestion: string) {
  const at = label.toLowerCase().indexOf(about.toLowerCase());
  return at < 0 ? suggestion : label.slice(0, at) + suggestion + label.slice(at + about.length);
}

function Alike({ name, pigments, but }: { name: string; pigments: string; but: number }) {
  const called = useLater(name, 250);
  const label = useLater(pigments, 250);
  const alike = useQuery({
    queryKey: ["alike", called, label, but],
    enabled: called.trim().length > 2 || label.trim().length > 2,
    placeholderData: (before) => before,
    queryFn: () =>
      data(client.GET("/api/paints/alike", { params: { query: { name: called, pigments: label, but } } })),
  });
  const found = alike.data?.paints ?? [];
  return (
    <section aria-live="polite" aria-label="Do I have this?">
      {found.length > 0 && (
        <>
          <h2 className="font-semibold mb-2">You have these</h2>
          <div className="grid gap-4 grid-cols-2 sm:grid-cols-3 lg:grid-cols-2">
            {found.map((f) => (
              <StripTile key={f.paint.id} paint={f.paint} note={f.because} />
            ))}
          </div>
        </>
      )}
    </section>
  );
}
