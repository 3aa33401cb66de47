/**
 * Who may do what: every route and method of the OpenAPI document for every role, against a full table; and the same asked of
 * the database alone.
 */

import pg from 'pg';
import { askingSql } from '../../src/server/row-security';
import { begun, classOf, type Joined, joined, taskIn } from './class-people';
import { inDatabase } from './other-server';
import { BOSS, peopleServer, somebody, type World } from './people-server';
import { type APIRequestContext, expect, test } from './test';

const database = process.env['DATABASE_URL'];
test.skip(database === undefined, 'needs DATABASE_URL');
test.describe.configure({ mode: 'serial' });

const ROLES = [
  'none',
  'stranger',
  'looker',
  'remarker',
  'editor',
  'owner',
  'link',
  'expired',
  'administrator',
  'key',
  'learner',
  'teacher',
] as const;
type Role = (typeof ROLES)[number];

/** What each role is answered: a status, or `+` for anything that is not refused. The key is the owner's, for reading. */
type Status = number | '+';
type Row = Record<Role, Status>;
/** To what is others' a teacher is a stranger; so is a learner, who is refused most of it before anything is looked at. */
const row = (...statuses: Status[]): Row => {
  const [open, stranger] = [statuses[0] !== 401, statuses[1]!];
  const all = statuses.length === ROLES.length ? statuses : [...statuses, open ? stranger : 403, stranger];
  return Object.fromEntries(ROLES.map((role, i) => [role, all[i]!])) as Row;
};
/** The same where learners are let in. */
const withLearners = (of: Row): Row => ({ ...of, learner: of.stranger });
/** What is of a class: to all but its teacher it is not there. */
const taught = (learner: Status, teacher: Status = '+', key: Status = 403): Row =>
  row(401, 404, 404, 404, 404, 404, 403, 401, 404, key, learner, teacher);
//                none stranger looker remarker editor owner link expired admin key (learner teacher)
const OPEN = row('+', '+', '+', '+', '+', '+', '+', '+', '+', '+');
const ANY = row(401, '+', '+', '+', '+', '+', '+', 401, '+', '+');
const LOOK = row(401, 404, '+', '+', '+', '+', '+', 401, 404, '+');
const REMARK = row(401, 404, 403, '+', '+', '+', 403, 401, 404, 403);
const EDIT = row(401, 404, 403, 403, '+', '+', 403, 401, 404, 403);
const OWN = row(401, 404, 403, 403, 403, '+', 403, 401, 404, 403);
/** Charts in the bin are there for those whose they are; to others nothing is said of them. */
const BINNED = row(401, 404, 404, 404, 404, '+', 404, 401, 404, 404);
const ACCOUNT = row(401, '+', '+', '+', '+', '+', 403, 401, '+', '+');
const WRITE = row(401, '+', '+', '+', '+', '+', 403, 401, '+', 403);
const SESSION = row(401, '+', '+', '+', '+', '+', 403, 401, '+', 403);
const ADMIN = row(401, 403, 403, 403, 403, 403, 403, 401, '+', 403);
/** What is one's own by its id: to others it is not there. */
const MINE = row(401, 404, 404, 404, 404, '+', 403, 401, 404, 403);

const TABLE: Readonly<Record<string, Row>> = {
  'GET /api/health': OPEN,
  'GET /api/ready': OPEN,
  // A link of the first start is good once, and was used.
  'POST /api/accounts/first': row(403, 403, 403, 403, 403, 403, 403, 403, 403, 403),
  'POST /api/sign-in': OPEN,
  'DELETE /api/sign-in': OPEN,
  'POST /api/links/{link}': row(404, 404, 404, 404, 404, 404, 404, 404, 404, 404),
  'GET /api/me': withLearners(ANY),
  'PATCH /api/me': SESSION,
  // Refused for the password, which is not theirs.
  'DELETE /api/me': row(401, 403, 403, 403, 403, 403, 403, 401, 403, 403),
  'PUT /api/me/email': row(401, 403, 403, 403, 403, 403, 403, 401, 403, 403),
  'POST /api/me/second-factor': SESSION,
  'PUT /api/me/second-factor': SESSION,
  'DELETE /api/me/second-factor': SESSION,
  'GET /api/me/passkeys': SESSION,
  'POST /api/me/passkeys': SESSION,
  // A ticket that was never given out.
  'PUT /api/me/passkeys': row(401, 403, 403, 403, 403, 403, 403, 401, 403, 403),
  'DELETE /api/me/passkeys/{passkey}': row(401, 404, 404, 404, 404, 404, 403, 401, 404, 403),
  'GET /api/me/belongings': SESSION,
  'POST /api/sign-in/link': OPEN,
  'PUT /api/sign-in/link': row(403, 403, 403, 403, 403, 403, 403, 403, 403, 403),
  'POST /api/sign-in/passkey': OPEN,
  'PUT /api/sign-in/passkey': row(403, 403, 403, 403, 403, 403, 403, 403, 403, 403),
  // No provider is named here.
  'GET /api/sign-in/with': row(404, 404, 404, 404, 404, 404, 404, 404, 404, 404),
  'GET /api/sign-in/back': OPEN,
  'POST /api/recovery': OPEN,
  'PUT /api/recovery': row(403, 403, 403, 403, 403, 403, 403, 403, 403, 403),
  'POST /api/confirm': row(403, 403, 403, 403, 403, 403, 403, 403, 403, 403),
  'GET /api/oembed': OPEN,
  'GET /published/{address}': OPEN,
  'GET /published/{address}/picture.{form}': OPEN,
  'GET /api/accounts/{account}': ADMIN,
  'PATCH /api/accounts/{account}': ADMIN,
  // To give what nobody has to somebody who is not there makes no sense to those who may.
  'DELETE /api/accounts/{account}': ADMIN,
  'GET /api/storage': ADMIN,
  'GET /api/letters': ADMIN,
  'GET /api/log': ADMIN,
  'POST /api/compose': withLearners(ANY),
  'GET /api/fonts/{face}': withLearners(ANY),
  'GET /api/events': withLearners(ANY),
  'GET /api/accounts': ADMIN,
  'POST /api/accounts': ADMIN,
  'GET /api/groups': ADMIN,
  'POST /api/groups': ADMIN,
  'PATCH /api/groups/{group}': ADMIN,
  'DELETE /api/groups/{group}': ADMIN,
  'PUT /api/me/password': SESSION,
  'GET /api/sessions': SESSION,
  'DELETE /api/sessions': SESSION,
  'DELETE /api/sessions/{session}': row(401, 404, 404, 404, 404, 404, 403, 401, 404, 403),
  'GET /api/keys': SESSION,
  'POST /api/keys': SESSION,
  'DELETE /api/keys/{key}': MINE,
  'GET /api/people': SESSION,
  'GET /api/column-roles': withLearners(ACCOUNT),
  'PUT /api/column-roles': WRITE,
  'GET /api/house-styles': withLearners(ACCOUNT),
  // It is made from the look of the owner's chart.
  'POST /api/house-styles': row(401, 404, '+', '+', '+', '+', 403, 401, 404, 403),
  // Shared with the looker to be looked at, with the editor to be changed.
  'GET /api/house-styles/{id}': withLearners(row(401, 404, '+', 404, '+', '+', 404, 401, 404, '+')),
  'PUT /api/house-styles/{id}': row(401, 404, 403, 404, '+', '+', 404, 401, 404, 403),
  'DELETE /api/house-styles/{id}': row(401, 404, 403, 404, 403, '+', 404, 401, 404, 403),
  'GET /api/house-styles/{id}/shares': row(401, 404, 403, 404, 403, '+', 404, 401, 404, 403),
  'POST /api/house-styles/{id}/shares': row(401, 404, 403, 404, 403, '+', 404, 401, 404, 403),
  'PATCH /api/house-styles/{id}/shares/{share}': row(401, 404, 403, 404, 403, '+', 404, 401, 404, 403),
  'DELETE /api/house-styles/{id}/shares/{share}': row(401, 404, 403, 404, 403, '+', 404, 401, 404, 403),
  // Folders are one's own: those of others have no address.
  'GET /api/folders': ACCOUNT,
  'GET /api/folders/{folder}/shares': SESSION,
  'POST /api/folders/{folder}/shares': SESSION,
  'PATCH /api/folders/{folder}/shares/{share}': MINE,
  'DELETE /api/folders/{folder}/shares/{share}': MINE,
  'POST /api/pictures': WRITE,
  'GET /api/pictures/{id}': withLearners(row(401, 404, '+', '+', '+', '+', '+', 401, 404, '+')),
  'GET /api/charts': ACCOUNT,
  'POST /api/charts': WRITE,
  'GET /api/charts/{id}': withLearners(LOOK),
  'PATCH /api/charts/{id}': OWN,
  'DELETE /api/charts/{id}': OWN,
  'POST /api/charts/{id}/restore': BINNED,
  'GET /api/charts/{id}/stored': EDIT,
  'GET /api/charts/{id}/mend': OWN,
  // There is nothing to mend: that is said to whose it is.
  'POST /api/charts/{id}/mend': OWN,
  'GET /api/charts/{id}/changes': withLearners(EDIT),
  'PATCH /api/charts/{id}/changes': withLearners(EDIT),
  'GET /api/charts/{id}/events': withLearners(LOOK),
  'POST /api/charts/{id}/fit': withLearners(LOOK),
  'POST /api/charts/{id}/worksheet': LOOK,
  // What a chart was is for those who edit it; its views are for whoever sees it.
  'GET /api/charts/{id}/history': EDIT,
  'POST /api/charts/{id}/save-points': EDIT,
  'PATCH /api/charts/{id}/save-points/{point}': EDIT,
  'DELETE /api/charts/{id}/save-points/{point}': EDIT,
  'POST /api/charts/{id}/back-to': EDIT,
  'GET /api/compare': LOOK,
  'POST /api/compare': LOOK,
  'GET /api/charts/{id}/views': LOOK,
  'POST /api/charts/{id}/views': EDIT,
  'POST /api/charts/{id}/views/each': EDIT,
  'GET /api/charts/{id}/views/{view}': LOOK,
  'PATCH /api/charts/{id}/views/{view}': EDIT,
  'DELETE /api/charts/{id}/views/{view}': EDIT,
  // To what is no trial it is said so by those who may know.
  'GET /api/charts/{id}/trials': LOOK,
  'POST /api/charts/{id}/trials': EDIT,
  'GET /api/charts/{id}/trial': LOOK,
  'PATCH /api/charts/{id}/trial': EDIT,
  'GET /api/charts/{id}/differences': LOOK,
  'POST /api/charts/{id}/adopt': EDIT,
  'POST /api/charts/{id}/up-to-date': EDIT,
  'GET /api/charts/{id}/bundle': LOOK,
  'GET /api/charts/{id}/pages': LOOK,
  'GET /api/charts/{id}/description': withLearners(LOOK),
  'GET /api/charts/{id}/picture': withLearners(LOOK),
  'GET /api/charts/{id}/list': withLearners(LOOK),
  'PUT /api/charts/{id}/list': withLearners(EDIT),
  'GET /api/charts/{id}/shares': OWN,
  'POST /api/charts/{id}/shares': OWN,
  'PATCH /api/charts/{id}/shares/{share}': OWN,
  'DELETE /api/charts/{id}/shares/{share}': OWN,
  'GET /api/charts/{id}/remarks': withLearners(LOOK),
  'POST /api/charts/{id}/remarks': withLearners(REMARK),
  'PATCH /api/charts/{id}/remarks/{remark}': withLearners(REMARK),
  // It is the remarker's, on the owner's chart.
  'DELETE /api/charts/{id}/remarks/{remark}': withLearners(row(401, 404, 403, '+', 403, '+', 403, 401, 404, 403)),
  'PUT /api/charts/{id}/here': withLearners(LOOK),
  'GET /api/classes': ACCOUNT,
  'POST /api/classes': WRITE,
  // A code that no class has.
  'POST /api/classes/join': row(404, 404, 404, 404, 404, 404, 404, 404, 404, 404),
  'GET /api/classes/mine': row(401, 403, 403, 403, 403, 403, 403, 401, 403, 403, '+', 403),
  'GET /api/classes/{class}': taught(403, '+', 404),
  'PATCH /api/classes/{class}': taught(403),
  'DELETE /api/classes/{class}': taught(403),
  'POST /api/classes/{class}/learners': taught(403),
  'PATCH /api/classes/{class}/learners': taught(403),
  'DELETE /api/classes/{class}/learners': taught(403),
  'PATCH /api/classes/{class}/learners/{learner}': taught(403),
  'DELETE /api/classes/{class}/learners/{learner}': taught(403),
  'GET /api/classes/{class}/tasks': taught(403, '+', 404),
  'POST /api/classes/{class}/tasks': taught(403),
  'GET /api/tasks/{task}': taught(403, '+', 404),
  'PATCH /api/tasks/{task}': taught(403),
  'DELETE /api/tasks/{task}': taught(403),
  'GET /api/tasks/{task}/works': taught(403, '+', 404),
  'POST /api/tasks/{task}/works': row(401, 403, 403, 403, 403, 403, 403, 401, 403, 403, '+', 403),
  'GET /api/tasks/{task}/events': taught(403, '+', 404),
  'GET /api/tasks/{task}/compared': taught(403, '+', 404),
  'GET /api/tasks/{task}/marks': taught(403, '+', 404),
  'POST /api/tasks/{task}/return': taught(403),
  'GET /api/works/{work}': taught('+', '+', 404),
  'POST /api/works/{work}/hand-in': taught('+', 403),
  'DELETE /api/works/{work}/hand-in': taught('+', 403),
  'PUT /api/works/{work}/mark': taught(403),
  'POST /api/works/{work}/return': taught(403),
  'PUT /api/works/{work}/shown': taught(403),
  'GET /api/works/{work}/picture': taught(403, '+', 404),
};

const name = `rights_${process.pid}`;
const [OWNER, EDITOR, REMARKER, LOOKER, STRANGER] = [
  'Owen Ash',
  'Edda Brook',
  'Remo Cole',
  'Lois Dunn',
  'Stan Elm',
].map(somebody) as [ReturnType<typeof somebody>, ...ReturnType<typeof somebody>[]] & { length: 5 };
let world: World;
let ids: Readonly<Record<string, string>>;
let binned: string;
let callers: Readonly<Record<Role, APIRequestContext>>;
const TEACHER = somebody('Tess Fig');
let pupil: Joined;
let spare: Joined;

const made = async (answer: Promise<{ status(): number; json(): Promise<unknown>; text(): Promise<string> }>) => {
  const response = await answer;
  expect(response.status(), await response.text()).toBe(201);
  return (await response.json()) as Record<string, string>;
};
/** A picture of one dot. */
const DOT = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

test.beforeAll(async () => {
  world = await peopleServer(database!, name);
  const [boss, owner, editor, remarker, looker, stranger] = await Promise.all(
    [BOSS, OWNER, EDITOR!, REMARKER!, LOOKER!, STRANGER!].map((who) => world.as(who)),
  );
  const { file, width, height } = (await made(
    owner!.post('/api/pictures', { data: DOT, headers: { 'content-type': 'image/png' } }),
  )) as unknown as { file: string; width: number; height: number };
  const { id } = await made(owner!.post('/api/charts', { data: { kind: 'org', title: 'Quay', list: 'Ann\n\tBo\n' } }));
  const { chart } = (await (await owner!.get(`/api/charts/${id}`)).json()) as { chart: { items: object } };
  const [first] = Object.keys(chart.items);
  const pictured = { type: 'set-item', id: first, picture: { file, width, height } };
  expect((await owner!.patch(`/api/charts/${id}/changes`, { data: { base: 0, changes: [pictured] } })).status()).toBe(
    200,
  );
  const share = (data: object) => made(owner!.post(`/api/charts/${id}/shares`, { data }));
  await share({ who: EDITOR!.email, may: 'edit' });
  await share({ who: REMARKER!.email, may: 'remark' });
  const shared = await share({ who: LOOKER!.email, may: 'look' });
  const open = await share({ link: true, may: 'look' });
  const page = await share({ page: true, may: 'look' });
  const over = await share({ link: true, may: 'look' });
  const style = await made(owner!.post('/api/house-styles', { data: { name: 'Ours', chart: id } }));
  const styleShares = `/api/house-styles/${style['id']}/shares`;
  const styleShare = await made(owner!.post(styleShares, { data: { who: LOOKER!.email, may: 'look' } }));
  await made(owner!.post(styleShares, { data: { who: EDITOR!.email, may: 'edit' } }));
  const folderShare = await made(
    owner!.post('/api/folders/Quay/shares', { data: { who: STRANGER!.email, may: 'look' } }),
  );
  const remark = await made(
    remarker!.post(`/api/charts/${id}/remarks`, { data: { on: { item: first }, text: 'Is she?' } }),
  );
  const point = await made(owner!.post(`/api/charts/${id}/save-points`, { data: { name: 'Here' } }));
  const view = await made(owner!.post(`/api/charts/${id}/views`, { data: { name: 'Ann', shows: { downTo: 1 } } }));
  const group = await made(boss!.post('/api/groups', { data: { name: 'Managers' } }));
  const ownKey = await made(owner!.post('/api/keys', { data: { name: 'mine', scope: 'read' } }));
  const other = await made(owner!.post('/api/charts', { data: { kind: 'org', title: 'Binned', list: 'Cy\n' } }));
  binned = other['id']!;
  // It was shared before it went to the bin.
  for (const { email } of [EDITOR!, REMARKER!, LOOKER!])
    await made(owner!.post(`/api/charts/${binned}/shares`, { data: { who: email, may: 'edit' } }));
  expect((await owner!.delete(`/api/charts/${binned}`)).status()).toBe(204);
  const [link, expired] = await Promise.all([world.with(), world.with()]);
  for (const [visitor, { url }] of [
    [link, open],
    [expired, over],
  ] as const)
    expect((await visitor.post(`/api${url!.replace('/link/', '/links/')}`, { data: {} })).status()).toBe(200);
  await inDatabase(world.url, (client) =>
    client.query("UPDATE shares SET ends_at = now() - interval '1 second' WHERE id = $1", [over['id']]),
  );
  const teacher = await world.as(TEACHER);
  const own = await classOf(teacher, 'Year 7');
  const task = await taskIn(teacher, own);
  pupil = await joined(world, own.code, 'Uma Gale');
  spare = await joined(world, own.code, 'Vic Hale');
  const work = await begun(pupil, task.id);
  const { id: accountOf } = (await (await stranger!.get('/api/me')).json()) as { id: string };
  ids = {
    id: id!,
    share: shared['id']!,
    remark: remark['id']!,
    group: group['id']!,
    point: point['id']!,
    view: view['id']!,
    key: ownKey['id']!,
    style: style['id']!,
    styleShare: styleShare['id']!,
    folderShare: folderShare['id']!,
    picture: file,
    address: (page as unknown as { with: { page: string } }).with.page.split('/')[2]!,
    account: accountOf,
    class: own.id,
    task: task.id,
    work: work.id,
    workChart: work.chart,
    learner: spare.id,
  };
  callers = {
    none: await world.with(),
    stranger: stranger!,
    looker: looker!,
    remarker: remarker!,
    editor: editor!,
    owner: owner!,
    link,
    expired,
    administrator: boss!,
    key: await world.with({ authorization: `Bearer ${ownKey['key']}` }),
    learner: pupil.as,
    teacher,
  };
});
test.afterAll(() => world?.end());

/** The address of a route, its parts filled in. */
function addressOf(route: string): string {
  const [, path] = route.split(' ') as [string, string];
  const own: Readonly<Record<string, string>> = path.startsWith('/api/house-styles')
    ? { ...ids, id: ids['style']!, share: ids['styleShare']! }
    : path.startsWith('/api/folders')
      ? { ...ids, share: ids['folderShare']! }
      : path.startsWith('/api/pictures')
        ? { ...ids, id: ids['picture']! }
        : path.endsWith('/restore')
          ? { ...ids, id: binned }
          : ids;
  const filled = path.replace(/\{(\w+)\}/g, (_, part: string) =>
    encodeURIComponent(
      own[part] ??
        { folder: 'Quay', face: 'sc-400', session: 'x', link: 'x'.repeat(43), form: 'png', passkey: 'x' }[part] ??
        'x',
    ),
  );
  const query: Readonly<Record<string, string>> = {
    '/api/events': `?chart=${ids['id']}`,
    '/api/column-roles': '?kind=org&heading=Name',
    '/api/people': '?q=a',
    '/api/oembed': `?url=${encodeURIComponent(`${world.server.at}/published/${ids['address']}`)}`,
    '/api/fonts/{face}': '?letters=YQA',
    '/api/charts/{id}/bundle': '?forms=csv&plan=1',
    '/api/compare': `?a=${ids['id']}&b=${ids['id']}`,
  };
  return filled + (query[path] ?? '');
}

/** Bodies that make sense, so that what is refused is refused for who asks. */
const BODIES: Readonly<Record<string, object>> = {
  'POST /api/accounts/first': { token: 'x'.repeat(43), ...somebody('First Again') },
  'DELETE /api/me': { password: 'not theirs' },
  'PUT /api/me/email': { email: 'other@saltmarsh.example', password: 'not theirs' },
  'PUT /api/me/passkeys': { ticket: 'x'.repeat(43), name: 'x', response: {} },
  'PUT /api/sign-in/passkey': { ticket: 'x'.repeat(43), response: {} },
  'PUT /api/sign-in/link': { token: 'x'.repeat(43) },
  'PUT /api/recovery': { token: 'x'.repeat(43), password: 'nine terns on a post' },
  'POST /api/confirm': { token: 'x'.repeat(43) },
  'PATCH /api/accounts/{account}': { administrator: false },
  'DELETE /api/accounts/{account}': { to: 'nobody@saltmarsh.example' },
  'POST /api/compose': { kind: 'org', list: 'Ann' },
  'PUT /api/column-roles': { kind: 'org', headings: ['Name'], roles: {} },
  'POST /api/charts': { kind: 'org', title: 'New', list: 'Ann' },
  'PATCH /api/charts/{id}': { folder: 'Elsewhere' },
  'POST /api/charts/{id}/worksheet': { blank: { items: ['Ann'] } },
  'PUT /api/charts/{id}/list': { list: 'Ann\n\tBo\n\tCy\n', try: true },
  'POST /api/charts/{id}/save-points': { name: 'There' },
  'PATCH /api/charts/{id}/save-points/{point}': { note: 'Seen.' },
  'POST /api/charts/{id}/back-to': { revision: 2 },
  'POST /api/compare': { list: 'Ann\n\tBo\n' },
  'POST /api/charts/{id}/views': { name: 'All', shows: {} },
  'POST /api/charts/{id}/views/each': { tier: 1 },
  'PATCH /api/charts/{id}/views/{view}': { name: 'Ann alone' },
  'POST /api/charts/{id}/trials': { name: 'What if' },
  'PUT /api/charts/{id}/here': { window: 'w', item: null },
  'PUT /api/house-styles/{id}': { name: 'Ours too' },
  'POST /api/classes': { name: 'Another' },
  'POST /api/classes/join': { code: 'NONE', name: 'Wim' },
  'PATCH /api/classes/{class}': { names: true },
  'PATCH /api/classes/{class}/learners/{learner}': { name: 'Vic Hall' },
  // Nobody's: the learner of these tests stays.
  'PATCH /api/classes/{class}/learners': { learners: ['00000000-0000-4000-8000-000000000000'], waiting: false },
  'DELETE /api/classes/{class}/learners': { learners: ['00000000-0000-4000-8000-000000000000'] },
  'PATCH /api/tasks/{task}': { instructions: 'Look.' },
  'PUT /api/works/{work}/shown': { shown: true },
  'PUT /api/works/{work}/mark': { words: 'Good.' },
};

async function statusOf(route: string, caller: APIRequestContext): Promise<number> {
  const [method] = route.split(' ') as [string];
  // Not the owner's: whoever brings in the same picture has it.
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><circle r="4" fill="red"/></svg>';
  if (route === 'POST /api/pictures')
    return (await caller.post('/api/pictures', { data: svg, headers: { 'content-type': 'image/svg+xml' } })).status();
  // Streams never end by themselves: their head is what is asked for.
  const head = route.endsWith('events');
  const own: Readonly<Record<string, object>> = {
    'PATCH /api/charts/{id}/changes': { base: 0, changes: [{ type: 'set-description', description: 'Theirs.' }] },
    'POST /api/house-styles': { name: 'Another', chart: ids['id'] },
  };
  const data = own[route] ?? BODIES[route] ?? {};
  const answer = await caller.fetch(addressOf(route), {
    method: head ? 'HEAD' : method,
    maxRedirects: 0,
    ...((['POST', 'PUT', 'PATCH'].includes(method) || BODIES[route]) && { data }),
  });
  return answer.status();
}

test('the database refuses by itself what the application would refuse', async () => {
  const accounts = new Map(
    await inDatabase(world.url, async (client) =>
      (await client.query<{ id: string; email: string }>('SELECT id, email FROM accounts')).rows.map(
        ({ id, email }) => [email, id] as const,
      ),
    ),
  );
  const owner = await world.as(OWNER);
  const { id } = await made(owner.post('/api/charts', { data: { kind: 'org', title: 'Rows', list: 'Ann\n\tBo\n' } }));
  const share = (data: object) => made(owner.post(`/api/charts/${id}/shares`, { data }));
  await share({ who: EDITOR!.email, may: 'edit' });
  await share({ who: REMARKER!.email, may: 'remark' });
  await share({ who: LOOKER!.email, may: 'look' });
  const link = await share({ link: true, may: 'look' });
  const STATEMENTS = {
    see: 'SELECT id FROM charts WHERE id = $1',
    parts: 'SELECT id FROM chart_parts WHERE chart = $1',
    log: 'SELECT revision FROM changes WHERE chart = $1',
    shares: 'SELECT id FROM shares WHERE chart = $1',
    change: "UPDATE charts SET title = 'Theirs' WHERE id = $1 RETURNING id",
    edit: 'UPDATE chart_parts SET value = value WHERE chart = $1 RETURNING id',
    give: 'UPDATE charts SET owner = owner WHERE id = $1 RETURNING id',
    remove: 'DELETE FROM charts WHERE id = $1 RETURNING id',
  } as const;
  const may = async (asking: Parameters<typeof askingSql>[0]) => {
    const client = new pg.Client({ connectionString: world.url });
    await client.connect();
    const does: string[] = [];
    try {
      for (const [what, sql] of Object.entries(STATEMENTS)) {
        await client.query(`BEGIN; ${askingSql(asking)}`);
        const { rowCount } = await client.query(sql, [id]);
        if (rowCount) does.push(what);
        await client.query('ROLLBACK');
      }
    } finally {
      await client.end();
    }
    return does.join(' ');
  };
  const account = (email: string) => ({ account: accounts.get(email)! });
  // A chart that nobody changed yet has no log.
  expect(await may(account(OWNER.email))).toBe('see parts shares change edit give remove');
  expect(await may(account(EDITOR!.email))).toBe('see parts change edit give');
  expect(await may(account(REMARKER!.email))).toBe('see parts');
  expect(await may(account(LOOKER!.email))).toBe('see parts');
  expect(await may(account(STRANGER!.email))).toBe('');
  expect(await may(account(BOSS.email))).toBe('');
  expect(await may({ account: '' })).toBe('');
  expect(await may({ account: '', links: [link['id']!] })).toBe('see parts');
  expect(await may({ ...account(OWNER.email), only: ['another'] })).toBe('');
  expect(await may({ ...account(OWNER.email), only: [] })).toBe('');
  // Who asks can't say that they are somebody else, nor see what accounts are made of.
  await inDatabase(world.url, async (client) => {
    for (const sql of [
      'SELECT password FROM accounts',
      'SELECT * FROM sessions',
      'SELECT * FROM keys',
      'SELECT * FROM visits',
    ]) {
      await client.query(`BEGIN; ${askingSql(account(LOOKER!.email))}`);
      await expect(client.query(sql), sql).rejects.toThrow(/permission denied/);
      await client.query('ROLLBACK');
    }
  });
});

test('what a learner may do with their own work, and with nothing else', async () => {
  const LISTED: Readonly<Record<string, Status>> = {
    'GET ': '+',
    'PATCH ': 403,
    'DELETE ': 403,
    'POST /restore': 403,
    'GET /stored': 403,
    'GET /changes': '+',
    'PATCH /changes': '+',
    'GET /events': '+',
    'POST /fit': '+',
    'POST /worksheet': 403,
    'GET /bundle': 403,
    'GET /pages': 403,
    'GET /description': '+',
    'GET /picture': '+',
    'GET /list': '+',
    'PUT /list': '+',
    'GET /shares': 403,
    'POST /shares': 403,
    'GET /remarks': '+',
    'POST /remarks': '+',
    'PUT /here': '+',
  };
  const teacher = await world.as(TEACHER);
  const own = await classOf(teacher, 'Year 8');
  const task = await taskIn(teacher, own);
  const [wren, classmate] = [await joined(world, own.code, 'Wren Moss'), await joined(world, own.code, 'Xan Reed')];
  const work = await begun(wren, task.id);
  const bodies: Readonly<Record<string, object>> = {
    'PATCH ': { folder: 'Mine' },
    'PATCH /changes': { base: 0, changes: [{ type: 'set-description', description: 'Mine.' }] },
    'PUT /list': { list: 'A - b -> C\n', try: true },
    'PUT /here': { window: 'w', item: null },
    'POST /remarks': { on: { sheet: true }, text: 'Mine.' },
    'POST /shares': { everybody: true, may: 'look' },
    'POST /worksheet': { blank: { links: true } },
    'POST /fit': {},
  };
  const ask = async ({ as }: Joined, route: string, chart = work.chart) => {
    const [method, path] = route.split(' ') as [string, string];
    const answer = await as.fetch(`/api/charts/${chart}${path}`, {
      method: path === '/events' ? 'HEAD' : method,
      ...(bodies[route] && { data: bodies[route] }),
    });
    return answer.status();
  };
  const holds = (wanted: Status, status: number) => (wanted === '+' ? status < 400 : status === wanted);
  const wrong: string[] = [];
  for (const [route, wanted] of Object.entries(LISTED)) {
    const [status, other] = [await ask(wren, route), await ask(classmate, route)];
    if (!holds(wanted, status)) wrong.push(`${route}: ${status}`);
    if (!holds(wanted === '+' ? 404 : 403, other)) wrong.push(`${route} as a classmate: ${other}`);
  }
  expect(wrong).toEqual([]);
  // Nobody is found, mentioned or written to.
  const mention = { on: { sheet: true }, text: 'You?', mentions: [TEACHER.email] };
  expect((await wren.as.post(`/api/charts/${work.chart}/remarks`, { data: mention })).status()).toBe(403);
  // Handed in, it is looked at and remarked on.
  expect((await wren.as.post(`/api/works/${work.id}/hand-in`)).status()).toBe(200);
  for (const route of ['PATCH /changes', 'PUT /list', 'GET /changes']) expect(await ask(wren, route), route).toBe(403);
  for (const route of ['GET ', 'POST /remarks', 'GET /picture'])
    expect(await ask(wren, route), route).toBeLessThan(400);
  // What is shared with everybody here is not for learners, nor by a link that they open.
  const owner = await world.as(OWNER);
  const { id } = await made(owner.post('/api/charts', { data: { kind: 'org', title: 'All', list: 'Ann\n' } }));
  await made(owner.post(`/api/charts/${id}/shares`, { data: { everybody: true, may: 'look' } }));
  const link = await made(owner.post(`/api/charts/${id}/shares`, { data: { link: true, may: 'look' } }));
  expect((await (await world.as(STRANGER!)).get(`/api/charts/${id}`)).status()).toBe(200);
  await wren.as.post(`/api${link['url']!.replace('/link/', '/links/')}`, { data: {} });
  expect(await ask(wren, 'GET ', id)).toBe(404);
  // And the database by itself.
  const may = async (account: string, chart: string) => {
    const client = new pg.Client({ connectionString: world.url });
    await client.connect();
    try {
      await client.query(`BEGIN; ${askingSql({ account, links: [link['id']!] })}`);
      const does: string[] = [];
      for (const [what, sql] of Object.entries({
        see: 'SELECT id FROM charts WHERE id = $1',
        change: "UPDATE charts SET title = 'Theirs' WHERE id = $1 RETURNING id",
      }))
        if ((await client.query(sql, [chart])).rowCount) does.push(what);
      await client.query('ROLLBACK');
      return does.join(' ');
    } finally {
      await client.end();
    }
  };
  expect(await may(wren.id, work.chart)).toBe('see');
  expect(await may(classmate.id, work.chart)).toBe('');
  expect(await may(wren.id, id!)).toBe('');
});

/** Ids that no thing here has: names that every object has, broken text, ways out of the address, and much too long ones. */
const HOSTILE = [
  'constructor',
  '__proto__',
  '%00',
  'toString',
  '..%2f..%2fme',
  '%F0%9F%8C%B1',
  'x'.repeat(3_000),
  "'%20OR%201=1--",
];

test('every route with hostile ids, for every role: nothing breaks, and nobody finds anything', async () => {
  const { paths } = (await (await callers.owner.get('/api/openapi.json')).json()) as {
    paths: Record<string, Record<string, unknown>>;
  };
  const routes = Object.entries(paths).flatMap(([path, methods]) =>
    path.includes('{')
      ? Object.keys(methods).flatMap((method) => (method === 'parameters' ? [] : [`${method.toUpperCase()} ${path}`]))
      : [],
  );
  const wrong: string[] = [];
  for (const [r, route] of routes.entries())
    for (const [c, role] of ROLES.entries()) {
      const [method, path] = route.split(' ') as [string, string];
      const id = HOSTILE[(r * 5 + c) % HOSTILE.length]!;
      const answer = await callers[role].fetch(path.replace(/\{\w+\}/g, id), {
        method: path.endsWith('events') ? 'HEAD' : method,
        maxRedirects: 0,
        ...(['POST', 'PUT', 'PATCH'].includes(method) && { data: BODIES[route] ?? {} }),
      });
      if (answer.status() >= 500 || answer.status() === 200 || answer.status() === 201)
        wrong.push(`${route} with ${id.slice(0, 20)} as ${role}: ${answer.status()}`);
    }
  // Folders are called as people like, and hold nothing then.
  expect(wrong.filter((one) => !one.includes('/api/folders/'))).toEqual([]);
});

test('every route, for every role', async () => {
  test.setTimeout(600_000);
  const described = (await (await callers.owner.get('/api/openapi.json')).json()) as {
    paths: Record<string, Record<string, unknown>>;
  };
  const routes = Object.entries(described.paths).flatMap(([path, methods]) =>
    Object.keys(methods).flatMap((method) => (method === 'parameters' ? [] : [`${method.toUpperCase()} ${path}`])),
  );
  // A route that is new has to be put into the table.
  expect(routes.filter((route) => !TABLE[route])).toEqual([]);
  expect(Object.keys(TABLE).filter((route) => !routes.includes(route))).toEqual([]);
  // What takes something away comes last: what others need first, and signing out after all else.
  const TAKES = [
    'hand-in',
    'learners',
    'tasks/{task}',
    'classes/{class}',
    'remarks/',
    'shares/',
    'groups/',
    'house-styles/{id}',
    'charts/{id}',
    'sessions',
    'keys/',
    'sign-in',
  ];
  const turn = (route: string, role: Role) =>
    route.startsWith('DELETE') && TABLE[route]![role] === '+' && role !== 'key'
      ? 1 + TAKES.findIndex((part) => route.includes(part))
      : 0;
  const asked = routes.flatMap((route) => ROLES.map((role) => ({ route, role, turn: turn(route, role) })));
  const wrong: string[] = [];
  for (const { route, role } of asked.sort((a, b) => a.turn - b.turn)) {
    // What somebody else took away before is gone.
    if (/^DELETE .*\/(remarks|views|save-points)\//.test(route) && role === 'owner') continue;
    const status = await statusOf(route, callers[role]);
    const wanted = TABLE[route]![role];
    const holds = wanted === '+' ? ![401, 403, 404].includes(status) && status < 500 : status === wanted;
    if (!holds) wrong.push(`${route} as ${role}: ${status}, not ${wanted}`);
  }
  expect(wrong).toEqual([]);
});
