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
 * paint leaves it (none where no line was painted over), with grain as strong as was measured. Without a measurement, an
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
  return (
    <img
      src={picture}
      alt={`${label}, full strength to palest`}
      className={`block [image-rendering:pixelated] ${className}`}
    />
  );
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
  const run = upright ? height : width;
  const across = upright ? width : height;
  const lined = strip.covering != null;
  const from = across * 0.43;
  const to = across * (upright ? 0.5 : 0.57);
  // One step of L* is about two and a half steps of 255.
  const strength = strip.grain * 2.55;
  let state = (seed * 2654435761) >>> 0 || 1;
  const noise = new Float32Array(width * height).map(() => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (((state >>> 0) / 4294967296) * 2 - 1) * 1.7;
  });
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const along = ((upright ? y : x) / Math.max(1, run - 1)) * (stops.length - 1);
      const i = Math.min(stops.length - 2, Math.floor(along));
      const t = along - i;
      const side = upright ? x : y;
      const onLine = lined && side >= from && side < to;
      const grain = noise[y * width + x] * strength;
      const at = (y * width + x) * 4;
      for (let c = 0; c < 3; c++) {
        const colour = stops[i][c] * (1 - t) + stops[i + 1][c] * t;
        // Thinner paint hides less of the line.
        const hides = (strip.covering ?? 1) * (1 - along / (stops.length - 1));
        const seen = onLine ? colour * hides + 22 * (1 - hides) : colour;
        image.data[at + c] = seen + (onLine ? grain * hides : grain);
      }
      image.data[at + 3] = 255;
    }
  }
  context.putImageData(image, 0, 0);
}

function rgb(hex: string): [number, number, number] {
  const v = Number.parseInt(hex.slice(1), 16);
  return [(v >> 16) & 255, (v >> 8) & 255, v & 255];
}
