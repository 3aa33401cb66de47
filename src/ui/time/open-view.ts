/** Opening a view: the picture shows it, and what is arranged and styled is set in it. */
import { bare, dressed, forView, viewOf } from '../../core/views';
import { lookThrough } from '../editor/state/store';
import { kindFor } from '../shared/fields';

/** @param id null: the whole chart */
export const openView = (id: string | null): void =>
  lookThrough(
    id === null
      ? null
      : (whole) => {
          const view = viewOf(kindFor(whole.kind), whole, id);
          return (
            (view && {
              chart: dressed(whole, view),
              view: bare(view),
              through: (what) => forView(whole, view, what),
            }) ??
            null
          );
        },
  );
