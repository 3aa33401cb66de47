/** Languages that long words can be divided in (BCP 47). */
export const LANGUAGES = ['en', 'de', 'fr', 'es', 'it', 'nl', 'pt', 'pl'] as const;
export type Language = (typeof LANGUAGES)[number];
