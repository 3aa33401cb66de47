import { readFileSync } from 'node:fs';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../tests/support/fonts';
import { readAs } from '../../tests/support/kinds';
import type { Chart } from './chart';
import { compose } from './compose';
import { carryingPart, pack } from './packed';
import { slidesOf } from './scene';
import { opened } from './slide-words';
import { escapeXml } from './xml';

const demo = (file: string) => readFileSync(`demo/${file}`, 'utf8');
const slidesFor = (chart: Chart) =>
  slidesOf([compose(chart, fonts).scene], {
    widthOf: ({ text, face, size }) => fonts.width(text, face, size),
    pictures: new Map(),
    carried: carryingPart(pack({ chart, pictures: new Map() })),
    fonts: { heading: 'Fraunces', body: 'Noto Sans' },
  });

/** The file with its slide changed, as another program would. */
function edited(file: Uint8Array, by: (xml: string) => string): Uint8Array {
  const parts = unzipSync(file);
  const name = 'ppt/slides/slide1.xml';
  const before = strFromU8(parts[name]!);
  const after = by(before);
  if (after === before) throw new Error('nothing was changed');
  return zipSync({ ...parts, [name]: strToU8(after) });
}
const back = async (file: Uint8Array) => (await opened(file)).packed!.chart;
/** The words of a shape in the place of others: the paragraphs of the shape whose alternative text begins so. */
const reworded = (descr: string, paragraphs: readonly string[]) => (xml: string) =>
  xml.replace(new RegExp(`(descr="${descr}[^"]*".*?<a:lstStyle/>)(.*?)(</p:txBody>)`), (_, head, __, tail) => {
    const words = paragraphs.map((text) => `<a:p><a:r><a:rPr lang="en"/><a:t>${escapeXml(text)}</a:t></a:r></a:p>`);
    return head + words.join('') + tail;
  });
const strip = (xml: string) => xml.replace(/<a:extLst><a:ext uri[^>]*><dx:item[^>]*><\/a:ext><\/a:extLst>/g, '');

describe('words that were changed in a presentation', () => {
  it.each([
    ['org', 'saltmarsh-garden.txt'],
    ['org', 'oasis-garden.txt'],
    ['family', 'founding-family.txt'],
    ['decision', 'second-glasshouse.txt'],
    ['concept', 'salt-marsh.txt'],
    ['venn', 'volunteers.csv'],
  ])('%s %s: nothing is changed where nobody changed anything', async (kind, file) => {
    const { chart } = readAs(kind, demo(file));
    const slides = slidesFor(chart);
    expect(await back(slides)).toEqual(chart);
    expect(await back(edited(slides, strip))).toEqual(chart);
  });

  const org = readAs('org', demo('saltmarsh-garden.txt'));
  const slides = slidesFor(org.chart);
  const fieldsOf = (chart: Chart, name: string) => chart.items[org.id(name)]!.fields;

  it('a new name is the name of that line, and nothing else changes', async () => {
    const chart = await back(edited(slides, reworded('Suda Welk', ['Suda', 'Welk-Marrable', 'Glasshouse lead'])));
    expect(fieldsOf(chart, 'Suda Welk')).toEqual({ ...fieldsOf(org.chart, 'Suda Welk'), name: 'Suda Welk-Marrable' });
    const { [org.id('Suda Welk')]: _, ...others } = chart.items;
    const { [org.id('Suda Welk')]: __, ...before } = org.chart.items;
    expect(others).toEqual(before);
    expect({ ...chart, items: {} }).toEqual({ ...org.chart, items: {} });
  });

  it('a new post under the same name, and both at once', async () => {
    const post = await back(edited(slides, reworded('Suda Welk', ['Suda Welk', 'Keeper of', 'ferns'])));
    expect(fieldsOf(post, 'Suda Welk')['name']).toBe('Suda Welk');
    expect(Object.values(fieldsOf(post, 'Suda Welk'))).toContain('Keeper of ferns');
    const both = await back(edited(slides, reworded('Suda Welk', ['Ida Moor', 'Keeper of ferns'])));
    expect(Object.values(fieldsOf(both, 'Suda Welk'))).toEqual(expect.arrayContaining(['Ida Moor', 'Keeper of ferns']));
  });

  it('is known by its alternative text where a program left out whose it is', async () => {
    const changed = edited(edited(slides, strip), reworded('Suda Welk', ['Suda Moor', 'Glasshouse lead']));
    expect(fieldsOf(await back(changed), 'Suda Welk')['name']).toBe('Suda Moor');
  });

  it('words with marks of XML and others come back as they are', async () => {
    const chart = await back(edited(slides, reworded('Suda Welk', ['Søda & <Welk> "2"', 'Glasshouse lead'])));
    expect(fieldsOf(chart, 'Suda Welk')['name']).toBe('Søda & <Welk> "2"');
  });

  it('an emptied shape, a slide that is gone or broken leave the chart whole', async () => {
    expect(await back(edited(slides, reworded('Suda Welk', [' '])))).toEqual(org.chart);
    expect(await back(edited(slides, (xml) => xml.slice(0, 4_000)))).toEqual(org.chart);
    const { 'ppt/slides/slide1.xml': _, ...parts } = unzipSync(slides);
    expect(await back(zipSync(parts))).toEqual(org.chart);
  });

  it('figures that are computed are not taken for words', async () => {
    const { chart, id } = readAs('decision', demo('second-glasshouse.txt'));
    const changed = edited(
      slidesFor(chart),
      reworded('Build a second glasshouse', ['Build a second greenhouse?', '39,000']),
    );
    const { fields } = (await back(changed)).items[id('Build a second glasshouse?')]!;
    expect(fields['name']).toBe('Build a second greenhouse?');
    expect(JSON.stringify(fields)).not.toContain('39');
  });
});
