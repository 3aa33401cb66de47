import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync, zlibSync } from 'fflate';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import type { z } from 'zod';
import { fonts } from '../../../tests/support/fonts';
import { drawn, readAs } from '../../../tests/support/kinds';
import { ofSchema } from '../../../tests/support/of-schema';
import { documentOf } from '../../server/pictures/document';
import { pageOf } from '../../server/pictures/page';
import { scenesPdf } from '../../server/pictures/pdf';
import { type Chart, chartSchema } from '../chart';
import { fieldNameSchema, idSchema } from '../chart/words';
import { sourceOf, UnreadableFile } from '../formats';
import { kindOf, kinds } from '../kinds';
import { sceneSvg, slidesOf } from '../scene';
import { listAsXlsx } from '../write';
import {
  ATTACHED,
  carryingPart,
  carryingXml,
  carryingXmp,
  officeWith,
  type Packed,
  pack,
  packedIn,
  pngWith,
  unpack,
} from '.';

/** The smallest PNG: one dot. */
const PNG = Uint8Array.from(
  atob('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg=='),
  (letter) => letter.charCodeAt(0),
);
const { chart: some } = readAs('org', kindOf('org')!.starts[0]!.list);
const { scene } = drawn(some);
const picture = { mime: 'image/png', bytes: PNG };

/** A document of words and a picture, made once: what it carries is put into it. */
const text = documentOf(kindOf('org')!, some, [{ scene, svg: sceneSvg(scene), png: Buffer.from(PNG) }], {
  place: 'full',
  list: 'none',
});

/** Every format with a chart in it, as files are made of it. */
const FORMATS: Readonly<Record<string, (packed: string) => Uint8Array | Promise<Uint8Array>>> = {
  SVG: (packed) => strToU8(sceneSvg(scene, { metadata: carryingXml(packed) })),
  HTML: (packed) => strToU8(pageOf(scene, { svg: sceneSvg(scene), carried: carryingXml(packed) })),
  PNG: (packed) => pngWith(PNG, packed),
  WebP: (packed) => sharp(PNG).webp().withXmp(carryingXmp(packed)).toBuffer(),
  PDF: (packed) => scenesPdf([scene], undefined, new Date(0), packed),
  PPTX: (packed) =>
    slidesOf([scene], {
      widthOf: ({ text, face, size }) => fonts.width(text, face, size),
      pictures: new Map(),
      carried: carryingPart(packed),
      fonts: { heading: 'Fraunces', body: 'Noto Sans' },
    }),
  DOCX: async (packed) => officeWith(await text, 'word/document.xml', packed),
  XLSX: async (packed) => officeWith(await listAsXlsx(kindOf('org')!, some), 'xl/workbook.xml', packed),
  JSON: (packed) => strToU8(JSON.stringify({ title: 'T', items: [], ...JSON.parse(packed) })),
};

const anyChart = ofSchema(chartSchema, {
  of: new Map<z.ZodType, fc.Arbitrary<unknown>>([
    [idSchema, fc.constantFrom('a', 'b', 'c')],
    [fieldNameSchema, fc.constantFrom('name', 'post', 'own field')],
  ]),
}).map((chart) => {
  // As it is stored: what is not there is left out, and the house style that it follows is of another place.
  const { style: _, ...own } = JSON.parse(JSON.stringify(chart)) as Chart;
  return own as Chart;
});
const anyPacked: fc.Arbitrary<Packed> = fc.record({
  chart: anyChart,
  pictures: fc
    .array(fc.tuple(fc.constantFrom('one', 'two'), fc.constant(picture)), { maxLength: 2 })
    .map((all) => new Map(all)),
});

describe('chart, file, chart', () => {
  it.each(Object.keys(FORMATS))('%s: is what it was, whatever chart it is', async (format) => {
    await fc.assert(
      fc.asyncProperty(anyPacked, async (packed) => {
        const found = await packedIn(await FORMATS[format]!(pack(packed)));
        expect(found).toEqual(packed);
      }),
      { numRuns: ['DOCX', 'PDF', 'XLSX'].includes(format) ? 15 : 40, endOnFailure: true },
    );
  });

  it.each(kinds.map(({ id }) => id))('%s: a file is read as its list by whoever wants that', async (kindId) => {
    const { chart } = readAs(kindId, kindOf(kindId)!.starts[0]!.list);
    const source = await sourceOf(pngWith(PNG, pack({ chart, pictures: new Map() })));
    expect(source.packed!.chart).toEqual(chart);
    expect(Object.keys(JSON.parse(source.text).items)).toHaveLength(Object.keys(chart.items).length);
    expect(JSON.parse(source.text).kind).toBe(kindId);
  });
});

describe('files of others, and damaged ones', () => {
  it.each([
    ['a picture', PNG],
    ['a drawing', strToU8('<?xml version="1.0"?>\n<svg xmlns="http://www.w3.org/2000/svg"/>')],
    ['a PDF', strToU8('%PDF-1.7\n')],
  ])('%s without a chart is said to have none', async (_, bytes) => {
    expect(await packedIn(bytes)).toBeUndefined();
    await expect(sourceOf(bytes)).rejects.toThrow(UnreadableFile);
    await expect(sourceOf(bytes)).rejects.toThrow('no chart of ours');
  });

  it('a PDF with other files attached has none', async () => {
    const other = await PDFDocument.create();
    other.addPage();
    await other.attach(strToU8('{}'), 'other.json');
    expect(await packedIn(await other.save())).toBeUndefined();
  });

  it('a PDF that another program saved again still has it', async () => {
    const packed = { chart: some, pictures: new Map() };
    const ours = await PDFDocument.load(await FORMATS['PDF']!(pack(packed)));
    ours.addPage();
    expect(await packedIn(await ours.save())).toEqual(packed);
    expect(ATTACHED).toMatch(/\.json$/);
  });

  it('an office file that another program packed anew still has it', async () => {
    const packed = { chart: some, pictures: new Map() };
    const parts = unzipSync(await FORMATS['PPTX']!(pack(packed)));
    // Parts are numbered by whoever writes them.
    const { 'customXml/item1.xml': part, ...others } = parts;
    const again = zipSync({ ...others, 'customXml/item7.xml': part! }, { level: 0 });
    expect(await packedIn(again)).toEqual(packed);
  });

  it('a chart of a later version is told apart, and named so', async () => {
    const text = pack({ chart: { ...some, version: 99 } as unknown as Chart, pictures: new Map() });
    await expect(sourceOf(pngWith(PNG, text))).rejects.toThrow('later version');
  });

  it('what would unfold to more than any chart is left alone', async () => {
    const bomb = zlibSync(new Uint8Array(100 * 1024 * 1024), { level: 9 });
    expect(bomb.length).toBeLessThan(200_000);
    const element = `<svg><metadata><chart xmlns="urn:dendrotax:chart">${Buffer.from(bomb).toString('base64')}</chart></metadata></svg>`;
    expect(await packedIn(strToU8(element))).toBeUndefined();
  });

  it('what is cut off or changed never takes anything down', () => {
    const text = strFromU8(strToU8(pack({ chart: some, pictures: new Map([['one', picture]]) })));
    fc.assert(
      fc.property(fc.nat(text.length), fc.constantFrom('', '"', '{', '0'), (at, put) => {
        try {
          unpack(text.slice(0, at) + put + text.slice(at + 1));
        } catch (error) {
          expect((error as Error).name).toMatch(/Error/);
        }
      }),
      { numRuns: 150 },
    );
  });

  it.each(Object.keys(FORMATS))(
    '%s: cut off anywhere it carries none, or is read as what else it is',
    async (format) => {
      const whole = await FORMATS[format]!(pack({ chart: some, pictures: new Map() }));
      for (let i = 1; i < 12; i++) {
        const found = await packedIn(whole.slice(0, Math.floor((whole.length * i) / 12)));
        if (found) expect(found.chart).toEqual(some);
      }
    },
  );
});
