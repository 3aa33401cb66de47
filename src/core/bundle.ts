/** Many files of a chart at once: which they are, what they are called, and where each is had. */
import { branchOf, type Chart, treeOf } from './chart';
import { fileName } from './file-name';
import type { KindOnPage } from './kinds';
import { plainOf } from './text/rich';
import { viewsOf } from './views';

/** Forms that a bundle can hold: pictures by what they are, and lists. */
export const BUNDLE_PICTURES = ['pdf', 'pptx', 'docx', 'html', 'svg', 'png', 'webp'] as const;
export const BUNDLE_LISTS = ['xlsx', 'csv', 'json'] as const;
export const BUNDLE_FORMS = [...BUNDLE_PICTURES, ...BUNDLE_LISTS] as const;
export type BundleForm = (typeof BUNDLE_FORMS)[number];

/** The chart as it is; each main branch by itself; both; or each of its views. */
export const BUNDLE_PARTS = ['whole', 'branches', 'both', 'views'] as const;
export type BundleParts = (typeof BUNDLE_PARTS)[number];

export interface BundleFile {
  readonly name: string;
  /** Under the address of the chart. */
  readonly address: string;
}

/** Most files of one bundle. */
export const MOST_FILES = 400;

/** Items that main branches begin with: those at the top, and for one that most stand under, those right under it. */
function branchesOf({ items }: Chart): string[] {
  const tree = treeOf(items);
  const most = Object.keys(items).length / 2;
  return tree.childrenOf(null).flatMap((top) => (branchOf(tree, top).length > most ? tree.childrenOf(top) : [top]));
}

/**
 * @param bare nothing of the chart is in the files but what is seen
 * @returns in the order in which they are made; lists are of the whole chart, as a branch has none of its own
 */
export function bundleOf(
  kind: KindOnPage,
  chart: Chart,
  { forms, parts, bare = false }: { forms: readonly BundleForm[]; parts: BundleParts; bare?: boolean },
): BundleFile[] {
  const files: BundleFile[] = [];
  const taken = new Set<string>();
  const data = bare ? '&data=none' : '';
  const add = (title: string, form: string, address: string) => {
    // Names that differ in capitals only are one on some disks.
    for (let again = 1; ; again++) {
      const name = fileName(again === 1 ? title : `${title} (${again})`, form);
      const key = name.toLowerCase();
      if (taken.has(key)) continue;
      taken.add(key);
      files.push({ name, address });
      return;
    }
  };
  const pictures = BUNDLE_PICTURES.filter((form) => forms.includes(form));
  if (parts === 'views') {
    const lists = BUNDLE_LISTS.filter((form) => forms.includes(form));
    const views = viewsOf(kind, chart);
    const addEach = (form: BundleForm, route: 'picture' | 'list', { id, name }: (typeof views)[number]) =>
      add(`${chart.title} - ${name}`, form, `${route}?as=${form}&view=${encodeURIComponent(id)}&save=1${data}`);
    for (const view of views) for (const form of pictures) addEach(form, 'picture', view);
    for (const view of views) for (const form of lists) addEach(form, 'list', view);
    return files.slice(0, MOST_FILES);
  }
  const branches = kind.draws.tree && parts !== 'whole' ? branchesOf(chart) : [];
  // A kind whose picture has no branches is delivered whole, whatever was asked for.
  if (parts !== 'branches' || branches.length === 0)
    for (const form of pictures) add(chart.title, form, `picture?as=${form}&save=1${data}`);
  for (const id of branches) {
    const name = plainOf(chart.items[id]!.fields['name'] ?? '').trim() || kind.words.unnamed;
    for (const form of pictures)
      add(`${chart.title} - ${name}`, form, `picture?as=${form}&branch=${encodeURIComponent(id)}&save=1${data}`);
  }
  for (const form of BUNDLE_LISTS) if (forms.includes(form)) add(chart.title, form, `list?as=${form}&save=1${data}`);
  return files.slice(0, MOST_FILES);
}
