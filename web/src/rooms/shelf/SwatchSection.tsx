import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, data, Problem, type Schemas, type Word } from "../../api/client";
import { Field } from "../../ui/Field";
import { LengthField, sized, useUnit } from "../../ui/length";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";

type Paint = Schemas["PaintPage"];
type Swatch = Schemas["SwatchView"];

/** The paint on paper: where it is, what lies beside it, its pictures and its history. */
export function SwatchSection({ paint: p }: { paint: Paint }) {
  const current = p.swatches.find((s) => s.state === "CURRENT");
  const others = p.swatches.filter((s) => s !== current);
  return (
    <section>
      <h2 className="font-semibold mb-1">Swatch</h2>
      {current ? <Current paint={p} swatch={current} /> : <Unpainted paint={p} />}
      {others.length > 0 && (
        <div className="mt-3">
          <h3 className="quiet">Other swatches</h3>
          {others.map((s) => (
            <Earlier key={s.id} swatch={s} />
          ))}
        </div>
      )}
    </section>
  );
}

const KINDS = [
  ["CARD", "a card"],
  ["SHEET", "a sheet, folded or in a protector"],
  ["STRIP", "a strip cut from a dot card"],
  ["WRAPPER", "a wrapper, glued in"],
  ["LEAFLET", "a leaflet of the maker"],
  ["LID", "a card from a lid"],
  ["OTHER", "something else"],
] as const;

function Unpainted({ paint: p }: { paint: Paint }) {
  const lost = p.swatches.some((s) => s.state === "LOST");
  const [kind, setKind] = useState<Word<"NewSwatch", "kind">>("CARD");
  const [width, setWidth] = useState<number | undefined>();
  const [height, setHeight] = useState<number | undefined>();
  return (
    <>
      <p className="quiet mb-2">
        {lost ? "Its swatch is lost; it waits to be painted again." : "Not painted out yet."}
      </p>
      <PlaceForm
        label="Painted now? Its place, or nothing yet"
        button="It is painted"
        file={(place, choice, headers) =>
          data(
            client.POST("/api/paints/{paint}/swatches", {
              params: { path: { paint: p.id } },
              headers,
              body: { place, kind, width, height, ...choice },
            }),
          )
        }
      />
      <details className="mt-2">
        <summary className="underline cursor-pointer">It is no card, or of another size</summary>
        <div className="grid grid-cols-3 gap-2 mt-1.5">
          <Field label="It is" className="col-span-3">
            {(id) => <Select id={id} value={kind} options={KINDS} onChange={setKind} />}
          </Field>
          <LengthField label="Wide" value={width} onChange={setWidth} />
          <LengthField label="High" value={height} onChange={setHeight} />
        </div>
      </details>
    </>
  );
}

function Current({ paint: p, swatch: s }: { paint: Paint; swatch: Swatch }) {
  const [unit] = useUnit();
  const lost = useAct((_: undefined, headers) =>
    data(client.POST("/api/swatches/{swatch}/lost", { params: { path: { swatch: s.id } }, headers })),
  );
  const redo = useAct((_: undefined, headers) =>
    data(
      client.POST("/api/paints/{paint}/swatches", { params: { path: { paint: p.id } }, headers, body: {} }),
    ),
  );
  return (
    <div>
      {s.place ? (
        <p>
          Filed at{" "}
          <Link className="code underline font-bold" to={`/shelf/${s.keeper}#${s.place}`}>
            {s.place}
          </Link>
          , {s.placeInWords}.
        </p>
      ) : (
        <p>Painted, not filed yet.</p>
      )}
      {(s.kind !== "CARD" || s.width > 0) && (
        <p className="quiet">
          {KINDS.find((k) => k[0] === s.kind)?.[1]}
          {s.width > 0 && `, ${sized(s.width, s.height, unit)}`}
        </p>
      )}
      <Neighbours swatch={s} name={p.name} own={p.strip} seed={p.id} />
      <PlaceForm
        label={s.place ? "Move it to" : "Its place"}
        button={s.place ? "Move" : "File it"}
        needed
        file={(place, choice, headers) =>
          data(
            client.PUT("/api/swatches/{swatch}/place", {
              params: { path: { swatch: s.id } },
              headers,
              body: { place, ...choice },
            }),
          )
        }
      />
      {!s.place && <WhereItGoes swatch={s.id} />}
      <Pictures paint={p} swatch={s} />
      <div className="flex flex-wrap gap-x-4 gap-y-1 mt-3">
        <button type="button" className="underline" onClick={() => lost.run(undefined)}>
          Mark it lost
        </button>
        <button type="button" className="underline" onClick={() => redo.run(undefined)}>
          It was painted anew
        </button>
      </div>
      <ProblemNote problem={lost.problem ?? redo.problem} />
      <History swatch={s} />
    </div>
  );
}

function Neighbours({
  swatch: s,
  name,
  own,
  seed,
}: {
  swatch: Swatch;
  name: string;
  own: Paint["strip"];
  seed: number;
}) {
  if (!s.before && !s.after) return null;
  const side = (n: Schemas["Neighbour"] | undefined | null) =>
    n ? (
      <Link to={`/paints/${n.paint}`} className="min-w-0 flex-1">
        <Strip strip={n.strip} seed={n.paint} label={n.name} className="w-full h-10" />
        <span className="code">{n.place}</span> <span className="paint-name text-sm">{n.name}</span>
      </Link>
    ) : (
      <span className="flex-1" />
    );
  return (
    <div className="flex gap-2 my-2" role="group" aria-label="Beside it">
      {side(s.before)}
      <span className="min-w-0 flex-1 border-x-2 border-base-content px-1">
        <Strip strip={own} seed={seed} label={name} className="w-full h-10" />
        <span className="code font-bold">{s.place}</span>
      </span>
      {side(s.after)}
    </div>
  );
}

/** Between which two a card belongs, in a keeper that is in order. */
function WhereItGoes({ swatch }: { swatch: number }) {
  const [keeper, setKeeper] = useState("");
  const keepers = useQuery({ queryKey: ["keepers"], queryFn: () => data(client.GET("/api/keepers")) }).data;
  const between = useQuery({
    queryKey: ["between", keeper, swatch],
    enabled: keeper !== "",
    retry: false,
    queryFn: () =>
      data(
        client.GET("/api/keepers/{keeper}/between", {
          params: { path: { keeper: Number(keeper) }, query: { swatch } },
        }),
      ),
  });
  const file = useAct((place: string, headers) =>
    data(
      client.PUT("/api/swatches/{swatch}/place", {
        params: { path: { swatch } },
        headers,
        body: { place, ifTaken: "SHIFT" },
      }),
    ),
  );
  const b = between.data;
  return (
    <div className="mt-3">
      <Field label="Or in its order, in">
        {(id) => (
          <select
            id={id}
            className="select w-full max-w-xs"
            value={keeper}
            onChange={(e) => setKeeper(e.target.value)}
          >
            <option value="">choose a keeper</option>
            {keepers?.keepers.map((k) => (
              <option key={k.id} value={k.id}>
                {k.code} {k.name}
              </option>
            ))}
          </select>
        )}
      </Field>
      <ProblemNote problem={between.error as Problem | null} />
      {b && (
        <div className="mt-2">
          <p>
            {b.before && b.after ? (
              <>
                Between <span className="paint-name">{b.before.paint?.name}</span> and{" "}
                <span className="paint-name">{b.after.paint?.name}</span>
              </>
            ) : b.before ? (
              <>
                Behind <span className="paint-name">{b.before.paint?.name}</span>, at the end
              </>
            ) : b.after ? (
              <>
                First, before <span className="paint-name">{b.after.paint?.name}</span>
              </>
            ) : (
              "It is the first there"
            )}
            , at <span className="code font-bold">{b.place}</span>.{" "}
            <span className="quiet">
              {b.shifts === 0
                ? "A place is free."
                : `${b.shifts} behind it move on by one, and with them their codes.`}
            </span>
          </p>
          <button type="button" className="btn btn-outline mt-1.5" onClick={() => file.run(b.place)}>
            File it there
          </button>
          <ProblemNote problem={file.problem} />
        </div>
      )}
    </div>
  );
}

type Choice = { ifTaken?: Word<"Placing", "ifTaken">; makeKeeper?: boolean };

type PlaceFormProps = {
  label: string;
  button: string;
  needed?: boolean;
  file: (place: string, choice: Choice, headers: { "Idempotency-Key": string }) => Promise<unknown>;
};

/** A place as one writes it; a taken one offers to swap or shift, a missing keeper to be made. */
function PlaceForm({ label, button, needed, file }: PlaceFormProps) {
  const [place, setPlace] = useState("");
  const act = useAct((choice: Choice, headers) => file(place, choice, headers), {
    onDone: () => setPlace(""),
  });
  const kind = act.problem instanceof Problem ? act.problem.kind : "";
  const decided = kind === "place-taken" || kind === "no-keeper";

  function submit(event: FormEvent) {
    event.preventDefault();
    act.run({});
  }

  return (
    <form onSubmit={submit} className="mt-2">
      <Field label={label}>
        {(id) => (
          <div className="flex gap-2">
            <input
              id={id}
              className="input w-44"
              placeholder="R1·1"
              autoComplete="off"
              required={needed}
              value={place}
              onChange={(e) => {
                setPlace(e.target.value);
                act.reset();
              }}
            />
            <button type="submit" className="btn btn-outline" disabled={act.running}>
              {button}
            </button>
          </div>
        )}
      </Field>
      {decided ? (
        <div role="alert" className="border border-base-content hatched p-3 my-2">
          <p>{act.problem?.message}</p>
          <div className="flex gap-2 mt-2">
            {kind === "no-keeper" ? (
              <button
                type="button"
                className="btn btn-sm btn-primary"
                onClick={() => act.run({ makeKeeper: true })}
              >
                Make it and file
              </button>
            ) : (
              <>
                <button
                  type="button"
                  className="btn btn-sm btn-primary"
                  onClick={() => act.run({ ifTaken: "SWAP" })}
                >
                  Swap the two
                </button>
                <button
                  type="button"
                  className="btn btn-sm btn-outline"
                  onClick={() => act.run({ ifTaken: "SHIFT" })}
                >
                  Shift by one
                </button>
              </>
            )}
          </div>
        </div>
      ) : (
        <ProblemNote problem={act.problem} />
      )}
      <WaitingNote waiting={act.waiting} />
    </form>
  );
}

function Pictures({ paint, swatch: s }: { paint: Paint; swatch: Swatch }) {
  const navigate = useNavigate();
  const camera = useRef<HTMLInputElement>(null);
  const file = useRef<HTMLInputElement>(null);
  const add = useAct(
    (picture: File, headers) =>
      data(
        client.POST("/api/swatches/{swatch}/pictures", {
          params: { path: { swatch: s.id } },
          headers,
          body: { picture: picture as unknown as string },
          bodySerializer: () => {
            const form = new FormData();
            form.append("picture", picture);
            return form;
          },
        }),
      ),
    { undoable: false, onDone: (added) => navigate(`/pictures/${added.picture}/measure/${paint.id}`) },
  );
  const choose = (list: FileList | null) => {
    const picture = list?.[0];
    if (picture) add.run(picture);
  };
  return (
    <div className="mt-4">
      <div className="flex flex-wrap gap-2 items-center">
        <button
          type="button"
          className="btn btn-outline"
          disabled={add.running}
          onClick={() => file.current?.click()}
        >
          {add.running ? "Reading …" : "Attach a scan or photograph"}
        </button>
        <button type="button" className="btn btn-outline sm:hidden" onClick={() => camera.current?.click()}>
          Use the camera
        </button>
        <input
          ref={file}
          type="file"
          accept="image/jpeg,image/png,image/tiff,image/webp,image/bmp,image/gif"
          className="hidden"
          aria-label="Picture of the swatch"
          onChange={(e) => choose(e.target.files)}
        />
        <input
          ref={camera}
          type="file"
          accept="image/*"
          capture="environment"
          className="hidden"
          aria-label="Photograph of the swatch"
          onChange={(e) => choose(e.target.files)}
        />
        <span className="quiet text-sm">JPEG, PNG, TIFF, WebP, BMP or GIF, up to 90 MB</span>
      </div>
      <ProblemNote problem={add.problem} />
      <WaitingNote waiting={add.waiting} />
      <ul className="flex flex-wrap gap-3 mt-3">
        {s.pictures.map((picture) => (
          <li key={picture.id} className="w-40">
            <Link to={`/pictures/${picture.id}/measure/${paint.id}`}>
              <img
                src={`/api/pictures/${picture.id}`}
                alt={picture.fileName}
                className="w-full h-20 object-cover"
              />
              <span className="underline">
                {s.readings.some((r) => r.picture === picture.id) ? "Measure again" : "Measure it"}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}

function Earlier({ swatch: s }: { swatch: Swatch }) {
  const found = useAct((_: undefined, headers) =>
    data(client.POST("/api/swatches/{swatch}/found", { params: { path: { swatch: s.id } }, headers })),
  );
  return (
    <div className="rule-b py-2">
      <div className="flex justify-between gap-3">
        <span>
          {s.state === "LOST" ? "Lost" : s.state === "CURRENT" ? "Also painted" : "Redone"}
          {s.place ? (
            <>
              , {s.state === "CURRENT" ? "at" : "still at"} <span className="code">{s.place}</span>
            </>
          ) : (
            s.state === "CURRENT" && ", not filed"
          )}
        </span>
        {s.state === "LOST" && (
          <button type="button" className="underline" onClick={() => found.run(undefined)}>
            It is found
          </button>
        )}
      </div>
      <ProblemNote problem={found.problem} />
      <History swatch={s} />
    </div>
  );
}

function History({ swatch: s }: { swatch: Swatch }) {
  return (
    <ol className="quiet text-sm mt-2">
      {s.history.map((h, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: history only grows at its end
        <li key={i}>{h}</li>
      ))}
    </ol>
  );
}
