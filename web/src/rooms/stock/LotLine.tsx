import { useState } from "react";
import { client, data, type Schemas } from "../../api/client";
import { ActDialog } from "../../ui/ActDialog";
import { Field, TextField } from "../../ui/Field";
import { ProblemNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { words } from "../../ui/words";
import { Gauge } from "./Gauge";

type Lot = Schemas["LotView"];

const GOES = [
  ["GIVEN_AWAY", "given away or swapped"],
  ["USED_UP", "used up"],
  ["LENT", "lent"],
  ["LOST", "lost"],
] as const;

/** One tube, pan or dot: how much is left and from what that is known, looked at anew or gone with one tap. */
export function LotLine({ lot, name }: { lot: Lot; name: string }) {
  const here = isHere(lot);
  return (
    <li className="rule-t py-2 flex flex-wrap gap-x-4 gap-y-1 items-start">
      <Gauge form={lot.form} left={here ? lot.left : 0} />
      <div className="grow basis-56 min-w-0">
        <p>
          {lot.volume && <span className="code">{lot.volume} ml </span>}
          {words(lot.form)}
          {here ? (
            <>
              {", "}
              {lot.left} %{lot.plusMinus != null && ` ± ${lot.plusMinus}`} left
              {lot.leftMl && lot.form !== "DOT" && (
                <>
                  {" · "}
                  <span className="code">{lot.leftMl} ml</span>
                </>
              )}
              {lot.state === "LENT" && ", lent"}
            </>
          ) : (
            `, ${lot.parted || words(lot.state)}`
          )}
        </p>
        <LotSaid lot={lot} />
      </div>
      <div className="flex gap-3">
        <LotActions lot={lot} name={name} />
      </div>
    </li>
  );
}

const isHere = (lot: Lot) => lot.state === "HERE" || lot.state === "LENT";

/** From what it is known how much is left, and how long that lasts. */
export function LotSaid({ lot }: { lot: Lot | undefined }) {
  if (!lot) return null;
  return (
    <>
      {isHere(lot) && <span className="quiet text-sm block">{lot.from}</span>}
      {lot.lasts && (
        <span className="text-sm block">
          Lasts {lot.lasts}, two times of three, <span className="quiet">from {lot.lastsFrom}</span>
        </span>
      )}
    </>
  );
}

/** Looks at it anew, or says that it is gone or here again. */
export function LotActions({ lot, name }: { lot: Lot | undefined; name: string }) {
  const [open, setOpen] = useState<"look" | "part" | null>(null);
  const part = useAct((body: Schemas["NewParting"], headers) =>
    data(
      client.POST("/api/holdings/{holding}/parting", {
        headers,
        params: { path: { holding: lot?.holding ?? 0 } },
        body,
      }),
    ),
  );
  if (!lot) return null;
  if (!isHere(lot)) {
    return (
      <>
        <button type="button" className="underline py-1" onClick={() => part.run({ state: "HERE" })}>
          It is here again
        </button>
        <ProblemNote problem={part.problem ?? part.waiting} />
      </>
    );
  }
  return (
    <>
      <button type="button" className="underline py-1" onClick={() => setOpen("look")}>
        Look at it
      </button>
      <button type="button" className="underline py-1" onClick={() => setOpen("part")}>
        It is gone
      </button>
      {open === "look" && <Look lot={lot} name={name} onClose={() => setOpen(null)} />}
      {open === "part" && <Part lot={lot} name={name} onClose={() => setOpen(null)} />}
    </>
  );
}

const QUARTERS = [
  ["100", "full"],
  ["75", "three quarters"],
  ["50", "half"],
  ["25", "a quarter"],
  ["0", "gone"],
] as const;

const DOT = [
  ["100", "there"],
  ["25", "nearly gone"],
  ["0", "gone"],
] as const;

function Look({ lot, name, onClose }: { lot: Lot; name: string; onClose: () => void }) {
  const tube = lot.form === "TUBE" || lot.form === "BOTTLE";
  const [how, setHow] = useState<"EYE" | "WEIGHED">("EYE");
  const [percent, setPercent] = useState(lot.left);
  const [grams, setGrams] = useState("");
  const [empty, setEmpty] = useState(lot.empty?.toString() ?? "");
  const [full, setFull] = useState(lot.full?.toString() ?? "");
  const look = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/holdings/{holding}/left", {
          headers,
          params: { path: { holding: lot.holding } },
          body: how === "EYE" ? { how, percent } : { how, grams, empty, full },
        }),
      ),
    { onDone: onClose },
  );
  const steps = lot.form === "DOT" || lot.form === "SAMPLE" ? DOT : QUARTERS;
  return (
    <ActDialog
      title={`What is left of ${name}`}
      button="Keep"
      act={look}
      unready={how === "WEIGHED" && !grams.trim()}
      onClose={onClose}
    >
      {tube && lot.form === "TUBE" && (
        <Field label="How" className="mb-3">
          {(id) => (
            <Select
              id={id}
              value={how}
              onChange={setHow}
              options={[
                ["EYE", "by eye, on the drawn tube"],
                ["WEIGHED", "by weighing it"],
              ]}
            />
          )}
        </Field>
      )}
      {how === "WEIGHED" ? (
        <div className="space-y-3">
          <TextField
            label="It weighs now, g"
            value={grams}
            onChange={setGrams}
            hint="With its cap, as the others were weighed."
          />
          <div className="grid grid-cols-2 gap-3">
            <TextField label="Empty, g" value={empty} onChange={setEmpty} />
            <TextField label="Full, g" value={full} onChange={setFull} />
          </div>
          <p className="quiet text-sm">
            Typed once, they are kept for every tube of this maker and size. With one of the two, 1 ml is
            taken for 1.5 g, and the estimate is wider.
          </p>
        </div>
      ) : tube ? (
        <Field label={`${percent} % is left`}>
          {(id) => (
            <>
              <Gauge form="TUBE" left={percent} large />
              <input
                id={id}
                type="range"
                min={0}
                max={100}
                step={5}
                className="range range-sm w-full mt-2"
                value={percent}
                onChange={(e) => setPercent(Number(e.target.value))}
              />
            </>
          )}
        </Field>
      ) : (
        <div className="flex flex-wrap gap-2">
          {steps.map(([value, said]) => (
            <button
              key={value}
              type="button"
              aria-pressed={percent === Number(value)}
              className={`btn ${percent === Number(value) ? "btn-primary" : "btn-outline"}`}
              onClick={() => setPercent(Number(value))}
            >
              {said}
            </button>
          ))}
        </div>
      )}
    </ActDialog>
  );
}

function Part({ lot, name, onClose }: { lot: Lot; name: string; onClose: () => void }) {
  const [state, setState] = useState<(typeof GOES)[number][0]>("GIVEN_AWAY");
  const [whom, setWhom] = useState("");
  const [on, setOn] = useState("");
  const part = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/holdings/{holding}/parting", {
          headers,
          params: { path: { holding: lot.holding } },
          body: { state, whom, on: on || undefined },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <ActDialog title={`${name} is gone`} button="Keep" act={part} onClose={onClose}>
      <p className="quiet mb-3">Its record, its swatch and its readings stay.</p>
      <Field label="What became of it">
        {(id) => <Select id={id} options={GOES} value={state} onChange={setState} />}
      </Field>
      {state !== "USED_UP" && state !== "LOST" && (
        <TextField className="mt-3" label="With whom, to whom" value={whom} onChange={setWhom} />
      )}
      <Field className="mt-3" label="When; empty for today">
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
    </ActDialog>
  );
}
