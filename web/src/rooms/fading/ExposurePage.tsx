import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { ActDialog } from "../../ui/ActDialog";
import { dayInWords, localDay } from "../../ui/dates";
import { Field, TextField } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { ExposedStrips } from "./ExposedStrips";
import { MarkPicture } from "./MarkPicture";
import { asPlace, nowhere, PlaceFields, type TypedPlace } from "./PlaceFields";
import { ReadIt } from "./ReadIt";
import { ACCIDENTS } from "./words";

export type Exposure = Schemas["ExposurePage"];

const UNDER_WAY = ["QUEUED", "READING"];

/** One exposure: where it hangs, what is due, its strips at each reading, what befell it. */
export function ExposurePage() {
  const id = Number(useParams().exposure);
  const go = useNavigate();
  const query = useQuery({
    queryKey: ["exposures", id],
    queryFn: () => data(client.GET("/api/exposures/{exposure}", { params: { path: { exposure: id } } })),
    refetchInterval: (q) =>
      q.state.data?.readings.some((r) => r.state && UNDER_WAY.includes(r.state)) ? 1000 : false,
  });
  const [asking, setAsking] = useState<"place" | "accident" | "change" | null>(null);
  const remove = useAct(
    (_: undefined, headers) =>
      data(client.DELETE("/api/exposures/{exposure}", { headers, params: { path: { exposure: id } } })),
    { onDone: () => go("/exposures") },
  );
  const change = useAct((body: Schemas["ChangedExposure"], headers) =>
    data(client.PUT("/api/exposures/{exposure}", { headers, params: { path: { exposure: id } }, body })),
  );
  const x = query.data;
  if (!x) {
    return (
      <Page title="Exposure">
        <ProblemNote problem={query.error as Problem | null} />
      </Page>
    );
  }
  const hangs = x.places.length > 0;
  return (
    <Page
      done={`exposure:${id}`}
      title={x.name}
      under={
        <>
          <p>
            {x.light}
            {x.began && ` · since ${dayInWords(x.began)}`}
          </p>
          {hangs && (
            <p>
              {x.endedOn ? "Light in all" : "Light by now"}: {x.dose.words}, estimated from place and days.
            </p>
          )}
        </>
      }
      aside={
        <>
          {!x.endedOn && (
            <button
              type="button"
              className={`btn ${hangs ? "btn-outline" : "btn-primary"}`}
              onClick={() => setAsking("place")}
            >
              {hangs ? "Move or take down" : "Hang it up"}
            </button>
          )}
          <a className="btn btn-outline" href={`/api/exposures/${id}/record.pdf`}>
            Record for the binder
          </a>
          <button type="button" className="btn btn-ghost" onClick={() => setAsking("change")}>
            Change
          </button>
          <button type="button" className="btn btn-ghost" onClick={() => remove.run(undefined)}>
            Delete
          </button>
        </>
      }
    >
      <ProblemNote problem={remove.problem ?? change.problem} />
      {x.due && <p className={`mb-3 ${x.due.late >= 0 ? "font-semibold" : ""}`}>{x.due.words}</p>}
      {x.mistakes.map((m) => (
        <p key={m} className="rule-box p-3 mb-3 font-semibold max-w-prose">
          {m}
        </p>
      ))}
      {x.sheet && <Sheets exposure={x} />}
      {!x.endedOn && (x.sheet ? <ReadIt exposure={x} /> : <MarkPicture exposure={x} />)}
      <Readings exposure={x} />
      <ExposedStrips exposure={x} />
      <div className="grid gap-8 md:grid-cols-2 mt-8">
        <Places exposure={x} />
        <Accidents exposure={x} onAdd={() => setAsking("accident")} />
      </div>
      {x.note && <p className="max-w-prose mt-6 whitespace-pre-line">{x.note}</p>}
      <p className="quiet max-w-prose mt-6">{x.guidance}</p>
      {asking === "place" && <PlaceDialog exposure={x} onClose={() => setAsking(null)} />}
      {asking === "accident" && <AccidentDialog exposure={x} onClose={() => setAsking(null)} />}
      {asking === "change" && <ChangeDialog exposure={x} onClose={() => setAsking(null)} />}
    </Page>
  );
}

function Sheets({ exposure: x }: { exposure: Exposure }) {
  const link = (sheet: Schemas["ExposureSheet"]) => (
    <Link className="code underline" to={`/bench/${sheet.chart}`}>
      {sheet.code}
    </Link>
  );
  return (
    <p className="mb-4 max-w-prose">
      {x.sheet && <>Sheet {link(x.sheet)}</>}
      {x.twin && <>, its twin in the dark {link(x.twin)}</>}.
      {x.places.length === 0 &&
        " Print it, paint every stroke through both halves, let it dry, read it once, and fix a flap of black paper over the left half."}
    </p>
  );
}

/** Pictures that are not taken over yet, and a list of those that are. */
function Readings({ exposure: x }: { exposure: Exposure }) {
  const remove = useAct((reading: number, headers) =>
    data(
      client.DELETE("/api/exposure-readings/{exposure_reading}", {
        headers,
        params: { path: { exposure_reading: reading } },
      }),
    ),
  );
  const change = useAct(({ reading, ...body }: Schemas["ChangedReading"] & { reading: number }, headers) =>
    data(
      client.PUT("/api/exposure-readings/{exposure_reading}", {
        headers,
        params: { path: { exposure_reading: reading } },
        body,
      }),
    ),
  );
  const accept = useAct((scan: number, headers) =>
    data(client.POST("/api/readings/{scan}/accept", { headers, params: { path: { scan } } })),
  );
  if (x.readings.length === 0) return null;
  return (
    <details className="mb-5" open={x.readings.some((r) => r.state)}>
      <summary className="cursor-pointer">
        <h2 className="inline font-semibold">Readings</h2> <span className="quiet">{x.readings.length}</span>
      </summary>
      <ProblemNote problem={remove.problem ?? change.problem ?? accept.problem} />
      <ul>
        {x.readings.map((r) => (
          <li key={r.id} className="rule-t py-2 flex flex-wrap gap-x-4 gap-y-1 items-center">
            <DayOfReading key={r.on} on={r.on} onDay={(on) => change.run({ reading: r.id, on })} />
            <span>
              {r.twin ? "the twin, from the dark" : r.first ? "the start" : `${r.days} days in the light`}
            </span>
            {r.state && r.scan ? (
              <>
                <span role="status" className="font-semibold">
                  {UNDER_WAY.includes(r.state)
                    ? "being read …"
                    : r.state === "PROPOSED"
                      ? "read, to be taken over"
                      : (r.why ?? "could not be read")}
                </span>
                {r.state === "PROPOSED" && (
                  <button
                    type="button"
                    className="btn btn-sm btn-primary"
                    disabled={accept.running}
                    onClick={() => r.scan && accept.run(r.scan)}
                  >
                    Take it over
                  </button>
                )}
                <Link className="underline" to={`/readings/${r.scan}`}>
                  Look at it
                </Link>
              </>
            ) : (
              <span className="quiet">{r.strips} strips read</span>
            )}
            {!r.twin && !r.first && !x.strips.some((s) => s.wool) && (
              <label className="flex items-center gap-2">
                <span className="quiet">Blue wool gone, by eye</span>
                <select
                  className="select select-sm"
                  value={r.gone ?? ""}
                  onChange={(e) =>
                    e.target.value && change.run({ reading: r.id, wool: Number(e.target.value) })
                  }
                >
                  <option value="">not looked</option>
                  {[0, 1, 2, 3, 4, 5, 6, 7, 8].map((n) => (
                    <option key={n} value={n}>
                      {n === 0 ? "none" : n === 1 ? "1" : `1 to ${n}`}
                    </option>
                  ))}
                </select>
              </label>
            )}
            <button type="button" className="btn btn-sm btn-ghost" onClick={() => remove.run(r.id)}>
              Take it out
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** The day is told when it is typed to its end: a year that is being typed is one of the first century. */
function DayOfReading({ on, onDay }: { on: string; onDay: (on: string) => void }) {
  const [typed, setTyped] = useState(on);
  return (
    <label>
      <span className="sr-only">Day of the reading</span>
      <input
        type="date"
        className="input input-sm"
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={() => typed && typed !== on && onDay(typed)}
      />
    </label>
  );
}

function Places({ exposure: x }: { exposure: Exposure }) {
  const remove = useAct((place: number, headers) =>
    data(
      client.DELETE("/api/exposure-places/{exposure_place}", {
        headers,
        params: { path: { exposure_place: place } },
      }),
    ),
  );
  return (
    <section>
      <h2 className="font-semibold">Where it hangs</h2>
      {x.places.length === 0 && <p className="quiet">Nowhere yet.</p>}
      <ProblemNote problem={remove.problem} />
      <ul>
        {x.places.map((p) => (
          <li key={p.id} className="rule-t py-2 flex gap-3 justify-between">
            <span>
              From {dayInWords(p.from)} {p.words}
              {p.daily.high > 0 && (
                <span className="quiet block">
                  {p.daily.low.toPrecision(2)} to {p.daily.high.toPrecision(2)} Mlux·h a day
                </span>
              )}
            </span>
            <button type="button" className="btn btn-sm btn-ghost" onClick={() => remove.run(p.id)}>
              Take back
            </button>
          </li>
        ))}
      </ul>
      {x.about > 0 && <p className="quiet">The beginning may be off by {x.about} days.</p>}
    </section>
  );
}

function Accidents({ exposure: x, onAdd }: { exposure: Exposure; onAdd: () => void }) {
  const remove = useAct((accident: number, headers) =>
    data(
      client.DELETE("/api/exposure-accidents/{exposure_accident}", {
        headers,
        params: { path: { exposure_accident: accident } },
      }),
    ),
  );
  return (
    <section>
      <h2 className="font-semibold">What befell it</h2>
      <ProblemNote problem={remove.problem} />
      <ul>
        {x.accidents.map((a) => (
          <li key={a.id} className="rule-t py-2 flex gap-3 justify-between">
            <span>
              {dayInWords(a.on)}: {a.name ? `${a.name}, ` : ""}
              {a.words}
              {a.note && <span className="quiet block">{a.note}</span>}
            </span>
            <button type="button" className="btn btn-sm btn-ghost" onClick={() => remove.run(a.id)}>
              Take back
            </button>
          </li>
        ))}
      </ul>
      <button type="button" className="btn btn-outline btn-sm mt-2" onClick={onAdd}>
        Something happened
      </button>
    </section>
  );
}

function PlaceDialog({ exposure: x, onClose }: { exposure: Exposure; onClose: () => void }) {
  const [place, setPlace] = useState<TypedPlace>({
    ...nowhere(),
    place: x.places.length > 0 ? "DARK" : "WINDOW",
  });
  const hang = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/exposures/{exposure}/places", {
          headers,
          params: { path: { exposure: x.id } },
          body: asPlace(place),
        }),
      ),
    { onDone: onClose },
  );
  return (
    <ActDialog
      title={x.places.length > 0 ? "Move it, or take it down" : "Hang it up"}
      button={place.place === "DARK" ? "It is in the dark" : "It hangs there"}
      act={hang}
      onClose={onClose}
    >
      <PlaceFields value={place} onChange={setPlace} day="From" dark={x.places.length > 0} />
    </ActDialog>
  );
}

function AccidentDialog({ exposure: x, onClose }: { exposure: Exposure; onClose: () => void }) {
  const [kind, setKind] = useState<(typeof ACCIDENTS)[number][0]>("FLAP_SLIPPED");
  const [strip, setStrip] = useState("");
  const [on, setOn] = useState(localDay(new Date().toISOString()));
  const [note, setNote] = useState("");
  const happened = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/exposures/{exposure}/accidents", {
          headers,
          params: { path: { exposure: x.id } },
          body: { kind, strip: strip ? Number(strip) : undefined, on, note },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <ActDialog title="What happened" button="Note it" act={happened} onClose={onClose}>
      <div className="grid gap-3">
        <Field label="What">
          {(id) => <Select id={id} options={ACCIDENTS} value={kind} onChange={setKind} />}
        </Field>
        <Field label="To">
          {(id) => (
            <select
              id={id}
              className="select w-full"
              value={strip}
              onChange={(e) => setStrip(e.target.value)}
            >
              <option value="">all of it</option>
              {x.strips.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label="On">
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
        <TextField label="Note" value={note} onChange={setNote} />
      </div>
    </ActDialog>
  );
}

function ChangeDialog({ exposure: x, onClose }: { exposure: Exposure; onClose: () => void }) {
  const [name, setName] = useState(x.name);
  const [steps, setSteps] = useState(x.steps);
  const [note, setNote] = useState(x.note);
  const [swapped, setSwapped] = useState(x.swapped);
  const [ended, setEnded] = useState(x.endedOn ?? "");
  const change = useAct(
    (_: undefined, headers) =>
      data(
        client.PUT("/api/exposures/{exposure}", {
          headers,
          params: { path: { exposure: x.id } },
          body: { name, steps, note, swapped, endedOn: ended, version: x.version },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <ActDialog title="Change it" button="Keep" act={change} onClose={onClose}>
      <div className="grid gap-3">
        <TextField label="Name" value={name} onChange={setName} />
        {x.sheet && (
          <TextField label="Read after" hint="Time in the light." value={steps} onChange={setSteps} />
        )}
        <Field label="Over since" hint="Empty while it goes on.">
          {(id) => (
            <input
              id={id}
              type="date"
              className="input w-full"
              value={ended}
              onChange={(e) => setEnded(e.target.value)}
            />
          )}
        </Field>
        <label className="flex items-center gap-2 py-1">
          <input
            type="checkbox"
            className="checkbox"
            checked={swapped}
            onChange={(e) => setSwapped(e.target.checked)}
          />
          The halves are swapped: the flap lies on the right
        </label>
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
      </div>
    </ActDialog>
  );
}
