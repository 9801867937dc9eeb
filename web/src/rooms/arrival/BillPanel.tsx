import type { Schemas, Word } from "../../api/client";
import { Field } from "../../ui/Field";
import type { Draft } from "./useDraft";

type Props = {
  page: Schemas["ArrivalPage"];
  draft: Draft;
  change: (next: Partial<Draft>) => void;
  given: boolean;
};
type Sheet = Schemas["ArrivalSheet"];
type Way = Schemas["Way"];

/** Everything on the bill that is no line, and what it comes to, one column for each way to send it. */
export function BillPanel({ page, draft, change, given }: Props) {
  const sheet = draft.sheet;
  const set = (next: Partial<Sheet>) => change({ sheet: { ...sheet, ...next } });
  const ways: Way[] = sheet.ways?.length ? sheet.ways : [{ name: "" }];
  const setWay = (i: number, next: Partial<Way>) =>
    set({ ways: ways.map((w, n) => (n === i ? { ...w, ...next } : w)) });
  const way = sheet.way ?? 0;
  const amount = (
    name: "orderDiscountPercent" | "voucher" | "taxPercent" | "homeCurrency" | "rate",
    label: string,
  ) => (
    <Field label={label}>
      {(id) => (
        <input
          id={id}
          className="input w-full"
          inputMode={name === "homeCurrency" ? "text" : "decimal"}
          value={sheet[name] ?? ""}
          onChange={(e) => set({ [name]: e.target.value })}
        />
      )}
    </Field>
  );
  const ofWay = (i: number, name: "shipping" | "duty" | "courierFee", label: string) => (
    <label className="block">
      <span className="label-text">{label}</span>
      <input
        className="input w-full"
        inputMode="decimal"
        aria-label={`${label}${ways.length > 1 ? `, ${ways[i].name || `way ${i + 1}`}` : ""}`}
        value={ways[i][name] ?? ""}
        onChange={(e) => setWay(i, { [name]: e.target.value })}
      />
    </label>
  );
  const parcels = [...new Set(page.lines.flatMap((l) => (l.parcel == null ? [] : [l.parcel])))].sort();
  const listed = sheet.parcels ?? [];

  return (
    <>
      <section>
        <h2 className="font-semibold mb-1">{given ? "What it cost to get here" : "The bill"}</h2>
        {!given && (
          <div className="grid grid-cols-2 gap-3">
            {amount("orderDiscountPercent", "Order discount, %")}
            {amount("voucher", "Voucher")}
          </div>
        )}
        <div className={`grid gap-3 mt-3 ${ways.length > 1 ? "grid-cols-2" : ""}`}>
          {ways.map((w, i) => (
            <fieldset
              // biome-ignore lint/suspicious/noArrayIndexKey: ways have no other name
              key={i}
              className={ways.length > 1 ? "rule-box p-2 space-y-2" : "grid grid-cols-3 gap-3"}
            >
              {ways.length > 1 && (
                <input
                  aria-label={`Name of way ${i + 1}`}
                  className="input w-full"
                  placeholder={i === 0 ? "post" : "courier"}
                  value={w.name ?? ""}
                  onChange={(e) => setWay(i, { name: e.target.value })}
                />
              )}
              {ofWay(i, "shipping", "Shipping")}
              {ofWay(i, "duty", "Duty")}
              {ofWay(i, "courierFee", "Courier’s fee")}
              {ways.length > 1 && (
                <>
                  <p className="code text-[0.95rem]">{page.bills[i]?.total ?? "…"}</p>
                  <label className="flex gap-2 items-center">
                    <input
                      type="radio"
                      name="way"
                      className="radio radio-sm"
                      checked={way === i}
                      onChange={() => set({ way: i })}
                    />
                    this way
                  </label>
                </>
              )}
            </fieldset>
          ))}
        </div>
        <button
          type="button"
          className="underline mt-2"
          onClick={() =>
            ways.length > 1
              ? set({ ways: [ways[way] ?? ways[0]], way: 0 })
              : set({ ways: [{ ...ways[0], name: "post" }, { name: "courier" }] })
          }
        >
          {ways.length > 1 ? "Keep only the one chosen" : "Compare two ways to send it"}
        </button>
        <details className="mt-3" open={Boolean(sheet.taxPercent || sheet.rate)}>
          <summary className="cursor-pointer underline">Tax, division, another currency</summary>
          <div className="grid grid-cols-2 gap-3 mt-2">
            {amount("taxPercent", "Tax, %")}
            <Field label="Prices are">
              {(id) => (
                <select
                  id={id}
                  className="select w-full"
                  value={sheet.taxIncluded === false ? "without" : "with"}
                  onChange={(e) => set({ taxIncluded: e.target.value === "with" })}
                >
                  <option value="with">with tax</option>
                  <option value="without">without tax</option>
                </select>
              )}
            </Field>
            <Field label="Shipping is divided by" className="col-span-2">
              {(id) => (
                <select
                  id={id}
                  className="select w-full"
                  value={sheet.allocate ?? "VALUE"}
                  onChange={(e) => set({ allocate: e.target.value as Word<"ArrivalSheet", "allocate"> })}
                >
                  <option value="VALUE">value</option>
                  <option value="VOLUME">volume</option>
                  <option value="PIECES">pieces</option>
                </select>
              )}
            </Field>
            {amount("homeCurrency", "I count in")}
            {amount("rate", `1 ${draft.currency || "EUR"} was`)}
          </div>
        </details>
      </section>
      {parcels.length > 0 && (
        <section>
          <h2 className="font-semibold mb-1">Parcels</h2>
          {parcels.map((n) => {
            const p = listed.find((x) => x.number === n);
            const here = !p || Boolean(p.cameOn);
            return (
              <label key={n} className="flex gap-2 items-center">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={here}
                  onChange={(e) =>
                    set({
                      parcels: [
                        ...listed.filter((x) => x.number !== n),
                        ...(e.target.checked ? [] : [{ number: n, cameOn: "" }]),
                      ],
                    })
                  }
                />
                parcel {n} is here
              </label>
            );
          })}
        </section>
      )}
      <Totals page={page} way={way} />
    </>
  );
}

function Totals({ page, way }: { page: Schemas["ArrivalPage"]; way: number }) {
  const bill = page.bills[way] ?? page.bills[0];
  if (!bill) return null;
  const row = (label: string, value: string, strong = false) => (
    <div className={`flex justify-between ${strong ? "font-semibold rule-t pt-1 mt-1" : ""}`}>
      <dt>{label}</dt>
      <dd className="code leading-6">{value}</dd>
    </div>
  );
  return (
    <section aria-live="polite">
      <dl>
        {row("Goods", bill.goods)}
        {Number(bill.discount) > 0 && row("Discount", `−${bill.discount}`)}
        {Number(bill.tax) > 0 && row("Tax in it", bill.tax)}
        {row("Landed", `${bill.total} ${bill.currency}`, true)}
        {page.home && row("that is", `${page.home.total} ${page.home.currency}`)}
        {page.value && row("Worth, by its prices", `${page.value} ${page.currency}`)}
      </dl>
      {bill.notes.map((n) => (
        <p key={n} className="quiet text-sm mt-1">
          {n}
        </p>
      ))}
    </section>
  );
}
