/**
 * Scenes as a presentation of native shapes. Source: ECMA-376-1 (PresentationML, DrawingML) and ECMA-376-2 (packages).
 */
import { strToU8, type Zippable, zipSync } from 'fflate';
import { escapeXml } from '../../xml';
import type { Scene } from '../scene';
import { themeOf, themeXml } from './colours';
import { slideOf } from './slide';

export { type Drawing, drawingOf } from './drawing';

import { emu } from './units';
import type { SlideOptions } from './writer';

/** Sizes of slides that can be asked for, in points; of the page where none is. */
export const SLIDE_SIZES = {
  wide: { width: 960, height: 540 },
  square: { width: 720, height: 540 },
  a4: { width: 841.89, height: 595.28 },
} as const;
export type SlideSize = keyof typeof SLIDE_SIZES;

/** A slide is an inch to 56 inches long on each side (19.2.1.39). */
const LEAST = 72;
const MOST = 56 * 72;

export interface SlidePicture {
  readonly mime: string;
  readonly bytes: Uint8Array;
  readonly width: number;
  readonly height: number;
}

export interface SlidesOptions {
  readonly widthOf: SlideOptions['widthOf'];
  readonly pictures: ReadonlyMap<string, SlidePicture>;
  readonly size?: SlideSize | undefined;
  /** What stands in the notes of the first slide. */
  readonly notes?: string | undefined;
  /** A part that carries what the slides were made of, as XML. */
  readonly carried?: string | undefined;
  readonly fonts: { readonly heading: string; readonly body: string };
}

const XML = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n';
const NS =
  'xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships" xmlns:p="http://schemas.openxmlformats.org/presentationml/2006/main"';
const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
const PACKAGE = 'http://schemas.openxmlformats.org/package/2006/relationships';

interface Relation {
  readonly id: string;
  readonly type: string;
  readonly target: string;
  readonly outside?: boolean;
}
const relationsXml = (relations: readonly Relation[]): string =>
  `${XML}<Relationships xmlns="${PACKAGE}">${relations
    .map(
      ({ id, type, target, outside }) =>
        `<Relationship Id="${id}" Type="${type.includes('/') ? type : `${OFFICE}/${type}`}" Target="${escapeXml(target)}"${outside ? ' TargetMode="External"' : ''}/>`,
    )
    .join('')}</Relationships>`;

const EMPTY_TREE = '<p:nvGrpSpPr><p:cNvPr id="1" name=""/><p:cNvGrpSpPr/><p:nvPr/></p:nvGrpSpPr><p:grpSpPr/>';
const COLOURS =
  '<p:clrMap bg1="lt1" tx1="dk1" bg2="lt2" tx2="dk2" accent1="accent1" accent2="accent2" accent3="accent3" accent4="accent4" accent5="accent5" accent6="accent6" hlink="hlink" folHlink="folHlink"/>';

function titleFrame(width: number, height: number): string {
  return `<p:sp><p:nvSpPr><p:cNvPr id="2" name="Title"/><p:cNvSpPr><a:spLocks noGrp="1"/></p:cNvSpPr><p:nvPr><p:ph type="title"/></p:nvPr></p:nvSpPr><p:spPr><a:xfrm><a:off x="${emu(width * 0.05)}" y="${emu(height * 0.04)}"/><a:ext cx="${emu(width * 0.9)}" cy="${emu(height * 0.12)}"/></a:xfrm><a:prstGeom prst="rect"><a:avLst/></a:prstGeom></p:spPr><p:txBody><a:bodyPr/><a:lstStyle/><a:p><a:endParaRPr lang="en"/></a:p></p:txBody></p:sp>`;
}

const notesXml = (text: string): string =>
  `${XML}<p:notes ${NS}><p:cSld><p:spTree>${EMPTY_TREE}<p:sp><p:nvSpPr><p:cNvPr id="2" name="Slide"/><p:cNvSpPr><a:spLocks noGrp="1" noRot="1" noChangeAspect="1"/></p:cNvSpPr><p:nvPr><p:ph type="sldImg"/></p:nvPr></p:nvSpPr><p:spPr/></p:sp><p:sp><p:nvSpPr><p:cNvPr id="3" name="Notes"/><p:cNvSpPr><a:spLocks noGrp="1"/></p:cNvSpPr><p:nvPr><p:ph type="body" idx="1"/></p:nvPr></p:nvSpPr><p:spPr/><p:txBody><a:bodyPr/><a:lstStyle/>${text
    .split('\n')
    .map((line) => `<a:p>${line === '' ? '' : `<a:r><a:rPr lang="en"/><a:t>${escapeXml(line)}</a:t></a:r>`}</a:p>`)
    .join('')}</p:txBody></p:sp></p:spTree></p:cSld><p:clrMapOvr><a:masterClrMapping/></p:clrMapOvr></p:notes>`;

const ENDINGS: Readonly<Record<string, string>> = { 'image/png': 'png', 'image/jpeg': 'jpeg', 'image/webp': 'webp' };

/** @param scenes at least one; the slides are as large as the largest of them, or as asked for */
export function slidesOf(scenes: readonly Scene[], options: SlidesOptions): Uint8Array {
  const first = scenes[0]!;
  const own = {
    width: scenes.reduce((most, { width }) => Math.max(most, width), LEAST),
    height: scenes.reduce((most, { height }) => Math.max(most, height), LEAST),
  };
  const fitted = Math.min(1, MOST / own.width, MOST / own.height);
  const slide = options.size
    ? SLIDE_SIZES[options.size]
    : { width: Math.max(LEAST, own.width * fitted), height: Math.max(LEAST, own.height * fitted) };
  const theme = themeOf(first);
  const { heading, body } = options.fonts;
  const parts: Record<string, string | Uint8Array> = {};
  const types: [string, string][] = [];
  const part = (name: string, type: string, content: string, relations: readonly Relation[] = []) => {
    parts[name] = content;
    types.push([`/${name}`, type]);
    const at = name.lastIndexOf('/');
    if (relations.length > 0) parts[`${name.slice(0, at)}/_rels/${name.slice(at + 1)}.rels`] = relationsXml(relations);
  };
  const OWN = 'application/vnd.openxmlformats-officedocument.presentationml';
  const used = new Map<string, string>();
  const fileOf = (file: string) => {
    const known = used.get(file);
    if (known) return known;
    const { mime, bytes } = options.pictures.get(file)!;
    const name = `image${used.size + 1}.${ENDINGS[mime] ?? 'png'}`;
    used.set(file, name);
    parts[`ppt/media/${name}`] = bytes;
    return name;
  };
  scenes.forEach((scene, i) => {
    const scale = Math.min(
      slide.width / scene.width,
      slide.height / scene.height,
      options.size ? Number.POSITIVE_INFINITY : fitted,
    );
    const placing = { x: (slide.width - scene.width * scale) / 2, y: (slide.height - scene.height * scale) / 2, scale };
    const drawn = slideOf(scene, {
      theme,
      widthOf: options.widthOf,
      sizeOf: (file) => options.pictures.get(file),
      placing,
      carried: options.carried !== undefined,
    });
    const noted = i === 0 && options.notes;
    part(`ppt/slides/slide${i + 1}.xml`, `${OWN}.slide+xml`, drawn.xml, [
      { id: 'rLayout', type: 'slideLayout', target: '../slideLayouts/slideLayout1.xml' },
      ...(noted ? [{ id: 'rNotes', type: 'notesSlide', target: '../notesSlides/notesSlide1.xml' }] : []),
      ...[...drawn.links].map(([target, id]) => ({ id, type: 'hyperlink', target, outside: true })),
      ...[...drawn.pictures].map(([file, id]) => ({ id, type: 'image', target: `../media/${fileOf(file)}` })),
    ]);
    if (noted)
      part('ppt/notesSlides/notesSlide1.xml', `${OWN}.notesSlide+xml`, notesXml(options.notes!), [
        { id: 'rMaster', type: 'notesMaster', target: '../notesMasters/notesMaster1.xml' },
        { id: 'rSlide', type: 'slide', target: '../slides/slide1.xml' },
      ]);
  });
  const size = { cx: emu(slide.width), cy: emu(slide.height) };
  const notesMaster = options.notes
    ? '<p:notesMasterIdLst><p:notesMasterId r:id="rNotesMaster"/></p:notesMasterIdLst>'
    : '';
  part(
    'ppt/presentation.xml',
    `${OWN}.presentation.main+xml`,
    `${XML}<p:presentation ${NS} saveSubsetFonts="1"><p:sldMasterIdLst><p:sldMasterId id="2147483648" r:id="rMaster"/></p:sldMasterIdLst>${notesMaster}<p:sldIdLst>${scenes.map((_, i) => `<p:sldId id="${256 + i}" r:id="rSlide${i + 1}"/>`).join('')}</p:sldIdLst><p:sldSz cx="${size.cx}" cy="${size.cy}"/><p:notesSz cx="6858000" cy="9144000"/></p:presentation>`,
    [
      { id: 'rMaster', type: 'slideMaster', target: 'slideMasters/slideMaster1.xml' },
      { id: 'rTheme', type: 'theme', target: 'theme/theme1.xml' },
      ...scenes.map((_, i) => ({ id: `rSlide${i + 1}`, type: 'slide', target: `slides/slide${i + 1}.xml` })),
      ...(options.notes ? [{ id: 'rNotesMaster', type: 'notesMaster', target: 'notesMasters/notesMaster1.xml' }] : []),
      ...(options.carried ? [{ id: 'rCarried', type: 'customXml', target: '../customXml/item1.xml' }] : []),
    ],
  );
  const frame = titleFrame(slide.width, slide.height);
  part(
    'ppt/slideMasters/slideMaster1.xml',
    `${OWN}.slideMaster+xml`,
    `${XML}<p:sldMaster ${NS}><p:cSld><p:bg><p:bgPr><a:solidFill><a:schemeClr val="bg1"/></a:solidFill><a:effectLst/></p:bgPr></p:bg><p:spTree>${EMPTY_TREE}${frame}</p:spTree></p:cSld>${COLOURS}<p:sldLayoutIdLst><p:sldLayoutId id="2147483649" r:id="rLayout"/></p:sldLayoutIdLst><p:txStyles><p:titleStyle/><p:bodyStyle/><p:otherStyle/></p:txStyles></p:sldMaster>`,
    [
      { id: 'rLayout', type: 'slideLayout', target: '../slideLayouts/slideLayout1.xml' },
      { id: 'rTheme', type: 'theme', target: '../theme/theme1.xml' },
    ],
  );
  part(
    'ppt/slideLayouts/slideLayout1.xml',
    `${OWN}.slideLayout+xml`,
    `${XML}<p:sldLayout ${NS} type="titleOnly"><p:cSld name="Picture"><p:spTree>${EMPTY_TREE}${frame}</p:spTree></p:cSld><p:clrMapOvr><a:masterClrMapping/></p:clrMapOvr></p:sldLayout>`,
    [{ id: 'rMaster', type: 'slideMaster', target: '../slideMasters/slideMaster1.xml' }],
  );
  const THEME = 'application/vnd.openxmlformats-officedocument.theme+xml';
  part('ppt/theme/theme1.xml', THEME, themeXml('Tiers', theme, heading, body));
  if (options.notes) {
    part('ppt/theme/theme2.xml', THEME, themeXml('Notes', theme, heading, body));
    part(
      'ppt/notesMasters/notesMaster1.xml',
      `${OWN}.notesMaster+xml`,
      `${XML}<p:notesMaster ${NS}><p:cSld><p:spTree>${EMPTY_TREE}<p:sp><p:nvSpPr><p:cNvPr id="2" name="Slide"/><p:cNvSpPr><a:spLocks noGrp="1" noRot="1" noChangeAspect="1"/></p:cNvSpPr><p:nvPr><p:ph type="sldImg"/></p:nvPr></p:nvSpPr><p:spPr><a:xfrm><a:off x="685800" y="685800"/><a:ext cx="5486400" cy="3429000"/></a:xfrm><a:prstGeom prst="rect"><a:avLst/></a:prstGeom></p:spPr></p:sp><p:sp><p:nvSpPr><p:cNvPr id="3" name="Notes"/><p:cNvSpPr><a:spLocks noGrp="1"/></p:cNvSpPr><p:nvPr><p:ph type="body" idx="1"/></p:nvPr></p:nvSpPr><p:spPr><a:xfrm><a:off x="685800" y="4343400"/><a:ext cx="5486400" cy="4114800"/></a:xfrm><a:prstGeom prst="rect"><a:avLst/></a:prstGeom></p:spPr><p:txBody><a:bodyPr/><a:lstStyle/><a:p><a:endParaRPr lang="en"/></a:p></p:txBody></p:sp></p:spTree></p:cSld>${COLOURS}</p:notesMaster>`,
      [{ id: 'rTheme', type: 'theme', target: '../theme/theme2.xml' }],
    );
  }
  part(
    'docProps/core.xml',
    'application/vnd.openxmlformats-package.core-properties+xml',
    `${XML}<cp:coreProperties xmlns:cp="http://schemas.openxmlformats.org/package/2006/metadata/core-properties" xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title>${escapeXml(first.title)}</dc:title><dc:description>${escapeXml(first.description)}</dc:description><dc:language>${escapeXml(first.language ?? 'en')}</dc:language></cp:coreProperties>`,
  );
  if (options.carried) {
    parts['customXml/item1.xml'] = options.carried;
    part(
      'customXml/itemProps1.xml',
      'application/vnd.openxmlformats-officedocument.customXmlProperties+xml',
      `${XML}<ds:datastoreItem xmlns:ds="http://schemas.openxmlformats.org/officeDocument/2006/customXml" ds:itemID="{7D1D1A3C-6B1E-4E0B-9B52-3B6E6C6E7A01}"><ds:schemaRefs/></ds:datastoreItem>`,
    );
    parts['customXml/_rels/item1.xml.rels'] = relationsXml([
      { id: 'rProps', type: 'customXmlProps', target: 'itemProps1.xml' },
    ]);
  }
  parts['_rels/.rels'] = relationsXml([
    { id: 'rDocument', type: 'officeDocument', target: 'ppt/presentation.xml' },
    {
      id: 'rCore',
      type: 'http://schemas.openxmlformats.org/package/2006/relationships/metadata/core-properties',
      target: 'docProps/core.xml',
    },
  ]);
  const defaults = [
    ['rels', 'application/vnd.openxmlformats-package.relationships+xml'],
    ['xml', 'application/xml'],
    ...Object.entries(ENDINGS).map(([mime, ending]) => [ending, mime]),
  ];
  const contents = `${XML}<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">${defaults.map(([ending, type]) => `<Default Extension="${ending}" ContentType="${type}"/>`).join('')}${types.map(([name, type]) => `<Override PartName="${name}" ContentType="${type}"/>`).join('')}</Types>`;
  const zip: Zippable = { '[Content_Types].xml': strToU8(contents) };
  for (const [name, content] of Object.entries(parts))
    zip[name] = typeof content === 'string' ? strToU8(content) : [content, { level: 0 }];
  return zipSync(zip, { level: 6 });
}
