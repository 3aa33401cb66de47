export { decode } from './decode';
export { textOfHtml } from './html';
export { looksLikeMarkdown, outlineOfMarkdown, writeMarkdown } from './markdown';
export { fieldOfAttribute, looksLikeOpml, type OpmlNode, parseOpml, TooDeep, writeOpml } from './opml';
export { kindSaid, sayInMarkdown, sayInOpml } from './said';
export { type Source, sourceOf } from './source';
export { UnreadableFile } from './unreadable';
export { readSheets, type Sheet, type SheetText, writeXlsx } from './xlsx';
