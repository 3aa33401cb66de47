/** What the command field finds: items, settings of all stages, and what can be done, each with its words and keys. */

import type { Chart } from '../../../core/chart';
import { listFormats, XLSX } from '../../../core/list-formats';
import { mended } from '../../../core/mend';
import { itemName, kindFor } from '../../shared/fields';
import { mirror } from '../actions';
import { copyAs, deliverFile, fileAddress } from '../deliver';
import { linesTo } from '../line-by-hand';
import { printChart } from '../Print';
import {
  change,
  flush,
  openPanel,
  openStage,
  openTier,
  redo,
  STAGES,
  type Stage,
  selection,
  undo,
  useEditor,
} from '../state/store';
import { words } from '../words';
import type { Entry } from './entry';
import { selectedEntries } from './on-items';
import { reach } from './reach';
import { valueEntries } from './values';

/** Repairs of as many problems are listed. */
const MOST_PROBLEMS = 60;
/** Pictures by a command have as many dots to the inch. */
const PICTURE_DPI = '150';

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

function deliverEntries(chart: Chart): Entry[] {
  const { deliver } = words;
  const file = (label: string, address: string, also: string): Entry => ({
    id: `file ${label}`,
    label,
    where: words.stages.deliver,
    also: `export file save as download ${also}`,
    done: true,
    run: () => void deliverFile(address),
  });
  return [
    file(deliver.pdf, fileAddress.pdf(), 'picture'),
    file(deliver.pptx, fileAddress.pptx(), 'picture presentation slide'),
    file(deliver.docx, fileAddress.docx(), 'picture document text report'),
    file(deliver.html, fileAddress.html(), 'picture web page intranet'),
    file(deliver.png, fileAddress.dots('png', PICTURE_DPI), 'picture'),
    file(deliver.webp, fileAddress.dots('webp', PICTURE_DPI), 'picture web'),
    file(deliver.svg, fileAddress.svg(), 'picture'),
    {
      id: 'copy',
      label: deliver.copyPicture,
      where: words.stages.deliver,
      also: 'clipboard',
      done: true,
      run: () => void copyAs('picture', PICTURE_DPI),
    },
    file(XLSX.label, fileAddress.list('xlsx'), 'list'),
    ...Object.entries(listFormats(kindFor(chart.kind))).map(([format, { label }]) =>
      file(label, fileAddress.list(format), 'list'),
    ),
  ];
}

const mirrorEntry = (chart: Chart): Entry[] =>
  kindFor(chart.kind).draws.tree
    ? [
        {
          id: 'mirror',
          label: words.command.mirror,
          where: words.stages.arrange,
          also: 'flip turn round order',
          done: true,
          run: () => mirror(null),
        },
      ]
    : [];

const commands = (): Entry[] => [
  ...STAGES.map((stage, i) => ({
    id: `stage ${stage}`,
    label: words.command.stage(words.stages[stage]),
    where: words.command.where,
    keys: `Alt ${i + 1}`,
    run: () => openStage(stage),
  })),
  { id: 'undo', label: words.undo, where: words.command.where, keys: 'Ctrl Z', done: true, run: undo },
  { id: 'redo', label: words.redo, where: words.command.where, keys: 'Ctrl Shift Z', done: true, run: redo },
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
    id: 'home',
    label: words.command.allCharts,
    where: words.command.where,
    run: () => void flush().then(() => location.assign('/')),
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

/** Repairs that Check offers, each with what it is for. */
function repairEntries(): Entry[] {
  const problems = useEditor.getState().composition?.problems ?? [];
  return problems.slice(0, MOST_PROBLEMS).flatMap((problem, at) =>
    problem.repairs.map((repair) => ({
      id: `repair ${at} ${repair.label}`,
      label: repair.label,
      where: words.stages.check,
      also: `repair mend ${problem.message}`,
      done: true,
      run: () => void change(mended(useEditor.getState().chart, problem, repair)),
    })),
  );
}

/** The line of the selected item, to be set by hand. */
function lineEntries(chart: Chart, id: string | undefined): Entry[] {
  return linesTo(id).map(({ from }) =>
    setting('arrange', words.arrange.lineFrom(itemName(chart, from)), 'bend side head'),
  );
}

/** Everything that can be found without its name being asked for; made when the field opens. */
export function allEntries(): Entry[] {
  const state = useEditor.getState();
  const { chart } = state;
  const ids = selection(state);
  return [
    ...selectedEntries(chart, ids),
    ...lineEntries(chart, ids[0]),
    ...arrangeEntries(chart),
    ...tierEntries(),
    ...styleEntries(),
    ...listEntries(),
    ...deliverEntries(chart),
    ...repairEntries(),
    ...mirrorEntry(chart),
    ...commands(),
    ...valueEntries(chart),
  ];
}

/** Other charts, the last opened first. */
export const chartEntries = (charts: readonly { readonly id: string; readonly title: string }[]): Entry[] =>
  charts
    .filter(({ id }) => id !== useEditor.getState().id)
    .map(({ id, title }) => ({
      id: `chart ${id}`,
      label: title,
      where: words.command.otherChart,
      run: () => void flush().then(() => location.assign(`/chart/${id}`)),
    }));
