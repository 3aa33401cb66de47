/** The little that learners may do: what is not named here is refused, whatever it is. */
import { own } from '../../core/own';
import { ApiError } from '../http/problem';
import type { Who } from '../who';

/** Methods by the pattern of the address. Of charts only those count that are theirs, or shown to their class. */
const ALLOWED: Readonly<Record<string, readonly string[]>> = {
  '/api/charts/[id]': ['GET'],
  '/api/charts/[id]/changes': ['GET', 'PATCH'],
  '/api/charts/[id]/events': ['GET'],
  '/api/charts/[id]/picture': ['GET'],
  '/api/charts/[id]/description': ['GET'],
  '/api/charts/[id]/list': ['GET', 'PUT'],
  '/api/charts/[id]/fit': ['POST'],
  '/api/charts/[id]/here': ['PUT'],
  '/api/charts/[id]/remarks': ['GET', 'POST'],
  '/api/charts/[id]/remarks/[remark]': ['PATCH', 'DELETE'],
  '/api/column-roles': ['GET'],
  '/api/house-styles': ['GET'],
  '/api/house-styles/[id]': ['GET'],
  '/api/pictures/[id]': ['GET'],
  '/api/compose': ['POST'],
  '/api/fonts/[face]': ['GET'],
  '/api/events': ['GET'],
  '/api/me': ['GET'],
  '/api/classes/mine': ['GET'],
  '/api/tasks/[task]/works': ['POST'],
  '/api/works/[work]': ['GET'],
  '/api/works/[work]/hand-in': ['POST', 'DELETE'],
};

/** And of them the only ones for those who are not let in yet. */
const WAITING: readonly string[] = ['/api/classes/mine', '/api/me'];

interface Asked {
  readonly locals: { readonly route?: string };
  readonly request: Request;
}

/** @throws 403 for a learner who asks for anything else */
export function learnerMay({ person }: Pick<Who, 'person'>, { locals, request }: Asked): void {
  if (!person?.class) return;
  if (person.waiting && !WAITING.includes(locals.route ?? ''))
    throw new ApiError(403, 'not-let-in-yet', 'Your teacher has not let you in yet; wait a moment.');
  const method = request.method === 'HEAD' ? 'GET' : request.method;
  if (!own(ALLOWED, locals.route ?? '')?.includes(method))
    throw new ApiError(403, 'not-for-learners', 'That is not for learners: you work on the tasks of your class.');
}
