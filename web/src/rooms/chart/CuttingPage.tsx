import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Field } from "../../ui/Field";
import { LengthField, sized, UnitChoice, useUnit, written } from "../../ui/length";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { useLater } from "../../ui/useLater";
import { counted } from "../../ui/words";
import { BenchNav } from "./BenchNav";

/** The most cards out of a sheet, as a picture and a list of cuts. */
export function CuttingPage() {
  const [unit] = useUnit();
  const [stock, setStock] = useState("");
  const [sheet, setSheet] = useState({ width: 762, height: 558.8 });
  const [card, setCard] = useState({ width: 50.8, height: 101.6 });
  const [gap, setGap] = useState<number | undefined>(0);
  const [margin, setMargin] = useState<number | undefined>(0);
  const [free, setFree] = useState(false);
  const papers = useQuery({ queryKey: ["papers"], queryFn: () => data(client.GET("/api/papers")) }).data;
  const question = useLater({ sheet, card, gap, margin, free }, 300);
  const cut = useQuery({
    queryKey: ["cut", question],
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => data(client.POST("/api/charts/cut", { body: question })),
  });
  const keep = useAct((paper: number, headers) =>
    data(
      client.POST("/api/papers/{paper}/cut", {
        params: { path: { paper } },
        headers,
        body: { card, gap, margin, free },
      }),
    ),
  );
  const result = cut.isError ? undefined : cut.data;
  const taken = papers?.papers.find((p) => String(p.id) === stock);

  function choose(value: string) {
    setStock(value);
    const p = papers?.papers.find((x) => String(x.id) === value);
    const named = papers?.sizes.find((s) => s.name === value);
    if (p) setSheet({ width: p.width, height: p.height });
    else if (named) setSheet({ width: named.height, height: named.width });
  }

  return (
    <Page title="Cut a sheet" under="The most cards there are, turned where it helps." aside={<UnitChoice />}>
      <BenchNav />
      <div className="grid gap-6 lg:grid-cols-[minmax(0,300px)_minmax(0,1fr)]">
        <div className="grid grid-cols-2 gap-3 content-start">
          <Field label="Sheet" className="col-span-2">
            {(id) => (
              <select
                id={id}
                className="select w-full"
                value={stock}
                onChange={(e) => choose(e.target.value)}
              >
                <option value="">own size</option>
                <optgroup label="In stock">
                  {papers?.papers
                    .filter((p) => p.sheets > 0 && p.kind !== "CARDS")
                    .map((p) => (
                      <option key={p.id} value={p.id}>
                        {p.name}, {p.sheets} left
                      </option>
                    ))}
                </optgroup>
                <optgroup label="Sizes with a name">
                  {papers?.sizes.map((s) => (
                    <option key={s.name} value={s.name}>
                      {s.name}
                    </option>
                  ))}
                </optgroup>
              </select>
            )}
          </Field>
          <LengthField
            label="Sheet wide"
            value={sheet.width}
            onChange={(v) => v && setSheet({ ...sheet, width: v })}
          />
          <LengthField
            label="Sheet high"
            value={sheet.height}
            onChange={(v) => v && setSheet({ ...sheet, height: v })}
          />
          <LengthField
            label="Card wide"
            value={card.width}
            onChange={(v) => v && setCard({ ...card, width: v })}
          />
          <LengthField
            label="Card high"
            value={card.height}
            onChange={(v) => v && setCard({ ...card, height: v })}
          />
          <LengthField label="Lost at a cut" value={gap} onChange={setGap} />
          <LengthField label="Edge not used" value={margin} onChange={setMargin} />
          <label className="col-span-2 flex gap-2 items-center">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={free}
              onChange={(e) => setFree(e.target.checked)}
            />
            with a knife: cuts may end inside
          </label>
          {taken && (
            <div className="col-span-2">
              <ProblemNote problem={keep.problem} />
              <WaitingNote waiting={keep.waiting} />
              <button
                type="button"
                className="btn btn-primary"
                disabled={keep.running || !result?.count}
                onClick={() => keep.run(taken.id)}
              >
                Cut one from the stock
              </button>
              <p className="quiet text-sm mt-1">Its cards and offcuts go into the stock.</p>
            </div>
          )}
        </div>
        <div className="min-w-0">
          <ProblemNote problem={cut.error as Problem | null} />
          {result && (
            <>
              <p className="text-lg mb-2">
                <strong>{counted(result.count, "card")}</strong> of {sized(card.width, card.height, unit)};{" "}
                {Math.round(result.wastePercent * 10) / 10} % is left over.
              </p>
              <CutPicture result={result} width={question.sheet.width} height={question.sheet.height} />
              {result.notes.map((n) => (
                <p key={n} className="mt-2">
                  {n}
                </p>
              ))}
              <div className="grid md:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)] gap-5 mt-4">
                {result.cuts.length > 0 && (
                  <section aria-label="Cuts">
                    <h2 className="font-semibold mb-1">How to cut it</h2>
                    <ol className="list-decimal pl-6 space-y-1.5 mb-3">
                      {result.steps.map((s) => (
                        <li key={s}>{s}</li>
                      ))}
                    </ol>
                    <details>
                      <summary className="cursor-pointer underline mb-1">
                        Each of the {counted(result.cuts.length, "cut")}, one by one
                      </summary>
                      <ol className="rule-box bg-base-100">
                        {result.cuts.map((c) => (
                          <li
                            key={c.number}
                            className="grid grid-cols-[2rem_1fr] gap-2 px-2 py-1 rule-b last:border-0"
                          >
                            <span className="code text-right">{c.number}</span>
                            <span>{c.says}</span>
                          </li>
                        ))}
                      </ol>
                    </details>
                  </section>
                )}
                {result.offcuts.length > 0 && (
                  <section aria-label="Offcuts">
                    <h2 className="font-semibold mb-1">Left in one piece</h2>
                    <ul>
                      {result.offcuts.map((o) => (
                        <li key={`${o.x} ${o.y}`}>
                          {written(o.width, unit)} × {written(o.height, unit)} {unit}
                        </li>
                      ))}
                    </ul>
                  </section>
                )}
              </div>
            </>
          )}
        </div>
      </div>
    </Page>
  );
}

function CutPicture({
  result,
  width,
  height,
}: {
  result: Schemas["CutAnswer"];
  width: number;
  height: number;
}) {
  const size = Math.min(width, height) / 38;
  return (
    <svg
      viewBox={`-2 -2 ${width + 4} ${height + 4}`}
      role="img"
      aria-label={`${result.count} cards on the sheet`}
      className="w-full max-h-[420px] block"
    >
      <defs>
        <pattern id="waste" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="8" stroke="var(--field)" strokeWidth="1" />
        </pattern>
      </defs>
      <rect
        width={width}
        height={height}
        fill="url(#waste)"
        stroke="black"
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
      {result.cards.map((c, i) => (
        <g key={`${c.x} ${c.y}`}>
          <rect
            x={c.x}
            y={c.y}
            width={c.width}
            height={c.height}
            fill="white"
            stroke="#444"
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
          <text
            x={c.x + c.width / 2}
            y={c.y + c.height / 2 + size / 3}
            fontSize={size}
            textAnchor="middle"
            fontFamily="Martian Mono Variable, monospace"
            fill="#333"
          >
            {i + 1}
          </text>
        </g>
      ))}
    </svg>
  );
}
