import { type ChangeEvent, useState } from "react";
import { client, data } from "../../api/client";
import { asForm } from "../../api/form";
import { localDay } from "../../ui/dates";
import { Field } from "../../ui/Field";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { DEVICES } from "../reading/useScan";
import type { Exposure } from "./ExposurePage";

/** A picture of the printed sheet goes in; or a simulated device looks at it. */
export function ReadIt({ exposure: x }: { exposure: Exposure }) {
  const [on, setOn] = useState(localDay(new Date().toISOString()));
  const [twin, setTwin] = useState(false);
  const [device, setDevice] = useState<(typeof DEVICES)[number][0]>("SCANNER");
  const path = { exposure: x.id };
  const send = useAct(
    (file: File, headers) =>
      data(
        client.POST("/api/exposures/{exposure}/pictures", {
          headers,
          params: { path, query: { on, twin } },
          ...asForm("picture", file),
        }),
      ),
    { undoable: false },
  );
  const simulate = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/exposures/{exposure}/simulated", {
          headers,
          params: { path },
          body: { device, on, twin },
        }),
      ),
    { undoable: false },
  );
  function chosen(e: ChangeEvent<HTMLInputElement>) {
    const file = e.target.files?.[0];
    if (file) send.run(file);
    e.target.value = "";
  }
  return (
    <section className="rule-box p-3 mb-5" aria-label="Read it">
      <div className="flex flex-wrap gap-x-5 gap-y-2 items-end">
        <Field label="Taken on">
          {(id) => (
            <input id={id} type="date" className="input" value={on} onChange={(e) => setOn(e.target.value)} />
          )}
        </Field>
        {x.twin && (
          <label className="flex items-center gap-2 py-2">
            <input
              type="checkbox"
              className="checkbox"
              checked={twin}
              onChange={(e) => setTwin(e.target.checked)}
            />
            it is the twin
          </label>
        )}
        <label className="btn btn-primary">
          {send.running ? "Sending …" : "Scan or photograph"}
          <input
            type="file"
            accept="image/png,image/jpeg,image/tiff,image/webp,application/pdf"
            className="sr-only"
            onChange={chosen}
          />
        </label>
      </div>
      <p className="quiet mt-2">
        Fold the flap back, take the whole page, and fold it down again. Both halves are read in one picture,
        so that light and device cancel out.
      </p>
      <details>
        <summary className="cursor-pointer quiet py-2">No scanner at hand</summary>
        <div className="flex flex-wrap gap-3 items-end">
          <Field label="A simulated device looks at it">
            {(id) => (
              <Select id={id} options={DEVICES} value={device} onChange={setDevice} className="select" />
            )}
          </Field>
          <button
            type="button"
            className="btn btn-outline"
            disabled={simulate.running}
            onClick={() => simulate.run(undefined)}
          >
            {simulate.running ? "Painting it …" : "Look"}
          </button>
        </div>
      </details>
      <ProblemNote problem={send.problem ?? simulate.problem} />
      <WaitingNote waiting={send.waiting} />
    </section>
  );
}
