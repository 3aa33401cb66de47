/**
 * Signs for letters that depend on each other (Arabic, Indic scripts, Thai marks, letters with marks of their own), by
 * HarfBuzz: the shaper of browsers too. It is brought when a text first needs it.
 */
import { SCRIPT_TAGS, type Script } from './scripts';

type HarfBuzz = typeof import('harfbuzzjs');
let harfbuzz: HarfBuzz | undefined;

export async function loadShaper(): Promise<void> {
  harfbuzz ??= await import('harfbuzzjs');
}

/** Thrown where the shaper is not here yet: whoever can bring it does, and begins again. */
export class ShaperMissing extends Error {
  constructor() {
    super('the shaper is not loaded');
  }
}

/** A sign of a font; lengths in em, up is positive. */
export interface Glyph {
  readonly id: number;
  /** Offset of the first of the letters that it stands for. */
  readonly at: number;
  readonly advance: number;
  /** From where it would stand to where it is drawn. */
  readonly dx: number;
  readonly dy: number;
}

export interface Shaper {
  /** Signs from left to right. @param rtl whether the text runs from right to left */
  glyphs(text: string, script: Script | undefined, rtl: boolean): readonly Glyph[];
  /** Outline of a sign as SVG path data, in em, y down. */
  outline(id: number): string;
  /** How far the ink of a sign reaches above and below the baseline. */
  reach(id: number): { readonly above: number; readonly below: number };
}

/**
 * A font's shaper.
 * @throws ShaperMissing
 */
export function shaperOf(bytes: Uint8Array): Shaper {
  if (!harfbuzz) throw new ShaperMissing();
  const { Blob, Buffer, ClusterLevel, Direction, Face, Font, shape } = harfbuzz;
  const face = new Face(new Blob(bytes));
  const font = new Font(face);
  const em = face.upem;
  const outlines = new Map<number, string>();
  return {
    glyphs(text, script, rtl) {
      const buffer = new Buffer();
      buffer.addText(text);
      buffer.setDirection(rtl ? Direction.RTL : Direction.LTR);
      if (script) buffer.setScript(SCRIPT_TAGS[script]);
      buffer.setClusterLevel(ClusterLevel.MONOTONE_GRAPHEMES);
      // What is left unset is told by the letters.
      buffer.guessSegmentProperties();
      shape(font, buffer);
      const places = buffer.getGlyphPositions();
      return buffer.getGlyphInfos().map(({ codepoint, cluster }, i): Glyph => {
        const { xAdvance, xOffset, yOffset } = places[i]!;
        return { id: codepoint, at: cluster, advance: xAdvance / em, dx: xOffset / em, dy: yOffset / em };
      });
    },
    outline(id) {
      const known = outlines.get(id);
      if (known !== undefined) return known;
      const path = font
        .glyphToJson(id)
        .map(
          ({ type, values }) => type + values.map((value, i) => ((i % 2 ? -value : value) / em).toFixed(4)).join(' '),
        )
        .join('');
      outlines.set(id, path);
      return path;
    },
    reach(id) {
      const extents = font.glyphExtents(id);
      if (!extents) return { above: 0, below: 0 };
      const { yBearing, height } = extents;
      return { above: yBearing / em, below: -(yBearing + height) / em };
    },
  };
}
