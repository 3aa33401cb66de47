import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readAs } from '../../../../tests/support/kinds';
import type { Chart } from '../../chart';
import { branches } from './branches';
import { familyOnPage } from './on-page';

const of = (chart: Chart) => {
  const structure = familyOnPage.structure(chart);
  const own = branches(chart, structure);
  const name = (id: string) => chart.items[id]!.fields['name'] ?? '';
  const seen = new Map<string, number>();
  const lines: string[] = [];
  const stack = own.tops.map((id) => ({ id, depth: 0 })).reverse();
  for (let at = stack.pop(); at; at = stack.pop()) {
    const { id, depth } = at;
    seen.set(id, (seen.get(id) ?? 0) + 1);
    const beside = own.besidesOf!(id).map(name);
    lines.push(`${'  '.repeat(depth)}${[name(id), ...beside].join(' + ')}`);
    if (seen.get(id) === 1)
      stack.push(
        ...own
          .childrenOf(id)
          .map((child) => ({ id: child, depth: depth + 1 }))
          .reverse(),
      );
  }
  return { own, structure, lines, seen, name };
};

describe('branches of a family', () => {
  it('hang children from the one of a couple who comes from the family, the other beside', () => {
    const { lines } = of(readAs('family', readFileSync('demo/founding-family.txt', 'utf8')).chart);
    expect(lines.slice(0, 6)).toEqual([
      'Ambrose Tansley + Lavinia Reedmace',
      '  Perpetua Tansley + Casimir Oke + Hugo Penn',
      '    Sunniva Oke + Rafe Tansley',
      '      Oriel Tansley',
      '      Dunstan Tansley',
      '    Lorne Oke + Wilma Ashgrove',
    ]);
    // A cousin whom she married: with his own parents too, without the children.
    expect(lines).toContain('    Rafe Tansley + Sunniva Oke');
  });

  it('hang those who married in and have children with others from whom they married', () => {
    const list = 'Ann\n+ Bo\n\tCy\nBo\n+ Di\n\tEve\n';
    const { lines } = of(readAs('family', list).chart);
    expect(lines).toEqual(['Ann + Bo', '  Cy', '  Bo + Di + Ann', '    Eve']);
  });

  it('say what is elsewhere once: parents at the child, children at one of the two', () => {
    const { own, structure, name } = of(readAs('family', readFileSync('demo/founding-family.txt', 'utf8')).chart);
    const id = (asked: string) => structure.order.find((one) => name(one) === asked)!;
    const on = (...shown: string[]) => ({
      has: (one: string) => shown.map(id).includes(one),
      goesOn: () => false,
    });
    const said = (asked: string, page: ReturnType<typeof on>) =>
      own.leads!(id(asked), page).map(([words, to]) => `${words}: ${name(to)}`);
    const page = on('Rafe Tansley', 'Sunniva Oke', 'Evander Tansley', 'Fenja Holt');
    expect(said('Rafe Tansley', page)).toEqual([]);
    expect(said('Sunniva Oke', page)).toEqual([
      'parents: Perpetua Tansley',
      'children: Oriel Tansley',
      'children: Dunstan Tansley',
    ]);
    expect(said('Rafe Tansley', { ...page, goesOn: () => true })).toEqual([]);
  });

  it('are a forest in which everybody is once, or stands beside somebody who is', () => {
    const people = fc.array(
      fc.record({ depth: fc.nat(4), name: fc.nat(25), partner: fc.option(fc.nat(25), { nil: undefined }) }),
      { minLength: 1, maxLength: 30 },
    );
    fc.assert(
      fc.property(people, (lines) => {
        let depth = -1;
        const text = lines
          .flatMap((line) => {
            depth = Math.min(line.depth, depth + 1);
            const tabs = '\t'.repeat(depth);
            return [`${tabs}P${line.name}`, ...(line.partner === undefined ? [] : [`${tabs}+ P${line.partner}`])];
          })
          .join('\n');
        const { own, structure, seen } = of(readAs('family', text).chart);
        expect([...seen.values()].every((times) => times === 1)).toBe(true);
        const beside = new Set([...seen.keys()].flatMap((id) => own.besidesOf!(id)));
        for (const id of structure.order) expect(seen.has(id) || beside.has(id)).toBe(true);
      }),
      { numRuns: 300 },
    );
  });
});
