/**
 * A picture as a page of its own: one file that needs nothing else. It is zoomed, searched and folded there, its list stands
 * beside it as an outline for everybody, and it prints as the picture alone.
 */
import { itemsUnder, type Scene } from '../../../core/scene';
import type { WalkThrough } from '../../../core/walk-through';
import { escapeXml } from '../../../core/xml';
import viewer from './viewer.js?raw';
import walker from './walk.js?raw';

export interface PageOptions {
  /** The picture as an SVG element, fonts and pictures inside. */
  readonly svg: string;
  /** A packed chart, as an element that shows nothing. */
  readonly carried?: string | undefined;
  /** Its questions, to be answered one at a time. */
  readonly walk?: WalkThrough | undefined;
  /** What is known of each item beside its name, as labels and values. */
  readonly fields?: Readonly<Record<string, readonly (readonly [string, string])[]>> | undefined;
  /** Where it is served from, so that it is always as the chart is now. */
  readonly served?: Served | undefined;
}

/** A published page. */
export interface Served {
  /** Its address, without what is asked for. */
  readonly address: string;
  /** The branch that it shows, where that is not all. */
  readonly branch?: string | undefined;
  /** Forms in which the picture is had: their ending and what they are called. */
  readonly forms: readonly (readonly [string, string])[];
  /** Search machines may list it. */
  readonly listed: boolean;
  /** Where a site that embeds it asks how (oEmbed). */
  readonly embed: string;
}

const WORDS = {
  find: 'Find',
  none: 'Not found',
  closer: 'Closer',
  further: 'Further',
  whole: 'Whole picture',
  print: 'Print',
  picture: 'Picture: + and - zoom, 0 shows all, arrows move it',
  list: 'The list',
  answer: 'Answer question by question',
  under: 'Under',
  save: 'Save the picture',
  up: 'Up to the top',
  branch: 'Only this branch',
  all: 'The whole chart',
} as const;

const WALK_WORDS = {
  outcome: 'The outcome',
  comes: 'It comes to',
  spent: 'spent on the way',
  chance: 'chance',
  costs: 'costs',
  expected: 'Worth, when the best is chosen from here on:',
  back: 'Back',
  begin: 'From the start',
} as const;

/** Data in a page: what would end its element is written otherwise (HTML, 4.12.1.3). */
const dataOf = (value: unknown) => JSON.stringify(value).replaceAll('<', '\\u003c');

const STYLE = `:root{color-scheme:light}*{box-sizing:border-box}body{margin:0;height:100vh;display:grid;grid-template:auto minmax(0,1fr)/minmax(0,1fr) min(340px,38vw);font:15px/1.45 system-ui,sans-serif;color:#22302c;background:#fff}
header{grid-column:1/3;display:flex;flex-wrap:wrap;gap:8px;align-items:center;padding:10px 16px;border-bottom:1px solid #d9d5c8}
h1{font-size:19px;margin:0 auto 0 0;overflow-wrap:anywhere}button,input{font:inherit;min-height:32px;border:1px solid #a8a294;border-radius:4px;background:#fff;color:inherit;padding:2px 10px}
button:hover{background:#f3f0e6}:focus-visible{outline:2px solid #5b2a4e;outline-offset:2px}#said{min-width:5em;color:#5d665f}
#view{overflow:hidden;position:relative;touch-action:none;cursor:grab;border-inline-end:1px solid #d9d5c8}#view svg{transform-origin:0 0;position:absolute;left:0;top:0;max-width:none}
aside{overflow:auto;padding:12px 16px}aside h2{font-size:15px;margin:0 0 4px}aside p{margin:0 0 10px;color:#5d665f;font-size:13.5px}
#outline ul{list-style:none;margin:0;padding:0}#outline li{position:relative;padding-inline-start:1.3em}#outline summary{cursor:pointer;position:absolute;inset-inline-start:0;top:0;width:24px;height:24px;line-height:24px}
#outline [data-of]{max-width:100%;vertical-align:top;font:inherit;border:0;background:none;padding:1px 4px;min-height:24px;text-align:start;cursor:pointer}#outline [aria-current]{background:#f0e3ec}
#walk{border-bottom:1px solid #d9d5c8;padding-bottom:12px;margin-bottom:12px}#walk h2{font-size:19px;outline:0}#walk p{color:inherit;font-size:15px;margin:4px 0}#walk ol{list-style:none;margin:8px 0;padding:0}#walk li button{width:100%;min-height:40px;text-align:start;margin-bottom:6px}#walk small{color:#5d665f}#walk>button{margin-inline-end:6px}
#about{border-bottom:1px solid #d9d5c8;padding-bottom:12px;margin-bottom:12px}#about h2{font-size:18px;outline:0}#about ol{list-style:none;margin:4px 0;padding:0;display:flex;flex-wrap:wrap;gap:2px 6px;font-size:13.5px}#about li+li::before{content:"\\203a ";color:#5d665f}#about li button{border:0;background:none;padding:1px 4px;min-height:24px;text-decoration:underline;cursor:pointer}
#about dl{display:grid;grid-template-columns:auto 1fr;gap:2px 10px;margin:8px 0;font-size:14px}#about dt{color:#5d665f}#about dd{margin:0;overflow-wrap:anywhere}
#about>a{color:#5b2a4e}#find{width:9em}#saves{position:relative}#saves summary{border:1px solid #a8a294;border-radius:4px;padding:3px 10px;cursor:pointer;list-style:none}#saves ul{position:absolute;z-index:2;inset-inline-end:0;margin:4px 0;padding:6px;list-style:none;background:#fff;border:1px solid #a8a294;border-radius:4px;min-width:11em}#saves a,header>a{color:inherit;display:inline-block;padding:4px 8px}
[data-asked]{outline:3px solid #b3412e;outline-offset:3px}
[data-marked]{outline:3px solid #b3412e;outline-offset:3px}
@media(max-width:700px){body{grid-template:auto 58vh auto/minmax(0,1fr);height:auto}header{grid-column:1;gap:6px;padding:8px 10px}h1{flex-basis:100%}header label{flex:1}header input{width:100%;max-width:100%}#view{border:0;border-bottom:1px solid #d9d5c8}#further,#closer{display:none}button,input,#saves summary{min-height:40px}#outline [data-of]{min-height:36px}}
@media print{body{display:block;height:auto}header,aside{display:none}#view{overflow:visible;border:0}#view svg{position:static;transform:none!important;display:block}#view [style*="display: none"]{display:revert!important}}`;

/** All that runs on a page. */
export const scriptOf = (walks: boolean): string => viewer + (walks ? walker : '');

/** The list as nested lists: branches fold. */
function outline({ items }: Scene): string {
  const under = itemsUnder(items);
  const listOf = (parent: string | null): string => {
    const own = under.get(parent);
    if (!own) return '';
    const lines = own.map(({ id, label }) => {
      const name = `<button type="button" data-of="${escapeXml(id)}">${escapeXml(label)}</button>`;
      return under.has(id)
        ? `<li>${name}<details open data-branch="${escapeXml(id)}"><summary aria-label="${WORDS.under} ${escapeXml(label)}"></summary>${listOf(id)}</details></li>`
        : `<li>${name}</li>`;
    });
    return `<ul>${lines.join('')}</ul>`;
  };
  return listOf(null);
}

/** What stands in the head of a page that is served: whether it may be listed, and how it is embedded. */
const headOf = ({ listed, embed }: Served): string =>
  `${listed ? '' : '<meta name="robots" content="noindex">'}<link rel="alternate" type="application/json+oembed" href="${escapeXml(embed)}">`;

const savesOf = ({ address, branch, forms }: Served): string => {
  const query = branch === undefined ? '' : `&branch=${encodeURIComponent(branch)}`;
  const entries = forms.map(
    ([ending, name]) =>
      `<li><a download href="${escapeXml(`${address}/picture.${ending}?save=1${query}`)}">${escapeXml(name)}</a></li>`,
  );
  return `<details id="saves"><summary>${WORDS.save}</summary><ul>${entries.join('')}</ul></details>${
    branch === undefined ? '' : `<a href="${escapeXml(address)}">${WORDS.all}</a>`
  }`;
};

export function pageOf(scene: Scene, { svg, carried, walk, fields, served }: PageOptions): string {
  const size = `@page{size:${(scene.width / 72).toFixed(3)}in ${(scene.height / 72).toFixed(3)}in;margin:0}`;
  const title = escapeXml(scene.title);
  const button = (id: keyof typeof WORDS) => `<button type="button" id="${id}">${WORDS[id]}</button>`;
  return `<!doctype html>
<html lang="${scene.language ?? 'en'}">
<head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${title}</title>
<meta name="description" content="${escapeXml(scene.description)}">
${served ? headOf(served) : ''}<style>${STYLE}${size}</style></head>
<body>
<header><h1>${title}</h1><label>${WORDS.find} <input id="find" type="search" autocomplete="off"></label><span id="said" role="status" data-none="${WORDS.none}"></span>${button('further')}${button('closer')}${button('whole')}${button('print')}${walk ? `<button type="button" id="answer" aria-expanded="false" aria-controls="walk">${WORDS.answer}</button>` : ''}${served ? savesOf(served) : ''}</header>
<main id="view" tabindex="0" aria-label="${WORDS.picture}">${svg}</main>
<aside aria-label="${WORDS.list}"><section id="about" hidden data-up="${WORDS.up}" data-branch="${WORDS.branch}"${served ? ` data-address="${escapeXml(served.address)}"` : ''}></section>${walk ? '<section id="walk" hidden></section>' : ''}<h2>${WORDS.list}</h2><p>${escapeXml(scene.description)}</p><nav id="outline" aria-label="${WORDS.list}">${outline(scene)}</nav></aside>
${carried ? `<template>${carried}</template>` : ''}
${walk ? `<script type="application/json" id="walk-data">${dataOf({ ...walk, words: WALK_WORDS })}</script>` : ''}
${fields ? `<script type="application/json" id="fields">${dataOf(fields)}</script>` : ''}
<script>${scriptOf(walk !== undefined)}</script>
</body></html>
`;
}
