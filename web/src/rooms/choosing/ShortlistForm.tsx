import { useState } from "react";
import type { Problem, Schemas } from "../../api/client";
import { Field, NumberField, TextField } from "../../ui/Field";
import { ProblemNote } from "../../ui/ProblemNote";
import { PriceFields } from "./PriceFields";

type Typed = Schemas["NewShortlist"];

type Props = {
  start?: Partial<Typed>;
  button: string;
  running: boolean;
  problem: Problem | null;
  onSave: (typed: Typed) => void;
};

/** What a shortlist is for, how many wells it fills, and what it may cost. */
export function ShortlistForm({ start, button, running, problem, onSave }: Props) {
  const [name, setName] = useState(start?.name ?? "");
  const [purpose, setPurpose] = useState(start?.purpose ?? "");
  const [wells, setWells] = useState(String(start?.wells ?? ""));
  const [budget, setBudget] = useState(start?.budget ?? "");
  const [currency, setCurrency] = useState(start?.currency ?? "EUR");
  return (
    <form
      className="max-w-2xl space-y-3"
      onSubmit={(e) => {
        e.preventDefault();
        onSave({ name, purpose, wells: Number(wells) || undefined, budget, currency });
      }}
    >
      <TextField label="Name" value={name} onChange={setName} />
      <Field
        label="What for"
        hint="Abstracts on cold-pressed paper. Kept in your words; what must hold, such as granulating or lightfast, is chosen in the final cut."
      >
        {(id) => (
          <textarea
            id={id}
            className="textarea w-full"
            rows={2}
            value={purpose}
            onChange={(e) => setPurpose(e.target.value)}
          />
        )}
      </Field>
      <div className="grid grid-cols-3 gap-3">
        <NumberField label="Wells" value={wells} onChange={setWells} />
        <PriceFields
          label="Budget, if any"
          price={budget}
          currency={currency}
          onPrice={setBudget}
          onCurrency={setCurrency}
        />
      </div>
      <ProblemNote problem={problem} />
      <button type="submit" className="btn btn-primary" disabled={running}>
        {button}
      </button>
    </form>
  );
}
