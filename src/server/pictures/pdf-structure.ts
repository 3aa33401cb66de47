/**
 * What a PDF's pages say beside how they look: for readers of screens the items as nested lists, in the order of the list,
 * each with the words that stand in it; the title as a heading; lines and boxes as what is only looked at. Source: ISO
 * 32000-1, 14.7 (logical structure), 14.8 (tagged PDF) and 12.3.3 (outline).
 */
import { itemsUnder, type Mark, type Scene, titleAt } from '../../core/scene';

type Doc = PDFKit.PDFDocument;
type Content = PDFKit.PDFStructureContent;
type Element = PDFKit.PDFStructureElement;

export class Structure {
  private readonly pages: Element[] = [];
  private readonly words: Element[] = [];
  private readonly items = new Map<string, readonly [Content, ...Element[]]>();
  /** Links of what is being drawn. */
  private links: Element[] = [];
  private readonly title: Element[] = [];

  constructor(private readonly doc: Doc) {}

  /** Draws what is only looked at. */
  aside(draw: () => void): void {
    this.doc.markContent('Artifact', { type: 'Layout' });
    draw();
    this.doc.endMarkedContent();
  }

  private content(tag: string, draw: () => void): Content {
    const content = this.doc.markStructureContent(tag);
    draw();
    this.doc.endMarkedContent();
    return content;
  }

  /** An element for a link in what is being drawn (14.8.4.4.2): its annotation belongs to it. */
  link(): Element {
    const link = this.doc.struct('Link');
    this.links.push(link);
    return link;
  }
  /** An element for a note on the page (14.8.4.4.1): its annotation belongs to it. */
  note(): Element {
    const note = this.doc.struct('Annot');
    this.words.push(note);
    return note;
  }
  /** An element for a place on the page that leads to another. */
  lead(): Element {
    const link = this.doc.struct('Link');
    this.words.push(link);
    return link;
  }
  /** An element for a place to write at (14.8.4.5): its annotation belongs to it. */
  field(): Element {
    const field = this.doc.struct('Form');
    this.words.push(field);
    return field;
  }
  private drawnLinks(): Element[] {
    const links = this.links;
    this.links = [];
    return links;
  }

  /** Draws marks one after the other: words are said, all else is looked at. */
  marks(marks: readonly Mark[], draw: (mark: Mark) => void): void {
    for (const mark of marks) {
      if (mark.type === 'text') {
        const words = this.content('P', () => draw(mark));
        this.words.push(this.doc.struct('P', {}, [words, ...this.drawnLinks()]));
      } else this.aside(() => draw(mark));
    }
  }

  item(id: string, draw: () => void): void {
    const content = this.content('Span', draw);
    this.items.set(id, [content, ...this.drawnLinks()]);
  }

  /** Draws the page's own words, its title as a heading. */
  page({ page, title }: Scene, draw: (mark: Mark) => void): void {
    const [from, to] = titleAt(page, title) ?? [0, 0];
    this.marks(page.slice(0, from), draw);
    if (to > from) {
      const heading = this.content('H1', () => {
        for (const mark of page.slice(from, to)) draw(mark);
      });
      this.title.push(this.doc.struct('H1', {}, [heading, ...this.drawnLinks()]));
    }
    this.marks(page.slice(to), draw);
  }

  /** What was drawn since the last page ended is a section. */
  endPage(scene: Scene): void {
    const { doc } = this;
    const under = itemsUnder(scene.items);
    const listOf = (parent: string | null): Element[] => {
      const own = under.get(parent);
      if (!own) return [];
      const entries = own.map(({ id }) =>
        doc.struct('LI', {}, [doc.struct('LBody', {}, [...this.items.get(id)!, ...listOf(id)])]),
      );
      return [doc.struct('L', { title: scene.title }, entries)];
    };
    this.pages.push(doc.struct('Sect', { title: scene.title }, [...this.title, ...listOf(null), ...this.words]));
    this.title.length = 0;
    this.words.length = 0;
    this.items.clear();
  }

  end(language: string | undefined): void {
    this.doc.addStructure(this.doc.struct('Document', { lang: language ?? 'en' }, this.pages));
  }
}

/** Branches of a page in the outline of the file: those at the top, and what stands right under them. */
const MOST_MARKED = 60;

/** Called on its page. @param whole the page is all there is: its branches are named, else the page by its first */
export function bookmark(doc: Doc, { items, title, called }: Scene, whole: boolean): void {
  const under = itemsUnder(items);
  const tops = under.get(null) ?? [];
  const name = (label: string) => label.split(', ')[0]!.slice(0, 120) || '?';
  if (!whole) {
    doc.outline.addItem(called ?? name(tops[0]?.label ?? title));
    return;
  }
  const root = doc.outline.addItem(name(title), { expanded: true });
  for (const top of tops.slice(0, MOST_MARKED)) {
    const own = root.addItem(name(top.label));
    for (const { label } of (under.get(top.id) ?? []).slice(0, MOST_MARKED)) own.addItem(name(label));
  }
}
