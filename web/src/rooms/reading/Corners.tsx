import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";
import type { Schemas } from "../../api/client";

type Point = { x: number; y: number };

export const INNER: Point[] = [
  { x: 0.06, y: 0.05 },
  { x: 0.94, y: 0.05 },
  { x: 0.94, y: 0.95 },
  { x: 0.06, y: 0.95 },
];

const NAMES = ["top left", "top right", "bottom right", "bottom left"];

/** Four corners dragged to the outer corners of the printed markers, or of the sheet where it has none. */
export function Corners({
  scan,
  at,
  onChange,
}: {
  scan: Pick<Schemas["ScanView"], "picture" | "fileName">;
  at: Point[];
  onChange: (corners: Point[]) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<number | null>(null);
  const put = (i: number, p: Point) =>
    onChange(at.map((c, j) => (j === i ? { x: within(p.x), y: within(p.y) } : c)));

  function moved(e: PointerEvent) {
    if (held === null || !box.current) return;
    const r = box.current.getBoundingClientRect();
    put(held, { x: (e.clientX - r.left) / r.width, y: (e.clientY - r.top) / r.height });
  }

  function pressed(e: KeyboardEvent, i: number) {
    const by = e.shiftKey ? 0.02 : 0.002;
    const step = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[e.key];
    if (!step) return;
    e.preventDefault();
    put(i, { x: at[i].x + step[0], y: at[i].y + step[1] });
  }

  return (
    <div
      ref={box}
      className="relative touch-none select-none"
      onPointerMove={moved}
      onPointerUp={() => setHeld(null)}
    >
      <img
        src={`/api/pictures/${scan.picture}`}
        alt={scan.fileName}
        className="block w-full"
        draggable={false}
      />
      <svg
        viewBox="0 0 100 100"
        preserveAspectRatio="none"
        className="absolute inset-0 w-full h-full pointer-events-none"
        aria-hidden="true"
      >
        <polygon
          points={at.map((c) => `${c.x * 100},${c.y * 100}`).join(" ")}
          fill="none"
          stroke="white"
          strokeWidth={3}
          vectorEffect="non-scaling-stroke"
        />
        <polygon
          points={at.map((c) => `${c.x * 100},${c.y * 100}`).join(" ")}
          fill="none"
          stroke="black"
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      {at.map((c, i) => (
        <button
          key={NAMES[i]}
          type="button"
          aria-label={`Corner ${NAMES[i]}; arrows move it`}
          className="absolute w-11 h-11 -translate-x-1/2 -translate-y-1/2 cursor-grab grid place-items-center"
          style={{ left: `${c.x * 100}%`, top: `${c.y * 100}%` }}
          onPointerDown={(e) => {
            e.currentTarget.releasePointerCapture?.(e.pointerId);
            setHeld(i);
          }}
          onKeyDown={(e) => pressed(e, i)}
        >
          <span className="block w-5 h-5 border-2 border-black outline-2 outline-white bg-white/40" />
        </button>
      ))}
    </div>
  );
}

function within(v: number) {
  return Math.min(1.05, Math.max(-0.05, v));
}
