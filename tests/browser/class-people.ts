/** A class for tests: a teacher with a code, and learners who came by it, each in a context of their own. */
import { type APIRequestContext, expect } from '@playwright/test';
import type { World } from './people-server';

export const MODEL = `Salt marsh - is flooded by -> Tides
Tides - bring -> Mud
Mud - holds -> Lugworms
Wading birds - eat -> Lugworms
Salt marsh - stores -> Carbon
`;

export interface ClassMade {
  readonly id: string;
  readonly code: string;
  /** The teacher's own chart. */
  readonly model: string;
}

export async function okOf<T>(
  answer: Promise<{ status(): number; text(): Promise<string>; json(): Promise<unknown> }>,
  status = 200,
): Promise<T> {
  const got = await answer;
  expect(got.status(), await got.text()).toBe(status);
  return (await got.json()) as T;
}

export async function classOf(teacher: APIRequestContext, name: string): Promise<ClassMade> {
  const made = await okOf<{ id: string; code: string }>(teacher.post('/api/classes', { data: { name } }), 201);
  const { id: model } = await okOf<{ id: string }>(
    teacher.post('/api/charts', { data: { kind: 'concept', title: 'How a salt marsh works', list: MODEL } }),
    201,
  );
  return { ...made, model };
}

export const taskIn = (teacher: APIRequestContext, made: ClassMade, more: object = {}): Promise<{ id: string }> =>
  okOf(
    teacher.post(`/api/classes/${made.id}/tasks`, { data: { title: 'The marsh', chart: made.model, ...more } }),
    201,
  );

export interface Joined {
  readonly as: APIRequestContext;
  readonly id: string;
  readonly card: string;
}

/** Joins by the API. */
export async function joined(world: World, code: string, name: string): Promise<Joined> {
  const as = await world.with();
  const { id, card } = await okOf<{ id: string; card: string }>(
    as.post('/api/classes/join', { data: { code, name } }),
    201,
  );
  return { as, id, card };
}

export interface WorkMade {
  readonly id: string;
  readonly chart: string;
}
export const begun = ({ as }: Pick<Joined, 'as'>, task: string): Promise<WorkMade> =>
  okOf(as.post(`/api/tasks/${task}/works`), 201);
