// What Astro asks of it while it is set up, and for its page of errors in development.
export const bundledThemes = {};
export const bundledLanguages = {};
export const createCssVariablesTheme = () => ({});
export const codeToHtml = async (code) =>
  `<pre>${code.replace(/[&<>]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[sign])}</pre>`;
