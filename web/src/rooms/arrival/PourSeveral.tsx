import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { client, data, type Word } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { Field } from "../../ui/Field";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { counted, words } from "../../ui/words";

const PANS = ["HALF_PAN", "FULL_PAN", "MINI_PAN"] as const;

/** Many tubes poured in one go, each into as many pans. */
export function PourSeveral({ onClose }: { onClose: () => void }) {
  const tubes = useQuery({ queryKey: ["tubes"], queryFn: () => data(client.GET("/api/pours/tubes")) }).data
    ?.tubes;
  const [chosen, setChosen] = useState<number[]>([]);
  const [filter, setFilter] = useState("");
  const [form, setForm] = useState<Word<"NewPour", "form">>("HALF_PAN");
  const [pans, setPans] = useState("1");
  const pour = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/pours", {
          headers,
          body: { holdings: chosen, pour: { form, pans: Number(pans) || 1 } },
        }),
      ),
    { onDone: onClose },
  );
  const low = filter.trim().toLowerCase();
  const shown = tubes?.filter((t) => `${t.name} ${t.maker}`.toLowerCase().includes(low));
  function submit(event: FormEvent) {
    event.preventDefault();
    pour.run(undefined);
  }
  return (
    <Dialog open title="Pour several tubes" onClose={onClose}>
      <form onSubmit={submit} className="space-y-3">
        <div className="grid grid-cols-2 gap-3">
          <Field label="Each into">
            {(id) => (
              <Select
                id={id}
                value={form}
                options={PANS.map((f) => [f, `${words(f)}s`] as const)}
                onChange={setForm}
              />
            )}
          </Field>
          <Field label="Pans of each">
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
        </div>
        <Field label="Look for a tube">
          {(id) => (
            <input
              id={id}
              className="input w-full"
              value={filter}
              onChange={(e) => setFilter(e.target.value)}
            />
          )}
        </Field>
        <ul className="max-h-64 overflow-y-auto rule-box">
          {shown?.map((t) => (
            <li key={t.holding} className="rule-b last:border-0">
              <label className="flex gap-2 items-center px-2 py-1.5">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={chosen.includes(t.holding)}
                  onChange={(e) =>
                    setChosen(
                      e.target.checked ? [...chosen, t.holding] : chosen.filter((h) => h !== t.holding),
                    )
                  }
                />
                <span className="paint-name grow">{t.name}</span>
                <span className="quiet text-sm">{t.maker}</span>
                <span className="code">{t.left} ml</span>
              </label>
            </li>
          ))}
        </ul>
        <ProblemNote problem={pour.problem} />
        <WaitingNote waiting={pour.waiting} />
        <div className="flex gap-3">
          <button type="submit" className="btn btn-primary" disabled={pour.running || chosen.length === 0}>
            Pour {chosen.length > 0 ? counted(chosen.length, "tube") : "them"}
          </button>
          <button type="button" className="btn btn-outline" onClick={onClose}>
            Leave
          </button>
        </div>
      </form>
    </Dialog>
  );
}
