/** What the command field finds: items, settings of all stages, and what can be done, each with its words and keys. */
import type { Chart } from '../../../core/chart';
import { itemName, kindFor } from '../../shared/fields';
import { type Action, itemActions } from '../actions';
import { printChart } from '../Print';
import { openPanel, openStage, openTier, redo, STAGES, type Stage, selection, undo, useEditor } from '../state/store';
import { words } from '../words';
import { reach } from './reach';

export interface Entry {
  readonly id: string;
  readonly label: string;
  /** Where it is: a stage, or what it is about. */
  readonly where: string;
  readonly keys?: string;
  /** Other words for it. */
  readonly also?: string;
  readonly run: () => void;
}

const setting = (stage: Stage, label: string, also = '', before?: () => void): Entry => ({
  id: `${stage} ${label}`,
  label,
  where: words.stages[stage],
  also,
  run: () => {
    openStage(stage);
    before?.();
    reach(label);
  },
});

/** Other words that people look for a setting by. */
const ALSO: Readonly<Record<string, string>> = {
  [words.arrange.margins]: 'margin border edge of the page white space',
  [words.arrange.size]: 'paper A4 A3 letter slide page size',
  [words.arrange.orientation]: 'landscape portrait turn',
  [words.arrange.key]: 'legend colours explained',
  [words.arrange.showTitle]: 'hide title heading',
  [words.arrange.background]: 'background paper colour',
  [words.pictures.shown]: 'hide pictures photos images',
  [words.face.open]: 'fields in items show post phone content',
  [words.style.oneFont]: 'font typeface letters',
  [words.style.brand]: 'brand own colour logo',
  [words.sheets.title]: 'booklet wall poster several pages',
  [words.fit.run]: 'fit page larger text',
};

function arrangeEntries(chart: Chart): Entry[] {
  const kind = kindFor(chart.kind);
  const { arrange } = words;
  return [
    ...(chart.page.size === 'picture' ? [] : [words.fit.run]),
    ...kind.choices.map(({ label }) => label),
    arrange.size,
    arrange.orientation,
    arrange.margins,
    arrange.place,
    arrange.subtitle,
    arrange.footer,
    arrange.dateLine,
    arrange.showTitle,
    arrange.headings,
    arrange.numbers,
    arrange.key,
    arrange.border,
    arrange.pattern,
    arrange.background,
    words.sheets.title,
  ].map((label) => setting('arrange', label, ALSO[label]));
}

function tierEntries(): Entry[] {
  const { composition, chart } = useEditor.getState();
  const kind = kindFor(chart.kind);
  const gaps = kind.choices.some((c) => c.type === 'choice' && c.perBranch);
  return (composition?.tiers ?? []).flatMap(({ tier, name }) => [
    {
      id: `tier ${tier}`,
      label: words.command.tier(name),
      where: words.stages.style,
      also: `tier ${tier} colour shape font size look`,
      run: () => openTier(tier),
    },
    ...(gaps
      ? [setting('arrange', words.arrange.gapAfter, '', () => useEditor.setState({ openTier: tier }))].map((entry) => ({
          ...entry,
          id: `gap ${tier}`,
          label: words.command.gap(name),
          also: `gap after tier ${tier} space between tiers`,
        }))
      : []),
  ]);
}

const styleEntries = (): Entry[] => [
  setting('style', words.style.houses, 'theme look colours'),
  ...[words.style.brand, words.style.oneFont, words.face.open].map((label) => setting('style', label, ALSO[label])),
  setting('style', words.pictures.shown, ALSO[words.pictures.shown]),
  setting('style', words.own.title, 'keep this look'),
  setting('style', words.lines.title, 'lines arrows heads dashed'),
  setting('style', words.rules.title, 'colour by value conditional'),
  setting('style', words.enclosures.title, 'box round group'),
  setting('style', words.notes.title, 'text note heading'),
];

const listEntries = (): Entry[] => [
  setting('list', words.list.paste, 'import paste open file spreadsheet'),
  setting('list', words.newer.button, 'update compare refresh next month'),
  setting('list', words.work.button, 'sort number find and replace split join fill'),
  setting('list', words.list.table, 'columns cells'),
  setting('list', words.list.outline, 'levels indent'),
];

const deliverEntries = (): Entry[] =>
  [words.deliver.pdf, words.deliver.png, words.deliver.svg, words.deliver.copy].map((label) =>
    setting('deliver', label, 'export file save picture download'),
  );

const commands = (): Entry[] => [
  ...STAGES.map((stage, i) => ({
    id: `stage ${stage}`,
    label: words.command.stage(words.stages[stage]),
    where: words.command.where,
    keys: `Alt ${i + 1}`,
    run: () => openStage(stage),
  })),
  { id: 'undo', label: words.undo, where: words.command.where, keys: 'Ctrl Z', run: undo },
  { id: 'redo', label: words.redo, where: words.command.where, keys: 'Ctrl Shift Z', run: redo },
  {
    id: 'print',
    label: words.deliver.print,
    where: words.stages.deliver,
    keys: 'Ctrl P',
    run: () => void printChart(),
  },
  {
    id: 'panel',
    label: words.foldPanel,
    where: words.command.where,
    run: () => openPanel(!useEditor.getState().panel),
  },
  {
    id: 'keys',
    label: words.keys.title,
    where: words.command.where,
    keys: '?',
    run: () => useEditor.setState({ help: 'keys' }),
  },
  {
    id: 'guide',
    label: words.guide.title,
    where: words.command.where,
    also: 'help how to',
    run: () => useEditor.setState({ help: 'guide' }),
  },
];

const ALSO_SELECTED: Readonly<Record<string, string>> = {
  [`${words.sheet.wordsStand}: `]: 'text outside the shape caption',
};

/** What can be done with what is selected, choices of several each by itself. */
function selectedEntries(): Entry[] {
  const state = useEditor.getState();
  const ids = selection(state);
  const name = ids[0] === undefined ? '' : (state.chart.items[ids[0]]?.fields['name'] ?? '');
  const write = (id: string) => useEditor.setState({ selected: id, writeHere: id });
  const flat = (actions: readonly Action[], before = ''): Entry[] =>
    actions.flatMap(({ id, label, keys, run, of }) =>
      of
        ? flat(of, `${label}: `)
        : [
            {
              id: `selected ${before}${id}`,
              label: `${before}${label}`,
              where: name,
              also: ALSO_SELECTED[before] ?? '',
              ...(keys && { keys }),
              run: () => run?.(),
            },
          ],
    );
  if (ids.length === 0) return [];
  const lines = (state.composition?.scene.edges ?? []).filter(({ to }) => to === ids[0]);
  return [
    ...flat(itemActions(ids, write, write)),
    ...lines.map(({ from }) =>
      setting('arrange', words.arrange.lineFrom(itemName(state.chart, from)), 'bend side head'),
    ),
  ];
}

/** Everything that can be found, but items; made when the field opens. */
export function allEntries(): Entry[] {
  const { chart } = useEditor.getState();
  return [
    ...selectedEntries(),
    ...arrangeEntries(chart),
    ...tierEntries(),
    ...styleEntries(),
    ...listEntries(),
    ...deliverEntries(),
    ...commands(),
  ];
}
