/** Words made safe in XML 1.0. */

const escapes: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** Between tags: marked characters escaped, those that XML forbids taken out. */
export const escapeXml = (text: string): string =>
  // biome-ignore lint/suspicious/noControlCharactersInRegex: XML forbids just these
  text.replace(/[&<>"]/g, (c) => escapes[c]!).replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '');

/** In an attribute: line ends and tabs kept, what XML can't hold shown as the sign for what is unknown. */
export const escapeAttribute = (text: string): string =>
  text
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('"', '&quot;')
    .replace(/\r\n?|\n/g, '&#10;')
    .replaceAll('\t', '&#9;')
    .replace(/[^\P{Cc}\t\n\r]|[\ufffe\uffff]/gu, '\ufffd');
