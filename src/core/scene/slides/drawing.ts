/**
 * A scene as shapes in a text document: the same shapes, words and connectors as on a slide, said as a group of a document.
 * Source: ECMA-376-1, 20.1 and 21.1 (DrawingML); [MS-DOCX] 2.7 (wordprocessingShape, wordprocessingGroup).
 */
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { escapeAttribute, escapeXml } from '../../xml';
import type { Box, Scene } from '../scene';
import { slideOf } from './slide';
import { emu } from './units';
import type { SlideOptions } from './writer';

export interface Drawing {
  /** What stands in `a:graphic`. */
  readonly xml: string;
  /** Addresses that words lead to, and pictures, by the names under which the shapes refer to them. */
  readonly links: ReadonlyMap<string, string>;
  readonly pictures: ReadonlyMap<string, string>;
}

export interface DrawingOptions extends Pick<SlideOptions, 'widthOf' | 'sizeOf'> {
  /** Its size in the document, in points. */
  readonly size: Pick<Box, 'width' | 'height'>;
  /** Which of the pictures of the document it is: their shapes have numbers of their own. */
  readonly place: number;
}

/** Shapes have colours of their own: the theme of a document is another. */
const NO_THEME = { dark: '', light: '', quiet: '', tint: '', accents: [] };
/** More than one picture has shapes. */
const NUMBERS = 20_000;

const NS = {
  a: 'http://schemas.openxmlformats.org/drawingml/2006/main',
  pic: 'http://schemas.openxmlformats.org/drawingml/2006/picture',
  wps: 'http://schemas.microsoft.com/office/word/2010/wordprocessingShape',
  wpg: 'http://schemas.microsoft.com/office/word/2010/wordprocessingGroup',
};

/** Elements of a slide by what they are in a document; what holds nothing but the slide's own is left out. */
const NAMES: Readonly<Record<string, string>> = {
  'p:sp': 'wps:wsp',
  'p:cxnSp': 'wps:wsp',
  'p:cNvSpPr': 'wps:cNvSpPr',
  'p:cNvCxnSpPr': 'wps:cNvCnPr',
  'p:spPr': 'wps:spPr',
  'p:grpSp': 'wpg:grpSp',
  'p:grpSpPr': 'wpg:grpSpPr',
  'p:cNvGrpSpPr': 'wpg:cNvGrpSpPr',
};
/** In a picture the same parts have other names. */
const IN_PICTURE: Readonly<Record<string, string>> = {
  'p:pic': 'pic:pic',
  'p:nvPicPr': 'pic:nvPicPr',
  'p:cNvPr': 'pic:cNvPr',
  'p:cNvPicPr': 'pic:cNvPicPr',
  'p:blipFill': 'pic:blipFill',
  'p:spPr': 'pic:spPr',
};
const ALIGN: Readonly<Record<string, string>> = { l: 'left', ctr: 'center', r: 'right' };

interface Run {
  text: string;
  size: number;
  bold: boolean;
  slant: boolean;
  colour: string;
  font: string;
  language: string;
  link?: string | undefined;
}
interface Words {
  align: string;
  rtl: boolean;
  /** From the line before, in twentieths of a point. */
  apart?: number | undefined;
  runs: Run[];
}

/** A line of words as a paragraph. Source: ECMA-376-1, 17.3. */
function paragraphXml({ align, rtl, apart, runs }: Words): string {
  const line = apart === undefined ? ' w:line="240" w:lineRule="auto"' : ` w:line="${apart}" w:lineRule="exact"`;
  const words = runs.map(({ text, size, bold, slant, colour, font, language, link }) => {
    const type = escapeAttribute(font);
    const run = `<w:r><w:rPr><w:rFonts w:ascii="${type}" w:hAnsi="${type}" w:eastAsia="${type}" w:cs="${type}"/>${bold ? '<w:b/>' : ''}${slant ? '<w:i/>' : ''}<w:color w:val="${colour}"/><w:sz w:val="${size}"/><w:szCs w:val="${size}"/>${rtl ? '<w:rtl/>' : ''}<w:lang w:val="${escapeAttribute(language)}"/></w:rPr><w:t xml:space="preserve">${escapeXml(text)}</w:t></w:r>`;
    return link === undefined ? run : `<w:hyperlink r:id="${escapeAttribute(link)}">${run}</w:hyperlink>`;
  });
  return `<w:p><w:pPr>${rtl ? '<w:bidi/>' : ''}<w:spacing w:before="0" w:after="0"${line}/><w:jc w:val="${align}"/></w:pPr>${words.join('')}</w:p>`;
}

/** Words without a box of their own have so much more room on a side, as a part of their width. */
const MORE = 0.35;
const BARE =
  /<wps:cNvSpPr txBox="1">|(?:<a:noFill><\/a:noFill>|<a:alpha val="0"><\/a:alpha><\/a:srgbClr><\/a:solidFill>)<a:ln><a:noFill>/;
const FRAME = /<a:off x="(-?\d+)" y="(-?\d+)"><\/a:off><a:ext cx="(\d+)" cy="(\d+)">/;

/** Where the fonts of the picture are not there, words need more room than in it: what has no box to be seen is made wider. */
function roomy(shape: string): string {
  if (!BARE.test(shape)) return shape;
  const align = /<w:jc w:val="(\w+)"\/>/.exec(shape)?.[1];
  return shape.replace(FRAME, (_, x, y, wide, high) => {
    const more = Math.round(Number(wide) * MORE);
    const left = align === 'center' ? more : align === 'right' ? 2 * more : 0;
    return `<a:off x="${Number(x) - left}" y="${y}"></a:off><a:ext cx="${Number(wide) + 2 * more}" cy="${high}">`;
  });
}

/** Takes the shapes of a slide one after the other and says them as those of a document. */
class Translator {
  xml = '';
  private readonly open: string[] = [];
  /** Inside what a document has not: the slide's own frame, titles beside the slide. */
  private skipping = 0;
  private inPicture = false;
  private words: Words[] | undefined;
  private body = '';
  private inText = false;
  private solid = false;
  /** The shape that is being said: where it begins, and whether it is a title beside the slide, which is not in the picture. */
  private shape = { from: 0, title: false, over: false };

  /** @param own stands before the names of what shapes refer to: other pictures have others */
  constructor(
    private readonly numbers: number,
    private readonly own: string,
  ) {}

  private attributes(tag: SaxesTagPlain): string {
    const renumbered = tag.name === 'p:cNvPr' || tag.name === 'a:stCxn' || tag.name === 'a:endCxn';
    return Object.entries(tag.attributes)
      .filter(([name]) => !name.startsWith('xmlns'))
      .map(([name, value]) => {
        const refers = name === 'r:embed' || name === 'r:id';
        const said =
          renumbered && name === 'id' ? String(this.numbers + Number(value)) : refers ? this.own + value : value;
        return ` ${name}="${escapeAttribute(said)}"`;
      })
      .join('');
  }

  begin(tag: SaxesTagPlain): void {
    const { name, attributes } = tag;
    if (name === 'p:sp') this.shape = { from: this.xml.length, title: false, over: false };
    if (name === 'p:ph') this.shape.title = true;
    if (name === 'a:off' && attributes['y']?.startsWith('-')) this.shape.over = true;
    if (this.skipping > 0) {
      this.skipping++;
      return;
    }
    if (name === 'p:txBody') {
      this.words = [];
      this.body = '';
      return;
    }
    if (this.words) {
      this.inWords(name, attributes);
      return;
    }
    if (name === 'p:nvPr' || name === 'a:extLst' || name === 'a:spLocks') {
      this.skipping = 1;
      return;
    }
    if (name === 'p:pic') this.inPicture = true;
    const own = this.inPicture
      ? (IN_PICTURE[name] ?? name)
      : name === 'p:cNvPr'
        ? this.open.at(-1) === 'wpg:grpSp'
          ? 'wpg:cNvPr'
          : 'wps:cNvPr'
        : (NAMES[name] ?? name);
    // What only holds the names of a shape there stands by itself here.
    if (/^p:nv(?:Sp|CxnSp|GrpSp)Pr$/.test(name)) return;
    this.open.push(own);
    this.xml += `<${own}${this.attributes(tag)}>`;
  }

  private inWords(name: string, attributes: Readonly<Record<string, string>>): void {
    const paragraph = this.words!.at(-1);
    const run = paragraph?.runs.at(-1);
    if (name === 'a:bodyPr') {
      const said = Object.entries(attributes).map(([key, value]) => ` ${key}="${escapeAttribute(value)}"`);
      this.body = `<wps:bodyPr${said.join('')}><a:noAutofit/></wps:bodyPr>`;
    } else if (name === 'a:p') this.words!.push({ align: 'left', rtl: false, runs: [] });
    else if (name === 'a:pPr' && paragraph) {
      paragraph.align = ALIGN[attributes['algn'] ?? ''] ?? 'left';
      paragraph.rtl = attributes['rtl'] === '1';
    } else if (name === 'a:spcPts' && paragraph && paragraph.runs.length === 0 && attributes['val'] !== '0')
      paragraph.apart = Math.round(Number(attributes['val']) / 5);
    else if (name === 'a:r' && paragraph)
      paragraph.runs.push({
        text: '',
        size: 20,
        bold: false,
        slant: false,
        colour: '000000',
        font: '',
        language: 'en',
      });
    else if (name === 'a:rPr' && run) {
      run.size = Math.max(2, Math.round(Number(attributes['sz'] ?? 1_000) / 50));
      run.bold = attributes['b'] === '1';
      run.slant = attributes['i'] === '1';
      run.language = attributes['lang'] ?? 'en';
    } else if (name === 'a:solidFill') this.solid = true;
    else if (name === 'a:srgbClr' && run && this.solid) run.colour = attributes['val'] ?? '000000';
    else if (name === 'a:latin' && run) run.font = attributes['typeface'] ?? '';
    else if (name === 'a:hlinkClick' && run) run.link = this.own + attributes['r:id'];
    else if (name === 'a:t') this.inText = true;
  }

  say(text: string): void {
    const run = this.inText ? this.words?.at(-1)?.runs.at(-1) : undefined;
    if (run) run.text += text;
  }

  end(name: string): void {
    if (this.skipping > 0) {
      this.skipping--;
      return;
    }
    if (name === 'a:t') this.inText = false;
    if (name === 'a:solidFill') this.solid = false;
    if (name === 'p:txBody') {
      const words = this.words!.filter(({ runs }) => runs.length > 0);
      if (words.length > 0)
        this.xml += `<wps:txbx><w:txbxContent>${words.map(paragraphXml).join('')}</w:txbxContent></wps:txbx>`;
      this.words = undefined;
      return;
    }
    if (this.words || /^p:nv(?:Sp|CxnSp|GrpSp)Pr$/.test(name)) return;
    const own = this.open.pop()!;
    // Every shape says how its words stand, whether it has any or not.
    if (own === 'wps:wsp') {
      this.xml += this.body === '' ? '<wps:bodyPr/>' : this.body;
      this.body = '';
    }
    if (own === 'pic:pic') this.inPicture = false;
    this.xml += `</${own}>`;
    if (name !== 'p:sp') return;
    const { from, title, over } = this.shape;
    const shape = this.xml.slice(from);
    this.xml = this.xml.slice(0, from) + (title && over ? '' : roomy(shape));
  }
}

export function drawingOf(scene: Scene, { size, place, widthOf, sizeOf }: DrawingOptions): Drawing {
  const scale = size.width / scene.width;
  const slide = slideOf(scene, { theme: NO_THEME, widthOf, sizeOf, placing: { x: 0, y: 0, scale } });
  const begin = slide.xml.indexOf('<p:grpSpPr/>') + '<p:grpSpPr/>'.length;
  const shapes = slide.xml.slice(begin, slide.xml.lastIndexOf('</p:spTree>'));
  const numbers = NUMBERS * (place + 1);
  const own = `drawn${place}`;
  const translator = new Translator(numbers, own);
  const parser = new SaxesParser();
  parser.on('opentag', (tag) => {
    if (tag.name !== 'shapes') translator.begin(tag);
  });
  parser.on('text', (text) => translator.say(text));
  parser.on('closetag', ({ name }) => {
    if (name !== 'shapes') translator.end(name);
  });
  parser.write(`<shapes>${shapes}</shapes>`).close();
  const referredTo = (what: ReadonlyMap<string, string>) => new Map([...what].map(([of, id]) => [of, own + id]));
  const extent = `cx="${emu(size.width)}" cy="${emu(size.height)}"`;
  const frame = (tag: string) =>
    `<${tag}><a:xfrm><a:off x="0" y="0"/><a:ext ${extent}/>${tag === 'wpg:grpSpPr' ? `<a:chOff x="0" y="0"/><a:chExt ${extent}/>` : ''}</a:xfrm>`;
  const paper = `<wps:wsp><wps:cNvPr id="${numbers}" name="Paper"/><wps:cNvSpPr/>${frame('wps:spPr')}<a:prstGeom prst="rect"><a:avLst/></a:prstGeom><a:solidFill><a:srgbClr val="${scene.background.replace('#', '').toUpperCase()}"/></a:solidFill><a:ln><a:noFill/></a:ln></wps:spPr><wps:bodyPr/></wps:wsp>`;
  return {
    xml: `<a:graphic xmlns:a="${NS.a}"><a:graphicData uri="${NS.wpg}"><wpg:wgp xmlns:wpg="${NS.wpg}" xmlns:wps="${NS.wps}" xmlns:pic="${NS.pic}"><wpg:cNvGrpSpPr/>${frame('wpg:grpSpPr')}</wpg:grpSpPr>${paper}${translator.xml}</wpg:wgp></a:graphicData></a:graphic>`,
    links: referredTo(slide.links),
    pictures: referredTo(slide.pictures),
  };
}
