/** Contrast of two colours as WCAG 2.2 counts it. */

const linear = (byte: number): number => {
  const part = byte / 255;
  return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
};

function luminance(colour: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => linear(Number.parseInt(colour.slice(at, at + 2), 16)));
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}

/**
 * @param a and `b`: `#rrggbb`
 * @returns from 1 (the same) to 21 (black on white)
 * @example contrastOf('#000000', '#ffffff') // 21
 */
export function contrastOf(a: string, b: string): number {
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (light! + 0.05) / (dark! + 0.05);
}

/** Below it, text of usual size cannot be read by everybody (WCAG 2.2, 1.4.3). */
export const LEAST_CONTRAST = 4.5;
