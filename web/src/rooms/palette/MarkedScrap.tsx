import { type ChangeEvent, type PointerEvent, useRef, useState } from "react";
import { client, data, type Schemas } from "../../api/client";
import { asForm } from "../../api/form";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { Matched } from "./DroppedPage";
import type { Palette } from "./usePalette";

type Rectangle = Schemas["Rectangle"];

/** A picture of any scrap: what is painted is found by its edges, what was missed is drawn round with the pointer. */
export function MarkedScrap({ palette }: { palette: Palette }) {
  const [rectangles, setRectangles] = useState<Rectangle[]>([]);
  const path = { palette: palette.id };
  const send = useAct(
    (file: File, headers) => {
      return data(
        client.POST("/api/palettes/{palette}/dropped/pictures", {
          headers,
          params: { path },
          ...asForm("picture", file),
        }),
      );
    },
    { undoable: false, onDone: (done) => setRectangles(done.rectangles) },
  );
  const match = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/palettes/{palette}/dropped/marked", {
          headers,
          params: { path },
          body: { picture: send.result?.picture ?? 0, rectangles },
        }),
      ),
    { undoable: false },
  );
  function chosen(e: ChangeEvent<HTMLInputElement>) {
    const file = e.target.files?.[0];
    if (file) send.run(file);
    e.target.value = "";
  }
  if (match.result) return <Matched palette={palette} dropped={match.result} />;
  return (
    <>
      <label className={send.result ? "underline cursor-pointer" : "btn btn-outline"}>
        {send.result ? "Another picture" : "Choose the picture"}
        <input type="file" accept="image/*" className="sr-only" onChange={chosen} />
      </label>
      <WaitingNote waiting={send.waiting} />
      {send.running && <p role="status">Looking for what is painted …</p>}
      <ProblemNote problem={send.problem ?? match.problem} />
      {send.result && (
        <>
          <p className="mt-3">
            {rectangles.length} found. Draw round what was missed; tap one to leave it out.
          </p>
          <Marks picture={send.result.picture} rectangles={rectangles} onRectangles={setRectangles} />
          <button
            type="button"
            className="btn btn-primary mt-3"
            disabled={rectangles.length === 0 || match.running}
            onClick={() => match.run(undefined)}
          >
            Which is which?
          </button>
        </>
      )}
    </>
  );
}

type Point = { x: number; y: number };

function Marks({
  picture,
  rectangles,
  onRectangles,
}: {
  picture: number;
  rectangles: Rectangle[];
  onRectangles: (rectangles: Rectangle[]) => void;
}) {
  const [drawn, setDrawn] = useState<{ from: Point; to: Point } | null>(null);
  const [side, setSide] = useState(0.7);
  const node = useRef<SVGSVGElement>(null);
  function at(e: PointerEvent): Point {
    const box = node.current?.getBoundingClientRect();
    if (!box) return { x: 0, y: 0 };
    const within = (v: number) => Math.max(0, Math.min(1, v));
    return { x: within((e.clientX - box.left) / box.width), y: within((e.clientY - box.top) / box.height) };
  }
  function up() {
    if (drawn && Math.abs(drawn.to.x - drawn.from.x) > 0.01 && Math.abs(drawn.to.y - drawn.from.y) > 0.01) {
      const x = [Math.min(drawn.from.x, drawn.to.x), Math.max(drawn.from.x, drawn.to.x)];
      const y = [Math.min(drawn.from.y, drawn.to.y), Math.max(drawn.from.y, drawn.to.y)];
      onRectangles([
        ...rectangles,
        {
          corners: [
            { x: x[0], y: y[0] },
            { x: x[1], y: y[0] },
            { x: x[1], y: y[1] },
            { x: x[0], y: y[1] },
          ],
        },
      ]);
    }
    setDrawn(null);
  }
  return (
    <div className="relative mt-2 select-none">
      <img
        src={`/api/pictures/${picture}`}
        alt="The scrap"
        className="w-full block"
        draggable={false}
        onLoad={(e) => setSide(e.currentTarget.naturalHeight / e.currentTarget.naturalWidth)}
      />
      <svg
        ref={node}
        viewBox={`0 0 1 ${side}`}
        className="absolute inset-0 w-full h-full touch-none cursor-crosshair"
        role="img"
        aria-label={`${rectangles.length} swatches marked`}
        onPointerDown={(e) => setDrawn({ from: at(e), to: at(e) })}
        onPointerMove={(e) => drawn && setDrawn({ ...drawn, to: at(e) })}
        onPointerUp={up}
      >
        {rectangles.map((r, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a rectangle has no name but its number
          <g key={i}>
            {/* biome-ignore lint/a11y/noStaticElementInteractions: the list below does the same by keyboard */}
            <polygon
              points={r.corners.map((c) => `${c.x},${c.y * side}`).join(" ")}
              fill="transparent"
              stroke="black"
              strokeWidth={0.004}
              onPointerDown={(e) => e.stopPropagation()}
              onClick={() => onRectangles(rectangles.filter((_, j) => j !== i))}
            />
            <text
              x={r.corners[0].x + 0.006}
              y={r.corners[0].y * side + 0.03}
              fontSize={0.028}
              stroke="white"
              strokeWidth={0.008}
              paintOrder="stroke"
              pointerEvents="none"
            >
              {i + 1}
            </text>
          </g>
        ))}
        {drawn && (
          <rect
            x={Math.min(drawn.from.x, drawn.to.x)}
            y={Math.min(drawn.from.y, drawn.to.y) * side}
            width={Math.abs(drawn.to.x - drawn.from.x)}
            height={Math.abs(drawn.to.y - drawn.from.y) * side}
            fill="none"
            stroke="black"
            strokeWidth={0.004}
            strokeDasharray="0.01 0.01"
          />
        )}
      </svg>
      <ul className="flex flex-wrap gap-x-3 mt-1" aria-label="Marked">
        {rectangles.map((_, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a rectangle has no name but its number
          <li key={i}>
            <button
              type="button"
              className="underline quiet py-1"
              aria-label={`Leave swatch ${i + 1} out`}
              onClick={() => onRectangles(rectangles.filter((__, j) => j !== i))}
            >
              {i + 1} ✕
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
