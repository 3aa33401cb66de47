/** With `DEMO=on`: a class with a teacher and three learners, and how to sign in as each of them, which is told at the start. */
import { marshClass } from '../../../demo/marsh-class';
import marsh from '../../../demo/salt-marsh.txt?raw';
import type { Chart } from '../../core/chart';
import { createChart } from '../charts';
import { localAccount, query } from '../db';
import { newId } from '../ids';
import { log } from '../log';
import { hashed } from '../people';
import { demoChart } from '../seed';
import { settings } from '../settings.mjs';
import type { Who } from '../who';
import { newCard } from './cards';
import { changeClass, learnersOf, listClasses, makeClass } from './classes';
import { beginWork, handIn } from './handing';
import { giveCard } from './learners';
import { makeTask } from './tasks';

const DAY_MS = 86_400_000;
const whoIs = (account: string): Who => ({ account, caller: 'demo', request: 'demo' });

const mapOf = (title: string, list: string): Chart =>
  demoChart({ kind: 'concept', title, list, page: { showTitle: false } });

async function seedClass(): Promise<void> {
  const local = await localAccount();
  const first = await query(
    'INSERT INTO done_once (owner, what) VALUES ($1, $2) ON CONFLICT DO NOTHING RETURNING what',
    [local, 'demo class'],
  );
  if (first.length === 0) return;
  const { teacher, name, task, learners } = marshClass;
  const [made] = await query<{ id: string }>(
    `INSERT INTO accounts (name, email, letters) VALUES ($1, $2, false)
     ON CONFLICT ((lower(email))) DO NOTHING RETURNING id`,
    [teacher.name, teacher.email],
  );
  // Somebody has the address: what is theirs is left alone.
  if (!made) return;
  const who = whoIs(made.id);
  const { id } = await makeClass(who, name);
  const model = newId();
  await createChart(who, model, mapOf(task.title, marsh));
  const { id: taskId } = await makeTask(who, id, {
    ...task,
    chart: model,
    start: 'no-levels',
    due: new Date(Date.now() + 7 * DAY_MS).toISOString(),
    scheme: { by: 'counted', each: {} },
  });
  for (const learner of learners) {
    const [account] = await query<{ id: string }>(
      'INSERT INTO accounts (name, class, letters) VALUES ($1, $2, false) RETURNING id',
      [learner.name, id],
    );
    if (!('map' in learner)) continue;
    const own = { ...whoIs(account!.id), learner: { class: id } };
    const work = await beginWork(own, taskId, mapOf(task.title, learner.map));
    if (learner.handsIn) await handIn(own, work.id);
  }
}

/** Makes the class where there was none, and tells how to sign in: with words made anew at every start. */
export async function demoClass(): Promise<void> {
  const { people, demo, address } = settings();
  if (!people || !demo) return;
  await seedClass();
  const { email } = marshClass.teacher;
  const [teacher] = await query<{ id: string }>('SELECT id FROM accounts WHERE lower(email) = lower($1)', [email]);
  const found = teacher && (await listClasses(whoIs(teacher.id))).find(({ name }) => name === marshClass.name);
  if (!teacher || !found) return;
  const who = whoIs(teacher.id);
  const password = `${newCard()} ${newCard()}`;
  await query('UPDATE accounts SET password = $2 WHERE id = $1', [teacher.id, await hashed(password)]);
  const { code } = await changeClass(who, found.id, { open: true });
  const cards: Record<string, string> = {};
  for (const { id, name } of await learnersOf(found.id)) {
    if (!marshClass.learners.some((one) => one.name === name)) continue;
    cards[name] = await giveCard(id);
  }
  log().warn(
    { teacher: { at: `${address}/sign-in`, email, password }, learners: { at: `${address}/join`, code, cards } },
    'demo class: sign in as the teacher, or come back as a learner with code, name and the words of the card; good until the next start',
  );
}
