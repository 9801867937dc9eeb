import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { client, data, type Word } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { Field } from "../../ui/Field";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";

const DIRECTIONS = [
  ["ACROSS", "left to right, then down"],
  ["DOWN", "down, then to the right"],
  ["ACROSS_AND_BACK", "left to right and back"],
  ["DOWN_AND_BACK", "down and up again"],
  ["ACROSS_FROM_RIGHT", "right to left, then down"],
  ["DOWN_FROM_RIGHT", "down, then to the left"],
] as const;

/** Makes a dot card of a line's chart, or of a pasted list, in one act. */
export function MakeDotCard({
  line,
  colours,
  onClose,
}: {
  line: number;
  colours: number;
  onClose: () => void;
}) {
  const navigate = useNavigate();
  const [form, setForm] = useState({
    name: "",
    sheets: colours > 120 ? "4" : "1",
    columns: "",
    rows: "",
    direction: "ACROSS" as Word<"NewDotCard", "direction">,
    price: "",
    currency: "EUR",
    from: "",
    cameOn: "",
    withdrawn: "",
    missing: "",
    text: "",
  });
  const make = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/lines/{line}/dotcards", {
          params: { path: { line } },
          headers,
          body: {
            name: form.name,
            sheets: Number(form.sheets) || 1,
            columns: form.columns ? Number(form.columns) : undefined,
            rows: form.rows ? Number(form.rows) : undefined,
            direction: form.direction,
            price: form.price,
            currency: form.currency,
            from: form.from,
            cameOn: form.cameOn,
            text: form.text,
            dots: [...others(form.withdrawn, "WITHDRAWN"), ...others(form.missing, "MISSING")],
          },
        }),
      ),
    { onDone: (page) => navigate(`/dotcards/${page.card.id}`) },
  );
  const box = (name: keyof typeof form, label: string, more: object = {}, hint = "") => (
    <Field label={label} hint={hint}>
      {(id) => (
        <input
          id={id}
          className="input w-full"
          value={form[name]}
          onChange={(e) => setForm({ ...form, [name]: e.target.value })}
          {...more}
        />
      )}
    </Field>
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    make.run(undefined);
  }
  return (
    <Dialog open wide title="Make a dot card" onClose={onClose}>
      <form onSubmit={submit} className="grid grid-cols-2 md:grid-cols-4 gap-3">
        <div className="col-span-2">{box("name", "Called")}</div>
        {box("sheets", "Sheets", { inputMode: "numeric" })}
        <Field label="Read">
          {(id) => (
            <Select
              id={id}
              value={form.direction}
              options={DIRECTIONS}
              onChange={(v) => setForm({ ...form, direction: v })}
            />
          )}
        </Field>
        {box("columns", "Dots across", { inputMode: "numeric", placeholder: "as it fits" })}
        {box("rows", "Dots down", { inputMode: "numeric", placeholder: "as it fits" })}
        {box("price", "Price", { inputMode: "decimal" })}
        {box("currency", "Currency")}
        {box("from", "From")}
        {box("cameOn", "Came on", { type: "date" })}
        {box("withdrawn", "Withdrawn dots", {}, "numbers or names, with commas")}
        {box("missing", "Missing dots")}
        <div className="col-span-full">
          <Field
            label="Its list, where it is not the whole chart"
            hint={
              colours > 0
                ? `Left empty, the ${colours} colours of the chart in their order.`
                : "One colour a line."
            }
          >
            {(id) => (
              <textarea
                id={id}
                rows={4}
                className="textarea w-full"
                value={form.text}
                onChange={(e) => setForm({ ...form, text: e.target.value })}
              />
            )}
          </Field>
          <ProblemNote problem={make.problem} />
          <WaitingNote waiting={make.waiting} />
          <div className="flex gap-3 mt-3">
            <button type="submit" className="btn btn-primary" disabled={make.running}>
              {make.running ? "Making it …" : "Make it"}
            </button>
            <button type="button" className="btn btn-outline" onClick={onClose}>
              Leave
            </button>
          </div>
        </div>
      </form>
    </Dialog>
  );
}

function others(written: string, state: Word<"NewDot", "state">) {
  return written
    .split(/[,;]/)
    .map((w) => w.trim())
    .filter(Boolean)
    .map((w) => (/^\d+$/.test(w) ? { position: Number(w), state } : { name: w, state }));
}
