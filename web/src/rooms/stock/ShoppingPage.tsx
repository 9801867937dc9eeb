import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { ActDialog } from "../../ui/ActDialog";
import { NumberField, TextField } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { PriceFields } from "../choosing/PriceFields";
import { PaintRow } from "./PaintRow";
import { StockNav } from "./StockNav";
import { useTicks } from "./ticked";
import { useToBuy } from "./useToBuy";

type Shop = Schemas["ShopView"];
type Item = Schemas["ItemView"];

/** What to buy, by shop: ticked off there without a network, and the draft of an arrival at home. */
export function ShoppingPage() {
  const list = useQuery({
    queryKey: ["shopping"],
    queryFn: () => data(client.GET("/api/shopping", {})),
  });
  const ticks = useTicks();
  const buy = useToBuy();
  const l = list.data;
  const items = l?.shops.reduce((n, s) => n + s.items.length, 0) ?? 0;
  return (
    <Page
      title="To buy"
      under="Wishes, what runs low and what was chosen, by shop. It is ticked off without a network too."
    >
      <StockNav />
      <ProblemNote problem={(list.error as Problem | null) ?? buy.problem ?? ticks.refused} />
      {ticks.waiting > 0 && (
        <p role="status" className="rule-box p-2 mb-3">
          {counted(ticks.waiting, "tick")}{" "}
          {ticks.keeps
            ? "kept on this phone, told as soon as there is a network."
            : "kept in this window only, since the phone has no room: leave it open until there is a network."}
        </p>
      )}
      {l && items === 0 && (
        <p className="mb-4">
          Nothing is on the list. Put on it{" "}
          {l.proposed.length > 0
            ? "what is proposed below, or any paint from its page."
            : "any paint from its page."}
        </p>
      )}
      {l?.shops.map((s) => (
        <ShopSection key={s.shop ?? 0} shop={s} names={l.shopNames} ticks={ticks} />
      ))}
      {l && l.proposed.length > 0 && (
        <section aria-label="Proposed" className="mt-8 print:hidden">
          <div className="flex flex-wrap justify-between items-baseline gap-3">
            <h2 className="font-book text-xl">Could be put on it</h2>
            <button
              type="button"
              className="underline"
              onClick={() => buy.run({ paints: l.proposed.map((p) => p.paint.id), why: "" })}
            >
              Put all {l.proposed.length} on
            </button>
          </div>
          <ul>
            {l.proposed.map((p) => (
              <li key={p.paint.id} className="rule-t py-2">
                <PaintRow
                  paint={p.paint}
                  aside={
                    <span className="flex gap-4">
                      <Link className="underline py-1" to={`/stock/replacing/${p.paint.id}`}>
                        What takes its place
                      </Link>
                      <button
                        type="button"
                        className="underline py-1"
                        aria-label={`Put it on: ${p.paint.name}`}
                        onClick={() => buy.run({ paints: [p.paint.id], why: p.why })}
                      >
                        Put it on
                      </button>
                    </span>
                  }
                >
                  <p className="text-sm">{p.why}</p>
                </PaintRow>
              </li>
            ))}
          </ul>
        </section>
      )}
    </Page>
  );
}

function ShopSection({
  shop: s,
  names,
  ticks,
}: {
  shop: Shop;
  names: string[];
  ticks: ReturnType<typeof useTicks>;
}) {
  const go = useNavigate();
  const [changing, setChanging] = useState(false);
  const bought = useAct(
    (_: undefined, headers) =>
      data(client.POST("/api/shopping/arrival", { headers, body: { shop: s.shop ?? undefined } })),
    { onDone: (d) => go(`/arrivals/${d.arrival}`) },
  );
  const name = s.name || "No shop in particular";
  return (
    <section aria-label={name} className="mb-8">
      <div className="flex flex-wrap justify-between items-baseline gap-x-4">
        <h2 className="font-book text-xl">{name}</h2>
        <p>
          <span className="code">
            {s.sum} {s.currency}
          </span>
          {s.unpriced > 0 && ` and ${s.unpriced} without a price in it`}
        </p>
      </div>
      {s.delivery && <p>{s.delivery}</p>}
      {s.name && (
        <button type="button" className="underline quiet print:hidden" onClick={() => setChanging(true)}>
          {s.freeFrom
            ? `Delivery ${s.deliveryCosts ?? "?"}, free from ${s.freeFrom}`
            : "Say what delivery costs"}
        </button>
      )}
      <ul className="mt-1">
        {s.items.map((i) => (
          <ItemRow key={i.id} item={i} shop={s.name} names={names} ticks={ticks} />
        ))}
      </ul>
      <ProblemNote problem={bought.problem} />
      {s.ticked > 0 && (
        <button
          type="button"
          className="btn btn-primary mt-3 print:hidden"
          disabled={bought.running || ticks.waiting > 0}
          onClick={() => bought.run(undefined)}
        >
          Bought: make the arrival of {s.ticked}
        </button>
      )}
      {changing && <ShopDialog shop={s} onClose={() => setChanging(false)} />}
    </section>
  );
}

function ItemRow({
  item: i,
  shop,
  names,
  ticks,
}: {
  item: Item;
  shop: string;
  names: string[];
  ticks: ReturnType<typeof useTicks>;
}) {
  const [changing, setChanging] = useState(false);
  const ticked = ticks.stands(i.id, i.ticked);
  return (
    <li className="rule-t py-2 flex gap-3 items-start">
      <input
        type="checkbox"
        className="checkbox checkbox-lg border-base-content mt-1"
        aria-label={`${i.paint.name} is in the basket`}
        checked={ticked}
        onChange={(e) => ticks.tick(i.id, e.target.checked)}
      />
      <Strip strip={i.paint.strip} seed={i.paint.id} label={i.paint.name} className="w-16 h-9 shrink-0" />
      <div className="grow min-w-0">
        <p className={ticked ? "line-through" : ""}>
          {i.pieces > 1 && `${i.pieces} × `}
          <Link to={`/paints/${i.paint.id}`} className="paint-name hover:underline">
            {i.paint.name}
          </Link>{" "}
          <span className="quiet">{i.paint.maker}</span>{" "}
          <span className="code">{i.paint.recipe.join(" + ")}</span>
        </p>
        <p className="text-sm">
          {i.price ? (
            <>
              <span className="code">
                {i.price} {i.currency}
                {i.volume && ` / ${i.volume} ml`}
              </span>
              {i.perMl && `, ${i.perMl} by the ml`} <span className="quiet">({i.priceFrom})</span>
            </>
          ) : (
            <span className="quiet">{i.priceFrom}</span>
          )}
        </p>
        {i.good && <p className="text-sm">{i.good}</p>}
        {i.over && <p className="text-sm font-semibold">{i.over}</p>}
        {i.why && <p className="text-sm quiet">{i.why}</p>}
      </div>
      <button
        type="button"
        className="underline quiet py-1 print:hidden"
        aria-label={`Change ${i.paint.name} on the list`}
        onClick={() => setChanging(true)}
      >
        Change
      </button>
      {changing && <ItemDialog item={i} shop={shop} names={names} onClose={() => setChanging(false)} />}
    </li>
  );
}

function ItemDialog({
  item: i,
  shop: was,
  names,
  onClose,
}: {
  item: Item;
  shop: string;
  names: string[];
  onClose: () => void;
}) {
  const own = i.priceFrom === "as you wrote";
  const [shop, setShop] = useState(was);
  const [pieces, setPieces] = useState(String(i.pieces));
  const [price, setPrice] = useState(own ? (i.price ?? "") : "");
  const [currency, setCurrency] = useState(i.currency ?? "EUR");
  const [volume, setVolume] = useState(i.volume ?? "");
  const change = useAct(
    (_: undefined, headers) =>
      data(
        client.PUT("/api/shopping/{shopping_item}", {
          headers,
          params: { path: { shopping_item: i.id } },
          body: { shop, pieces: Number(pieces) || 1, price, currency, volume, version: i.version },
        }),
      ),
    { onDone: onClose },
  );
  const remove = useAct(
    (_: undefined, headers) =>
      data(
        client.DELETE("/api/shopping/{shopping_item}", {
          headers,
          params: { path: { shopping_item: i.id } },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <ActDialog title={i.paint.name} button="Keep" act={change} onClose={onClose}>
      <div className="space-y-3">
        <TextField
          label="Shop"
          value={shop}
          onChange={setShop}
          hint={names.length > 0 ? `Known: ${names.join(", ")}` : undefined}
        />
        <div className="grid grid-cols-2 gap-3">
          <NumberField label="How many" value={pieces} onChange={setPieces} />
          <TextField label="ml each" value={volume} onChange={setVolume} />
          <PriceFields
            label="Price of one"
            price={price}
            currency={currency}
            onPrice={setPrice}
            onCurrency={setCurrency}
          />
        </div>
        <ProblemNote problem={remove.problem} />
        <button type="button" className="underline" onClick={() => remove.run(undefined)}>
          Take it off the list
        </button>
      </div>
    </ActDialog>
  );
}

function ShopDialog({ shop: s, onClose }: { shop: Shop; onClose: () => void }) {
  const [delivery, setDelivery] = useState(s.deliveryCosts ?? "");
  const [freeFrom, setFreeFrom] = useState(s.freeFrom ?? "");
  const change = useAct(
    (_: undefined, headers) =>
      data(
        client.PUT("/api/shopping/shops", {
          headers,
          body: { name: s.name, delivery, freeFrom, currency: s.currency },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <ActDialog title={s.name} button="Keep" act={change} onClose={onClose}>
      <div className="space-y-3">
        <TextField label={`Delivery costs, ${s.currency}`} value={delivery} onChange={setDelivery} />
        <TextField label="Free from" value={freeFrom} onChange={setFreeFrom} />
      </div>
    </ActDialog>
  );
}
