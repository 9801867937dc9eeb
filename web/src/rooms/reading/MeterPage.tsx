import { useRef, useState } from "react";
import { client, data, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { BenchNav } from "../chart/BenchNav";
import { lab } from "./useScan";

const EXAMPLE = "Tern Grey  48.2  -1.5  -8.9\nTern Grey tint  90.1  0.2  0.4";

/** Values of a hand-held colour meter: pasted or from a file, tied to paints by number or name, and kept. */
export function MeterPage() {
  const [text, setText] = useState("");
  const [out, setOut] = useState<Set<string>>(new Set());
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
  const known = values.filter((v) => v.paint != null && !out.has(v.name));
  const keep = useAct((lines: Schemas["MeterLine"][], headers) =>
    data(client.POST("/api/meter", { headers, body: { values: lines } })),
  );
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
              onClick={() => read.run(text)}
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
                if (e.target.files?.[0]) read.run(e.target.files[0]);
                e.target.value = "";
              }}
            />
          </div>
          <ProblemNote problem={read.problem ?? keep.problem} />
          <WaitingNote waiting={keep.waiting} />
        </section>
        <section aria-label="What they are">
          {values.length > 0 && (
            <>
              <ul className="divide-y divide-[var(--rule)]">
                {values.map((v) => (
                  <li key={v.name} className="flex flex-wrap items-baseline gap-x-4 py-1">
                    <label className="flex items-center gap-2 min-w-0">
                      <input
                        type="checkbox"
                        className="checkbox checkbox-sm"
                        disabled={v.paint == null}
                        checked={v.paint != null && !out.has(v.name)}
                        onChange={(e) => {
                          const next = new Set(out);
                          if (e.target.checked) next.delete(v.name);
                          else next.add(v.name);
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
              {keep.result && (
                <p role="status" className="mt-2">
                  Kept {counted(keep.result.kept, "reading", "readings")}.
                </p>
              )}
            </>
          )}
        </section>
      </div>
    </Page>
  );
}
