import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { Lock } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import type { Schemas } from "../../api/client";
import { Pan } from "./Pan";
import type { Lying, Palette, Well } from "./usePalette";

type Props = {
  palette: Palette;
  /** What lies in each well, where that is not what the draft says. */
  lying?: Lying;
  paints: Map<number, Schemas["PaintEntry"]>;
  at: number;
  /** The well whose paint was taken up. */
  taken?: number;
  onAt: (well: number) => void;
  onOpen: (well: number) => void;
  onMove: (from: number, to: number) => void;
};

/** Below this many pixels a well has no room for letters. */
const LETTERED = 84;

/** The box as it is, to scale: each well with its pan, the wash below it, and its name where there is room. */
export function BoxDrawing({ palette, lying, paints, at, taken, onAt, onOpen, onMove }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [pixels, setPixels] = useState(700);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 8 } }));
  const width = palette.shape.width ?? 100;
  const height = palette.shape.height ?? 100;
  useEffect(() => {
    const node = box.current;
    if (!node || typeof ResizeObserver === "undefined") return;
    const watch = new ResizeObserver(() => setPixels(node.clientWidth));
    watch.observe(node);
    return () => watch.disconnect();
  }, []);

  function dropped(e: DragEndEvent) {
    if (e.over && e.over.id !== e.active.id) onMove(Number(e.active.id), Number(e.over.id));
  }

  // A wheel is as high as it is wide: no higher than the window.
  const most = `${Math.round((Math.min(1, 1.35 * (width / height)) * 1000) / 10) / 10}`;
  return (
    <DndContext sensors={sensors} onDragEnd={dropped} accessibility={{ announcements: SILENT }}>
      <div
        className={`bg-base-100 border border-base-content p-[1.4%] shadow-none ${palette.round ? "max-w-[min(100%,78vh)]" : ""}`}
        style={{ maxWidth: palette.round ? undefined : `min(100%, ${Number(most) * 150}vh)` }}
      >
        <div
          ref={box}
          role="group"
          aria-label={`${palette.name}, ${palette.boxWords}`}
          className="relative bg-base-300 w-full"
          style={{ aspectRatio: `${width} / ${height}` }}
        >
          {palette.round && (
            <Middle
              well={palette.wells[at]}
              paint={lying ? paints.get(lying[at] ?? -1) : palette.wells[at]?.paint}
            />
          )}
          {palette.wells.map((w) => {
            const paint = lying ? paints.get(lying[w.well] ?? -1) : w.paint;
            return (
              <OneWell
                key={w.well}
                well={w}
                paint={paint}
                guess={palette.wells.find((x) => x.paint && x.paint.id === paint?.id)?.guess}
                round={palette.round}
                box={{ width, height }}
                pixels={(w.width / width) * pixels}
                at={w.well === at}
                taken={w.well === taken}
                moved={lying !== undefined && (lying[w.well] ?? null) !== (w.paint?.id ?? null)}
                onAt={() => onAt(w.well)}
                onOpen={() => onOpen(w.well)}
              />
            );
          })}
        </div>
      </div>
    </DndContext>
  );
}

/** In the middle of a wheel there is room for the one that is meant. */
function Middle({ well, paint }: { well?: Well; paint?: Schemas["PaintEntry"] }) {
  if (!well) return null;
  return (
    <div
      className="absolute inset-[27%] grid content-center justify-items-center text-center gap-1.5"
      aria-hidden="true"
    >
      <Pan
        stops={paint?.strip?.stops ?? well.guess}
        guessed={paint !== undefined && !paint.strip}
        className="w-[58%] aspect-[1.25]"
      />
      <span className="paint-name text-xl leading-tight">
        <b className="font-sans not-italic text-base">{well.well + 1}</b> {paint?.name ?? well.name ?? "free"}
      </span>
      <span className="code">{paint?.recipe.join(" ")}</span>
      <span className="quiet">{paint?.maker}</span>
    </div>
  );
}

/** What is taken up and laid down is said by the page itself. */
const SILENT = {
  onDragStart: () => undefined,
  onDragOver: () => undefined,
  onDragEnd: () => undefined,
  onDragCancel: () => undefined,
};

type WellProps = {
  well: Well;
  paint?: Schemas["PaintEntry"];
  guess?: string[];
  round: boolean;
  box: { width: number; height: number };
  pixels: number;
  at: boolean;
  taken: boolean;
  moved: boolean;
  onAt: () => void;
  onOpen: () => void;
};

function OneWell({ well, paint, guess, round, box, pixels, at, taken, moved, onAt, onOpen }: WellProps) {
  const drag = useDraggable({ id: String(well.well), disabled: !paint });
  const drop = useDroppable({ id: String(well.well) });
  const node = useRef<HTMLButtonElement | null>(null);
  useEffect(() => {
    if (at && document.activeElement?.closest("[data-well]")) node.current?.focus();
  }, [at]);
  const stops = paint?.strip?.stops ?? guess;
  const name = paint?.name ?? well.name;
  const lettered = pixels >= LETTERED && !round;
  const also = [
    !lettered && `${name ?? "free"}${paint?.recipe.length ? ` ${paint.recipe.join(" ")}` : ""}`,
    name && !paint && "no longer in the collection",
    well.locked && "locked",
    taken && "taken up",
  ].filter(Boolean);
  return (
    <button
      type="button"
      data-well={well.well}
      ref={(n) => {
        node.current = n;
        drag.setNodeRef(n);
        drop.setNodeRef(n);
      }}
      {...drag.listeners}
      aria-pressed={at}
      tabIndex={at ? 0 : -1}
      title={name ? `${well.well + 1} ${name}` : `${well.well + 1} free`}
      onFocus={onAt}
      onClick={() => {
        onAt();
        onOpen();
      }}
      className="absolute text-left touch-none p-0 cursor-pointer"
      style={{
        left: `${(100 * well.x) / box.width}%`,
        top: `${(100 * well.y) / box.height}%`,
        width: `${(100 * well.width) / box.width}%`,
        height: `${(100 * well.height) / box.height}%`,
        padding: round ? "0.25%" : "0.45%",
        zIndex: drag.isDragging ? 20 : undefined,
        transform: drag.transform ? `translate(${drag.transform.x}px, ${drag.transform.y}px)` : undefined,
        opacity: drag.isDragging ? 0.9 : 1,
      }}
    >
      <span className="sr-only">Well </span>
      <span
        className={`flex flex-col h-full w-full overflow-hidden ${round ? "rounded-full" : ""} ${
          name ? "bg-white" : "bg-transparent"
        } ${
          at
            ? "outline-3 outline-base-content -outline-offset-1"
            : drop.isOver
              ? "outline-2 outline-dashed outline-base-content"
              : ""
        } ${name ? "border border-[var(--field)]" : "border border-dashed border-[var(--field)]"} ${taken ? "opacity-50" : ""}`}
      >
        {name ? (
          <Pan
            stops={stops}
            guessed={!paint?.strip && stops !== undefined}
            round={round}
            className={
              round ? "w-full h-full p-0" : `w-full ${lettered ? "h-[61%]" : "h-full"} p-[5%] pb-[2%]`
            }
          />
        ) : (
          !round && <span className="block grow hatched" />
        )}
        {lettered && (
          <span className="block px-[5%] leading-[1.12] text-black overflow-hidden">
            <span className="paint-name text-[0.86rem] line-clamp-2">
              <b className="font-sans not-italic font-semibold text-[0.76rem]">{well.well + 1}</b>{" "}
              {name ?? <span className="text-base-content">free</span>}
            </span>
            {paint && pixels > 104 && (
              <span className="code block truncate text-[0.66rem]">{paint.recipe.join(" ")}</span>
            )}
          </span>
        )}
      </span>
      {!lettered && (
        <span
          className={`absolute code text-[0.62rem] bg-base-100 text-base-content px-0.5 leading-tight ${
            round ? "left-1/2 -translate-x-1/2 bottom-0" : "left-0 top-0"
          }`}
        >
          {well.well + 1}
        </span>
      )}
      {also.length > 0 && <span className="sr-only"> {also.join(", ")}</span>}
      {(well.locked || moved) && (
        <span className="absolute right-0 top-0 bg-base-100 border border-base-content p-0.5">
          {well.locked ? (
            <Lock size={11} aria-hidden="true" />
          ) : (
            <span className="block size-[7px] bg-base-content" />
          )}
        </span>
      )}
    </button>
  );
}
