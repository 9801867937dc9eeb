import { useId } from "react";
import type { Schemas } from "../../api/client";

type Box = { x: number; y: number; width: number; height: number };
type Part = Box & { kind: string; step?: number };
type Cell = Box & { parts: Part[]; paint?: number; second?: number };

export type SheetPage = { width: number; height: number; cells: (Cell & { index: number })[] };

type Props = {
  page: SheetPage;
  paints: Map<number, Schemas["PaintEntry"]>;
  marks?: {
    markers: (Box & { size?: number })[] | { x: number; y: number; size: number }[];
    qr?: { x: number; y: number; size: number } | null;
  };
  /** How mixtures came out, by cell, from full strength to palest. */
  mixed?: Map<number, string[]>;
  /** Cells to paint in; all others stay bare. */
  filled: (cell: number) => boolean;
  /** The cell that is meant, framed. */
  at?: number;
  onCell?: (cell: number) => void;
  label: string;
  className?: string;
};

/** A ruled page, to scale, with what is painted on it drawn from its own measurement. */
export function Sheet({ page, paints, marks, mixed, filled, at, onCell, label, className = "" }: Props) {
  const base = useId().replace(/:/g, "");
  const meant = page.cells.find((c) => c.index === at);
  return (
    <svg
      viewBox={`-1 -1 ${page.width + 2} ${page.height + 2}`}
      role="img"
      aria-label={label}
      className={`block bg-transparent ${className}`}
    >
      <rect
        width={page.width}
        height={page.height}
        fill="white"
        stroke="var(--field)"
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
      {marks?.markers.map((m) => (
        <rect key={`${m.x} ${m.y}`} x={m.x} y={m.y} width={m.size} height={m.size} fill="#222" />
      ))}
      {marks?.qr && (
        <rect
          x={marks.qr.x}
          y={marks.qr.y}
          width={marks.qr.size}
          height={marks.qr.size}
          fill="none"
          stroke="#222"
          strokeDasharray="1 1"
          strokeWidth={0.7}
        />
      )}
      {page.cells.map((c) => (
        <CellOnPaper
          key={c.index}
          cell={c}
          strip={filled(c.index) && c.paint ? shown(c, paints, mixed) : undefined}
          painted={filled(c.index)}
          name={c.paint ? (paints.get(c.second ?? c.paint)?.name ?? "") : ""}
          base={`${base}-${c.index}`}
          onCell={onCell && (() => onCell(c.index))}
        />
      ))}
      {meant && (
        <rect
          x={meant.x - 1.5}
          y={meant.y - 1.5}
          width={meant.width + 3}
          height={meant.height + 3}
          fill="none"
          stroke="black"
          strokeWidth={3}
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  );
}

/** A mixture is drawn as it was read, and not as one of its parts. */
function shown(
  c: Cell & { index: number },
  paints: Props["paints"],
  mixed: Props["mixed"],
): Drawn | undefined {
  const stops = mixed?.get(c.index);
  if (c.second) return stops && { stops };
  return paints.get(c.paint ?? 0)?.strip ?? undefined;
}

/** What is drawn of a cell. */
type Drawn = Pick<Schemas["StripView"], "stops"> & { covering?: number | null };

type CellProps = {
  cell: Cell;
  strip?: Drawn;
  painted: boolean;
  name: string;
  base: string;
  onCell?: () => void;
};

function CellOnPaper({ cell, strip, painted, name, base, onCell }: CellProps) {
  const steps = cell.parts.filter((p) => p.kind === "STEP").length;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the list beside the sheet does the same by keyboard
    <g onClick={onCell} style={onCell && { cursor: "pointer" }}>
      <title>{name}</title>
      <rect x={cell.x} y={cell.y} width={cell.width} height={cell.height} fill="transparent" />
      {strip && <Run id={base} stops={strip.stops} upright={steps === 0 && isUpright(cell)} />}
      {cell.parts.map((p) => {
        const key = `${p.kind} ${p.x} ${p.y}`;
        if (p.kind === "CAPTION") return <Caption key={key} part={p} name={name} />;
        if (p.kind === "HOLE") {
          return (
            <circle
              key={key}
              cx={p.x + p.width / 2}
              cy={p.y + p.height / 2}
              r={p.width / 2}
              fill="none"
              stroke="#777"
              strokeWidth={0.25}
            />
          );
        }
        const black = p.kind === "OPACITY_LINE" || p.kind === "BLACK_BAR";
        return (
          <rect
            key={key}
            x={p.x}
            y={p.y}
            width={p.width}
            height={p.height}
            fill={black ? "#222" : fill(p, strip, steps, base)}
            fillOpacity={black && strip ? Math.max(0.15, 1 - (strip.covering ?? 0)) : 1}
            stroke={strip ? "none" : "#888"}
            strokeWidth={0.25}
          />
        );
      })}
      {painted && !strip && <Hatch cell={cell} />}
    </g>
  );
}

function isUpright(cell: Cell) {
  const field = cell.parts.find((p) => p.kind === "FIELD");
  return cell.parts.some((p) => p.kind === "HOLE") && field !== undefined;
}

function fill(part: Part, strip: Drawn | undefined, steps: number, base: string) {
  if (!strip) return "none";
  if (part.kind === "STEP" || part.kind === "LIT") {
    const t = steps < 2 ? 0 : ((part.step ?? 1) - 1) / (steps - 1);
    return strip.stops[Math.round(t * (strip.stops.length - 1))];
  }
  return part.kind === "MASS_TONE" ? strip.stops[0] : `url(#${base})`;
}

function Run({ id, stops, upright }: { id: string; stops: string[]; upright: boolean }) {
  return (
    <defs>
      <linearGradient id={id} x1="0" y1="0" x2={upright ? "0" : "1"} y2={upright ? "1" : "0"}>
        {stops.map((s, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: stops have no name but their place
          <stop key={i} offset={i / (stops.length - 1)} stopColor={s} />
        ))}
      </linearGradient>
    </defs>
  );
}

/** Painted, but never measured: it is not known what it looks like. */
function Hatch({ cell }: { cell: Cell }) {
  return cell.parts
    .filter((p) => ["MASS_TONE", "STEP", "FIELD", "DROP", "LIT"].includes(p.kind))
    .map((p) => (
      <path
        key={`${p.x} ${p.y}`}
        d={`M${p.x} ${p.y + p.height}L${p.x + p.width} ${p.y}M${p.x} ${p.y + p.height / 2}L${p.x + p.width / 2} ${p.y}M${p.x + p.width / 2} ${p.y + p.height}L${p.x + p.width} ${p.y + p.height / 2}`}
        stroke="#777"
        strokeWidth={0.3}
        fill="none"
      />
    ));
}

/** The name as it will about stand; the printed page is lettered by the server. */
function Caption({ part, name }: { part: Part; name: string }) {
  const size = Math.min(3.2, part.height * 0.5);
  const most = Math.max(3, Math.floor(part.width / (size * 0.52)));
  return (
    <text
      x={part.x + 0.3}
      y={part.y + size * 1.05}
      fontSize={size}
      fontFamily="Literata Variable, serif"
      fontStyle="italic"
      fill="#222"
    >
      {name.length > most ? `${name.slice(0, most - 1)}…` : name}
    </text>
  );
}
