import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, data } from "../../api/client";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { FromWhat } from "./FromWhat";
import { painted } from "./parts";
import { Wash } from "./Wash";

const MOST = 500;

/** A card of the liked mixtures to lie in the lid of a palette, in its true size. */
export function LikedCardPage() {
  const [from, setFrom] = useState("owned");
  const [width, setWidth] = useState("105");
  const liked = useQuery({
    queryKey: ["mixes", "liked", false],
    queryFn: () => data(client.GET("/api/mixes", { params: { query: { find: "liked" } } })),
  });
  const list = liked.data;
  const asked = useQuery({
    queryKey: ["paints", "from", from],
    queryFn: () => data(client.GET("/api/paints", { params: { query: { find: from, limit: MOST } } })),
  });
  const paints = asked.data;
  const here = new Set(paints?.paints.map((p) => p.id));
  const mixes = (list?.mixes ?? []).filter((m) => m.parts.every((p) => here.has(p.paint.id)));
  const mm = Math.min(400, Math.max(40, Number(width.replace(",", ".")) || 105));
  return (
    <Page
      title="A card of liked mixtures"
      under="To lie in the lid: what the paints in it make, and in which parts."
      problem={liked.error ?? asked.error}
      aside={
        <button
          type="button"
          className="btn btn-primary"
          disabled={!mixes.length}
          onClick={() => window.print()}
        >
          Print it
        </button>
      }
    >
      <div className="flex flex-wrap gap-4 items-end mb-4 print:hidden">
        <FromWhat from={from} onFrom={setFrom} />
        <Field label="Wide, mm">
          {(id) => (
            <input
              id={id}
              className="input w-24"
              inputMode="decimal"
              value={width}
              onChange={(e) => setWidth(e.target.value)}
            />
          )}
        </Field>
      </div>
      {list && paints && mixes.length === 0 && (
        <p>
          {list.mixes.length === 0
            ? "No mixture is liked yet: like some under “Kept and painted”."
            : "None of the liked mixtures can be made of these paints alone."}
        </p>
      )}
      {paints && paints.total > MOST && (
        <p className="quiet">The first {MOST} paints of it were looked at.</p>
      )}
      {mixes.length > 0 && (
        <div className="overflow-x-auto print:overflow-visible">
          <section
            aria-label="The card"
            className="border border-base-content p-[3mm] grid gap-[2mm] bg-white text-black"
            style={{
              width: `${mm}mm`,
              gridTemplateColumns: `repeat(${Math.max(1, Math.floor(mm / 33))}, 1fr)`,
            }}
          >
            {mixes.map((m) => (
              <div key={m.id} className="break-inside-avoid">
                <Wash
                  colours={m.colours}
                  label={`${m.name || m.code}, ${m.painted ? "as painted" : "foreseen"}`}
                  className="h-[8mm] [print-color-adjust:exact]"
                />
                <p className="text-[8pt] leading-tight">
                  {m.name && <span className="font-semibold">{m.name}: </span>}
                  {m.parts.map((p) => p.paint.name).join(" + ")} <span className="code">{painted(m)}</span>
                  {!m.painted && " (foreseen)"}
                </p>
              </div>
            ))}
          </section>
        </div>
      )}
    </Page>
  );
}
