import { type FormEvent, useState } from "react";
import { Link } from "react-router";
import { client, data, type Schemas } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { Field } from "../../ui/Field";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { words } from "../../ui/words";
import { PourDialog } from "../arrival/PourDialog";
import { LotActions, LotSaid } from "../stock/LotLine";
import { StockLinks } from "../stock/StockLinks";
import { useLots } from "../stock/useLots";

export const FORMS = [
  "TUBE",
  "HALF_PAN",
  "FULL_PAN",
  "MINI_PAN",
  "STICK",
  "DOT",
  "BOTTLE",
  "SAMPLE",
] as const;
const STATES = ["HERE", "LENT", "USED_UP", "GIVEN_AWAY", "LOST"] as const;

type Holding = Schemas["HoldingView"];

/** The physical lots of a paint. */
export function Holdings({ paint: p }: { paint: Schemas["PaintPage"] }) {
  const [open, setOpen] = useState<Holding | "new" | null>(null);
  const [pouring, setPouring] = useState<number | null>(null);
  const lots = useLots(p.id);
  return (
    <section>
      <div className="flex justify-between items-baseline">
        <h2 className="font-semibold mb-1">Holdings</h2>
        <button type="button" className="underline" onClick={() => setOpen("new")}>
          Add one
        </button>
      </div>
      {p.holdings.length === 0 && <p className="quiet">None: the paint is {words(p.standing)} for.</p>}
      <ul>
        {p.holdings.map((h) => (
          <li key={h.id} className="rule-b py-1.5 flex flex-wrap justify-between gap-x-3">
            <span className="grow basis-56">
              {h.volume && <span className="code">{h.volume} ml </span>}
              {words(h.form)}
              {h.state !== "HERE"
                ? `, ${lots(h.id)?.parted || words(h.state)}`
                : h.left < 100
                  ? `, ${h.left} % left`
                  : ""}
              <span className="quiet block text-sm">
                {[
                  h.keptWhere && `kept ${h.keptWhere}`,
                  h.from && `from ${h.from}`,
                  h.cameOn && `came ${h.cameOn}`,
                  h.price &&
                    `${h.price} ${h.currency}${h.poured ? " of the tube" : h.perMl ? `, ${h.perMl} per ml` : ""}`,
                  h.note,
                ]
                  .filter(Boolean)
                  .join(" · ")}
              </span>
              <LotSaid lot={lots(h.id)} />
            </span>
            <span className="flex gap-3 self-start">
              <LotActions lot={lots(h.id)} name={p.name} />
              {(h.form === "TUBE" || h.form === "BOTTLE") && h.state === "HERE" && h.volume && h.left > 0 && (
                <button type="button" className="underline" onClick={() => setPouring(h.id)}>
                  Pour
                </button>
              )}
              {h.form.endsWith("PAN") && (
                <Link to={`/labels?holdings=${h.id}`} className="underline">
                  Label
                </Link>
              )}
              <button type="button" className="underline" onClick={() => setOpen(h)}>
                Change
              </button>
            </span>
          </li>
        ))}
      </ul>
      <StockLinks paint={p.id} />
      {pouring !== null && <PourDialog holding={pouring} onClose={() => setPouring(null)} />}
      {open && (
        <HoldingDialog paint={p.id} holding={open === "new" ? null : open} onClose={() => setOpen(null)} />
      )}
    </section>
  );
}

function HoldingDialog({
  paint,
  holding,
  onClose,
}: {
  paint: number;
  holding: Holding | null;
  onClose: () => void;
}) {
  const [form, setForm] = useState({
    form: holding?.form ?? "TUBE",
    volume: holding?.volume ?? "",
    left: String(holding?.left ?? 100),
    state: holding?.state ?? "HERE",
    keptWhere: holding?.keptWhere ?? "",
    from: holding?.from ?? "",
    cameOn: holding?.cameOn ?? "",
    price: holding?.price ?? "",
    currency: holding?.currency ?? "EUR",
    note: holding?.note ?? "",
  });
  const save = useAct(
    (_: undefined, headers) => {
      const body = { ...form, left: Number(form.left) || 0, version: holding?.version };
      return holding
        ? data(
            client.PUT("/api/holdings/{holding}", {
              headers,
              params: { path: { holding: holding.id } },
              body,
            }),
          )
        : data(client.POST("/api/paints/{paint}/holdings", { params: { path: { paint } }, headers, body }));
    },
    { onDone: onClose },
  );
  const remove = useAct(
    (_: undefined, headers) =>
      data(
        client.DELETE("/api/holdings/{holding}", {
          headers,
          params: { path: { holding: holding?.id ?? 0 } },
        }),
      ),
    { onDone: onClose },
  );
  const text = (name: keyof typeof form, label: string, type = "text") => (
    <Field label={label}>
      {(id) => (
        <input
          id={id}
          type={type}
          className="input w-full"
          value={form[name]}
          onChange={(e) => setForm({ ...form, [name]: e.target.value })}
        />
      )}
    </Field>
  );
  const choice = (name: keyof typeof form, label: string, values: readonly string[]) => (
    <Field label={label}>
      {(id) => (
        <select
          id={id}
          className="select w-full"
          value={form[name]}
          onChange={(e) => setForm({ ...form, [name]: e.target.value })}
        >
          {values.map((v) => (
            <option key={v} value={v}>
              {words(v)}
            </option>
          ))}
        </select>
      )}
    </Field>
  );

  function submit(event: FormEvent) {
    event.preventDefault();
    save.run(undefined);
  }

  return (
    <Dialog open title={holding ? "Change the holding" : "Add a holding"} onClose={onClose}>
      <form onSubmit={submit} className="grid grid-cols-2 gap-3">
        {choice("form", "Form", FORMS)}
        {text("volume", "Volume when full, ml")}
        {choice("state", "What became of it", STATES)}
        {text("left", "Left, %", "number")}
        {text("keptWhere", "Kept where")}
        {text("from", "From whom")}
        {text("cameOn", "Came on", "date")}
        <div className="grid grid-cols-[1fr_5rem] gap-2">
          {text("price", "Price")}
          {text("currency", "Currency")}
        </div>
        <div className="col-span-2">{text("note", "Note")}</div>
        <div className="col-span-2">
          <ProblemNote problem={save.problem ?? remove.problem} />
          <WaitingNote waiting={save.waiting ?? remove.waiting} />
          <div className="flex gap-3">
            <button type="submit" className="btn btn-primary" disabled={save.running}>
              Save
            </button>
            <button type="button" className="btn btn-outline" onClick={onClose}>
              Leave
            </button>
            {holding && (
              <button type="button" className="btn btn-ghost ml-auto" onClick={() => remove.run(undefined)}>
                Delete
              </button>
            )}
          </div>
        </div>
      </form>
    </Dialog>
  );
}
