import AxeBuilder from '@axe-core/playwright';
import { type APIRequestContext, expect, type Locator, type Page } from '@playwright/test';
import type { Scene } from '../../src/core/scene';

export const GARDEN = `Oriel Tansley | Garden director
\tPiet Marrable | Head of plants
\t\tSuda Welk | Glasshouse lead
\t\tHanne Ostrey | Outdoor beds lead
\tMaud Ferrow | Head of learning
\t\tTolu Adeyri | Schools programme
`;

/** A chart made over the API; gives its id. */
export async function newChart(
  request: APIRequestContext,
  list = GARDEN,
  title = 'Test chart',
  kind = 'org',
): Promise<string> {
  const made = await request.post('/api/charts', { data: { title, kind, list } });
  expect(made.status()).toBe(201);
  return ((await made.json()) as { id: string }).id;
}

/** Opens a chart in the editor and waits until its picture is there. */
export async function open(page: Page, id: string): Promise<void> {
  await page.goto(`/chart/${id}`);
  await expect(page.locator('svg [data-item]').first()).toBeVisible();
}

/** The scene that the compose worker of an open editor makes of a chart. */
export const composedInWorker = (page: Page, chart: unknown): Promise<Scene> =>
  page.evaluate(async (value) => {
    const address = performance.getEntriesByType('resource').find(({ name }) => /compose\.worker/.test(name))!.name;
    const worker = new Worker(address, { type: 'module' });
    // The message of the worker's remote-call library (comlink).
    const reply = new Promise<{ value: unknown }>((resolve) =>
      worker.addEventListener('message', ({ data }) => data.id === 'test' && resolve(data)),
    );
    const { items, ...rest } = value as { items: object };
    const told = [{ rest, put: Object.values(items), gone: [] }, 1];
    const argumentList = told.map((one) => ({ type: 'RAW', value: one }));
    worker.postMessage({ id: 'test', type: 'APPLY', path: ['composeNext'], argumentList });
    const { change } = (await reply).value as { change: { scene: Omit<Scene, 'items'>; items: Scene['items'] } };
    return { ...change.scene, items: change.items } as Scene;
  }, chart);

/** Names of the list in order, each with two spaces a level. */
export const lines = (page: Page): Promise<string[]> =>
  page.locator('[data-lines] [role=treeitem]').evaluateAll((rows) =>
    rows
      .map((row) => ({
        at: Number.parseFloat((row as HTMLElement).style.top),
        text:
          '  '.repeat(Number(row.getAttribute('aria-level')) - 1) +
          (row.querySelector<HTMLTextAreaElement>('[data-field=name]')?.value ?? ''),
      }))
      .sort((a, b) => a.at - b.at)
      .map(({ text }) => text),
  );

/** Opens a part of Arrange that folds away. */
export const unfold = (page: Page, title: string): Promise<void> =>
  page.locator('details:not([open]) > summary', { hasText: title }).click();

export const line = (page: Page, name: string): Locator =>
  page.locator(`[data-lines] [data-field=name][data-words="${name}"]`);
export const item = (page: Page, name: string): Locator => page.locator(`svg g[data-item][aria-label*="${name}"]`);
export const saved = (page: Page): Promise<void> => expect(page.getByText(/^Saved \d/)).toBeVisible();

/** Fails the test where the page logs an error. */
export function noErrors(page: Page): void {
  page.on('pageerror', (error) => {
    throw error;
  });
  page.on('console', (message) => {
    if (message.type() === 'error') throw new Error(message.text());
  });
}

/** A list of each kind but org charts, with words that are only in its picture. */
export const LISTS = {
  family: `Ada Fenn (1870, f)
+ Bo Fenn (1868, m)
	Cy Fenn (1895, m)
	+ Di Holt (1897, f)
		Ed Fenn (1920)
	Hal Fenn (1892, m)
`,
  decision: `Is it dry?
	yes (60 %): Thyme = 40
	no (40 %): Is it salt?
		yes: Glasswort = 10
		no: Reed = 20
`,
  concept: `Marsh - is flooded by -> Tides
Tides - bring -> Mud
Marsh - feeds -> Birds
Birds - look for worms in -> Mud
`,
  venn: `Ann: Bees
Bo: Pond
Cy: Bees, Pond
Di: Bees, Pond, Paths
Ed:
`,
} as const;
export type OtherKind = keyof typeof LISTS;

/** What breaks WCAG 2.2 A or AA on the page as it is, each with the first place. */
export async function violations(page: Page): Promise<string[]> {
  let found = await violationsNow(page);
  // A page that is only being laid out is looked at again until it is there: what stays counts.
  for (let again = 0; found.length > 0 && again < 4; again++) {
    await page.waitForTimeout(2_000);
    found = await violationsNow(page);
  }
  return found;
}

async function violationsNow(page: Page): Promise<string[]> {
  const found = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    // Nothing is framed here: no page of its own is needed to put results together.
    .setLegacyMode(true)
    .analyze();
  return found.violations.map(
    ({ id, nodes }) => `${id}, ${nodes.length} times: ${nodes[0]?.html} (${nodes[0]?.failureSummary})`,
  );
}
