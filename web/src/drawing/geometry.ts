/** Points and paths, in the drawing's own millimetres. */

export type Ring = readonly (readonly number[])[];

export const pointsOf = (ring: Ring) => ring.map((point) => `${point[0]},${point[1]}`).join(" ");

/** Width and depth of the box around a ring. */
export function boxOf(ring: Ring): [number, number] {
  const xs = ring.map((point) => point[0] ?? 0);
  const ys = ring.map((point) => point[1] ?? 0);
  return [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
}

/** A box as a ring around its middle. */
export function boxRing(width: number, depth: number): Ring {
  return [
    [-width / 2, -depth / 2],
    [width / 2, -depth / 2],
    [width / 2, depth / 2],
    [-width / 2, depth / 2],
  ];
}

/** The dome of a cookie seen from the side: width and greatest height, standing on y = 0. */
export function dome(width: number, height: number, flat = 0.5): string {
  const half = width / 2;
  const shoulder = half * flat;
  return `M ${-half} 0 C ${-half} ${-height * 0.75} ${-shoulder} ${-height} 0 ${-height} S ${half} ${-height * 0.75} ${half} 0 Z`;
}

/** The step of an axis: the next 1, 2 or 5 of some power of ten. */
export function niceStep(raw: number): number {
  const power = 10 ** Math.floor(Math.log10(Math.max(raw, 0.1)));
  return [1, 2, 5, 10].map((n) => n * power).find((n) => n >= raw) ?? 10 * power;
}
