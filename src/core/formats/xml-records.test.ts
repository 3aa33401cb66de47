import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { offersFor } from '../offers';
import { escapeAttribute, escapeXml } from '../xml';
import { looksLikeXml, recordsOfXml } from './xml-records';

const STAFF = `<?xml version="1.0"?>
<garden xmlns="urn:example:garden" season="spring">
  <staff>
    <person id="1"><name>Oriel Tansley</name><post>Garden director</post></person>
    <person id="2" manager="1"><name>Piet Marrable</name><post>Head of plants</post></person>
    <person id="3" manager="2"><name>Ann &amp; Bo</name><post><![CDATA[Keeper <beds>]]></post></person>
  </staff>
</garden>
`;
const UNITS = `<unit title="Marsh"><unit title="Reeds"><unit title="Cutting"/></unit><unit title="Creek"/></unit>`;

const first = (text: string) => {
  const [offer] = offersFor(text);
  const { items } = offer!.list!;
  const nameOf = new Map(items.map(({ id, fields }) => [id, fields['name']]));
  return {
    kind: offer!.kind.id,
    form: offer!.list!.form,
    items: items.map(({ parent, fields }) => [fields['name'], parent && nameOf.get(parent)]),
  };
};

describe('XML of any program', () => {
  it('is a table where records stand side by side, with who stands under whom', () => {
    expect(recordsOfXml(STAFF)[1]).toEqual({ id: '2', manager: '1', name: 'Piet Marrable', post: 'Head of plants' });
    expect(first(STAFF)).toEqual({
      kind: 'org',
      form: 'xml',
      items: [
        ['Oriel Tansley', null],
        ['Piet Marrable', 'Oriel Tansley'],
        ['Ann & Bo', 'Piet Marrable'],
      ],
    });
  });

  it('is an outline where records stand in each other, also where one is alone', () => {
    expect(first(UNITS)).toEqual({
      kind: 'org',
      form: 'xml',
      items: [
        ['Marsh', null],
        ['Reeds', 'Marsh'],
        ['Cutting', 'Reeds'],
        ['Creek', 'Marsh'],
      ],
    });
  });

  it('keeps the head that has a name over what is in it', () => {
    const feed =
      '<feed><channel><title>Reed notes</title><item><title>A</title></item><item><title>B</title></item></channel></feed>';
    expect(first(feed).items).toEqual([
      ['Reed notes', null],
      ['A', 'Reed notes'],
      ['B', 'Reed notes'],
    ]);
  });

  it('is refused in words where nothing in it is a list, where it is broken, and where it is too deep or too much', () => {
    const why = (text: string) => offersFor(text)[0]!.fitness;
    expect(why('<?xml version="1.0"?><settings><size>3</size><face>serif</face></settings>')).toEqual({
      sure: 0,
      why: 'Of this XML nothing can be drawn: nothing in it comes more than once.',
    });
    expect(why('<?xml version="1.0"?>\n<a><b>1</a>').why).toMatch(/^This XML is broken: 2:/);
    expect(why(`<?xml version="1.0"?>${'<a>'.repeat(2_000)}${'</a>'.repeat(2_000)}`).why).toMatch(/deep/);
    expect(why(`<?xml version="1.0"?><a>${'<b/>'.repeat(400_000)}</a>`).why).toMatch(/more elements/);
  });

  it('may have a declaration of its own words, which are not put in, and remarks before it', () => {
    const doctype = '<?xml version="1.0"?>\n<!DOCTYPE a [<!ENTITY e "word">\n]>\n<!-- made -->\n';
    expect(looksLikeXml(`${doctype}<a><b>1</b></a>`)).toBe(true);
    expect(offersFor(`${doctype}<a><b c="1">&e;</b><b>2</b></a>`)[0]!.fitness.why).toMatch(/^This XML is broken/);
    expect(recordsOfXml(`${doctype}<a><b c="x"/><b c="y"/></a>`)).toEqual([{ c: 'x' }, { c: 'y' }]);
    expect(looksLikeXml('<!-- never closed <a></a>')).toBe(false);
  });

  it('is not taken for that where marks are only in the text', () => {
    for (const text of [
      '<p>A</p>\n# Head\n- B\n',
      '<none> of it\nB\n',
      'A\n<b>B</b>\n',
      '<!doctype html><p>A</p>',
      '<svg/>',
    ])
      expect(looksLikeXml(text), text).toBe(false);
    expect(looksLikeXml('\ufeff<!-- made -->\n<a:list>\n</a:list>\n')).toBe(true);
  });

  it('gives back every word of any records', () => {
    const key = fc.stringMatching(/^[a-z]{1,6}$/).filter((one) => !['name', 'title', 'label', 'text'].includes(one));
    const words = fc
      .string({ minLength: 1, unit: 'grapheme' })
      .map((text) => text.replace(/[\s\p{Cc}\ufffe\uffff]+/gu, ' ').trim());
    fc.assert(
      fc.property(
        fc.array(fc.dictionary(key, words.filter(Boolean), { minKeys: 1, noNullPrototype: true }), {
          minLength: 2,
          maxLength: 8,
        }),
        fc.boolean(),
        (records, asAttributes) => {
          const row = (record: Record<string, string>) =>
            asAttributes
              ? `<row ${Object.entries(record)
                  .map(([name, text]) => `${name}="${escapeAttribute(text)}"`)
                  .join(' ')}/>`
              : `<row>${Object.entries(record)
                  .map(([name, text]) => `<${name}>${escapeXml(text)}</${name}>`)
                  .join('')}</row>`;
          expect(recordsOfXml(`<all>${records.map(row).join('\n')}</all>`)).toEqual(records);
        },
      ),
    );
  });
});
