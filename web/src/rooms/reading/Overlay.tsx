import { type KeyboardEvent, useState } from "react";
import type { Schemas } from "../../api/client";

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
  const w = scan.width;
  const h = scan.height;
  const hair = Math.max(w, h) / 900;
  const points = (list: Schemas["PicturePoint"][]) => list.map((p) => `${p.x * w},${p.y * h}`).join(" ");
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
        <img src={`/api/pictures/${scan.picture}`} alt={scan.fileName} className="block w-full" />
        <svg viewBox={`0 0 ${w} ${h}`} className="absolute inset-0 w-full h-full" aria-hidden="true">
          {view !== "picture" && (
            <polygon
              points={points(scan.outline)}
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
                points={points(p.corners)}
                corners={p.corners}
                colours={view === "read" ? p.colours : []}
                downwards={scan.downwards}
                lines={view !== "picture"}
                hair={c.cell === at ? hair * 2.2 : hair}
                doubted={doubted.has(c.cell)}
                leftOut={c.leftOut}
                w={w}
                h={h}
                onClick={() => onCell(c.cell)}
              />
            )),
          )}
          {chosen?.pieces[0] && (
            <Tag
              x={chosen.pieces[0].corners[0].x * w}
              y={chosen.pieces[0].corners[0].y * h}
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
  points: string;
  corners: Schemas["PicturePoint"][];
  colours: string[];
  downwards: boolean;
  lines: boolean;
  hair: number;
  doubted: boolean;
  leftOut: boolean;
  w: number;
  h: number;
  onClick: () => void;
}) {
  const [a, b, , d] = p.corners;
  const end = p.downwards ? d : b;
  const run = p.colours.length > 1;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the same cells are buttons in the list beside it
    <g onClick={p.onClick} className="cursor-pointer">
      {run && (
        <linearGradient
          id={p.id}
          gradientUnits="userSpaceOnUse"
          x1={a.x * p.w}
          y1={a.y * p.h}
          x2={end.x * p.w}
          y2={end.y * p.h}
        >
          {p.colours.map((c, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: stops keep their order
            <stop key={i} offset={(i + 0.5) / p.colours.length} stopColor={c} />
          ))}
        </linearGradient>
      )}
      <polygon
        points={p.points}
        fill={run ? `url(#${p.id})` : (p.colours[0] ?? "transparent")}
        stroke="none"
      />
      {p.lines && (
        <>
          <polygon points={p.points} fill="none" stroke="white" strokeWidth={p.hair * 2.6} opacity={0.85} />
          <polygon
            points={p.points}
            fill="none"
            stroke="black"
            strokeWidth={p.hair}
            strokeDasharray={p.leftOut ? `${p.hair * 2} ${p.hair * 3}` : undefined}
          />
        </>
      )}
      {p.doubted && p.lines && (
        <text
          x={a.x * p.w}
          y={a.y * p.h}
          dx={p.hair * 3}
          dy={p.hair * 18}
          fontSize={p.hair * 18}
          fontWeight={700}
          stroke="white"
          strokeWidth={p.hair * 3}
          paintOrder="stroke"
        >
          ?
        </text>
      )}
    </g>
  );
}

function Tag({ x, y, size, text }: { x: number; y: number; size: number; text: string }) {
  return (
    <g pointerEvents="none">
      <rect
        x={x}
        y={y - size * 1.5}
        width={text.length * size * 0.56 + size}
        height={size * 1.4}
        fill="black"
      />
      <text x={x + size * 0.45} y={y - size * 0.45} fontSize={size} fill="white">
        {text}
      </text>
    </g>
  );
}
