/**
 * Every regular expression of the program takes time linear in its text, or its text is short by a stated limit.
 * Reference: the package recheck 4.5.0, which decides it by automata (Sugiyama & Minamide 2014, "Checking time linearity of
 * regular expression matching based on backtracking") and by trying.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkSync } from 'recheck';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';

const SOURCE = new URL('../../src/', import.meta.url).pathname;

/** Not linear, or not to be decided in the time given: file, the beginning of the expression, and why that is no harm. */
const BOUNDED: readonly (readonly [file: string, begins: string, why: string])[] = [
  ['core/formats/html.ts', 'mso-list:', 'every repetition has an upper end; not decided in time'],
  ['core/formats/markdown.ts', '!?\\[', 'every repetition has an upper end; not decided in time'],
  ['core/formats/markdown.ts', '(\\*\\*|__)(?=\\S)(.{0,300}', 'every repetition has an upper end; not decided in time'],
  ['core/formats/markdown.ts', '(?<![\\p{L}\\p{N}])([*_])', 'every repetition has an upper end; not decided in time'],
  ['core/formats/xlsx-numbers.ts', '"[^"]*"', '1,000 letters of a number format'],
  ['core/formats/xlsx-read.ts', '[^/]+\\/', '400 letters of a path'],
  ['core/formats/xlsx.ts', "^'+|'+$", '200 letters of a title'],
  ['core/list/numbers.ts', '^(.*?)\\s*(%|per', 'LONGEST letters of a number'],
  ['core/kinds/decision/lines.ts', '\\s*[([]\\s*(?:(?:chance', 'LONGEST_NOTE letters at the end of a line'],
  ['core/kinds/decision/lines.ts', '\\s*[([]\\s*(?:costs?', 'LONGEST_NOTE letters at the end of a line'],
  ['core/kinds/decision/lines.ts', '\\s*\\[\\s*event', 'LONGEST_NOTE letters at the end of a line'],
  ['core/kinds/family/couples.ts', '^(?:married', 'LONGEST letters of a note'],
  ['core/kinds/family/couples.ts', '^(?:divorced', 'LONGEST letters of a note'],
  ['core/kinds/family/couples.ts', '^(.*?)(?:^|', 'LONGEST letters of a note'],
  ['core/kinds/decision/lines.ts', '\\s+=\\s*', 'LONGEST_NOTE letters at the end of a line'],
  ['core/kinds/family/lines.ts', '^((?:c\\.?', 'LONGEST_NOTE letters of a note'],
  ['core/kinds/family/lines.ts', '^(.*\\d{3,4})', 'LONGEST_NOTE letters of a note'],
  ['core/kinds/family/lines.ts', '^(?:b(?![a-z])\\.?|born', 'LONGEST_NOTE letters of a note'],
  ['core/kinds/family/lines.ts', '^(?:d(?![a-z])\\.?|died', 'LONGEST_NOTE letters of a note'],
  ['ui/editor/command/sentences.ts', '^keep\\b', 'what one person types in one field'],
  ['ui/editor/command/sentences.ts', '^rename', 'what one person types in one field'],
  ['ui/editor/list/block.ts', '^(.*?)(-?', 'a field, 2,000 letters'],
];

interface Found {
  readonly file: string;
  readonly source: string;
  readonly flags: string;
}

function literals(file: string): Found[] {
  const tree = ts.createSourceFile(file, readFileSync(join(SOURCE, file), 'utf8'), ts.ScriptTarget.Latest, true);
  const found: Found[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isRegularExpressionLiteral(node)) {
      const [, source = '', flags = ''] = /^\/(.*)\/([a-z]*)$/s.exec(node.text) ?? [];
      found.push({ file, source, flags });
    }
    ts.forEachChild(node, visit);
  };
  visit(tree);
  return found;
}

const files = readdirSync(SOURCE, { recursive: true, encoding: 'utf8' }).filter(
  (file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file),
);
const all = files.flatMap(literals);
const DECIDED = 60_000;
/** Milliseconds of one matching from which it counts as slow: only what hangs, not what a busy machine is slow at. */
const SLOW = { attackTimeout: 20_000, incubationTimeout: 5_000 };
/** @param timeout milliseconds; what takes longer is not decided */
const check = (source: string, flags = '', timeout = DECIDED) => {
  const found = checkSync(source, flags, { timeout, ...SLOW });
  return { status: found.status, growth: found.status === 'unknown' ? 'unknown' : found.complexity.type };
};
const listed = (one: Found) => BOUNDED.find(([file, begins]) => file === one.file && one.source.startsWith(begins));

// Those that are listed are only asked whether they are exponential, as most of them can't be decided in any time.
const told = all.map((one) => ({ ...one, ...check(one.source, one.flags, listed(one) ? 1_000 : DECIDED) }));

describe('regular expressions', () => {
  it('are found, and what is not linear is found not to be', () => {
    expect(all.length).toBeGreaterThan(200);
    expect(check('^(a|a)*$').growth).toBe('exponential');
    expect(check('\\s+$').growth).toBe('polynomial');
  });

  it('are linear, or have a text of a stated length', () => {
    const open = told.filter((one) => one.status !== 'safe' && !listed(one));
    expect(open.map(({ file, source, growth }) => `${file} /${source}/ ${growth}`)).toEqual([]);
  });

  it('are exponential nowhere, whatever the length', () => {
    expect(told.filter(({ growth }) => growth === 'exponential').map(({ source }) => source)).toEqual([]);
  });

  it('are listed as bounded only while they stand there', () => {
    const gone = BOUNDED.filter(
      ([file, begins]) => !all.some((one) => one.file === file && one.source.startsWith(begins)),
    );
    expect(gone).toEqual([]);
  });
});
