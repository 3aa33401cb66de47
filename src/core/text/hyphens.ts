/**
 * Where long words may be divided, by language: Liang's method (F. M. Liang, Word Hy-phen-a-tion by Com-put-er, 1983) with
 * the patterns of the hyphenation package. English is always here; other languages are fetched when a chart is in one.
 */
import english from 'hyphen/en-gb/index.js';
import { DIVIDED, type Divided, type Language } from '../languages';

type Hyphenate = (word: string, options: { hyphenChar: string }) => string;
const known = new Map<Language, Hyphenate>([['en', english.hyphenateSync]]);
const sources: Readonly<Record<Exclude<Divided, 'en'>, () => Promise<{ default: { hyphenateSync: Hyphenate } }>>> = {
  de: () => import('hyphen/de/index.js'),
  fr: () => import('hyphen/fr/index.js'),
  es: () => import('hyphen/es/index.js'),
  it: () => import('hyphen/it/index.js'),
  nl: () => import('hyphen/nl/index.js'),
  pt: () => import('hyphen/pt/index.js'),
  pl: () => import('hyphen/pl/index.js'),
};

const isDivided = (language: Language | undefined): language is Divided =>
  DIVIDED.some((divided) => divided === language);

/** Brings the patterns of a language, so that words can be divided by them. */
export async function loadLanguage(language: Language | undefined): Promise<void> {
  if (!isDivided(language) || language === 'en' || known.has(language)) return;
  known.set(language, (await sources[language]()).default.hyphenateSync);
}

const MARK = '\u00ad';

/** The parts that a word may be divided into; the word alone where it is not to be divided, or its language is not here. */
export function partsOf(word: string, language: Language): readonly string[] {
  // Numbers, addresses and the like are no words.
  if (!/^\p{L}[\p{L}'’]*(?:[^\P{P}'’]\p{P}*)?$/u.test(word)) return [word];
  return known.get(language)?.(word, { hyphenChar: MARK }).split(MARK) ?? [word];
}
