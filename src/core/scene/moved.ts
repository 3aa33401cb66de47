/** A picture set down on another page: all of it moved and scaled alike. */
import type { Box, Mark, Scene } from './scene';

/** From the old page to the new one: points of the old are so many of the new, then moved. */
export interface Move {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

export const movedBox = ({ x, y, width, height }: Box, by: Move): Box => ({
  x: by.x + x * by.scale,
  y: by.y + y * by.scale,
  width: width * by.scale,
  height: height * by.scale,
});

function movedMark(mark: Mark, by: Move): Mark {
  if (mark.type === 'path') {
    const { x, y, scale } = mark.at ?? { x: 0, y: 0, scale: 1 };
    return { ...mark, at: { x: by.x + x * by.scale, y: by.y + y * by.scale, scale: scale * by.scale } };
  }
  if (mark.type === 'image') return { ...mark, ...movedBox(mark, by) };
  return { ...mark, x: by.x + mark.x * by.scale, y: by.y + mark.y * by.scale, size: mark.size * by.scale };
}

/** @param size of the page it is set down on; what lies behind the picture stays behind */
export function movedScene(scene: Scene, by: Move, { width, height }: Pick<Box, 'width' | 'height'>): Scene {
  const { frame, pageAt = { x: 0, y: 0 }, under, clip, over } = scene;
  const own: Move = { x: by.x + pageAt.x * by.scale, y: by.y + pageAt.y * by.scale, scale: by.scale };
  const { pageAt: _, ...rest } = scene;
  return {
    ...rest,
    width,
    height,
    picture: movedBox(scene.picture, by),
    margin: scene.margin * by.scale,
    frame: { x: by.x + frame.x * by.scale, y: by.y + frame.y * by.scale, scale: frame.scale * by.scale },
    items: scene.items.map((item) => ({ ...item, box: movedBox(item.box, by) })),
    page: scene.page.map((mark) => movedMark(mark, own)),
    ...(under && { under: under.map((mark) => movedMark(mark, own)) }),
    ...(clip && { clip: movedBox(clip, by) }),
    ...(over && { over: over.map((mark) => movedMark(mark, by)) }),
    notes: scene.notes.map((note) => ({ ...note, box: movedBox(note.box, by) })),
    areas: scene.areas.map((area) => ({
      ...area,
      ...(area.labels && { labels: area.labels.map((box) => movedBox(box, by)) }),
    })),
    bands: scene.bands.map((band) => {
      const off = scene.axis === 'columns' ? by.x : by.y;
      const placed = band.start !== 0 || band.end !== 0;
      return placed ? { ...band, start: off + band.start * by.scale, end: off + band.end * by.scale } : band;
    }),
  };
}
