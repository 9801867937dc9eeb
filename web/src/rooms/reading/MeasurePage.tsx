import { type KeyboardEvent, type MouseEvent, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { client, data, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { usePaint } from "../collection/usePaints";
import { Corners, INNER } from "./Corners";

const SPOTS = [
  ["full", "full strength", "Tap where the paint is at full strength."],
  ["palest", "palest", "Tap where it is palest."],
  ["paper", "bare paper", "Tap bare paper beside it, so that its white is known."],
  ["line", "over the black line", "Tap paint over the black line, if there is one."],
] as const;

type Kind = (typeof SPOTS)[number][0];
type Picked = Partial<Record<Kind, Schemas["SpotView"]>>;

/** Two points make a reading; two more make it better. */
export function MeasurePage() {
  const { picture, paint } = useParams();
  const navigate = useNavigate();
  const p = usePaint(Number(paint)).data;
  const [picked, setPicked] = useState<Picked>({});
  const [next, setNext] = useState<Kind>("full");
  const [radius, setRadius] = useState(0.02);
  const [failed, setFailed] = useState(false);
  const measure = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/pictures/{picture}/readings", {
          params: { path: { picture: Number(picture) } },
          headers,
          body: {
            full: picked.full ?? { x: 0, y: 0 },
            palest: picked.palest ?? { x: 0, y: 0 },
            paper: picked.paper,
            line: picked.line,
            radius,
          },
        }),
      ),
    { onDone: () => navigate(`/paints/${paint}`) },
  );

  const [corners, setCorners] = useState<Schemas["SpotView"][] | null>(null);
  const [found, setFound] = useState(true);
  /** The edges of the paint to begin from; where none are found, a rectangle in the middle. */
  const edges = useAct(
    async (_: undefined) => {
      const { data: at } = await client.GET("/api/pictures/{picture}/edges", {
        params: { path: { picture: Number(picture) } },
      });
      return at?.corners ?? null;
    },
    {
      undoable: false,
      onDone: (at) => {
        setFound(at != null);
        setCorners(at ?? INNER);
      },
    },
  );
  const whole = useAct(
    (marked: Schemas["SpotView"][], headers) =>
      data(
        client.POST("/api/pictures/{picture}/rectangle", {
          params: { path: { picture: Number(picture) } },
          headers,
          body: { corners: marked },
        }),
      ),
    { onDone: () => navigate(`/paints/${paint}`) },
  );

  function pick(spot: Schemas["SpotView"]) {
    const now = { ...picked, [next]: spot };
    setPicked(now);
    const open = SPOTS.find(([kind]) => !now[kind]);
    if (open) setNext(open[0]);
  }

  function tapped(event: MouseEvent<HTMLButtonElement>) {
    if (event.detail === 0) return;
    const box = event.currentTarget.getBoundingClientRect();
    pick({ x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height });
  }

  /** Arrows move the spot being picked, a hundredth at a time. */
  function pressed(event: KeyboardEvent) {
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!step) return;
    event.preventDefault();
    const from = picked[next] ?? { x: 0.5, y: 0.5 };
    const within = (v: number) => Math.min(1, Math.max(0, v));
    setPicked({
      ...picked,
      [next]: { x: within(from.x + step[0] / 100), y: within(from.y + step[1] / 100) },
    });
  }

  const info = p?.swatches.flatMap((s) => s.pictures).find((x) => x.id === Number(picture));
  const side = info ? Math.min(info.width, info.height) : 1;
  return (
    <Page
      name={`Measure ${p?.name ?? ""}`}
      title={
        <>
          Measure <span className="paint-name">{p?.name}</span>
        </>
      }
      under={SPOTS.find(([kind]) => kind === next)?.[2]}
      aside={
        <Link to={`/paints/${paint}`} className="btn btn-outline">
          Leave
        </Link>
      }
    >
      <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_300px]">
        <div>
          {failed && <p role="alert">The picture cannot be shown. It may belong to a swatch that is gone.</p>}
          {corners ? (
            <Corners
              scan={{ picture: Number(picture), fileName: info?.fileName ?? "" }}
              at={corners}
              onChange={setCorners}
            />
          ) : (
            <button
              type="button"
              className="relative block w-full max-w-4xl cursor-crosshair"
              aria-label={`Picture of the swatch. Tap to pick ${SPOTS.find(([k]) => k === next)?.[1]}; arrow keys move it.`}
              onClick={tapped}
              onKeyDown={pressed}
            >
              <img
                src={`/api/pictures/${picture}`}
                alt=""
                className="block w-full"
                draggable={false}
                onError={() => setFailed(true)}
              />
              {SPOTS.map(([kind, words]) => {
                const at = picked[kind];
                if (!at || !info) return null;
                return (
                  <span
                    key={kind}
                    className="absolute border-2 border-white outline-2 outline-black -translate-x-1/2 -translate-y-1/2"
                    style={{
                      left: `${at.x * 100}%`,
                      top: `${at.y * 100}%`,
                      width: `max(12px, ${((2 * radius * side) / info.width) * 100}%)`,
                      aspectRatio: "1",
                    }}
                  >
                    <span className="absolute left-full top-0 ml-1.5 bg-black text-white px-1 text-xs whitespace-nowrap">
                      {words}
                    </span>
                  </span>
                );
              })}
            </button>
          )}
        </div>
        <div className="space-y-3">
          {corners ? (
            <div className="space-y-3">
              <p>
                {found
                  ? "These edges were found. Drag a corner where they are wrong."
                  : "No edges were found by themselves: drag the corners to those of the paint, round from its top left."}{" "}
                It is read along its longer side; leave some bare paper round it in the picture.
              </p>
              <ProblemNote problem={whole.problem ?? edges.problem} />
              <button
                type="button"
                className="btn btn-primary w-full"
                disabled={whole.running}
                onClick={() => whole.run(corners)}
              >
                Measure the rectangle
              </button>
              <button type="button" className="btn btn-outline w-full" onClick={() => setCorners(null)}>
                Pick spots instead
              </button>
            </div>
          ) : (
            <button
              type="button"
              className="btn btn-outline w-full"
              disabled={edges.running}
              onClick={() => edges.run(undefined)}
            >
              Mark the whole swatch
            </button>
          )}
          <ol className="space-y-1">
            {SPOTS.map(([kind, words], i) => (
              <li key={kind}>
                <button
                  type="button"
                  aria-pressed={next === kind}
                  className={`w-full text-left px-3 py-2 border ${next === kind ? "border-base-content bg-base-100 font-semibold" : "border-[var(--rule)]"}`}
                  onClick={() => setNext(kind)}
                >
                  {picked[kind] ? "✓ " : ""}
                  {words}
                  {i > 1 && <span className="quiet font-normal">, if you can</span>}
                </button>
              </li>
            ))}
          </ol>
          <label className="block">
            <span className="label-text">Area measured</span>
            <input
              type="range"
              className="range range-xs w-full"
              min={0.005}
              max={0.08}
              step={0.005}
              value={radius}
              onChange={(e) => setRadius(Number(e.target.value))}
            />
          </label>
          <ProblemNote problem={measure.problem} />
          <WaitingNote waiting={measure.waiting} />
          <button
            type="button"
            className="btn btn-primary w-full"
            disabled={!picked.full || !picked.palest || measure.running}
            onClick={() => measure.run(undefined)}
          >
            Measure
          </button>
          {info?.notes.map((n) => (
            <p key={n} className="quiet">
              {n}
            </p>
          ))}
          {info && (
            <p className="quiet text-sm">
              {info.fileName},{" "}
              <span className="code">
                {info.width} × {info.height}
              </span>
              {info.profile ? `, ${info.profile}` : ", taken as sRGB"}
            </p>
          )}
        </div>
      </div>
    </Page>
  );
}
