import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { draw } from '../../tests/support/kinds';
import { outlineOf, parents } from '../../tests/support/trees';
import { REVEALS, revealed, revealScenes, revealSteps } from './reveal';

const demo = (file: string) => readFileSync(`demo/${file}`, 'utf8');

describe('a picture step by step', () => {
  it('tier by tier, branch by branch, and line by line', () => {
    const { scene } = draw('org', 'Ann\n\tBo\n\t\tCy\n\tDi\n');
    const name = new Map(scene.items.map(({ id, label }) => [id, label]));
    const steps = (by: (typeof REVEALS)[number]) =>
      revealSteps(scene, by).map((ids) => ids.map((id) => name.get(id)).join(' '));
    expect(steps('tier')).toEqual(['Ann', 'Bo Di', 'Cy']);
    expect(steps('branch')).toEqual(['Ann', 'Bo Cy', 'Di']);
    expect(steps('item')).toEqual(['Ann', 'Bo', 'Cy', 'Di']);
  });

  it('everybody comes once, after whom they stand under, and the last step is the whole picture', () => {
    fc.assert(
      fc.property(
        parents(20),
        fc.constantFrom('org', 'family', 'decision', 'concept'),
        fc.constantFrom(...REVEALS),
        (all, kind, by) => {
          const { scene } = draw(kind, outlineOf(all));
          const steps = revealSteps(scene, by);
          const order = steps.flat();
          expect([...order].sort()).toEqual(scene.items.map(({ id }) => id).sort());
          if (kind === 'org' && by !== 'tier') {
            const place = new Map(order.map((id, i) => [id, i]));
            for (const { id, parent } of scene.items)
              if (parent !== null) expect(place.get(parent)).toBeLessThan(place.get(id)!);
          }
          expect(revealed(scene, new Set(order))).toBe(scene);
          expect(revealScenes(scene, by).at(-1)).toEqual(scene);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('lines lead only to what is shown, and words on them come with them', () => {
    const { scene } = draw('decision', demo('which-plant.txt'));
    const byId = new Map(scene.items.map((item) => [item.id, item]));
    for (const step of revealScenes(scene, 'item')) {
      const shown = new Set(step.items.map(({ id }) => id));
      const lines = step.links.flatMap(({ edges = [] }) => edges);
      for (const place of lines)
        expect(shown.has(scene.edges[place]!.from) && shown.has(scene.edges[place]!.to)).toBe(true);
      const words = step.links.flatMap(({ marks }) => marks.filter(({ type }) => type === 'text'));
      expect(words.length).toBeLessThanOrEqual(lines.length);
    }
    // The answer that leads to it stands there with the second box.
    const [first, second] = revealScenes(scene, 'item');
    const said = (step: typeof first) =>
      step!.links.flatMap(({ marks }) => marks.filter(({ type }) => type === 'text'));
    expect([said(first).length, said(second).length]).toEqual([0, 1]);
    expect(byId.size).toBeGreaterThan(10);
  });

  it('regions of sets stand from the beginning', () => {
    const { scene } = draw('venn', demo('volunteers.csv'));
    const [first] = revealScenes(scene, 'tier');
    expect(first!.links.some(({ key }) => key === 'areas')).toBe(true);
    expect(first!.items.length).toBeLessThan(scene.items.length);
  });
});
