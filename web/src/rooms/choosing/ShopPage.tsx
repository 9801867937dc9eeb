import { useState } from "react";
import { Link } from "react-router";
import { client, data, type Schemas, type Word } from "../../api/client";
import { localTime } from "../../ui/dates";
import { Field } from "../../ui/Field";
import { TrustNote } from "../../ui/NetworkNotes";
import { Page } from "../../ui/Page";
import { counted } from "../../ui/words";
import { ChoosingNav } from "./ChoosingNav";
import { carriedAnswer } from "./carriedAnswer";
import { PriceFields } from "./PriceFields";
import type { Pack } from "./shopStore";
import { useShop } from "./useShop";
import { limits } from "./WishNote";

type Answer = Schemas["AnswerWithPaints"];
type Carried = Schemas["CarriedPaint"];

/** A tube in the hand: is it needed? Answered in one screen, with a network or without. */
export function ShopPage() {
  const shop = useShop();
  const [name, setName] = useState("");
  const [maker, setMaker] = useState("");
  const [pigments, setPigments] = useState("");
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [carried, setCarried] = useState(false);
  const [failed, setFailed] = useState("");

  async function ask() {
    setFailed("");
    try {
      setAnswer(await data(client.POST("/api/shop/ask", { body: { name, maker, pigments } })));
      setCarried(false);
    } catch {
      if (!shop.pack) {
        setFailed("There is no network, and this phone carries nothing yet. Open this page once at home.");
        return;
      }
      setAnswer(carriedAnswer(shop.pack, name, pigments));
      setCarried(true);
    }
  }

  return (
    <Page title="In a shop" under={<Age pack={shop.pack} fresh={shop.fresh} carried={shop.carried} />}>
      <ChoosingNav />
      <form
        className="grid gap-3 max-w-xl sm:grid-cols-2"
        onSubmit={(e) => {
          e.preventDefault();
          ask();
        }}
      >
        <div className="sm:col-span-2">
          <Field label="Name on the tube">
            {(id) => (
              <input
                id={id}
                className="input w-full h-12 text-lg"
                value={name}
                onChange={(e) => setName(e.target.value)}
              />
            )}
          </Field>
        </div>
        <Field label="Pigments on the tube">
          {(id) => (
            <input
              id={id}
              className="input w-full h-12 text-lg"
              placeholder="PB 15:3, PV19"
              autoCapitalize="characters"
              value={pigments}
              onChange={(e) => setPigments(e.target.value)}
            />
          )}
        </Field>
        <Field label="Maker, if you like">
          {(id) => (
            <input
              id={id}
              className="input w-full h-12 text-lg"
              value={maker}
              onChange={(e) => setMaker(e.target.value)}
            />
          )}
        </Field>
        <button
          type="submit"
          className="btn btn-primary h-12 text-lg sm:col-span-2"
          disabled={!name.trim() && !pigments.trim()}
        >
          Do I need it?
        </button>
      </form>
      {failed && (
        <p role="alert" className="border border-base-content hatched p-3 mt-4 max-w-xl">
          {failed}
        </p>
      )}
      {answer && (
        <Answered answer={answer} carried={carried}>
          <Noting
            key={`${name}|${pigments}`}
            name={name}
            wishes={(shop.pack?.paints ?? []).filter((p) => p.mostPerMl != null || p.mostPrice != null)}
            onNote={(kind, more) => shop.note({ kind, name, maker, pigments, ...more })}
          />
        </Answered>
      )}
      <div role="status" className="max-w-xl">
        {shop.notes.length > 0 && (
          <p className="mt-4">
            {counted(shop.notes.length, "note waits", "notes wait")} here until Molvet answers.
          </p>
        )}
        {shop.told.map((said, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: what was told is only added to
          <p key={i} className="mt-1">
            {said}
          </p>
        ))}
      </div>
      {shop.trouble && (
        <p role="alert" className="border border-base-content hatched p-3 mt-4 max-w-xl">
          {shop.trouble}
        </p>
      )}
      <TrustNote />
      <Wishes pack={shop.pack} />
    </Page>
  );
}

function Age({ pack, fresh, carried }: { pack: Pack | null; fresh: boolean; carried: boolean }) {
  if (!pack) return <>Name or pigments of a tube, and whether you need it.</>;
  const when = localTime(pack.made);
  return (
    <>
      {fresh ? (carried ? "Up to date, and carried along" : "Up to date") : "Without a network"}:{" "}
      {counted(pack.paints.length, "paint")} as of {when}
      {!pack.all && ". The collection is too large to be carried whole"}
    </>
  );
}

function Answered({
  answer: { answer: a, paints },
  carried,
  children,
}: {
  answer: Answer;
  carried: boolean;
  children: React.ReactNode;
}) {
  return (
    <section aria-label="Answer" className="mt-6 max-w-xl space-y-4">
      <p role="status" className="font-book text-2xl">
        {a.verdict}
      </p>
      {carried && <p className="quiet">From what this phone carries.</p>}
      <Hits title="By this name" hits={a.have} paints={paints} />
      <Hits title="Of these pigments" hits={a.sameRecipe} paints={paints} />
      <Hits title="Hardly to be told from it" hits={a.alike} paints={paints} />
      <Hits title="In its stead, mixed from" hits={a.mix} paints={paints} />
      {a.mixNote && <p>{a.mixNote}</p>}
      {a.facts.length > 0 && (
        <div>
          <h2 className="font-semibold">Its pigments</h2>
          {a.facts.map((f) => (
            <p key={f}>{f}</p>
          ))}
        </div>
      )}
      {children}
    </section>
  );
}

function Hits({ title, hits, paints }: { title: string; hits: Schemas["ShopHit"][]; paints: Carried[] }) {
  if (hits.length === 0) return null;
  return (
    <div>
      <h2 className="font-semibold">{title}</h2>
      <ul className="divide-y divide-[var(--rule)]">
        {hits.map((h) => {
          const p = paints.find((x) => x.id === h.paint);
          return p ? (
            <li key={h.paint} className="py-2">
              <Tube paint={p} note={h.why} />
            </li>
          ) : null;
        })}
      </ul>
    </div>
  );
}

function Tube({ paint: p, note }: { paint: Carried; note?: string }) {
  return (
    <Link to={`/paints/${p.id}`} className="grid grid-cols-[88px_1fr] gap-3 items-center">
      {p.strip.length > 0 ? (
        <span
          role="img"
          aria-label={`${p.name}, full strength to palest`}
          className="h-12"
          style={{ background: `linear-gradient(to right, ${p.strip.join(", ")})` }}
        />
      ) : (
        <span
          role="img"
          aria-label={`${p.name}: not measured`}
          className="h-12 border border-dashed border-[var(--field)] hatched"
        />
      )}
      <span className="min-w-0">
        <span className="paint-name text-lg leading-tight block truncate">{p.name}</span>
        <span className="quiet block text-sm">
          {[p.maker, p.holding, p.place].filter(Boolean).join(" · ")}{" "}
          <span className="code">{p.recipe.join(" + ")}</span>
        </span>
        {note && <span className="block text-sm">{note}</span>}
        {p.remembered && <span className="block text-sm font-semibold">{p.remembered}</span>}
      </span>
    </Link>
  );
}

type More = { reason?: string; price?: string; mostPrice?: string; currency?: string; volume?: string };

/** A wish or a purchase, kept on the phone until it can be told. */
function Noting({
  name,
  wishes,
  onNote,
}: {
  name: string;
  wishes: Carried[];
  onNote: (kind: Word<"ShopNote", "kind">, more: More) => void;
}) {
  const [open, setOpen] = useState<"WISH" | "BOUGHT" | null>(null);
  const [reason, setReason] = useState("");
  const [price, setPrice] = useState("");
  const [currency, setCurrency] = useState("EUR");
  const [volume, setVolume] = useState("");
  const [piece, setPiece] = useState("");
  const [done, setDone] = useState("");
  if (!name.trim()) return <p className="quiet">With its name it can be wished for or noted as bought.</p>;
  if (done) return <p role="status">{done}</p>;
  return (
    <div className="rule-box p-3">
      <div className="grid grid-cols-2 gap-2">
        <button type="button" className="btn btn-outline h-12" onClick={() => setOpen("WISH")}>
          Wish for it
        </button>
        <button type="button" className="btn btn-outline h-12" onClick={() => setOpen("BOUGHT")}>
          I bought it
        </button>
      </div>
      {open && (
        <form
          className="grid grid-cols-2 gap-3 mt-3"
          onSubmit={(e) => {
            e.preventDefault();
            onNote(open, {
              reason,
              price: price || undefined,
              mostPrice: (open === "WISH" && piece) || undefined,
              currency: price || piece ? currency : undefined,
              volume: volume || undefined,
            });
            setDone(open === "WISH" ? `${name} is noted as a wish.` : `${name} is noted as bought.`);
          }}
        >
          {open === "WISH" && (
            <div className="col-span-2">
              <Field label="Why">
                {(id) => (
                  <input
                    id={id}
                    className="input w-full"
                    value={reason}
                    onChange={(e) => setReason(e.target.value)}
                  />
                )}
              </Field>
            </div>
          )}
          {open === "WISH" && (
            <div className="col-span-2">
              <Field label="At most, a piece">
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
            </div>
          )}
          <PriceFields
            label={open === "WISH" ? "At most, per ml" : "Price"}
            price={price}
            currency={currency}
            onPrice={setPrice}
            onCurrency={setCurrency}
          />
          {open === "BOUGHT" && (
            <Field label="Volume, ml">
              {(id) => (
                <input
                  id={id}
                  className="input w-full"
                  inputMode="decimal"
                  value={volume}
                  onChange={(e) => setVolume(e.target.value)}
                />
              )}
            </Field>
          )}
          {open === "BOUGHT" && (
            <Over wishes={wishes} name={name} price={price} currency={currency} volume={volume} />
          )}
          <button type="submit" className="btn btn-primary h-12 col-span-2">
            Note it
          </button>
        </form>
      )}
    </div>
  );
}

/** Told before it is bought: the price is over what was set when it was wished for. */
function Over({
  wishes,
  name,
  price,
  currency,
  volume,
}: {
  wishes: Carried[];
  name: string;
  price: string;
  currency: string;
  volume: string;
}) {
  const wish = wishes.find((w) => w.name.toLowerCase() === name.trim().toLowerCase());
  const paid = Number(price.replace(",", "."));
  const ml = Number(volume.replace(",", "."));
  if (!wish || !paid || wish.currency !== currency) return null;
  const over = [
    wish.mostPrice && paid > Number(wish.mostPrice) && `the ${wish.mostPrice} a piece`,
    wish.mostPerMl && ml > 0 && paid / ml > Number(wish.mostPerMl) && `the ${wish.mostPerMl} per ml`,
  ].filter(Boolean);
  return over.length > 0 ? (
    <p role="alert" className="border border-base-content hatched p-2.5 col-span-2">
      That is over {over.join(" and ")} you set for it.
    </p>
  ) : null;
}

function Wishes({ pack }: { pack: Pack | null }) {
  const wishes = pack?.paints.filter((p) => p.standing === "WISHED" || p.wish != null) ?? [];
  if (wishes.length === 0) return null;
  return (
    <section className="mt-8 max-w-xl">
      <h2 className="font-semibold mb-1">Wished for</h2>
      <ul className="divide-y divide-[var(--rule)]">
        {wishes.map((p) => (
          <li key={p.id} className="py-2">
            <Tube paint={p} note={[p.wish, limits(p)].filter(Boolean).join(" · ")} />
          </li>
        ))}
      </ul>
    </section>
  );
}
