import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { BenchNav } from "../chart/BenchNav";
import { lab } from "./useScan";

const EXAMPLE = "Tern Grey  48.2  -1.5  -8.9\nTern Grey tint  90.1  0.2  0.4";

/** For trying it without a meter: a made-up hand paints a chart, a made-up meter writes a file of its spectra. */
function Simulated({ onFile }: { onFile: (file: File) => void }) {
  const charts = useQuery({
    queryKey: ["charts"],
    queryFn: () => data(client.GET("/api/charts", {})),
  });
  const [chosen, setChosen] = useState("");
  const all = charts.data?.charts ?? [];
  const chart = Number(chosen || all[0]?.id);
  const measure = useAct(
    async (_: undefined) => {
      const text = await data(
        client.GET("/api/charts/{chart}/standin.cgats", {
          params: { path: { chart }, query: { page: 1 } },
          parseAs: "text",
        }),
      );
      return new File([text as unknown as string], "meter.cgats", { type: "text/plain" });
    },
    { undoable: false, onDone: onFile },
  );
  if (all.length === 0) return null;
  return (
    <details className="rule-box p-3 mt-4">
      <summary className="cursor-pointer font-semibold">
        No meter at hand? Let a simulated one measure
      </summary>
      <div className="flex flex-wrap items-end gap-3 mt-2">
        <label className="grow">
          <span className="label-text block">Chart</span>
          <select
            className="select w-full text-base"
            value={chart || ""}
            onChange={(e) => setChosen(e.target.value)}
          >
            {all.map((c) => (
              <option key={c.id} value={c.id}>
                {c.code} {c.title || c.formInWords}
              </option>
            ))}
          </select>
        </label>
        <button
          type="button"
          className="btn btn-outline"
          disabled={measure.running || !chart}
          onClick={() => measure.run(undefined)}
        >
          {measure.running ? "Measuring …" : "Measure its first page"}
        </button>
      </div>
      <ProblemNote problem={measure.problem ?? (charts.error as Problem | null)} />
    </details>
  );
}

/** Values of a hand-held colour meter: pasted or from a file, tied to paints by number or name, and kept. */
export function MeterPage() {
  const [text, setText] = useState("");
  /** Which of them stay out, by their place in the list: two may have one name. */
  const [out, setOut] = useState<Set<number>>(new Set());
  const file = useRef<HTMLInputElement>(null);
  const read = useAct(
    (from: string | File, headers) => {
      if (typeof from === "string") {
        return data(client.POST("/api/meter/read", { headers, body: { text: from } }));
      }
      const body = new FormData();
      body.append("file", from);
      return data(
        client.POST("/api/meter/file", {
          headers,
          body: body as unknown as { file: string },
          bodySerializer: (b) => b as unknown as FormData,
        }),
      );
    },
    { undoable: false },
  );
  const values = read.result?.values ?? [];
  const known = values.filter((v, i) => v.paint != null && !out.has(i));
  const keep = useAct((lines: Schemas["MeterLine"][], headers) =>
    data(client.POST("/api/meter", { headers, body: { values: lines } })),
  );
  /** What was kept, and what stayed out, was of the values before. */
  const look = (from: string | File) => {
    keep.reset();
    setOut(new Set());
    read.run(from);
  };
  return (
    <Page
      title="Colour meter"
      under="Spot values typed, pasted or from a file: CGATS.17, CxF3, CSV, a palette, or spectra from 380 to 730 nm."
    >
      <BenchNav />
      <div className="grid gap-6 lg:grid-cols-2 max-w-6xl">
        <section aria-label="Values">
          <label className="block">
            <span className="label-text">
              A paint a line: its name or number, then L* a* b*; “tint” after the palest
            </span>
            <textarea
              className="textarea code w-full h-56"
              placeholder={EXAMPLE}
              value={text}
              onChange={(e) => setText(e.target.value)}
            />
          </label>
          <div className="flex flex-wrap gap-3 mt-2">
            <button
              type="button"
              className="btn btn-primary"
              disabled={!text.trim() || read.running}
              onClick={() => look(text)}
            >
              Look at them
            </button>
            <button type="button" className="btn btn-outline" onClick={() => file.current?.click()}>
              From a file
            </button>
            <input
              ref={file}
              type="file"
              className="sr-only"
              tabIndex={-1}
              aria-label="File of a colour meter"
              onChange={(e) => {
                if (e.target.files?.[0]) look(e.target.files[0]);
                e.target.value = "";
              }}
            />
          </div>
          <Simulated onFile={look} />
          <ProblemNote problem={read.problem ?? keep.problem} />
          <WaitingNote waiting={keep.waiting} />
        </section>
        <section aria-label="What they are">
          {values.length > 0 && (
            <>
              <ul className="divide-y divide-[var(--rule)]">
                {values.map((v, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: the list never changes, and names may be alike.
                  <li key={i} className="flex flex-wrap items-baseline gap-x-4 py-1">
                    <label className="flex items-center gap-2 min-w-0">
                      <input
                        type="checkbox"
                        className="checkbox checkbox-sm"
                        disabled={v.paint == null}
                        checked={v.paint != null && !out.has(i)}
                        onChange={(e) => {
                          const next = new Set(out);
                          if (e.target.checked) next.delete(i);
                          else next.add(i);
                          setOut(next);
                        }}
                      />
                      {v.paintName ? (
                        <span className="paint-name">{v.paintName}</span>
                      ) : (
                        <span>
                          {v.name || "no name"} <span className="quiet">is no paint of yours</span>
                        </span>
                      )}
                    </label>
                    <span className="code whitespace-pre-wrap">{lab(v.massTone)}</span>
                    {v.tint && <span className="code quiet whitespace-pre-wrap">{lab(v.tint)}</span>}
                  </li>
                ))}
              </ul>
              {keep.result ? (
                <p role="status" className="mt-2">
                  Kept {counted(keep.result.kept, "reading", "readings")}.
                </p>
              ) : (
                <button
                  type="button"
                  className="btn btn-primary mt-3"
                  disabled={known.length === 0 || keep.running}
                  onClick={() =>
                    keep.run(
                      known.map((v) => ({ paint: v.paint as number, massTone: v.massTone, tint: v.tint })),
                    )
                  }
                >
                  Keep {counted(known.length, "value", "values")}
                </button>
              )}
            </>
          )}
        </section>
      </div>
    </Page>
  );
}
