declare module 'hyphen/*' {
  const language: {
    hyphenateSync(text: string, options?: { hyphenChar?: string; minWordLength?: number }): string;
  };
  export default language;
}
