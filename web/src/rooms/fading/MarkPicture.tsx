import { type ChangeEvent, type MouseEvent, useState } from "react";
import { client, data, type Schemas } from "../../api/client";
import { asForm } from "../../api/form";
import { localDay } from "../../ui/dates";
import { Field } from "../../ui/Field";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { AddPaint } from "../collection/AddPaint";
import type { Exposure } from "./ExposurePage";

type Spot = Schemas["SpotView"];
type Marked = { paint: number; name: string; covered?: Spot; lit?: Spot };
/** What the next tap on the picture is. */
type Next = { what: "paper" } | { what: "covered" | "lit"; strip: number };

/** Marks covered and bare spots of paints on one picture of something that hung. */
export function MarkPicture({ exposure: x }: { exposure: Exposure }) {
  const [on, setOn] = useState(localDay(new Date().toISOString()));
  const [paper, setPaper] = useState<Spot | undefined>();
  const [strips, setStrips] = useState<Marked[]>([]);
  const [next, setNext] = useState<Next>({ what: "paper" });
  const path = { exposure: x.id };
  const send = useAct(
    (file: File, headers) =>
      data(
        client.POST("/api/exposures/{exposure}/hung-pictures", {
          headers,
          params: { path },
          ...asForm("picture", file),
        }),
      ),
    { undoable: false },
  );
  const measure = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/exposures/{exposure}/marked", {
          headers,
          params: { path },
          body: {
            picture: send.result?.picture,
            on,
            paper,
            strips: strips.map((s) => ({ paint: s.paint, covered: s.covered, lit: s.lit })),
          },
        }),
      ),
    {
      onDone: () => {
        setStrips([]);
        setPaper(undefined);
        send.reset();
      },
    },
  );
  function chosen(e: ChangeEvent<HTMLInputElement>) {
    const file = e.target.files?.[0];
    if (file) {
      // What was tapped on another picture lies elsewhere on this one.
      setPaper(undefined);
      setStrips(strips.map((s) => ({ paint: s.paint, name: s.name })));
      setNext({ what: "paper" });
      send.run(file);
    }
    e.target.value = "";
  }
  function tapped(e: MouseEvent<HTMLButtonElement>) {
    const box = e.currentTarget.getBoundingClientRect();
    const spot = { x: (e.clientX - box.left) / box.width, y: (e.clientY - box.top) / box.height };
    if (next.what === "paper") {
      setPaper(spot);
      const first = strips.findIndex((s) => !s.covered);
      if (first >= 0) setNext({ what: "covered", strip: first });
      return;
    }
    const { what, strip } = next;
    setStrips(strips.map((s, i) => (i === strip ? { ...s, [what]: spot } : s)));
    if (what === "covered") setNext({ what: "lit", strip });
  }
  const ready = strips.length > 0 && strips.every((s) => s.covered && s.lit);
  return (
    <section className="rule-box p-3 mb-5" aria-label="Read it from a picture">
      <div className="flex flex-wrap gap-4 items-end">
        <Field label="Taken on">
          {(id) => (
            <input id={id} type="date" className="input" value={on} onChange={(e) => setOn(e.target.value)} />
          )}
        </Field>
        <label className={send.result ? "underline cursor-pointer py-2" : "btn btn-primary"}>
          {send.running ? "Sending …" : send.result ? "Another picture" : "Choose the picture"}
          <input type="file" accept="image/*" className="sr-only" onChange={chosen} />
        </label>
      </div>
      <p className="quiet mt-2">
        Peel the sticker off, or lift the clip, and take covered and bare spot in one picture, in even light.
      </p>
      <ProblemNote problem={send.problem ?? measure.problem} />
      <WaitingNote waiting={send.waiting ?? measure.waiting} />
      {send.result && (
        <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_20rem] mt-3">
          <div>
            <p role="status" className="font-semibold mb-1">
              {next.what === "paper"
                ? "Tap bare paper that was covered, if there is any."
                : `Tap ${strips[next.strip]?.name ?? "it"} where it was ${next.what === "covered" ? "covered" : "in the light"}.`}
            </p>
            <button
              type="button"
              className="relative block w-full cursor-crosshair"
              onClick={tapped}
              aria-label="The picture"
            >
              <img
                src={`/api/pictures/${send.result.picture}`}
                alt=""
                className="w-full block"
                draggable={false}
              />
              {paper && <Mark spot={paper} words="paper" />}
              {strips.map((s) => (
                <span key={s.paint}>
                  {s.covered && <Mark spot={s.covered} words={`${s.name}, covered`} />}
                  {s.lit && <Mark spot={s.lit} words={`${s.name}, bare`} />}
                </span>
              ))}
            </button>
          </div>
          <div>
            <AddPaint
              label="Which paint"
              taken={strips.map((s) => s.paint)}
              onAdd={(paint, name) => {
                setStrips([...strips, { paint, name }]);
                setNext({ what: "covered", strip: strips.length });
              }}
            />
            <ul className="mt-3">
              {strips.map((s, i) => (
                <li key={s.paint} className="rule-t py-2">
                  <span className="font-book">{s.name}</span>
                  <div className="flex flex-wrap gap-2 mt-1">
                    {(["covered", "lit"] as const).map((what) => (
                      <button
                        key={what}
                        type="button"
                        className={`btn btn-sm ${s[what] ? "btn-outline" : "btn-primary"}`}
                        onClick={() => setNext({ what, strip: i })}
                      >
                        {what === "covered" ? "Covered" : "In the light"}
                        {s[what] ? " again" : ""}
                      </button>
                    ))}
                    <button
                      type="button"
                      className="btn btn-sm btn-ghost"
                      onClick={() => {
                        setStrips(strips.filter((_, n) => n !== i));
                        setNext({ what: "paper" });
                      }}
                    >
                      Leave out
                    </button>
                  </div>
                </li>
              ))}
            </ul>
            <button
              type="button"
              className="btn btn-primary mt-3"
              disabled={!ready || measure.running}
              onClick={() => measure.run(undefined)}
            >
              Measure
            </button>
          </div>
        </div>
      )}
    </section>
  );
}

function Mark({ spot, words }: { spot: Spot; words: string }) {
  return (
    <span
      className="absolute pointer-events-none"
      style={{ left: `${spot.x * 100}%`, top: `${spot.y * 100}%` }}
    >
      <span className="absolute w-5 h-5 -ml-2.5 -mt-2.5 border-2 border-white outline-2 outline-black" />
      <span className="absolute left-4 -top-2 text-xs bg-base-100 px-1 whitespace-nowrap">{words}</span>
    </span>
  );
}
