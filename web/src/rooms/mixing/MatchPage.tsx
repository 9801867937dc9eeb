import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { counted } from "../../ui/words";
import { PriceFields } from "../choosing/PriceFields";
import { AddPaint } from "../collection/AddPaint";
import { FromWhat } from "./FromWhat";
import { MixingNav } from "./MixingNav";
import { Needless } from "./Needless";
import { PickSpot } from "./PickSpot";
import { ratio, verdict, written } from "./parts";
import { Wash } from "./Wash";

type Asked = Schemas["MatchTarget"];

/** Whether a paint, or a colour that was measured, can be mixed from what one has. */
export function MatchPage() {
  const [params, setParams] = useSearchParams();
  const from = params.get("from") ?? "owned";
  const target = asked(params);
  const set = (next: Record<string, string>) => setParams({ ...next, from });
  const found = useQuery({
    queryKey: ["mixing", "match", target, from],
    queryFn: () =>
      data(client.POST("/api/mixing/match", { body: { target: target as Asked, from, most: 6 } })),
    enabled: target !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
  return (
    <Page
      title="Mix or buy"
      under="The best mixtures of two and three for a paint or a colour, and whether they stand in for it."
    >
      <MixingNav />
      <div className="flex flex-wrap gap-4 items-end mb-4">
        <AddPaint label="What is to be matched" onAdd={(id) => set({ paint: String(id) })} />
        <FromWhat
          from={from}
          onFrom={(next) => {
            const all = Object.fromEntries(params);
            setParams({ ...all, from: next });
          }}
        />
      </div>
      <OfColour onAsk={set} />
      <details className="mb-4">
        <summary className="cursor-pointer quiet">Or by a spot of a photograph</summary>
        <div className="mt-2">
          <PickSpot onPick={(c) => set({ full: [c.l, c.a, c.b].map((v) => v.toFixed(1)).join(",") })} />
        </div>
      </details>
      {target && (
        <OfPrice
          onPrice={(next) => setParams({ ...Object.fromEntries(params), ...next })}
          price={params.get("price") ?? ""}
        />
      )}
      <ProblemNote problem={found.error as Problem | null} />
      {target && found.data && !found.error && <Found target={target} found={found.data} />}
      {!target && <Needless from={from} />}
    </Page>
  );
}

function asked(params: URLSearchParams): Asked | null {
  const paint = Number(params.get("paint"));
  const price = params.get("price");
  const cost = price
    ? { price, currency: params.get("currency") ?? "EUR", volume: params.get("ml") ?? "" }
    : {};
  if (paint > 0) return { paint, ...cost };
  const lab = (name: string) => {
    const v = (params.get(name) ?? "").split(",").map(Number);
    return v.length === 3 && v.every(Number.isFinite) ? { l: v[0], a: v[1], b: v[2] } : undefined;
  };
  const massTone = lab("full");
  return massTone ? { massTone, tint: lab("tint"), ...cost } : null;
}

/** What it would cost in the shop, set against the paint the mixture uses. */
function OfPrice({
  price: first,
  onPrice,
}: {
  price: string;
  onPrice: (params: Record<string, string>) => void;
}) {
  const [price, setPrice] = useState(first);
  const [currency, setCurrency] = useState("EUR");
  const [ml, setMl] = useState("");
  return (
    <details className="mb-4">
      <summary className="cursor-pointer quiet">What would it cost to buy?</summary>
      <form
        className="grid gap-3 items-end mt-2 max-w-xl sm:grid-cols-4"
        onSubmit={(e) => {
          e.preventDefault();
          onPrice({ price, currency, ml });
        }}
      >
        <PriceFields
          label="Price"
          price={price}
          currency={currency}
          onPrice={setPrice}
          onCurrency={setCurrency}
        />
        <Field label="Volume, ml">
          {(id) => (
            <input
              id={id}
              className="input w-full"
              inputMode="decimal"
              value={ml}
              onChange={(e) => setMl(e.target.value)}
            />
          )}
        </Field>
        <button type="submit" className="btn btn-outline" disabled={!price.trim() || !ml.trim()}>
          Set against it
        </button>
      </form>
    </details>
  );
}

/** By values, as a colour meter or a spot of a photograph gives them. */
function OfColour({ onAsk }: { onAsk: (params: Record<string, string>) => void }) {
  const [full, setFull] = useState("");
  const [tint, setTint] = useState("");
  const values = (text: string) =>
    text
      .replace(/[^\d.,;\s−-]/g, "")
      .replace(/−/g, "-")
      .trim()
      .split(/[\s;,]+/)
      .map(Number);
  const good = (text: string) => values(text).length === 3 && values(text).every(Number.isFinite);
  return (
    <details className="mb-4">
      <summary className="cursor-pointer quiet">Or by its values, as a colour meter gives them</summary>
      <form
        className="flex flex-wrap gap-3 items-end mt-2"
        onSubmit={(e) => {
          e.preventDefault();
          const one: Record<string, string> = { full: values(full).join(",") };
          if (good(tint)) one.tint = values(tint).join(",");
          onAsk(one);
        }}
      >
        <label>
          <span className="label-text block">Full strength: L* a* b*</span>
          <input
            className="input w-44"
            placeholder="42 8 -31"
            value={full}
            onChange={(e) => setFull(e.target.value)}
          />
        </label>
        <label>
          <span className="label-text block">Washed out, if known</span>
          <input
            className="input w-44"
            placeholder="84 1 -10"
            value={tint}
            onChange={(e) => setTint(e.target.value)}
          />
        </label>
        <button type="submit" className="btn btn-outline" disabled={!good(full)}>
          Look
        </button>
      </form>
    </details>
  );
}

function Found({ target, found }: { target: Asked; found: Schemas["MixMatches"] }) {
  const paint = useQuery({
    queryKey: ["paint", target.paint],
    queryFn: () =>
      data(client.GET("/api/paints/{paint}", { params: { path: { paint: target.paint ?? 0 } } })),
    enabled: target.paint !== undefined && target.paint !== null,
  }).data;
  const name = paint?.name ?? "This colour";
  const best = found.mixes[0];
  return (
    <>
      <section aria-label="What is matched" className="mb-5">
        <Wash colours={found.colours} label={`${name}, as measured`} className="h-20 w-full max-w-2xl" />
        <p className="mt-1">
          {paint ? (
            <Link to={`/paints/${paint.id}`} className="paint-name text-lg hover:underline">
              {name}
            </Link>
          ) : (
            <span className="text-lg">{name}</span>
          )}{" "}
          <span className="quiet">
            {counted(found.tried, "paint")} tried
            {best && `; the best is ${verdict(best.verdict).toLowerCase()}`}
          </span>
        </p>
        {found.reasons.map((r) => (
          <p key={r} className="quiet">
            {r}
          </p>
        ))}
      </section>
      <ol className="max-w-4xl">
        {found.mixes.map((m) => (
          <MixLine key={written(m.parts.map((p) => ({ paint: Number(p.id), part: p.part })))} mix={m} />
        ))}
      </ol>
    </>
  );
}

function MixLine({ mix }: { mix: Schemas["MatchedMix"] }) {
  const of = written(mix.parts.map((p) => ({ paint: Number(p.id), part: p.part })));
  const names = mix.parts.map((p) => p.name).join(" + ");
  return (
    <li className="rule-t py-3 grid gap-x-4 gap-y-1 sm:grid-cols-[260px_1fr]">
      <Wash colours={mix.colours} label={`${names}, foreseen`} className="h-16" />
      <div>
        <p>
          <Link to={`/mixing?of=${of}`} className="hover:underline">
            <span className="paint-name">{names}</span>
          </Link>{" "}
          <span className="code">{ratio(mix.parts.map((p) => p.part))}</span>
        </p>
        <p>
          <span className="font-semibold">{verdict(mix.verdict)}</span>
          <span className="quiet">
            {" "}
            · at equal value ΔE {mix.atFull.toFixed(1)}
            {mix.atMiddle !== undefined && mix.atMiddle !== null && `, ${mix.atMiddle.toFixed(1)} at half`}
            {mix.deltaETint !== undefined &&
              mix.deltaETint !== null &&
              `, ${mix.deltaETint.toFixed(1)} at tint`}
            ; foreseen within {mix.uncertainty.toFixed(1)}
          </span>
        </p>
        {mix.reasons.map((r) => (
          <p key={r}>{r}</p>
        ))}
        {mix.cost && <p className="quiet">{mix.cost}</p>}
      </div>
    </li>
  );
}
