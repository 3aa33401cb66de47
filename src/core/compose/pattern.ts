import type { Page } from '../chart';
import type { Size } from '../kinds';
import { type Mark, short } from '../scene';
import { between, type House } from '../style';

/** Measures of patterns, in points; how much of the quiet ink is in their colour. */
const PATTERN = { step: 14, width: 0.6, dot: 1.5, part: 0.2, wave: 3 } as const;

/** What lies faintly on the paper: few long strokes, so that it weighs nothing. */
export function patternMarks(pattern: NonNullable<Page['pattern']>, { width, height }: Size, house: House): Mark[] {
  const stroke = between(house.sheet, house.quietInk, PATTERN.part);
  const { step } = PATTERN;
  const upTo = (extent: number) => Array.from({ length: Math.round(extent / step) }, (_, i) => (i + 0.5) * step);
  const [rows, columns] = [upTo(height), upTo(width)];
  const across = (y: number) => `M0 ${short(y)}H${short(width)}`;
  switch (pattern) {
    case 'dots':
      return [
        {
          type: 'path',
          d: rows.map((y) => `M${step / 2} ${short(y)}H${short(width)}`).join(''),
          stroke,
          width: PATTERN.dot,
          // Strokes of no length with round ends are dots.
          dash: [0.01, step],
          round: true,
        },
      ];
    case 'squares': {
      const down = columns.map((x) => `M${short(x)} 0V${short(height)}`);
      return [{ type: 'path', d: [...rows.map(across), ...down].join(''), stroke, width: PATTERN.width }];
    }
    case 'stripes': {
      const far = width + height;
      const lines = Array.from({ length: Math.ceil(far / step) }, (_, i) => (i + 0.5) * step);
      const d = lines.map((at) => {
        // From the left or lower edge to the upper or right one, never beyond the page.
        const [x, y] = at <= height ? [0, at] : [at - height, height];
        const [tx, ty] = at <= width ? [at, 0] : [width, at - width];
        return `M${short(x)} ${short(y)}L${short(tx)} ${short(ty)}`;
      });
      return [{ type: 'path', d: d.join(''), stroke, width: PATTERN.width }];
    }
    case 'waves': {
      // So many half waves that the last one ends at the edge, and none leaves the page at the foot.
      const count = Math.max(1, Math.round(width / step));
      const half = width / count;
      const d = rows
        .filter((y) => y + PATTERN.wave < height)
        .map((y) => {
          const rest = Array.from({ length: count - 1 }, (_, i) => `T${short((i + 2) * half)} ${short(y)}`);
          return `M0 ${short(y)}Q${short(half / 2)} ${short(y - PATTERN.wave)} ${short(half)} ${short(y)}${rest.join('')}`;
        });
      return [{ type: 'path', d: d.join(''), stroke, width: PATTERN.width }];
    }
  }
}
