/** Every kind from a list to a picture, its figures, changes and files, through the interface. */
import AxeBuilder from '@axe-core/playwright';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { FaceId } from '../../src/core/faces';
import { composedInWorker, item, LISTS, line, lines, newChart, noErrors, type OtherKind, open } from './support';
import { expect, type Page, test } from './test';

const NAMES = {
  family: 'Family tree',
  decision: 'Decision tree',
  concept: 'Concept map',
  venn: 'Venn diagram',
} as const;
const kinds = Object.keys(LISTS) as OtherKind[];
const middle = async (locator: ReturnType<typeof item>) => {
  const box = (await locator.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
};
const drag = async (page: Page, from: { x: number; y: number }, to: { x: number; y: number }) => {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 });
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.mouse.up();
};

for (const kind of kinds)
  test(`a pasted list is recognised as a ${NAMES[kind].toLowerCase()}, drawn, checked and kept`, async ({ page }) => {
    noErrors(page);
    await page.goto('/');
    await page.getByRole('button', { name: 'New chart' }).first().click();
    await page.keyboard.type('Something new');
    await page.getByLabel('The list, one line for each').fill(LISTS[kind]);
    await expect(page.getByRole('radio', { name: new RegExp(NAMES[kind]) })).toBeChecked();
    // The kinds it can't become say what is missing.
    if (kind !== 'concept') await expect(page.getByText('Needs a linking phrase between two ideas')).toBeVisible();
    await page.getByRole('button', { name: 'Make the chart' }).click();
    await expect(page.getByRole('button', { name: new RegExp(`^${NAMES[kind]}`) })).toBeVisible();
    await expect(page.locator('svg.scene [data-item]').first()).toBeVisible();
    const drawn = await page.locator('svg.scene [data-item]').count();
    expect(drawn).toBeGreaterThan(3);
    await page.getByRole('tab', { name: 'Check' }).click();
    await expect(page.getByText('Figures')).toBeVisible();
    expect(await page.locator('dl dt').count()).toBeGreaterThan(2);
    await page.reload();
    await expect(page.locator('svg.scene [data-item]')).toHaveCount(drawn);
  });

test('another kind is chosen for a list that could be several', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New chart' }).first().click();
  await page.keyboard.type('Two ways');
  await page.getByLabel('The list, one line for each').fill('Ann (1900)\n\tBo (1930)\n\tCy (1932)\n');
  await expect(page.getByRole('radio', { name: /Family tree/ })).toBeChecked();
  await page.getByRole('radio', { name: /Org chart/ }).check({ force: true });
  await expect(page.getByText('3 lines, 2 levels')).toBeVisible();
  await page.getByRole('button', { name: 'Make the chart' }).click();
  await expect(page.getByRole('button', { name: /^Org chart/ })).toBeVisible();
});

test('the kind of a chart is changed and changed back; what is not drawn is said before', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request, LISTS.venn, 'Sets', 'venn'));
  await page.getByRole('button', { name: /^Venn diagram/ }).click();
  const org = page.getByRole('listitem').filter({ hasText: 'Org chart' });
  await expect(org).toContainText('3 sets and what belongs to them');
  await org.getByRole('button').click();
  await expect(page.getByRole('button', { name: /^Org chart/ })).toBeVisible();
  expect(await lines(page)).toEqual(['Ann', 'Bo', 'Cy', 'Di', 'Ed']);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Venn diagram/ })).toBeVisible();
  await expect(page.locator('[data-lines] [data-field=sets]').nth(2)).toHaveValue('Bees, Pond');
});

test('an item dragged into another region belongs to other sets, on both sides at once', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request, LISTS.venn, 'Sets', 'venn'));
  const [ann, cy] = [await middle(item(page, 'Ann')), await middle(item(page, 'Cy'))];
  const sets = page.locator('[data-lines] [data-field=sets]');
  await expect(sets.nth(0)).toHaveValue('Bees');
  await drag(page, ann, { x: cy.x, y: cy.y - 14 });
  await expect(sets.nth(0)).toHaveValue('Bees, Pond');
  await page.keyboard.press('Control+z');
  await expect(sets.nth(0)).toHaveValue('Bees');
  // Written into the list it moves on the sheet: a set that is new is made.
  await sets.nth(4).fill('Paths, Tools');
  await sets.nth(4).press('Enter');
  await expect(page.locator('svg.scene').getByText('Tools')).toBeVisible();
});

test('a concept is renamed with every line that names it', async ({ page, request }) => {
  await open(page, await newChart(request, LISTS.concept, 'Map', 'concept'));
  await line(page, 'Mud').first().fill('Silt');
  // A name in the making is kept, and taken back as one step.
  await page.keyboard.press('Escape');
  await expect(line(page, 'Silt')).toHaveCount(2);
  await page.keyboard.press('Control+z');
  await expect(line(page, 'Mud')).toHaveCount(2);
  await line(page, 'Mud').first().fill('Silt');
  await page.getByRole('heading', { name: 'List' }).click();
  await expect(line(page, 'Silt')).toHaveCount(2);
  await expect(item(page, 'Silt')).toHaveCount(1);
});

test('what two people are to each other is said', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request, LISTS.family, 'Family', 'family'));
  await page.getByRole('tab', { name: 'Check' }).click();
  await page.getByLabel('First').selectOption('Hal Fenn');
  await page.getByLabel('Second').selectOption('Ed Fenn');
  await expect(page.getByText("Hal Fenn is Ed Fenn's uncle")).toBeVisible();
  await expect(page.getByText('Kinship 1/8')).toBeVisible();
});

test('numbers show as a chart, and the best way is told', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request, LISTS.decision, 'Plants', 'decision'));
  await page.getByRole('tab', { name: 'Check' }).click();
  await expect(page.getByText('Expected value')).toBeVisible();
  await expect(page.locator('figure .recharts-bar-rectangle')).toHaveCount(2);
});

test('tiers are styled from the rail, whatever form it has', async ({ page, request }) => {
  await open(page, await newChart(request, LISTS.venn, 'Sets', 'venn'));
  await page.getByRole('button', { name: 'In 2 sets, 1 item' }).click();
  await page.getByLabel('Colour as a number').nth(1).fill('#123456');
  await expect(item(page, 'Cy').locator('path').first()).toHaveAttribute('fill', '#123456');
  await page.getByRole('tab', { name: 'Arrange' }).click();
  await page.getByRole('group', { name: 'Show' }).getByText('Counts').click();
  await expect(page.locator('svg.scene [data-item]')).toHaveCount(0);
});

for (const kind of kinds)
  test(`worker, server and files agree on a ${NAMES[kind].toLowerCase()}`, async ({ page, request }) => {
    const id = await newChart(request, LISTS[kind], 'Files', kind);
    await open(page, id);
    const { chart } = await (await request.get(`/api/charts/${id}`)).json();
    const composed = await composedInWorker(page, chart);
    const { sceneSvg } = await import('../../src/core/scene/svg.js');
    const server = await (await request.get(`/api/charts/${id}/picture?as=svg`)).text();
    // The fonts that are embedded say that words keep their width; they stand beside everything else.
    const { fonts } = await import('../support/fonts.js');
    const widthOf = (text: string, face: FaceId, size: number) => fonts.width(text, face, size);
    const fontCss = /@font-face\{.*\}(?=text\{)/.exec(server)?.[0] ?? '';
    expect(fontCss).not.toBe('');
    expect(sceneSvg(composed, { fontCss, widthOf })).toBe(server);

    const bytes = await (await request.get(`/api/charts/${id}/picture?as=pdf`)).body();
    const document = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: false }).promise;
    const letters = (words: string) => words.replace(/\s/g, '');
    const content = (await (await document.getPage(1)).getTextContent()).items;
    const text = letters(content.map((one) => ('str' in one ? one.str : '')).join(''));
    const { items, links } = await (await request.get(`/api/charts/${id}/picture`)).json();
    for (const { text: words } of items as { text: { lines: string[] } }[])
      for (const words_ of words.lines) expect(text).toContain(letters(words_));
    if (kind === 'concept' || kind === 'decision')
      for (const { label } of links as { label: string }[]) expect(text).toContain(letters(label));
    expect((await (await request.get(`/api/charts/${id}/picture?as=png`)).body()).length).toBeGreaterThan(5_000);
  });

test('a family goes out as GEDCOM and comes back', async ({ page, request }) => {
  const id = await newChart(request, LISTS.family, 'Family', 'family');
  const gedcom = await (await request.get(`/api/charts/${id}/list?as=gedcom`)).text();
  expect(gedcom).toContain('2 VERS 7.0');
  await page.goto('/');
  await page.getByRole('button', { name: 'New chart' }).first().click();
  await page.keyboard.type('Family again');
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open a file' }).click();
  await (await chooser).setFiles({ name: 'family.ged', mimeType: 'text/plain', buffer: Buffer.from(gedcom) });
  await expect(page.getByRole('radio', { name: /Family tree/ })).toBeChecked();
  await expect(page.getByText('This is written as GEDCOM').first()).toBeVisible();
  await page.getByRole('button', { name: 'Make the chart' }).click();
  await expect(item(page, 'Ed Fenn')).toBeVisible();
});

test('a chart that is made at once is of the kind that its list is', async ({ page, request }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New chart' }).first().click();
  const list = '0 HEAD\n1 GEDC\n2 VERS 7.0\n0 @I1@ INDI\n1 NAME Cora /Oke/\n0 TRLR\n';
  // In one turn of the page, as fast as no hand is: the key must not meet the page as it was before the list.
  await page.getByLabel('The list, one line for each').evaluate(async (field: HTMLTextAreaElement, text) => {
    Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')!.set!.call(field, text);
    field.dispatchEvent(new InputEvent('input', { bubbles: true }));
    for (let turn = 0; turn < 5; turn++) await Promise.resolve();
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', ctrlKey: true, bubbles: true, cancelable: true }));
  }, list);
  await page.waitForURL(/\/chart\//);
  const { chart } = await (await request.get(`/api/charts/${page.url().split('/').at(-1)}`)).json();
  expect(chart.kind).toBe('family');
});

test('what a form leaves out is said before it is taken', async ({ page, request }) => {
  const list = 'Name,Post,Reports to,Dotted line to\nAnn,Head,,\nBo,Lead,Ann,\nCy,Cook,Bo,Ann\n';
  await open(page, await newChart(request, list));
  await page.getByRole('tab', { name: 'Deliver' }).click();
  await expect(page.getByText('Leaves out: "Dotted line to" of 1 post.')).toHaveCount(2);
});

for (const kind of kinds)
  test(`a ${NAMES[kind].toLowerCase()} can be used without seeing or pointing`, async ({ page, request }) => {
    await open(page, await newChart(request, LISTS[kind], 'Access', kind));
    await page.getByRole('tree', { name: /Access/ }).focus();
    await page.keyboard.press('ArrowDown');
    const first = await page.locator('[data-lines] [aria-selected=true]').count();
    expect(first).toBe(1);
    await page.getByRole('tab', { name: 'Check' }).click();
    // The sheet's own words are drawn, not read: its tree is held by the editor's own test.
    const { violations } = await new AxeBuilder({ page })
      .exclude('svg.scene')
      .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
      .analyze();
    expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
  });
