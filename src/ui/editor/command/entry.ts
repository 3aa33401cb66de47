/** Something that the command field finds. */
import type { Findable } from './score';

export interface Entry extends Findable {
  readonly id: string;
  readonly keys?: string;
  /** It is done at once and leads nowhere: more can be asked for after it. */
  readonly done?: boolean;
  readonly run: () => void;
}
