/** How well a colour is told from another (WCAG 2.2, "contrast ratio" and "relative luminance"). */

function luminance(color: string): number {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5].map((at) => {
    const part = parseInt(color.slice(at, at + 2), 16) / 255;
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

/** From 1, the same, to 21, black on white. Colours are `#RRGGBB`. */
export function contrastOf(a: string, b: string): number {
  const [light = 0, dark = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light + 0.05) / (dark + 0.05);
}

/** Signs that are no text must have that much (WCAG 2.2, 1.4.11). */
export const LEAST_CONTRAST = 3;
