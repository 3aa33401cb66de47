/** Fixed places of lines at boxes, as routing knows them. */
import type { Dock as Chosen } from '../chart';
import type { Dock, Side } from '../layout';

const SIDES: Readonly<Record<Chosen['side'], Side>> = {
  top: 'near',
  bottom: 'far',
  left: 'before',
  right: 'after',
};

const MIRRORED: Readonly<Record<Side, Side>> = { near: 'near', far: 'far', before: 'after', after: 'before' };

/** @param mirrored the arrangement will be seen in a mirror; what was chosen is meant as it is seen */
export function dockIn(dock: Chosen | undefined, mirrored = false): Dock | undefined {
  if (!dock) return undefined;
  const side = SIDES[dock.side];
  if (!mirrored) return { side, at: dock.at };
  return { side: MIRRORED[side], at: side === 'near' || side === 'far' ? 1 - dock.at : dock.at };
}
