/** Reading lists for the API, with its errors. */
import { type Kind, kindOf, kinds } from '../core/kinds';
import type { ListRead } from '../core/list';
import { offersFor } from '../core/offers';
import { type ReadOptions, readList, type Unreadable } from '../core/read';
import { ApiError, LIST_LIMIT } from './http';

/** @throws 422 for a kind that is not known */
export function kindFor(id: string): Kind {
  const kind = kindOf(id);
  if (kind) return kind;
  const message = `There is no kind "${id}"; choose one of ${kinds.map((k) => k.id).join(', ')}.`;
  throw new ApiError(422, 'unknown-kind', message, [{ code: 'unknown-kind', message, field: 'kind' }]);
}

function withinLimit(text: string): void {
  if (Buffer.byteLength(text) > LIST_LIMIT)
    throw new ApiError(413, 'too-large', 'The list is larger than 8 MB; split it.');
}

/** @throws 413 for a list over its limit, 422 for one that can't be read at all */
export function readAs(kind: Kind, text: string, options: ReadOptions = {}): ListRead {
  withinLimit(text);
  const read = readList(kind, text, options);
  if (read.ok) return read.list;
  throw refusal(read.problem);
}

const refusal = ({ code, message }: Unreadable) =>
  new ApiError(422, code, message, [{ code, message, field: code === 'unknown-form' ? 'form' : 'list' }]);

/** The list of a request as the kind it names; where it names none, as the kind it most surely is. */
export function readRequest(
  request: { kind?: string | undefined; list: string } & Pick<ReadOptions, 'form' | 'roles' | 'headings'>,
  newId?: ReadOptions['newId'],
): {
  kind: Kind;
  list: ListRead;
} {
  if (request.kind !== undefined || request.form !== undefined || request.roles !== undefined) {
    const kind =
      request.kind === undefined
        ? (kinds.find(({ forms }) => forms.some(({ id }) => id === request.form)) ?? kinds[0]!)
        : kindFor(request.kind);
    return { kind, list: readAs(kind, request.list, { ...request, newId }) };
  }
  withinLimit(request.list);
  const { headings } = request;
  const [best] = offersFor(request.list, { headings, newId });
  if (best?.refused) throw refusal(best.refused);
  // What no kind can be sure of is read as the first kind, so that its problems can be named.
  if (!best?.list || best.fitness.sure === 0)
    return { kind: kinds[0]!, list: readAs(kinds[0]!, request.list, { headings, newId }) };
  return { kind: best.kind, list: best.list };
}
