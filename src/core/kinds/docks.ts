/** Fixed places of lines at boxes, as routing knows them. */
import type { Dock as Chosen } from '../chart';
import type { Dock, Side } from '../layout';

const SIDES: Readonly<Record<Chosen['side'], Side>> = {
  top: 'near',
  bottom: 'far',
  left: 'before',
  right: 'after',
};

export const dockIn = (dock: Chosen | undefined): Dock | undefined => dock && { side: SIDES[dock.side], at: dock.at };
