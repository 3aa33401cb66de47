/** What can be wrong with a picture, whatever its kind. */
import type { Chart, Look } from '../chart';
import type { KindDrawn } from '../kinds';
import { lineProblems, type Problem, problemKey } from '../list';
import type { SceneBand } from '../scene';
import { contrast, isClear, LEAST_CONTRAST, tiersBefore } from '../style';
import { codeOf, drawnOf, type Fonts, hiddenIn } from '../text';
import type { PlacedItem } from './draw';
import { cutProblems, lookProblems } from './look-checks';

/** Below this printed size text can't be read at arm's length (common practice), in points. */
export const LEAST_PRINT = 6;

/** What is wrong with the list: what the kind finds, and what any list may have; by line. */
export function listProblems(kind: KindDrawn, chart: Chart, lineOf: (item: string) => number | undefined): Problem[] {
  // Before anything is written nothing is wrong.
  if (Object.values(chart.items).every(({ fields }) => Object.values(fields).every((text) => text.trim() === '')))
    return [];
  const { unnamed } = kind.words;
  return [...kind.problems(chart, lineOf), ...lineProblems(chart, lineOf, { unnamed, ...kind.near })].sort(
    (a, b) => (a.line ?? 0) - (b.line ?? 0),
  );
}

/** Problems without those that a person left as they are. What is only to be looked at can be left so. */
export function unsettled(chart: Pick<Chart, 'settled' | 'items'>, problems: readonly Problem[]): Problem[] {
  return problems
    .map((problem): Problem => {
      const { key, severity, code, item } = problem;
      if (key !== undefined || severity === 'error') return problem;
      const name = item === undefined ? '' : (chart.items[item]?.fields[problem.field ?? 'name'] ?? '');
      return { ...problem, key: problemKey(code, item ?? '', name) };
    })
    .filter(({ key }) => key === undefined || chart.settled?.[key] !== true);
}

export function pictureProblems(
  kind: Pick<KindDrawn, 'branches' | 'words'>,
  chart: Chart,
  { items, cut }: { readonly items: readonly PlacedItem[]; readonly cut: ReadonlySet<string> },
  bands: readonly SceneBand[],
  looks: readonly Look[],
  smallest: number | null,
  fonts: Fonts,
  lineOf: (item: string) => number | undefined,
): Problem[] {
  const found: Problem[] = [];
  const splits = kind.branches !== undefined && chart.page.size !== 'picture';
  const booklet = splits && chart.page.over === 'booklet';
  // The pages of a booklet are made so that they can be read; only the size asked for can be too small.
  const prints = booklet ? Math.max(smallest ?? 0, chart.page.least ?? LEAST_PRINT) : smallest;
  const wall = {
    label: 'Put it together from several sheets',
    change: { type: 'set-page', page: { over: 'wall' } },
  } as const;
  if (chart.page.over === 'booklet' && kind.branches === undefined)
    found.push({
      code: 'no-booklet',
      severity: 'warning',
      message: `A ${kind.words.name} has no branches to be split by, so it stays on one page. Put it together from several sheets, or make its page larger.`,
      repairs: [wall, { label: 'Leave it on one page', change: { type: 'set-page', page: { over: null } } }],
    });
  if (prints !== null && prints < LEAST_PRINT)
    found.push({
      code: 'text-too-small',
      severity: 'warning',
      message: `The smallest text prints at ${prints.toFixed(1)} pt; below ${LEAST_PRINT} pt it can't be read. Fit it to the page in Arrange, take a larger page, or ${splits ? 'let it go over several' : 'put it together from several sheets'}.`,
      repairs: [
        ...(booklet
          ? [
              {
                label: `Print at ${LEAST_PRINT} pt at least`,
                change: { type: 'set-page', page: { least: LEAST_PRINT } },
              } as const,
            ]
          : []),
        ...(splits && !booklet
          ? [{ label: 'Make a booklet', change: { type: 'set-page', page: { over: 'booklet' } } } as const]
          : []),
        ...(splits || chart.page.size === 'picture' || chart.page.over === 'wall' ? [] : [wall]),
        ...(['A3', 'A2'].includes(chart.page.size)
          ? []
          : [{ label: 'Print on A3', change: { type: 'set-page', page: { size: 'A3' } } } as const]),
        { label: 'Make the page as large as the picture', change: { type: 'set-page', page: { size: 'picture' } } },
      ],
    });
  for (const band of bands) {
    const look = looks[band.tier - 1 - tiersBefore(chart)]!;
    const { fill, ink } = look;
    // Plain words stand on the paper, in the ink that is made for it.
    if (isClear(look)) continue;
    const ratio = contrast(fill, ink);
    if (ratio < LEAST_CONTRAST)
      found.push({
        code: 'low-contrast',
        severity: 'warning',
        message: `The words of ${band.name} have a contrast of ${ratio.toFixed(1)} to their fill; ${LEAST_CONTRAST} is the least that reads well.`,
        repairs: [
          { label: 'Choose readable text', change: { type: 'set-tier', tier: band.tier, look: { ink: null } } },
        ],
      });
  }
  found.push(...cutProblems(items, cut, lineOf), ...lookProblems(chart, items, bands, looks));
  for (const item of items) {
    if (item.set.lines.every((line) => fonts.missing(line.text, line.face).length === 0)) continue;
    const missing = new Set(item.set.lines.flatMap((line) => fonts.missing(line.text, line.face)));
    const line = lineOf(item.id);
    found.push({
      code: 'missing-letters',
      severity: 'warning',
      item: item.id,
      ...(line === undefined ? {} : { line }),
      message: `${line === undefined ? '' : `Line ${line}: `}no font has a sign for ${[...missing]
        .slice(0, 6)
        .map((letter) => `${letter} (${codeOf(letter)})`)
        .join(', ')} in "${item.name}"; its code is drawn in its place.`,
      repairs: [],
    });
  }
  for (const { id, name, fields } of items) {
    const hidden = Object.values(fields).flatMap((text) => hiddenIn(text));
    if (hidden.length === 0) continue;
    const line = lineOf(id);
    found.push({
      code: 'hidden-signs',
      severity: 'note',
      item: id,
      ...(line === undefined ? {} : { line }),
      message: `${line === undefined ? '' : `Line ${line}: `}"${drawnOf(name)}" holds what is not seen (${[...new Set(hidden)].slice(0, 6).join(', ')}); the picture is drawn without it.`,
      repairs: [],
    });
  }
  return found;
}
