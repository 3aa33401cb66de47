/** Pages for what can not be shown, with a way back. They need nothing but themselves, so that they are there when all else is not. */
const SAID = {
  403: [
    'You do not have access to this page',
    'Ask the person who owns it to share it with you, or sign in with another account.',
  ],
  404: ['This page does not exist', 'The address may be mistyped, or what was here has been moved or deleted.'],
  500: ['Something went wrong', 'The problem was recorded. Your charts are saved. Try again in a moment.'],
  503: ['Dendrotax is being updated', 'Your charts are saved. This page tries again by itself in a few seconds.'],
};
const AGAIN_SECONDS = 5;

/** @param status one of those above; another is said as 500 @returns a whole page of HTML */
export function errorPage(status) {
  const [title, what] = SAID[status] ?? SAID[500];
  const again = status === 503 ? `<meta http-equiv="refresh" content="${AGAIN_SECONDS}">` : '';
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">${again}
<title>${title} - Dendrotax</title><link rel="icon" href="/favicon.svg" type="image/svg+xml">
<style>body{margin:0;min-height:100vh;display:grid;place-items:center;background:#f6f2ea;color:#2b2430;font:17px/1.5 system-ui,sans-serif}main{max-width:30rem;padding:2rem}h1{font-size:1.6rem;line-height:1.2;margin:0 0 .75rem}a{display:inline-block;margin-top:1rem;padding:.5rem 1rem;border-radius:.25rem;background:#5c2a4d;color:#fff;text-decoration:none}a:focus-visible{outline:3px solid #b3412e;outline-offset:2px}</style>
</head><body><main><h1>${title}</h1><p>${what}</p><a href="/">Go to your charts</a></main></body></html>
`;
}

/** Whether it is a person with a browser who asks for a page. */
export const asksForPage = (method, path, accept) =>
  (method === 'GET' || method === 'HEAD') && !path.startsWith('/api/') && /text\/html/.test(accept ?? '');
