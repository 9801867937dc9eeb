import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Field, NumberField, TextField } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { AddPaint } from "../collection/AddPaint";

type Entry = Schemas["PaintEntry"];

/** Plans a sheet: which paints, which references, a twin in the dark, and when it is read. */
export function NewExposurePage() {
  const go = useNavigate();
  const [params] = useSearchParams();
  const worth = useQuery({
    queryKey: ["exposures", "worth"],
    queryFn: () => data(client.GET("/api/exposures/worth", {})),
  });
  const [added, setAdded] = useState<{ id: number; name: string }[]>([]);
  const [chosen, setChosen] = useState<number[]>(() =>
    params.get("paint") ? [Number(params.get("paint"))] : [],
  );
  const [name, setName] = useState("");
  const [references, setReferences] = useState("");
  const [twin, setTwin] = useState(true);
  const [steps, setSteps] = useState("1, 2, 4, 8, 16, 32, 52 weeks");
  const [note, setNote] = useState("");
  const plan = useAct(
    (body: Schemas["NewExposure"], headers) => data(client.POST("/api/exposures", { headers, body })),
    { onDone: (page) => go(`/exposures/${page.id}`) },
  );
  const toggle = (paint: number) =>
    setChosen(chosen.includes(paint) ? chosen.filter((p) => p !== paint) : [...chosen, paint]);
  return (
    <Page
      title="Plan a light test"
      under="A stroke at full strength and one washed out for each paint, half of each under a flap. It is printed with marks, so that every reading is found and measured by itself."
    >
      <div className="grid gap-8 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <section aria-label="Paints">
          <h2 className="font-semibold">Worth testing</h2>
          <p className="quiet mb-2">Loved and doubtful first; what hangs already is left out.</p>
          <ProblemNote problem={worth.error as Problem | null} />
          {worth.data?.paints.length === 0 && (
            <p>Nothing here is in doubt. Add what you want to know of below.</p>
          )}
          <ul>
            {added.map((p) => (
              <Line
                key={p.id}
                id={p.id}
                name={p.name}
                why="chosen by you"
                on={chosen.includes(p.id)}
                onToggle={() => toggle(p.id)}
              />
            ))}
            {worth.data?.paints
              .filter((w) => !added.some((a) => a.id === w.paint.id))
              .map((w) => (
                <Line
                  key={w.paint.id}
                  id={w.paint.id}
                  name={w.paint.name}
                  paint={w.paint}
                  why={w.why.join("; ")}
                  on={chosen.includes(w.paint.id)}
                  onToggle={() => toggle(w.paint.id)}
                />
              ))}
          </ul>
          <div className="mt-3 max-w-md">
            <AddPaint
              label="Another paint"
              taken={chosen}
              onAdd={(id, name) => {
                setAdded([...added, { id, name }]);
                setChosen([...chosen, id]);
              }}
            />
          </div>
        </section>
        <form
          className="space-y-3 lg:sticky lg:top-20 self-start"
          onSubmit={(e) => {
            e.preventDefault();
            plan.run({ name, paints: chosen, references: Number(references) || 0, twin, steps, note });
          }}
        >
          <p className="font-semibold" role="status">
            {counted(chosen.length, "paint")} on the sheet
          </p>
          <TextField label="Name" hint="South window, winter." value={name} onChange={setName} />
          <NumberField
            label="Blue wool references"
            hint="How many of the eight you have, from 1 up. They hang beside the paints and say how much light there was; without them it is only estimated."
            value={references}
            onChange={setReferences}
          />
          <label className="flex items-center gap-2 py-1">
            <input
              type="checkbox"
              className="checkbox"
              checked={twin}
              onChange={(e) => setTwin(e.target.checked)}
            />
            A twin to keep in the dark
          </label>
          <TextField label="Read after" hint="Time in the light." value={steps} onChange={setSteps} />
          <Field label="Note">
            {(id) => (
              <textarea
                id={id}
                className="textarea w-full"
                rows={2}
                value={note}
                onChange={(e) => setNote(e.target.value)}
              />
            )}
          </Field>
          <ProblemNote problem={plan.problem} />
          <WaitingNote waiting={plan.waiting} />
          <button type="submit" className="btn btn-primary" disabled={plan.running || chosen.length === 0}>
            Plan it
          </button>
        </form>
      </div>
    </Page>
  );
}

type LineProps = { id: number; name: string; paint?: Entry; why: string; on: boolean; onToggle: () => void };

function Line({ id, name, paint: p, why, on, onToggle }: LineProps) {
  return (
    <li className="rule-t">
      <label className="flex gap-3 py-2 items-start cursor-pointer">
        <input type="checkbox" className="checkbox mt-1" checked={on} onChange={onToggle} />
        <span className="w-24 shrink-0">
          {p && <Strip strip={p.strip} seed={id} label={name} className="h-8 w-full" />}
        </span>
        <span className="min-w-0">
          <span className="font-book text-lg leading-tight">{name}</span>{" "}
          {p && <span className="code text-sm">{p.recipe.join(" + ")}</span>}
          <span className="block quiet">{why}</span>
        </span>
      </label>
    </li>
  );
}
