export type Lab = { l: number; a: number; b: number };

const EPSILON = 216 / 24389;
const KAPPA = 24389 / 27;
/** From linear sRGB to XYZ under D50 (B. Lindbloom, “RGB/XYZ matrices”, sRGB adapted by Bradford). */
const TO_XYZ = [
  [0.4360747, 0.3850649, 0.1430804],
  [0.2225045, 0.7168786, 0.0606169],
  [0.0139322, 0.0971045, 0.7141733],
];
const WHITE = [0.96422, 1, 0.82521];

/** CIE L*a*b*, D50, of a colour of sRGB, 0 to 255 each. */
export function labOf(rgb: readonly number[]): Lab {
  const linear = rgb.map((v) => {
    const c = v / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  });
  const [x, y, z] = TO_XYZ.map((row, i) => {
    const t = row.reduce((sum, m, n) => sum + m * linear[n], 0) / WHITE[i];
    return t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116;
  });
  return { l: 116 * y - 16, a: 500 * (x - y), b: 200 * (y - z) };
}

/** The mean of a square of a picture, four bytes a dot, in light and not in its code; so far from its middle on each side. */
export function meanAt(
  bytes: ArrayLike<number>,
  width: number,
  height: number,
  x: number,
  y: number,
  reach: number,
) {
  const sum = [0, 0, 0];
  let dots = 0;
  for (let j = Math.max(0, y - reach); j <= Math.min(height - 1, y + reach); j++) {
    for (let i = Math.max(0, x - reach); i <= Math.min(width - 1, x + reach); i++) {
      for (let c = 0; c < 3; c++) sum[c] += (bytes[4 * (j * width + i) + c] / 255) ** 2.2;
      dots++;
    }
  }
  return sum.map((v) => 255 * (v / dots) ** (1 / 2.2));
}
