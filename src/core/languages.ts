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

/** Languages written from right to left. */
const LEFTWARD: ReadonlySet<Language> = new Set<Language>(['ar', 'fa', 'he', 'ur']);
export const isLeftward = (language: Language): boolean => LEFTWARD.has(language);
