/** Notes on the sheet: made, moved, given another anchor. Each stays where it is seen when its anchor changes. */
import type { Note } from '../../core/chart';
import { hundredths } from '../../core/hundredths';
import { type Box, overlapping, type Scene } from '../../core/scene';
import { change, noteOpened, shown, useEditor } from './state/store';
import { words } from './words';

export const putNote = (note: Note) => change({ type: 'set-notes', put: [note], remove: [] }, `note ${note.id}`);
export const removeNote = (id: string) => change({ type: 'set-notes', put: [], remove: [id] });

/** The item or the enclosure that a note keeps its place to, where it is not the page. */
export const anchorOf = ({ at }: Note): { item?: string; enclosure?: string } => ({
  ...('item' in at && { item: at.item }),
  ...('enclosure' in at && { enclosure: at.enclosure }),
});

/** Points on the page that one of a note's own is. */
const unitOf = (note: Note, scene: Scene | undefined) =>
  'item' in note.at || 'enclosure' in note.at ? (scene?.frame.scale ?? 1) : 1;

/** A note moved by so many points on the page. */
export const movedNote = (note: Note, scene: Scene, x: number, y: number): Note => {
  const unit = unitOf(note, scene);
  return { ...note, at: { ...note.at, x: hundredths(note.at.x + x / unit), y: hundredths(note.at.y + y / unit) } };
};

/** The same note where it is, with another anchor. */
export function withAnchor(note: Note, anchor: { item?: string; enclosure?: string } | null): Note {
  const scene = shown(useEditor.getState())?.scene;
  const here = scene?.notes.find(({ id }) => id === note.id)?.box ?? { x: 0, y: 0 };
  if (!anchor) return { ...note, at: { x: hundredths(here.x), y: hundredths(here.y) } };
  const unit = scene?.frame.scale ?? 1;
  if (anchor.item !== undefined) {
    const box = scene?.items.find(({ id }) => id === anchor.item)?.box;
    const [x, y] = box ? [box.x + box.width / 2, box.y + box.height / 2] : [here.x, here.y];
    return {
      ...note,
      at: { item: anchor.item, x: hundredths((here.x - x) / unit), y: hundredths((here.y - y) / unit) },
    };
  }
  // An enclosure's corner is only known where it is drawn; a note goes to its own corner then.
  return { ...note, at: { enclosure: anchor.enclosure!, x: 8, y: -18 } };
}

/** About how large a new note is, in points. */
const NEW = { width: 52, height: 14, gap: 8 };

/** A place at an item where a new note covers nothing: at its right, under it, over it, at its left; in its own units. */
function besideOf(scene: Scene, box: Box, unit: number): { x: number; y: number } {
  const width = NEW.width * unit;
  const height = NEW.height * unit;
  const gap = NEW.gap * unit;
  const places = [
    { x: box.x + box.width + gap, y: box.y },
    { x: box.x, y: box.y + box.height + gap },
    { x: box.x, y: box.y - gap - height },
    { x: box.x - gap - width, y: box.y },
  ];
  const taken = [...scene.items, ...scene.notes].map((other) => other.box);
  const free = places.find((place) => taken.every((other) => !overlapping({ ...place, width, height }, other)));
  const { x, y } = free ?? places[0]!;
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  return { x: hundredths((x - middle.x) / unit), y: hundredths((y - middle.y) / unit) };
}

/** A new note: on the page under its title, or beside an item. */
export function addNote(id: string, as: 'note' | 'heading', item?: string): void {
  const { chart } = useEditor.getState();
  const scene = shown(useEditor.getState())?.scene;
  const box = scene?.items.find((one) => one.id === item)?.box;
  const unit = scene?.frame.scale ?? 1;
  const margin = chart.page.margin;
  const low = Math.max(margin, (scene?.height ?? 200) - margin - 40);
  const heading = as === 'heading';
  putNote({
    id,
    text: heading ? words.notes.newHeading : words.notes.newNote,
    at: item !== undefined && box ? { item, ...besideOf(scene!, box, unit) } : { x: margin, y: hundredths(low) },
    size: heading ? 16 : 10,
    width: heading ? 320 : 180,
    ...(heading && { strong: true }),
  });
  noteOpened(id);
}
