/**
 * Slides as another program has them: Debian's office suite opens the file and writes what it made of it as OpenDocument,
 * where each shape has its place and each connector names the two that it joins. Packages are held against ECMA-376-2 (every
 * part has a type, every relation a target).
 */
import { readFileSync } from 'node:fs';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { SaxesParser } from 'saxes';
import { describe, expect, it } from 'vitest';
import type { Chart } from '../../src/core/chart';
import { compose } from '../../src/core/compose';
import { kindOf } from '../../src/core/kinds';
import { pagesOf } from '../../src/core/pages';
import { chartOfList, readList } from '../../src/core/read';
import { type Scene, type SlideSize, slidesOf } from '../../src/core/scene';
import { fonts } from '../support/fonts';
import { readByOffice } from '../support/office';

const DEMOS = [
  ['org', 'saltmarsh-garden.txt'],
  ['family', 'founding-family.txt'],
  ['decision', 'second-glasshouse.txt'],
  ['concept', 'salt-marsh.txt'],
  ['venn', 'volunteers.csv'],
] as const;

function chartOf(kindId: string, file: string): Chart {
  const kind = kindOf(kindId)!;
  const read = readList(kind, readFileSync(`demo/${file}`, 'utf8'));
  if (!read.ok) throw new Error(read.problem.message);
  return chartOfList(kind, 'The garden', read.list);
}
const slides = (scenes: readonly Scene[], size?: SlideSize) =>
  slidesOf(scenes, {
    widthOf: ({ text, face, size: points }) => fonts.width(text, face, points),
    pictures: new Map(),
    size,
    notes: 'One\n\tTwo',
    fonts: { heading: 'Fraunces', body: 'Noto Sans' },
  });

/** A presentation as the office suite understands it: one XML document. */
const opened = (bytes: Uint8Array) => readByOffice(bytes, 'pptx', 'fodp');

const POINTS: Readonly<Record<string, number>> = { cm: 72 / 2.54, mm: 72 / 25.4, in: 72, pt: 1 };
const points = (length: string) => {
  const [, value, unit] = /^(-?[\d.]+)([a-z]+)$/.exec(length)!;
  return Number(value) * POINTS[unit!]!;
};

interface Shape {
  readonly name: string;
  readonly id: string;
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  words: string;
  /** For who does not see it. */
  about: string;
}
interface Connector {
  readonly name: string;
  readonly from: string | undefined;
  readonly to: string | undefined;
  readonly ends: readonly [number, number, number, number];
}

/** Shapes and connectors of all slides, and all words. */
function understood(xml: string) {
  const shapes: Shape[] = [];
  const connectors: Connector[] = [];
  const open: Shape[] = [];
  let pages = 0;
  let paragraphs = 0;
  const parser = new SaxesParser();
  parser.on('opentag', ({ name, attributes, isSelfClosing }) => {
    const of = (key: string) => attributes[key] as string | undefined;
    if (name === 'draw:page') pages++;
    if (name === 'text:p' && !isSelfClosing) paragraphs++;
    if (name === 'draw:custom-shape' || name === 'draw:frame') {
      const shape = {
        name: of('draw:name') ?? '',
        id: of('draw:id') ?? '',
        box: {
          x: points(of('svg:x') ?? '0cm'),
          y: points(of('svg:y') ?? '0cm'),
          width: points(of('svg:width') ?? '0cm'),
          height: points(of('svg:height') ?? '0cm'),
        },
        words: '',
        about: '',
      };
      shapes.push(shape);
      if (!isSelfClosing) open.push(shape);
    }
    if (name === 'draw:connector')
      connectors.push({
        name: of('draw:name') ?? '',
        from: of('draw:start-shape'),
        to: of('draw:end-shape'),
        ends: ['svg:x1', 'svg:y1', 'svg:x2', 'svg:y2'].map((key) => points(of(key)!)) as unknown as Connector['ends'],
      });
  });
  parser.on('text', (text) => {
    const shape = open.at(-1);
    // Beside its words a shape has a description.
    if (shape && paragraphs > 0) shape.words += text;
    else if (shape) shape.about += text;
  });
  parser.on('closetag', ({ name, isSelfClosing }) => {
    if (name === 'text:p' && !isSelfClosing) paragraphs--;
    if (!isSelfClosing && (name === 'draw:custom-shape' || name === 'draw:frame')) open.pop();
  });
  parser.write(xml).close();
  return { shapes, connectors, pages };
}
const squeezed = (text: string) => text.replace(/\s+/g, '');

describe('slides in an office suite', () => {
  it.concurrent.each(DEMOS)(
    '%s: boxes and words are where ours are, lines join the shapes that they join',
    async (kindId, file) => {
      const { scene } = compose(chartOf(kindId, file), fonts);
      const { shapes, connectors, pages } = understood(await opened(slides([scene])));
      expect(pages).toBe(1);
      const byId = new Map(shapes.map((shape) => [shape.id, shape]));
      const found = new Map<string, Shape>();
      for (const { id, label, box } of scene.items) {
        // Of several with one name, the one that stands there.
        const near = shapes
          .filter(({ name }) => name === label.slice(0, name.length) && name !== '')
          .map((shape) => ({ shape, off: Math.hypot(shape.box.x - box.x, shape.box.y - box.y) }))
          .sort((a, b) => a.off - b.off)[0];
        expect(near, label).toBeDefined();
        const { shape } = near!;
        found.set(id, shape);
        for (const part of ['x', 'y', 'width', 'height'] as const)
          expect(Math.abs(shape.box[part] - box[part]), `${label}: ${part}`).toBeLessThan(2);
        const words = scene.items
          .find((item) => item.id === id)!
          .marks.flatMap((mark) => (mark.type === 'text' ? mark.text : []));
        expect(squeezed(shape.about), label).toBe(squeezed(label));
        expect(squeezed(shape.words), label).toBe(squeezed(words.join('')));
      }
      // Every line that has both ends at items begins and ends at their shapes, on its way through words or joints at the most.
      for (const { from, to, label } of scene.edges) {
        const [one, two] = [found.get(from), found.get(to)];
        if (!one || !two) continue;
        const names = [one.name.split(', ')[0], label, two.name.split(', ')[0]]
          .filter(Boolean)
          .join(' - ')
          .slice(0, 80);
        const pieces = connectors.filter(({ name }) => name.startsWith(names.slice(0, 70)));
        expect(pieces.length, names).toBeGreaterThan(0);
        for (const piece of pieces) {
          expect(piece.from && byId.has(piece.from), names).toBe(true);
          expect(piece.to && byId.has(piece.to), names).toBe(true);
        }
        // Lines of a couple begin between its two; all others at both shapes.
        expect(
          pieces.some((piece) => piece.to === two.id || piece.from === two.id),
          names,
        ).toBe(true);
        if (kindId !== 'family')
          expect(
            pieces.some(({ from: first }) => first === one.id),
            names,
          ).toBe(true);
      }
      const all = squeezed(shapes.map(({ words }) => words).join(''));
      for (const { text } of scene.page.filter((mark) => mark.type === 'text')) expect(all).toContain(squeezed(text));
    },
  );

  it.concurrent('a shape that is moved there takes its line along', async () => {
    const { scene } = compose(chartOf('org', 'saltmarsh-garden.txt'), fonts);
    const bytes = slides([scene]);
    const parts = unzipSync(bytes);
    const name = 'ppt/slides/slide1.xml';
    const xml = strFromU8(parts[name]!);
    const BY = 60;
    // The shape of Maud Ferrow, 60 points further down.
    const moved = xml.replace(
      /(name="Maud Ferrow, Head of learning"[\s\S]*?<a:off x="\d+" y=")(\d+)"/,
      (_, start: string, y: string) => `${start}${Number(y) + BY * 12_700}"`,
    );
    expect(moved).not.toBe(xml);
    const files = [bytes, zipSync({ ...parts, [name]: strToU8(moved) })];
    const [before, after] = (await Promise.all(files.map(opened))).map(understood);
    const line = (of: ReturnType<typeof understood> | undefined) =>
      of!.connectors.find(({ name: own }) => own === 'Oriel Tansley - Maud Ferrow')!;
    const [was, is] = [line(before).ends, line(after).ends];
    expect(is[0]).toBeCloseTo(was[0], 0);
    expect(is[1]).toBeCloseTo(was[1], 0);
    expect(is[3] - was[3]).toBeCloseTo(BY, 0);
  });

  it.concurrent('every page is a slide, and sizes are those that were asked for', async () => {
    const chart = chartOf('org', 'saltmarsh-garden.txt');
    const { scenes } = pagesOf({ ...chart, page: { ...chart.page, over: 'booklet' } }, fonts);
    expect(scenes.length).toBeGreaterThan(1);
    const xml = await opened(slides(scenes, 'wide'));
    expect(understood(xml).pages).toBe(scenes.length);
    const sizes = [...xml.matchAll(/fo:page-width="([^"]+)" fo:page-height="([^"]+)"/g)].map(([, w, h]) => [
      Math.round(points(w!)),
      Math.round(points(h!)),
    ]);
    expect(sizes).toContainEqual([960, 540]);
  });

  it.concurrent('the list stands in the notes', async () => {
    const { scene } = compose(chartOf('org', 'saltmarsh-garden.txt'), fonts);
    const xml = await opened(slides([scene]));
    expect(xml.slice(xml.indexOf('<presentation:notes'))).toMatch(/One[\s\S]*Two/);
  });
});

describe('packages', () => {
  it.each(DEMOS)('%s: every part has a type, every relation a target, every number one shape', (kindId, file) => {
    const { scene } = compose(chartOf(kindId, file), fonts);
    const parts = unzipSync(slides([scene]));
    const types = strFromU8(parts['[Content_Types].xml']!);
    const names = Object.keys(parts);
    for (const name of names.filter((one) => one !== '[Content_Types].xml')) {
      const ending = name.split('.').at(-1);
      expect(types.includes(`PartName="/${name}"`) || types.includes(`Extension="${ending}"`), name).toBe(true);
      const xml = strFromU8(parts[name]!);
      // Well formed, or this throws.
      new SaxesParser({ xmlns: true }).write(xml).close();
      if (!name.endsWith('.rels')) continue;
      const from = name.replace('_rels/', '').replace(/\.rels$/, '');
      for (const [, target] of xml.matchAll(/Target="([^"]+)"(?! TargetMode)/g)) {
        const at = new URL(target!, `file:///${from}`).pathname.slice(1);
        expect(names, `${name}: ${target}`).toContain(at);
      }
    }
    const slide = strFromU8(parts['ppt/slides/slide1.xml']!);
    const ids = [...slide.matchAll(/<p:cNvPr id="(\d+)"/g)].map(([, id]) => id!);
    expect(new Set(ids).size).toBe(ids.length);
    for (const [, id] of slide.matchAll(/<a:(?:st|end)Cxn id="(\d+)"/g)) expect(ids).toContain(id);
  });

  it('colours of tiers are the theme’s, so that another theme changes them', () => {
    const { scene } = compose(chartOf('org', 'saltmarsh-garden.txt'), fonts);
    const parts = unzipSync(slides([scene]));
    const theme = strFromU8(parts['ppt/theme/theme1.xml']!);
    const slide = strFromU8(parts['ppt/slides/slide1.xml']!);
    for (const { tier, fill } of scene.bands.slice(0, 4)) {
      expect(theme).toContain(`<a:accent${tier}><a:srgbClr val="${fill.slice(1).toUpperCase()}"/>`);
      expect(slide).toContain(`<a:schemeClr val="accent${tier}">`);
    }
  });
});
