import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { trustList } from '../../../demo/garden-trust';
import { fonts } from '../../../tests/support/fonts';
import { readAs } from '../../../tests/support/kinds';
import { outlineOf, parents } from '../../../tests/support/trees';
import { apply, type Chart, defaultPage, type Page } from '../chart';
import { compose } from '../compose';
import { ALL_ALLOWED, fitChart } from '.';

const chartOf = (kind: string, list: string, page: Partial<Page> = {}): Chart => {
  const { chart } = readAs(kind, list);
  return { ...chart, page: { ...defaultPage, ...page } };
};
const garden = readFileSync('demo/saltmarsh-garden.txt', 'utf8');
const printed = (chart: Chart) => compose(chart, fonts).page.smallestText!;
function fitted(chart: Chart, asked = ALL_ALLOWED) {
  const fit = fitChart(chart, fonts, asked)!;
  if (!fit.change) return { fit, chart };
  const result = apply(chart, fit.change);
  if (!result.ok) throw new Error(result.problem.message);
  return { fit, chart: result.chart };
}

describe('fitting to the page', () => {
  it('says what then prints, never less than now and never more than the bound', () => {
    fc.assert(
      fc.property(
        parents(60),
        fc.constantFrom('A4', 'A3'),
        fc.constantFrom('landscape', 'portrait'),
        (of, size, orientation) => {
          const before = chartOf('org', outlineOf(of), { size, orientation } as Partial<Page>);
          const { fit, chart } = fitted(before);
          expect(printed(chart)).toBeCloseTo(fit.prints!, 6);
          expect(fit.prints!).toBeGreaterThanOrEqual(fit.now! - 1e-9);
          expect(fit.prints!).toBeLessThanOrEqual(fit.bound! + 1e-9);
          // A hundredth is given up for wider gaps, and another for a plainer way.
          expect(fit.prints!).toBeGreaterThanOrEqual(fit.plain! / 1.01 ** 2 - 1e-9);
        },
      ),
      { numRuns: 15 },
    );
  });

  it('makes a chart of 43 posts print at 8 points and more on A4', () => {
    const { fit, chart } = fitted(chartOf('org', garden));
    // By itself it is nearly there already.
    expect(fit.now!).toBeGreaterThan(7.8);
    expect(fit.prints!).toBeGreaterThan(8);
    expect(printed(chart)).toBeCloseTo(fit.prints!, 6);
  });

  it('is the same every time, and finds nothing more to do once it is done', () => {
    const once = fitted(chartOf('org', garden));
    expect(fitChart(chartOf('org', garden), fonts)).toEqual(once.fit);
    expect(fitChart(once.chart, fonts)!.change).toBeNull();
  });

  it('changes only what is allowed', () => {
    const nothing = { direction: false, branches: false, gaps: false, order: false, turn: false };
    expect(fitChart(chartOf('org', garden), fonts, nothing)!.change).toBeNull();
    const turned = fitted(chartOf('org', garden), { ...nothing, turn: true });
    expect({
      ...turned.chart,
      page: turned.fit.change ? { ...turned.chart.page, orientation: 'landscape' } : turned.chart.page,
    }).toEqual(chartOf('org', garden));
    const { chart } = fitted(chartOf('org', garden), { ...nothing, branches: true });
    expect(chart.arrangement).not.toHaveProperty('direction');
    expect(printed(chart)).toBeGreaterThanOrEqual(printed(chartOf('org', garden)));
    const ordered = fitted(chartOf('org', garden), { ...ALL_ALLOWED, order: true });
    expect(ordered.fit.prints!).toBeGreaterThanOrEqual(fitted(chartOf('org', garden)).fit.prints! * 0.99);
  });

  it('takes the whole trust of 480 posts to most of what the area allows', () => {
    const { fit } = fitted(chartOf('org', trustList(), { size: 'A3', orientation: 'portrait' }));
    expect(fit.prints!).toBeGreaterThanOrEqual(fit.now!);
    expect(fit.prints!).toBeGreaterThan(0.65 * fit.bound!);
    const { fit: closer, chart } = fitted(chartOf('org', trustList(), { size: 'A3', orientation: 'portrait' }), {
      ...ALL_ALLOWED,
      boxes: true,
      turn: true,
    });
    expect(closer.prints!).toBeGreaterThan(1.1 * fit.prints!);
    expect(printed(chart)).toBeCloseTo(closer.prints!, 6);
  });

  it('turns other kinds by their direction', () => {
    const list = 'Is it wet?\n\tyes: Is it salt?\n\t\tyes: Samphire\n\t\tno: Flag iris\n\tno: Thyme';
    const { fit } = fitted(chartOf('decision', list, { size: 'A7' }));
    expect(fit.prints!).toBeGreaterThanOrEqual(fit.now!);
    expect(fit.plain).toBeNull();
  });

  it('has nothing to fit where the page is as large as the picture', () => {
    expect(fitChart(chartOf('org', garden, { size: 'picture' }), fonts)).toBeUndefined();
  });
});

it('every candidate comes out as it says, whatever was shown before', () => {
  const shown = chartOf('org', garden, { orientation: 'portrait' });
  const { stands } = compose(shown, fonts);
  const chart = { ...chartOf('org', garden), stands };
  const fit = fitChart(chart, fonts)!;
  expect(fit.candidates.length).toBeGreaterThan(0);
  for (const { change, prints } of fit.candidates) {
    if (change === null) continue;
    const taken = apply(chart, change);
    if (!taken.ok) throw new Error(taken.problem.message);
    // What it came to stand as is kept with the chart by whoever takes it, and changes nothing more.
    const { stands: kept } = compose(taken.chart, fonts);
    const after = { ...taken.chart, ...(kept && { stands: kept }) };
    expect(printed(taken.chart)).toBeCloseTo(prints, 6);
    expect(printed(after)! / prints).toBeGreaterThan(0.97);
  }
});
