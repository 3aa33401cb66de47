// What Astro asks of its Markdown compiler while it is set up. Take it out once Astro does not always bring one.
export const syntaxHighlightDefaults = { type: 'shiki', excludeLangs: ['math'] };
export const markdownConfigDefaults = {
  syntaxHighlight: syntaxHighlightDefaults,
  shikiConfig: { langs: [], theme: 'github-dark', themes: {}, wrap: false, transformers: [], langAlias: {} },
  remarkPlugins: [],
  rehypePlugins: [],
  remarkRehype: {},
  gfm: true,
  smartypants: true,
};
function none() {
  throw new Error('Pages in Markdown need @astrojs/markdown-remark: take its override out of package.json.');
}

export {
  none as createMarkdownProcessor,
  none as createShikiHighlighter,
  none as isFrontmatterValid,
  none as parseFrontmatter,
};
