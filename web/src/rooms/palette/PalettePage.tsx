import { useEffect, useMemo, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { ActDialog } from "../../ui/ActDialog";
import { dayInWords } from "../../ui/dates";
import { TextField } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { useKeys } from "../../ui/useKeys";
import { counted } from "../../ui/words";
import { ShareButton } from "../sharing/ShareButton";
import { BoxDrawing } from "./BoxDrawing";
import { FillFrom } from "./FillFrom";
import { Judged } from "./Judged";
import { KeepVersion } from "./KeepVersion";
import { NoPalette } from "./NoPalette";
import { Order } from "./Order";
import { Paper } from "./Paper";
import { Rebox } from "./Rebox";
import { type Lying, lyingOf, neighbour, type Palette, useLay, usePalette } from "./usePalette";
import { VersionLine } from "./VersionLine";
import { WellPanel } from "./WellPanel";

export function PalettePage() {
  const id = Number(useParams().palette);
  const query = usePalette(id);
  if (query.isError) return <NoPalette problem={query.error as Problem} />;
  if (!query.data) return <Page title="…">{null}</Page>;
  return <Open key={id} palette={query.data} />;
}

/** What is done: two wells change places, one is filled or emptied, one is locked or let go, an order is laid. */
type Step =
  | { move: [number, number] }
  | { put: [number, number | null] }
  | { lock: number }
  | { order: Lying };

type Asking = "keep" | "paper" | "fill" | "rename" | "rebox" | null;

/** A palette drawn as the box it is; what is done to it is a draft until it is kept. */
function Open({ palette }: { palette: Palette }) {
  const [at, setAt] = useState(0);
  const [open, setOpen] = useState(false);
  const [taken, setTaken] = useState<number | null>(null);
  const [ordering, setOrdering] = useState(false);
  const [shown, setShown] = useState<Schemas["Ordered"] | null>(null);
  const [asking, setAsking] = useState<Asking>(null);
  const [left, setLeft] = useState(0);
  const [moved, setMoved] = useState<{ from: number; said: string; lying: Lying } | null>(null);
  const [steps, setSteps] = useState<Step[]>([]);
  // What the last step left may be known before the page has asked for it anew.
  const latest = useRef(palette);
  useEffect(() => {
    latest.current = palette;
  }, [palette]);
  const lay = useLay((after, { ordered }) => {
    latest.current = after;
    if (!ordered) return;
    setOrdering(false);
    setShown(null);
  });
  const paints = useMemo(
    () => new Map(palette.wells.flatMap((w) => (w.paint ? [[w.paint.id, w.paint] as const] : []))),
    [palette],
  );
  const lying = lyingOf(palette);
  const well = palette.wells[Math.min(at, palette.wells.length - 1)];

  // What is done while the last step is still on its way begins from what that leaves: hands are quicker than a network.
  const laying = useRef(false);
  useEffect(() => {
    if (!lay.running) laying.current = false;
  }, [lay.running]);
  useEffect(() => {
    if (laying.current || steps.length === 0) return;
    laying.current = true;
    setSteps((all) => all.slice(1));
    perform(steps[0]);
  });

  function act(step: Step) {
    setSteps((all) => [...all, step]);
  }

  function perform(step: Step) {
    const on = latest.current;
    const lying = lyingOf(on);
    setLeft(0);
    if ("move" in step) {
      const [from, to] = step.move;
      const next = [...lying];
      [next[from], next[to]] = [next[to], next[from]];
      setMoved({ from: on.roughness, said: on.wells[from].name ?? "", lying: next });
      lay.run({ on, lying: next });
    } else if ("put" in step) {
      const [into, paint] = step.put;
      lay.run({ on, lying: lying.map((p, w) => (w === into ? paint : p)) });
    } else if ("order" in step) {
      lay.run({ on, lying: step.order, ordered: true });
    } else {
      const locked = on.wells.filter((w) => (w.well === step.lock ? !w.locked : w.locked)).map((w) => w.well);
      lay.run({ on, lying, locked });
    }
  }

  function move(from: number, to: number) {
    setTaken(null);
    setAt(to);
    act({ move: [from, to] });
  }

  function choose(w: number) {
    if (taken !== null && taken !== w) move(taken, w);
    else if (taken !== null) setTaken(null);
    else setOpen(true);
  }

  const arrows = Object.fromEntries(
    ["ArrowLeft", "ArrowRight", "ArrowUp", "ArrowDown"].map((key) => [
      key,
      () => setAt(neighbour(palette.wells, at, key)),
    ]),
  );
  useKeys({
    ...arrows,
    Enter: () => choose(at),
    m: () => (taken === null ? well.paint && setTaken(at) : choose(at)),
    x: () => well.name && act({ put: [at, null] }),
    l: () => act({ lock: well.well }),
    Escape: () => {
      setTaken(null);
      setOpen(false);
    },
  });

  // What moving one by hand does is said while the box is laid just so: of whatever comes after it is not the doing.
  const change = moved && String(moved.lying) === String(lying) ? palette.roughness - moved.from : null;

  return (
    <Page
      done={`palette:${palette.id}`}
      title={palette.name}
      under={
        <>
          {palette.boxWords} · {palette.filled} of {palette.wells.length} filled
          {palette.newest > 0
            ? ` · version ${palette.newest}, since ${dayInWords(palette.since ?? "")}`
            : " · not kept as a version yet"}
          {palette.note && <span className="block">{palette.note}</span>}
        </>
      }
      name={palette.name}
      aside={
        <>
          <button
            type="button"
            className="btn btn-primary"
            aria-expanded={ordering}
            onClick={() => setOrdering(!ordering)}
          >
            Order
          </button>
          <button type="button" className="btn btn-outline" onClick={() => setAsking("fill")}>
            Fill
          </button>
          <button type="button" className="btn btn-outline" onClick={() => setAsking("paper")}>
            On paper
          </button>
          <ShareButton of="PALETTE" id={palette.id} />
          <Link className="btn btn-outline" to={`/palettes/${palette.id}/paintings`}>
            Paintings
          </Link>
          <Link className="btn btn-outline" to={`/palettes/${palette.id}/dropped`}>
            Dropped pans
          </Link>
          {palette.since && (
            <Link
              className="btn btn-outline"
              to={`/mixing/greys?from=${encodeURIComponent(`in palette "${palette.name}"`)}`}
            >
              Its greys
            </Link>
          )}
        </>
      }
    >
      <div className="grid gap-x-6 gap-y-4 xl:grid-cols-[minmax(0,1fr)_18.5rem]">
        <div className="min-w-0">
          {ordering && (
            <Order
              palette={palette}
              onShown={setShown}
              onTake={(order) => act({ order })}
              laying={lay.running}
              onClose={() => {
                setOrdering(false);
                setShown(null);
              }}
            />
          )}
          <ProblemNote problem={lay.problem} />
          <WaitingNote waiting={lay.waiting} />
          {taken !== null && (
            <p role="status" className="mb-2">
              {palette.wells[taken].name} is taken up. Choose the well it goes to; what lies there changes
              places with it.
            </p>
          )}
          {change !== null && Math.abs(change) >= 0.5 && taken === null && !ordering && (
            <p role="status" className="mb-2">
              {moved?.said} moved: roughness {Math.round(palette.roughness)},{" "}
              {change < 0 ? `${Math.round(-change)} less than` : `${Math.round(change)} more than`} before.
            </p>
          )}
          {left > 0 && <p className="mb-2">{counted(left, "paint")} found no free well.</p>}
          {palette.notes.map((n) => (
            <p key={n} className="mb-2">
              {n}
            </p>
          ))}
          <BoxDrawing
            palette={palette}
            lying={shown ? shown.wells.map((w) => w ?? null) : undefined}
            paints={paints}
            at={at}
            taken={taken ?? undefined}
            onAt={setAt}
            onOpen={choose}
            onMove={move}
          />
          {!palette.round && <Caption palette={palette} at={at} shown={shown} paints={paints} />}
          <Draft palette={palette} onKeep={() => setAsking("keep")} />
          <VersionLine palette={palette} />
          <p className="mt-4 flex flex-wrap gap-x-5 gap-y-1">
            <button type="button" className="underline quiet py-1" onClick={() => setAsking("rebox")}>
              Put it into another box
            </button>
            <button type="button" className="underline quiet py-1" onClick={() => setAsking("rename")}>
              Rename
            </button>
            <Remove palette={palette} />
          </p>
        </div>
        <aside className="min-w-0">
          {open && well && (
            <div className="max-xl:fixed max-xl:inset-x-0 max-xl:bottom-0 max-xl:z-30 max-xl:max-h-[58vh] max-xl:overflow-y-auto max-xl:bg-base-200 max-xl:border-t max-xl:border-base-content max-xl:p-4">
              <WellPanel
                key={`${well.well} ${well.paint?.id}`}
                palette={palette}
                well={well}
                onLay={(paint) => act({ put: [well.well, paint] })}
                onTake={() => setTaken(well.well)}
                onLock={() => act({ lock: well.well })}
                onClose={() => setOpen(false)}
              />
            </div>
          )}
          <Judged
            palette={palette}
            roughness={shown?.roughness}
            onWell={(w) => {
              setAt(w);
              setOpen(true);
            }}
          />
        </aside>
      </div>
      {asking === "keep" && <KeepVersion palette={palette} onClose={() => setAsking(null)} />}
      {asking === "paper" && <Paper palette={palette} onClose={() => setAsking(null)} />}
      {asking === "fill" && <FillFrom palette={palette} onClose={() => setAsking(null)} onLeft={setLeft} />}
      {asking === "rebox" && <Rebox palette={palette} onClose={() => setAsking(null)} />}
      {asking === "rename" && <Rename palette={palette} onClose={() => setAsking(null)} />}
    </Page>
  );
}

/** The well that is meant, in words: small wells have no room for letters. */
function Caption({
  palette,
  at,
  shown,
  paints,
}: {
  palette: Palette;
  at: number;
  shown: Schemas["Ordered"] | null;
  paints: Map<number, Schemas["PaintEntry"]>;
}) {
  const p = shown ? paints.get(shown.wells[at] ?? -1) : palette.wells[at]?.paint;
  return (
    <p className="mt-2 min-h-6 flex gap-2 items-baseline">
      <b>{at + 1}</b>
      {p ? (
        <>
          <span className="paint-name">{p.name}</span> <span className="code">{p.recipe.join(" ")}</span>
          <span className="quiet">{p.maker}</span>
        </>
      ) : (
        <span className="quiet">{palette.wells[at]?.name ?? "free"}</span>
      )}
    </p>
  );
}

/** What differs from the newest version, and a way to keep it. */
function Draft({ palette, onKeep }: { palette: Palette; onKeep: () => void }) {
  const { changes } = palette;
  const back = useAct((_: undefined, headers) =>
    data(
      client.POST("/api/palettes/{palette}/versions/{number}/back", {
        headers,
        params: { path: { palette: palette.id, number: palette.newest } },
        body: { version: palette.version },
      }),
    ),
  );
  const changed =
    changes.in.length + changes.out.length + changes.moved.length + changes.refilled.length > 0 &&
    palette.filled > 0;
  if (!changed) return null;
  return (
    <div className="rule-box bg-base-100 p-3 mt-3 flex flex-wrap gap-3 items-center justify-between">
      <p className="min-w-0">
        {palette.newest === 0
          ? "A draft, not kept as a version yet."
          : `Changed since version ${palette.newest}: ${changes.said}.`}
      </p>
      <span className="flex gap-2">
        <button type="button" className="btn btn-primary btn-sm" onClick={onKeep}>
          Keep as version {palette.newest + 1}
        </button>
        {palette.newest > 0 && (
          <button type="button" className="btn btn-outline btn-sm" onClick={() => back.run(undefined)}>
            Back to version {palette.newest}
          </button>
        )}
      </span>
      <ProblemNote problem={back.problem} />
    </div>
  );
}

function Rename({ palette, onClose }: { palette: Palette; onClose: () => void }) {
  const [name, setName] = useState(palette.name);
  const [note, setNote] = useState(palette.note);
  const rename = useAct(
    (_: undefined, headers) =>
      data(
        client.PUT("/api/palettes/{palette}", {
          headers,
          params: { path: { palette: palette.id } },
          body: { name, note, version: palette.row },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <ActDialog title="Rename" button="Keep" act={rename} unready={name.trim() === ""} onClose={onClose}>
      <TextField label="Name" value={name} onChange={setName} />
      <TextField className="mt-3" label="Note" value={note} onChange={setNote} />
    </ActDialog>
  );
}

function Remove({ palette }: { palette: Palette }) {
  const navigate = useNavigate();
  const remove = useAct(
    (_: undefined, headers) =>
      data(client.DELETE("/api/palettes/{palette}", { headers, params: { path: { palette: palette.id } } })),
    { onDone: () => navigate("/palettes") },
  );
  useEffect(() => {
    if (remove.problem) window.scrollTo({ top: 0 });
  }, [remove.problem]);
  return (
    <>
      <button type="button" className="underline quiet py-1" onClick={() => remove.run(undefined)}>
        Delete with all its versions
      </button>
      <ProblemNote problem={remove.problem} />
    </>
  );
}
