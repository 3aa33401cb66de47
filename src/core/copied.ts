/** A list as other programs take it from the clipboard: as plain words, and as HTML with its cells or levels. */
import type { Chart } from './chart';
import type { KindOnPage } from './kinds';
import { gridOf } from './list';
import { outlineText } from './list-formats';
import { escapeXml } from './xml';

export const COPIES = ['cells', 'outline', 'bullets'] as const;
export type CopyAs = (typeof COPIES)[number];

export interface Copied {
  readonly plain: string;
  /** Undefined where plain words are all there is. */
  readonly html?: string;
}

/** A cell in tabs: quoted where it holds what would end it. */
const tabbed = (cell: string) => (/["\t\n\r]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell);

function cells(kind: KindOnPage, chart: Chart): Copied {
  const { columns, rows } = gridOf(chart, kind.columns, (item, field) => kind.cell?.(chart, item, field));
  const all = [columns.map(({ label }) => label), ...rows];
  const row = (own: readonly string[], name: 'td' | 'th') =>
    `<tr>${own.map((cell) => `<${name}>${escapeXml(cell).replaceAll('\n', '<br>')}</${name}>`).join('')}</tr>`;
  return {
    plain: all.map((own) => own.map(tabbed).join('\t')).join('\n'),
    html: `<table>${all.map((own, i) => row(own, i === 0 ? 'th' : 'td')).join('')}</table>`,
  };
}

/** Lists in lists, deeper by one for each level; a line that skips levels stands under the one before it. */
function nested(lines: readonly { readonly depth: number; readonly text: string }[]): string {
  let html = '';
  let at = -1;
  for (const { depth, text } of lines) {
    const to = Math.min(depth, at + 1);
    if (to > at) html += '<ul>';
    else html += `</li>${'</ul></li>'.repeat(at - to)}`;
    html += `<li>${escapeXml(text)}`;
    at = to;
  }
  return at < 0 ? '' : `${html}${'</li></ul>'.repeat(at + 1)}`;
}

function bullets(kind: KindOnPage, chart: Chart): Copied {
  const plain = outlineText(kind, chart);
  const lines = plain
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => {
      const text = line.replace(/^\t+/, '');
      return { depth: line.length - text.length, text: text.replaceAll(' | ', ', ') };
    });
  return { plain, html: nested(lines) };
}

export function copied(kind: KindOnPage, chart: Chart, as: CopyAs): Copied {
  if (as === 'cells') return cells(kind, chart);
  return as === 'bullets' ? bullets(kind, chart) : { plain: outlineText(kind, chart) };
}
