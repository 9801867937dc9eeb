import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { memo, useCallback, useEffect, useRef, useState, useSyncExternalStore } from "react";
import { Link, useNavigate } from "react-router";
import type { Schemas } from "../../api/client";
import { Strip } from "../../ui/Strip";
import { useKeys } from "../../ui/useKeys";
import { VoiceTrack } from "../../ui/VoiceTrack";
import { words } from "../../ui/words";

type Props = {
  paints: Schemas["PaintEntry"][];
  total: number;
  at?: number;
  onMove: (id: number) => void;
  onOpen: (id: number) => void;
};

const COLUMNS =
  "lg:grid lg:grid-cols-[62px_minmax(100px,190px)_minmax(170px,1fr)_154px_88px] lg:gap-2.5 lg:items-center";

const WIDE = window.matchMedia("(min-width: 1024px)");

function whenWideChanges(tell: () => void) {
  WIDE.addEventListener("change", tell);
  return () => WIDE.removeEventListener("change", tell);
}

/** The collection as painted strips with the ledger's facts beside each; only the rows in view exist. */
export function Ledger({ paints, total, at, onMove, onOpen }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [top, setTop] = useState(0);
  const navigate = useNavigate();
  // In a wide window a row is one line of a height that need not be measured.
  const wide = useSyncExternalStore(whenWideChanges, () => WIDE.matches);
  const rows = useWindowVirtualizer({
    count: paints.length,
    estimateSize: () => (wide ? 50 : 98),
    overscan: 6,
    useFlushSync: false,
    scrollMargin: top,
    getItemKey: (i) => paints[i].id,
  });

  // The same function always, so that rows that stay are not drawn again while the list scrolls.
  const latest = useRef(onMove);
  latest.current = onMove;
  const moveTo = useCallback((id: number) => latest.current(id), []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: what stands above the list changes its place with the find
  useEffect(() => setTop(box.current?.offsetTop ?? 0), [paints.length]);

  // A link to a paint shows it in the list.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only when the list first stands
  useEffect(() => {
    const i = paints.findIndex((p) => p.id === at);
    if (i > 8) rows.scrollToIndex(i, { align: "center" });
  }, [top]);

  function move(by: number) {
    const i = Math.max(0, Math.min(paints.length - 1, paints.findIndex((p) => p.id === at) + by));
    onMove(paints[i].id);
    rows.scrollToIndex(i, { align: "auto" });
  }

  useKeys({
    ArrowDown: () => move(1),
    ArrowUp: () => move(-1),
    Enter: () => at !== undefined && onOpen(at),
    p: () => {
      const place = paints.find((p) => p.id === at)?.place;
      if (place) navigate(`/shelf/at?code=${encodeURIComponent(place)}`);
    },
  });

  return (
    <div>
      <div className={`hidden ${COLUMNS} quiet text-sm pb-1.5 px-2 border-b border-base-content`}>
        <span>No.</span>
        <span>Full strength to palest</span>
        <span>Paint</span>
        <span className="flex gap-1.5 items-end" title="○ label, | pigments, ● paper">
          <span className="sr-only">Label and paper: lightfastness, transparency, staining, granulation</span>
          {["lasts", "clear", "stains", "grain"].map((t) => (
            <span key={t} aria-hidden="true" className="w-[34px] text-[0.72rem] leading-none">
              {t}
            </span>
          ))}
        </span>
        <span>Where it is</span>
      </div>
      <div
        ref={box}
        role="list"
        aria-label="Paints"
        className="relative"
        style={{ height: rows.getTotalSize() }}
      >
        {rows.getVirtualItems().map((item) => {
          const p = paints[item.index];
          return (
            <div
              key={item.key}
              ref={wide ? undefined : rows.measureElement}
              data-index={item.index}
              role="listitem"
              aria-posinset={item.index + 1}
              aria-setsize={total}
              className="absolute left-0 right-0 contain-content"
              style={{ top: item.start - top }}
            >
              <Row paint={p} current={p.id === at} onMove={moveTo} />
            </div>
          );
        })}
      </div>
    </div>
  );
}

const Row = memo(function Row({
  paint: p,
  current,
  onMove,
}: {
  paint: Schemas["PaintEntry"];
  current: boolean;
  onMove: (id: number) => void;
}) {
  return (
    <Link
      to={`/paints/${p.id}`}
      onFocus={() => current || onMove(p.id)}
      onMouseEnter={() => current || onMove(p.id)}
      className={`block ${COLUMNS} rule-b px-2 py-2 lg:py-0 lg:h-[50px] border-l-4 ${current ? "border-l-base-content bg-base-100" : "border-l-transparent"}`}
    >
      <span className="code hidden lg:block">{p.accession}</span>
      <span className="block">
        <Strip strip={p.strip} seed={p.id} label={p.name} className="w-full h-9" />
      </span>
      <span className="block min-w-0 leading-tight pt-1.5 lg:pt-0">
        <span className="flex justify-between gap-2">
          <span className="paint-name text-[1.13rem] truncate">{p.name}</span>
          <span className="code self-center lg:hidden">{place(p)}</span>
        </span>
        <span className="flex gap-1.5 quiet text-[0.87rem]">
          <span className="truncate">
            {[p.maker, p.holding ?? words(p.standing)].filter(Boolean).join(" · ")}
          </span>
          <span className="code text-base-content self-center shrink-0 max-w-[60%] truncate">
            {p.recipe.join(" + ")}
          </span>
        </span>
      </span>
      <span className="hidden lg:flex gap-1.5">
        {p.voices.map((v) => (
          <VoiceTrack key={v.trait} {...v} said={voiceSaid(v)} />
        ))}
      </span>
      <span className={`code hidden lg:block ${p.place ? "" : "quiet"}`}>{place(p)}</span>
    </Link>
  );
});

function place(p: Schemas["PaintEntry"]) {
  if (p.place) return p.place;
  if (p.lost) return "swatch lost";
  return p.painted ? "not filed" : p.standing === "WISHED" ? "wished" : "not painted";
}

export function voiceSaid(v: Schemas["VoiceMark"]) {
  const at = (name: string, step: number | undefined | null) =>
    step == null ? "" : `${name} step ${step + 1}`;
  const parts = [at("label", v.label), at("pigments", v.pigments), at("paper", v.paper)].filter(Boolean);
  return `${v.trait}, ${v.steps} steps: ${parts.join(", ") || "nothing said"}${v.disagree ? "; they disagree" : ""}`;
}
