import { useState } from "react";
import { useNavigate } from "react-router";
import { client, data, Problem, type Word } from "../../api/client";
import { Page } from "../../ui/Page";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { BLANK, PaintForm, paintOf, type Typed } from "./PaintForm";

const DRAFT = "molvet:new-paint";

export function NewPaintPage() {
  const navigate = useNavigate();
  const [makeKeeper, setMakeKeeper] = useState(false);
  const [swap, setSwap] = useState<Word<"Placing", "ifTaken"> | "">("");
  const [made, setMade] = useState<number | null>(null);
  const add = useAct(
    async (t: Typed, headers) => {
      let id = made;
      if (id === null) {
        const paint = await data(
          client.POST("/api/paints", {
            headers,
            body: {
              ...paintOf(t),
              form: t.form || undefined,
              volume: t.volume,
              price: t.form === "" ? undefined : t.price,
              currency: t.currency,
              from: t.from,
              wished: t.form === "",
            },
          }),
        );
        id = paint.id;
        if (t.form === "" && t.price.trim()) {
          await data(
            client.PUT("/api/paints/{paint}/wish", {
              params: { path: { paint: id } },
              headers: { "Idempotency-Key": `${headers["Idempotency-Key"]}-limit` },
              body: { reason: t.note, mostPrice: t.price, currency: t.currency },
            }),
          );
        }
        setMade(id);
      }
      if (t.place.trim()) {
        const swatch = { "Idempotency-Key": `${headers["Idempotency-Key"]}-swatch` };
        await data(
          client.POST("/api/paints/{paint}/swatches", {
            params: { path: { paint: id } },
            headers: swatch,
            body: { place: t.place, makeKeeper, ifTaken: swap || undefined },
          }),
        );
      }
      return id;
    },
    {
      onDone: (id) => {
        sessionStorage.removeItem(DRAFT);
        navigate(`/paints/${id}`);
      },
    },
  );
  const kind = add.problem instanceof Problem ? add.problem.kind : "";

  return (
    <Page title="A paint that came" under="One label, one paint. Only the name is needed.">
      <PaintForm
        start={BLANK}
        draft={DRAFT}
        withHolding
        problem={add.problem}
        waiting={add.waiting}
        running={add.running}
        save={made === null ? "Catalogue it" : "Give it this place"}
        onSave={add.run}
      >
        {made !== null && add.problem && (
          <p>
            The paint itself is catalogued; only its place is open.{" "}
            <button type="button" className="underline" onClick={() => navigate(`/paints/${made}`)}>
              Leave it without a place
            </button>
          </p>
        )}
        {kind === "no-keeper" && (
          <label className="flex gap-2 items-center">
            <input
              type="checkbox"
              className="checkbox"
              checked={makeKeeper}
              onChange={(e) => setMakeKeeper(e.target.checked)}
            />
            Make that keeper
          </label>
        )}
        {kind === "place-taken" && (
          <Select
            aria-label="The place is taken"
            className="select"
            value={swap}
            options={[
              ["", "choose another place above"],
              ["SHIFT", "shift what is there, and what follows, by one"],
            ]}
            onChange={setSwap}
          />
        )}
      </PaintForm>
    </Page>
  );
}
