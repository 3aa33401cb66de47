/** Large fonts that a picture needs, brought to the page with just its letters. */
import { useEffect } from 'react';
import { type FaceId, faces, isLarge } from '../../core/faces';
import { type Mark, marksOf, type Scene } from '../../core/scene';
import { largeFontAddress, lettersTogether } from '../../workers/large-fonts';

/** What is on the page of each large face. */
const here = new Map<FaceId, { readonly letters: Set<string>; font?: FontFace }>();

function lettersWanted(marks: Iterable<Mark>): Map<FaceId, Set<string>> {
  const wanted = new Map<FaceId, Set<string>>();
  for (const mark of marks) {
    if (mark.type !== 'text' || !isLarge(mark.face)) continue;
    const letters = wanted.get(mark.face) ?? new Set<string>();
    wanted.set(mark.face, letters);
    for (const letter of mark.text) letters.add(letter);
  }
  return wanted;
}

function bring(face: FaceId, wanted: ReadonlySet<string>): void {
  const before = here.get(face);
  if (before && [...wanted].every((letter) => before.letters.has(letter))) return;
  const letters = lettersTogether([...(before?.letters ?? []), ...wanted]);
  const { family, weight } = faces[face];
  const font = new FontFace(family, `url(${largeFontAddress(face, letters)})`, { weight: String(weight) });
  here.set(face, { letters: new Set(letters), font });
  document.fonts.add(font);
  font
    .load()
    .then(() => {
      if (before?.font) document.fonts.delete(before.font);
    })
    // Words stay in a font of the machine's own until they are drawn again.
    .catch(() => {
      if (here.get(face)?.font === font) here.delete(face);
      document.fonts.delete(font);
    });
}

/** Brings what the marks of a scene need; what is here already costs nothing. */
export function useSceneFonts(scene: Scene): void {
  useEffect(() => {
    const marks = [...marksOf(scene)].map(({ mark }) => mark);
    for (const [face, letters] of lettersWanted([...marks, ...(scene.over ?? [])])) bring(face, letters);
  }, [scene]);
}
