import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { client, data, type Schemas, type Word } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { Field } from "../../ui/Field";
import { LengthField, sized, UnitChoice, useUnit } from "../../ui/length";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { BenchNav } from "./BenchNav";

const KINDS = [
  ["SHEET", "sheets"],
  ["BLOCK", "block"],
  ["PAD", "pad"],
  ["CARDS", "cut cards"],
  ["OFFCUT", "offcut"],
] as const;
const SURFACES = [
  ["", "not noted"],
  ["HOT_PRESSED", "hot pressed"],
  ["COLD_PRESSED", "cold pressed"],
  ["ROUGH", "rough"],
] as const;

/** The paper there is, what is left of it, and offcuts. */
export function PaperPage() {
  const asked = useQuery({ queryKey: ["papers"], queryFn: () => data(client.GET("/api/papers")) });
  const list = asked.data;
  const [unit] = useUnit();
  const [open, setOpen] = useState<Schemas["PaperEntry"] | "new" | null>(null);
  return (
    <Page
      title="Paper"
      under="What is left of each; charts and cuts take from it, offcuts come back."
      problem={asked.error}
      aside={
        <>
          <UnitChoice />
          <button type="button" className="btn btn-primary" onClick={() => setOpen("new")}>
            Add paper
          </button>
        </>
      }
    >
      <BenchNav />
      {list?.papers.length === 0 && (
        <p className="py-6 max-w-md">
          No paper is noted. Add a sheet, block or pad; then charts say what they take and what is left.
        </p>
      )}
      <ul className="max-w-3xl">
        {list?.papers.map((p) => (
          <li key={p.id}>
            <button
              type="button"
              className="w-full text-left rule-b py-2.5 px-2 grid grid-cols-[4rem_1fr_auto] gap-3 items-center hover:bg-base-100"
              onClick={() => setOpen(p)}
            >
              <Shape width={p.width} height={p.height} />
              <span>
                <span className="font-semibold block">{p.name}</span>
                <span className="quiet">
                  {[
                    KINDS.find((k) => k[0] === p.kind)?.[1],
                    sized(p.width, p.height, unit),
                    p.weight && `${p.weight} g/m²`,
                    SURFACES.find((s) => s[0] === p.surface && s[0])?.[1],
                    p.cotton && `${p.cotton} % cotton`,
                  ]
                    .filter(Boolean)
                    .join(" · ")}
                </span>
              </span>
              <span className={`code ${p.sheets === 0 ? "quiet" : "font-bold"}`}>
                {p.sheets === 0 ? "used up" : `${p.sheets} left`}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {open && list && (
        <PaperDialog paper={open === "new" ? null : open} sizes={list.sizes} onClose={() => setOpen(null)} />
      )}
    </Page>
  );
}

/** All pieces to one scale: full imperial fills the box. */
function Shape({ width, height }: { width: number; height: number }) {
  const k = 40 / 762;
  return (
    <svg viewBox="0 0 44 44" className="w-11 h-11" aria-hidden="true">
      <rect
        x="2"
        y="2"
        width={Math.max(2, Math.min(40, width * k))}
        height={Math.max(2, Math.min(40, height * k))}
        fill="white"
        stroke="var(--field)"
      />
    </svg>
  );
}

type DialogProps = {
  paper: Schemas["PaperEntry"] | null;
  sizes: Schemas["NamedSize"][];
  onClose: () => void;
};

function PaperDialog({ paper, sizes, onClose }: DialogProps) {
  const [form, setForm] = useState({
    name: paper?.name ?? "",
    kind: paper?.kind ?? "SHEET",
    width: paper?.width as number | undefined,
    height: paper?.height as number | undefined,
    weight: paper?.weight ? String(paper.weight) : "",
    surface: paper?.surface ?? "",
    cotton: paper?.cotton ? String(paper.cotton) : "",
    sheets: String(paper?.sheets ?? 1),
    note: paper?.note ?? "",
  });
  const body = {
    ...form,
    surface: (form.surface || undefined) as Word<"NewPaper", "surface"> | undefined,
    weight: form.weight ? Number(form.weight) : undefined,
    cotton: form.cotton ? Number(form.cotton) : undefined,
    sheets: Number(form.sheets || 0),
    version: paper?.version,
  };
  const save = useAct(
    (_: undefined, headers) =>
      paper
        ? data(client.PUT("/api/papers/{paper}", { params: { path: { paper: paper.id } }, headers, body }))
        : data(client.POST("/api/papers", { headers, body })),
    { onDone: onClose },
  );
  const remove = useAct(
    (id: number, headers) =>
      data(client.DELETE("/api/papers/{paper}", { headers, params: { path: { paper: id } } })),
    { onDone: onClose },
  );
  const text = (name: "name" | "weight" | "cotton" | "sheets" | "note", label: string, numeric = false) => (
    <Field label={label}>
      {(id) => (
        <input
          id={id}
          className="input w-full"
          inputMode={numeric ? "numeric" : undefined}
          value={form[name]}
          onChange={(e) => setForm({ ...form, [name]: e.target.value })}
        />
      )}
    </Field>
  );
  const choice = (
    name: "kind" | "surface",
    label: string,
    options: readonly (readonly [string, string])[],
  ) => (
    <Field label={label}>
      {(id) => (
        <Select
          id={id}
          value={form[name]}
          options={options}
          onChange={(v) => setForm({ ...form, [name]: v })}
        />
      )}
    </Field>
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    save.run(undefined);
  }
  return (
    <Dialog open title={paper ? paper.name : "Add paper"} onClose={onClose}>
      <form onSubmit={submit} className="grid grid-cols-2 gap-3">
        <div className="col-span-2">{text("name", "Called")}</div>
        {choice("kind", "Comes as", KINDS)}
        <Field label="Size">
          {(id) => (
            <select
              id={id}
              className="select w-full"
              value={sizes.find((s) => s.width === form.width && s.height === form.height)?.name ?? ""}
              onChange={(e) => {
                const s = sizes.find((x) => x.name === e.target.value);
                if (s) setForm({ ...form, width: s.width, height: s.height });
              }}
            >
              <option value="">own size</option>
              {sizes.map((s) => (
                <option key={s.name} value={s.name}>
                  {s.name}
                </option>
              ))}
            </select>
          )}
        </Field>
        <LengthField label="Wide" value={form.width} onChange={(v) => setForm({ ...form, width: v })} />
        <LengthField label="High" value={form.height} onChange={(v) => setForm({ ...form, height: v })} />
        {text("sheets", "Left", true)}
        {text("weight", "Weight, g/m²", true)}
        {choice("surface", "Surface", SURFACES)}
        {text("cotton", "Cotton, %", true)}
        <div className="col-span-2">{text("note", "Note")}</div>
        <div className="col-span-2">
          <ProblemNote problem={save.problem ?? remove.problem} />
          <WaitingNote waiting={save.waiting} />
          <div className="flex gap-3">
            <button type="submit" className="btn btn-primary" disabled={save.running}>
              {paper ? "Keep" : "Add it"}
            </button>
            {paper && (
              <button type="button" className="btn btn-outline" onClick={() => remove.run(paper.id)}>
                Delete
              </button>
            )}
            <button type="button" className="btn btn-outline" onClick={onClose}>
              Close
            </button>
          </div>
        </div>
      </form>
    </Dialog>
  );
}
