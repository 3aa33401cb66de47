import { describe, expect, it } from 'vitest';
import { readAs } from '../../tests/support/kinds';
import { copied } from './copied';
import { textOfHtml } from './formats';
import { kindOf } from './kinds';

const org = kindOf('org')!;
const { chart } = readAs('org', 'Ann & <b> | Head\n\tBo "the boat" | Sails\n\t\tCy\n\tDi\nEd\n');

describe('a list on the clipboard', () => {
  it('as cells: a row a line, headings first, in tabs and as a table', () => {
    const { plain, html } = copied(org, chart, 'cells');
    const rows = plain.split('\n');
    expect(rows[0]).toBe('Name\tPost\tReports to');
    expect(rows[2]).toBe('"Bo ""the boat"""\tSails\tAnn & <b>');
    expect(rows).toHaveLength(6);
    expect(html).toContain('<td>Ann &amp; &lt;b&gt;</td>');
    expect(html!.match(/<tr>/g)).toHaveLength(6);
  });

  it('with bullets: lists in lists that are read back as they were', () => {
    const { plain, html } = copied(org, chart, 'bullets');
    expect(html).toBe(
      '<ul><li>Ann &amp; &lt;b&gt;, Head<ul><li>Bo &quot;the boat&quot;, Sails<ul><li>Cy</li></ul></li><li>Di</li></ul></li><li>Ed</li></ul>',
    );
    expect(
      textOfHtml(html!)!
        .trimEnd()
        .split('\n')
        .map((line) => /^\t*/.exec(line)![0].length),
    ).toEqual([0, 1, 2, 1, 0]);
    expect(plain).toContain('\tBo "the boat" | Sails');
  });

  it('as an outline it is plain words; an empty list is empty', () => {
    expect(copied(org, chart, 'outline')).toEqual({ plain: copied(org, chart, 'bullets').plain });
    expect(copied(org, { ...chart, items: {} }, 'bullets').html ?? '').toBe('');
  });
});
