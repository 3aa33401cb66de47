/** Languages that long words can be divided in (BCP 47). */
export const DIVIDED = ['en', 'de', 'fr', 'es', 'it', 'nl', 'pt', 'pl'] as const;
export type Divided = (typeof DIVIDED)[number];

/** Languages that a chart can be in: what they change is how words are divided, sorted and joined, and where a chart begins. */
export const LANGUAGES = [
  ...DIVIDED,
  'ar',
  'bn',
  'el',
  'fa',
  'he',
  'hi',
  'hy',
  'ja',
  'ka',
  'ko',
  'ru',
  'ta',
  'te',
  'th',
  'tr',
  'uk',
  'ur',
  'vi',
  'zh',
  'zh-Hant',
] as const;
export type Language = (typeof LANGUAGES)[number];

/** Whether family names stand before given names, or behind them. */
export const NAME_ORDERS = ['given-first', 'family-first'] as const;
export type NameOrder = (typeof NAME_ORDERS)[number];

/** Languages in which family names stand first (common practice). */
const FAMILY_FIRST: ReadonlySet<Language> = new Set<Language>(['ja', 'ko', 'vi', 'zh', 'zh-Hant']);
export const nameOrderIn = (language: Language | undefined): NameOrder =>
  language !== undefined && FAMILY_FIRST.has(language) ? 'family-first' : 'given-first';

/** Blocks of letters that are written from right to left, as a class of a regular expression names them. */
export const LEFTWARD_BLOCKS =
  '\\u0590-\\u08ff\\ufb1d-\\ufdff\\ufe70-\\ufefc\\u{10800}-\\u{10fff}\\u{1e800}-\\u{1efff}';

/** Languages written from right to left. */
const LEFTWARD: ReadonlySet<Language> = new Set<Language>(['ar', 'fa', 'he', 'ur']);
export const isLeftward = (language: Language): boolean => LEFTWARD.has(language);
