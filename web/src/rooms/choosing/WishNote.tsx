import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, data } from "../../api/client";
import { Field } from "../../ui/Field";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { PriceFields } from "./PriceFields";

type Limits = { mostPerMl?: string; mostPrice?: string; currency?: string };

/** What a wish may cost at most, in words; empty where nothing was set. */
export function limits({ mostPerMl, mostPrice, currency }: Limits) {
  const all = [mostPrice && `${mostPrice} a piece`, mostPerMl && `${mostPerMl} per ml`].filter(Boolean);
  return all.length > 0 ? `At most ${all.join(", ")} ${currency ?? ""}`.trim() : "";
}

/** Why a paint is wished for, and what it may cost at most: it is read in the shop. */
export function WishNote({ paint }: { paint: number }) {
  const wish = useQuery({
    queryKey: ["wishes"],
    queryFn: () => data(client.GET("/api/wishes", {})),
  }).data?.wishes.find((w) => w.id === paint);
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  const [most, setMost] = useState("");
  const [piece, setPiece] = useState("");
  const [currency, setCurrency] = useState("EUR");
  const save = useAct(
    (_: undefined, headers) =>
      data(
        client.PUT("/api/paints/{paint}/wish", {
          params: { path: { paint } },
          headers,
          body: {
            reason,
            mostPerMl: most || undefined,
            mostPrice: piece || undefined,
            currency: most || piece ? currency : undefined,
          },
        }),
      ),
    { onDone: () => setOpen(false) },
  );
  return (
    <section>
      <h2 className="font-semibold mb-1">Wished for</h2>
      {!open && (
        <p>
          {wish?.wish || <span className="quiet">No reason is written down.</span>}
          {wish && limits(wish) && <> {limits(wish)}.</>}{" "}
          <button
            type="button"
            className="underline"
            onClick={() => {
              setReason(wish?.wish ?? "");
              setMost(wish?.mostPerMl ?? "");
              setPiece(wish?.mostPrice ?? "");
              setCurrency(wish?.currency ?? "EUR");
              setOpen(true);
            }}
          >
            Change
          </button>
        </p>
      )}
      {open && (
        <form
          className="grid grid-cols-2 gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            save.run(undefined);
          }}
        >
          <Field label="Why" className="col-span-2">
            {(id) => (
              <input
                id={id}
                className="input w-full"
                value={reason}
                onChange={(e) => setReason(e.target.value)}
              />
            )}
          </Field>
          <Field label="At most, a piece" className="col-span-2">
            {(id) => (
              <input
                id={id}
                className="input w-full"
                inputMode="decimal"
                value={piece}
                onChange={(e) => setPiece(e.target.value)}
              />
            )}
          </Field>
          <PriceFields
            label="At most, per ml"
            price={most}
            currency={currency}
            onPrice={setMost}
            onCurrency={setCurrency}
          />
          <div className="col-span-2 flex gap-2">
            <button type="submit" className="btn btn-primary" disabled={save.running}>
              Keep it
            </button>
            <button type="button" className="btn btn-outline" onClick={() => setOpen(false)}>
              Not now
            </button>
          </div>
          <ProblemNote problem={save.problem} />
        </form>
      )}
    </section>
  );
}
