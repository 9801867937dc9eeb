import { useMemo } from "react";
import type { Schemas } from "../api/client";

/** Grains along and across a strip, about two pixels each. The page stretches them, so that none need be measured. */
const GRAINS = {
  row: [96, 18],
  tile: [96, 28],
  plate: [140, 80],
  upright: [140, 76],
} as const;

type Props = {
  strip?: Schemas["StripView"] | null;
  /** Any number: the same paint always shows the same grain. */
  seed: number;
  label: string;
  className?: string;
  /** How large it is shown; upright has full strength at the top instead of on the left. */
  shape?: keyof typeof GRAINS;
};

/**
 * A paint drawn from its own measurement: full strength running to palest, over a black line that shows as far as the
 * paint leaves it (none where no line was painted over), with grain as strong as was measured all along it. Without a measurement, an
 * empty ruled strip.
 */
export function Strip({ strip, seed, label, className = "", shape = "row" }: Props) {
  const picture = useMemo(() => strip && painted(strip, seed, shape), [strip, seed, shape]);

  if (!picture) {
    return (
      <div
        role="img"
        aria-label={`${label}: no swatch measured`}
        className={`border border-dashed border-[var(--field)] hatched ${className}`}
      />
    );
  }
  return <img src={picture} alt={`${label}, full strength to palest`} className={`block ${className}`} />;
}

/** What a strip was drawn from, in words. */
export function drawn(strip: Schemas["StripView"] | null | undefined) {
  if (!strip) return "No swatch measured yet";
  return strip.measured
    ? "Drawn from the measurement of the whole wash"
    : "Drawn from the measured colours, with the run of a thinning film between them";
}

/** As a picture: a page draws many pictures faster than many canvases. */
function painted(strip: Schemas["StripView"], seed: number, shape: keyof typeof GRAINS) {
  const canvas = document.createElement("canvas");
  const upright = shape === "upright";
  const [along, across] = GRAINS[shape];
  canvas.width = upright ? across : along;
  canvas.height = upright ? along : across;
  paint(canvas, strip, seed, upright);
  return canvas.toDataURL();
}

function paint(node: HTMLCanvasElement, strip: Schemas["StripView"], seed: number, upright: boolean) {
  const context = node.getContext("2d");
  if (!context) return;
  const { width, height } = node;
  const image = context.createImageData(width, height);
  const stops = strip.stops.map(rgb);
  const last = stops.length - 1;
  const run = upright ? height : width;
  const across = upright ? width : height;
  const lined = strip.covering != null;
  const from = across * 0.43;
  const to = across * (upright ? 0.5 : 0.57);
  const grains = noise(width, height, seed);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const along = (upright ? y : x) / Math.max(1, run - 1);
      // Where paint gathers in the tooth it is as strong as farther up the run, and beside it as pale as farther down.
      const seen = at(stops, (along + strip.grain * grains[y * width + x]) * last);
      const side = upright ? x : y;
      const onLine = lined && side >= from && side < to;
      // Thinner paint hides less of the line.
      const hides = onLine ? (strip.covering ?? 1) * (1 - along) : 1;
      const to4 = (y * width + x) * 4;
      for (let c = 0; c < 3; c++) image.data[to4 + c] = seen[c] * hides + 22 * (1 - hides);
      image.data[to4 + 3] = 255;
    }
  }
  context.putImageData(image, 0, 0);
}

/** Noise of mean 0 and deviation 1 in grains of two by two, the same for the same seed. */
function noise(width: number, height: number, seed: number) {
  let state = (seed * 2654435761) >>> 0 || 1;
  const next = () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (((state >>> 0) / 4294967296) * 2 - 1) * Math.sqrt(3);
  };
  const across = Math.ceil(width / 2);
  const grains = new Float32Array(across * Math.ceil(height / 2)).map(next);
  return new Float32Array(width * height).map(
    (_, i) => grains[Math.floor(Math.floor(i / width) / 2) * across + Math.floor((i % width) / 2)],
  );
}

/** The colour at a place between the stops; beyond either end, a little stronger or paler than it, as the run goes. */
function at(stops: [number, number, number][], place: number): [number, number, number] {
  const i = Math.max(0, Math.min(stops.length - 2, Math.floor(place)));
  const t = Math.max(-2, Math.min(3, place - i));
  const other = stops[Math.min(stops.length - 1, i + 1)];
  return [0, 1, 2].map((c) => stops[i][c] * (1 - t) + other[c] * t) as [number, number, number];
}

function rgb(hex: string): [number, number, number] {
  const v = Number.parseInt(hex.slice(1), 16);
  return [(v >> 16) & 255, (v >> 8) & 255, v & 255];
}
