/** What a list that was written here says it is a list of, so that it is taken as that again. */

const IN_OPML = /<d:kind xmlns:d="urn:dendrotax:list">([a-z]+)<\/d:kind>/;
const IN_MARKDOWN = /^\uFEFF?\s*<!-- Dendrotax: ([a-z]+) -->/;
const IN_JSON =
  /^\uFEFF?\s*\{\s*(?:"revision":\s*\d+,\s*)?"title":\s*"(?:[^"\\]|\\.){0,2000}",\s*"kind":\s*"([a-z]+)",\s*"items":/;
const IN_GRAPHML = /<desc>Dendrotax: ([a-z]+)<\/desc>/;
const IN_TURTLE = /^\uFEFF?# Dendrotax: ([a-z]+)\n/;
/** It is said at the beginning. */
const LOOKED_AT = 6_000;

/** The kind that a text says it is a list of; undefined where it says nothing. */
export function kindSaid(text: string): string | undefined {
  const head = text.slice(0, LOOKED_AT);
  for (const mark of [IN_MARKDOWN, IN_OPML, IN_JSON, IN_GRAPHML, IN_TURTLE]) {
    const found = mark.exec(head);
    if (found) return found[1];
  }
  return undefined;
}

export const sayInOpml = (kind: string): string => `<d:kind xmlns:d="urn:dendrotax:list">${kind}</d:kind>`;
/** A remark: it is shown nowhere. */
export const sayInMarkdown = (kind: string): string => `<!-- Dendrotax: ${kind} -->\n`;
/** What a graph is about, in words. */
export const sayInGraphml = (kind: string): string => `<desc>Dendrotax: ${kind}</desc>`;
export const sayInTurtle = (kind: string): string => `# Dendrotax: ${kind}\n`;
