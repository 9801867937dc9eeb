import { type KeyboardEvent, useState } from "react";
import type { Schemas } from "../../api/client";

type Point = { x: number; y: number };

const VIEWS = [
  ["grid", "Grid"],
  ["read", "As read"],
  ["picture", "Picture"],
] as const;

/**
 * The picture with the ruling laid over it, as the page was found to lie: where a line leaves its square, the reading is off.
 * Held against what was read, paint should vanish into its own colour.
 */
export function Overlay({
  scan,
  at,
  doubted,
  onCell,
}: {
  scan: Schemas["ScanView"];
  at: number | null;
  doubted: Set<number>;
  onCell: (cell: number) => void;
}) {
  const [view, setView] = useState<(typeof VIEWS)[number][0]>("grid");
  const turn = quarters(scan);
  const upright = (p: Point): Point => upended(p, turn, scan.width, scan.height);
  const w = turn % 2 ? scan.height : scan.width;
  const h = turn % 2 ? scan.width : scan.height;
  const hair = Math.max(w, h) / 900;
  const points = (list: Point[]) => list.map((p) => `${p.x},${p.y}`).join(" ");
  const chosen = scan.cells.find((c) => c.cell === at);

  function pressed(event: KeyboardEvent) {
    const step = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key];
    if (!step || scan.cells.length === 0) return;
    event.preventDefault();
    const i = scan.cells.findIndex((c) => c.cell === at);
    onCell(scan.cells[(i + step + scan.cells.length) % scan.cells.length].cell);
  }

  return (
    <div>
      <div className="flex flex-wrap gap-1 mb-1.5" role="group" aria-label="Laid over the picture">
        {VIEWS.map(([value, words]) => (
          <button
            key={value}
            type="button"
            aria-pressed={view === value}
            className={`px-2.5 py-1 border ${view === value ? "bg-primary text-primary-content border-primary" : "border-[var(--rule)]"}`}
            onClick={() => setView(value)}
          >
            {words}
          </button>
        ))}
      </div>
      <div
        className="relative"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: the arrows walk from cell to cell
        tabIndex={0}
        role="group"
        aria-label="The page as found; arrows walk the cells"
        onKeyDown={pressed}
      >
        <svg viewBox={`0 0 ${w} ${h}`} className="block w-full" role="img" aria-label={scan.fileName}>
          <image
            href={`/api/pictures/${scan.picture}`}
            width={scan.width}
            height={scan.height}
            transform={TURNS[turn](scan.width, scan.height)}
          />
          {view !== "picture" && (
            <polygon
              points={points(scan.outline.map(upright))}
              fill="none"
              stroke="black"
              strokeWidth={hair}
              strokeDasharray={`${hair * 6} ${hair * 5}`}
            />
          )}
          {scan.cells.map((c) =>
            c.pieces.map((p, i) => (
              <Piece
                // biome-ignore lint/suspicious/noArrayIndexKey: pieces keep their order
                key={`${c.cell}-${i}`}
                id={`piece-${c.cell}-${i}`}
                corners={p.corners.map(upright)}
                colours={view === "read" ? p.colours : []}
                downwards={scan.downwards}
                lines={view !== "picture"}
                hair={c.cell === at ? hair * 2.2 : hair}
                doubted={i === 0 && doubted.has(c.cell)}
                leftOut={c.leftOut}
                onClick={() => onCell(c.cell)}
              />
            )),
          )}
          {chosen?.pieces[0] && (
            <Tag
              at={upright(chosen.pieces[0].corners[0])}
              most={w}
              size={hair * 15}
              text={`${chosen.cell + 1} ${chosen.entry?.name ?? ""}`}
            />
          )}
        </svg>
      </div>
    </div>
  );
}

function Piece(p: {
  id: string;
  corners: Point[];
  colours: string[];
  downwards: boolean;
  lines: boolean;
  hair: number;
  doubted: boolean;
  leftOut: boolean;
  onClick: () => void;
}) {
  const [a, b, , d] = p.corners;
  const points = p.corners.map((c) => `${c.x},${c.y}`).join(" ");
  const end = p.downwards ? d : b;
  const hairText = Math.hypot(b.x - a.x, b.y - a.y) * 0.7;
  const run = p.colours.length > 1;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the same cells are buttons in the list beside it
    <g onClick={p.onClick} className="cursor-pointer">
      {run && (
        <linearGradient id={p.id} gradientUnits="userSpaceOnUse" x1={a.x} y1={a.y} x2={end.x} y2={end.y}>
          {p.colours.map((c, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: stops keep their order
            <stop key={i} offset={(i + 0.5) / p.colours.length} stopColor={c} />
          ))}
        </linearGradient>
      )}
      <polygon points={points} fill={run ? `url(#${p.id})` : (p.colours[0] ?? "transparent")} stroke="none" />
      {p.lines && (
        <>
          <polygon points={points} fill="none" stroke="white" strokeWidth={p.hair * 2.6} opacity={0.85} />
          <polygon
            points={points}
            fill="none"
            stroke="black"
            strokeWidth={p.hair}
            strokeDasharray={p.leftOut ? `${p.hair * 2} ${p.hair * 3}` : undefined}
          />
        </>
      )}
      {p.doubted && p.lines && (
        <text
          x={a.x}
          y={a.y}
          dx={hairText / 5}
          dy={hairText}
          fontSize={hairText}
          fontWeight={700}
          stroke="white"
          strokeWidth={hairText / 5}
          paintOrder="stroke"
        >
          ?
        </text>
      )}
    </g>
  );
}

function Tag({ at, most, size, text }: { at: Point; most: number; size: number; text: string }) {
  const wide = text.length * size * 0.56 + size;
  const x = Math.max(0, Math.min(at.x, most - wide));
  return (
    <g pointerEvents="none">
      <rect x={x} y={at.y - size * 1.5} width={wide} height={size * 1.4} fill="black" />
      <text x={x + size * 0.45} y={at.y - size * 0.45} fontSize={size} fill="white">
        {text}
      </text>
    </g>
  );
}

/** Quarter turns, clockwise, by which the page lies in its picture. */
function quarters(scan: Schemas["ScanView"]) {
  const [a, b] = scan.outline;
  if (!a || !b) return 0;
  const angle = Math.atan2((b.y - a.y) * scan.height, (b.x - a.x) * scan.width);
  return (Math.round(angle / (Math.PI / 2)) + 4) % 4;
}

/** A share of the picture as a point of the page set upright. */
function upended(p: Point, turn: number, w: number, h: number): Point {
  const x = p.x * w;
  const y = p.y * h;
  if (turn === 1) return { x: y, y: w - x };
  if (turn === 2) return { x: w - x, y: h - y };
  return turn === 3 ? { x: h - y, y: x } : { x, y };
}

/** What lays the picture itself under the points that {@link upended} gives. */
const TURNS = [
  () => "",
  (w: number) => `matrix(0 -1 1 0 0 ${w})`,
  (w: number, h: number) => `matrix(-1 0 0 -1 ${w} ${h})`,
  (_: number, h: number) => `matrix(0 1 -1 0 ${h} 0)`,
];
