export { decode } from './decode';
export { textOfHtml } from './html';
export { looksLikeMarkdown, outlineOfMarkdown, writeMarkdown } from './markdown';
export { fieldOfAttribute, looksLikeOpml, type OpmlNode, parseOpml, writeOpml } from './opml';
export { type Source, sourceOf } from './source';
export { readXlsx, type Sheet, type SheetText, UnreadableFile, writeXlsx } from './xlsx';
