/** Reading lists for the API, with its errors. */
import { type Kind, kindOf, kinds } from '../core/kinds';
import type { ListRead } from '../core/list';
import { readList } from '../core/read';
import { ApiError, LIST_LIMIT } from './http';

/** @throws 422 for a kind that is not known */
export function kindFor(id: string | undefined): Kind {
  const kind = id === undefined ? kinds[0] : kindOf(id);
  if (kind) return kind;
  const message = `There is no kind "${id}"; choose one of ${kinds.map((k) => k.id).join(', ')}.`;
  throw new ApiError(422, 'unknown-kind', message, [{ code: 'unknown-kind', message, field: 'kind' }]);
}

/** @throws 413 for a list over its limit, 422 for one that can't be read at all */
export function readAs(kind: Kind, text: string, form?: string, newId?: () => string): ListRead {
  if (Buffer.byteLength(text) > LIST_LIMIT)
    throw new ApiError(413, 'too-large', 'The list is larger than 8 MB; split it.');
  const read = readList(kind, text, form, newId);
  if (read.ok) return read.list;
  const { code, message } = read.problem;
  throw new ApiError(422, code, message, [{ code, message, field: code === 'unknown-form' ? 'form' : 'list' }]);
}
