import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link } from "react-router";
import { client, data, type Problem, type Word } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { Field } from "../../ui/Field";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { useLater } from "../../ui/useLater";
import { words } from "../../ui/words";

/** A tube into pans: what it fills, what remains, when they will be hard. */
export function PourDialog({ holding, onClose }: { holding: number; onClose: () => void }) {
  const [form, setForm] = useState<Word<"NewPour", "form">>("HALF_PAN");
  const [pans, setPans] = useState("1");
  const [panVolume, setPanVolume] = useState("");
  const asked = useLater(panVolume.trim());
  const plan = useQuery({
    queryKey: ["pour-plan", holding, form, asked],
    placeholderData: (before) => before,
    queryFn: () =>
      data(
        client.GET("/api/holdings/{holding}/pours", {
          params: { path: { holding }, query: asked ? { form, each: asked } : undefined },
        }),
      ),
  });
  const [second, setSecond] = useState(false);
  const [on, setOn] = useState(new Date().toISOString().slice(0, 10));
  const [keptWhere, setKeptWhere] = useState("");
  const pour = useAct((_: undefined, headers) =>
    data(
      client.POST("/api/holdings/{holding}/pours", {
        params: { path: { holding } },
        headers,
        body: { form, pans: Number(pans) || 1, panVolume, secondPour: second, on, keptWhere },
      }),
    ),
  );
  const [done, setDone] = useState<number[] | null>(null);
  function submit(event: FormEvent) {
    event.preventDefault();
    pour.run(undefined);
  }
  const made = pour.result;
  if (made && done === null) setDone(made.holdings);
  const p = plan.data;
  return (
    <Dialog open title={p ? `Pour ${p.name}` : "Pour"} onClose={onClose}>
      <ProblemNote problem={plan.error as Problem | null} />
      {done && made ? (
        <div>
          <p>
            {made.pans} {words(made.form)}
            {made.pans === 1 ? "" : "s"} poured. They may go into the box on{" "}
            <span className="code">{made.ready}</span>: {made.because}.
          </p>
          <div className="flex gap-3 mt-4">
            <Link to={`/labels?holdings=${done.join(",")}`} className="btn btn-primary">
              Print their labels
            </Link>
            <button type="button" className="btn btn-outline" onClick={onClose}>
              Close
            </button>
          </div>
        </div>
      ) : (
        p && (
          <form onSubmit={submit} className="space-y-3">
            <table className="w-full whitespace-nowrap">
              <caption className="text-left quiet mb-1">The {p.left} ml left fill</caption>
              <thead>
                <tr className="quiet text-left">
                  <th className="font-normal">pans</th>
                  <th className="font-normal text-right">once · rest</th>
                  <th className="font-normal text-right">twice · rest</th>
                  <th className="font-normal text-right">a pan</th>
                </tr>
              </thead>
              <tbody>
                {p.fills.map((f) => (
                  <tr key={f.form} className="rule-t">
                    <td>
                      <label className="flex gap-2 items-center py-1">
                        <input
                          type="radio"
                          name="form"
                          className="radio radio-sm"
                          checked={form === f.form}
                          onChange={() => setForm(f.form)}
                        />
                        {words(f.form)} <span className="code quiet">{f.each} ml</span>
                      </label>
                    </td>
                    <td className="text-right code">{f.once ? `${f.once} · ${f.restOnce} ml` : "–"}</td>
                    <td className="text-right code">{f.twice ? `${f.twice} · ${f.restTwice} ml` : "–"}</td>
                    <td className="text-right code">{f.cost ? `${f.cost} ${p.currency}` : ""}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            <div className="grid grid-cols-2 gap-3">
              <Field label="How many pans">
                {(id) => (
                  <input
                    id={id}
                    className="input w-full"
                    inputMode="numeric"
                    value={pans}
                    onChange={(e) => setPans(e.target.value)}
                  />
                )}
              </Field>
              <Field label="A pan takes, ml">
                {(id) => (
                  <input
                    id={id}
                    className="input w-full"
                    inputMode="decimal"
                    placeholder={String(p.fills.find((f) => f.form === form)?.each ?? "")}
                    value={panVolume}
                    onChange={(e) => setPanVolume(e.target.value)}
                  />
                )}
              </Field>
              <Field label="Poured on">
                {(id) => (
                  <input
                    id={id}
                    type="date"
                    className="input w-full"
                    value={on}
                    onChange={(e) => setOn(e.target.value)}
                  />
                )}
              </Field>
              <Field label="They stand">
                {(id) => (
                  <input
                    id={id}
                    className="input w-full"
                    placeholder="on the sill, open"
                    value={keptWhere}
                    onChange={(e) => setKeptWhere(e.target.value)}
                  />
                )}
              </Field>
            </div>
            <label className="flex gap-2 items-center">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={second}
                onChange={(e) => setSecond(e.target.checked)}
              />
              keep a fifth back for a second pour, when they have shrunk
            </label>
            <p className="quiet">
              Hard after about {p.daysUntilHard} days: {p.because}.
            </p>
            <ProblemNote problem={pour.problem} />
            <WaitingNote waiting={pour.waiting} />
            <div className="flex gap-3">
              <button type="submit" className="btn btn-primary" disabled={pour.running}>
                Pour
              </button>
              <button type="button" className="btn btn-outline" onClick={onClose}>
                Leave
              </button>
            </div>
          </form>
        )
      )}
    </Dialog>
  );
}
