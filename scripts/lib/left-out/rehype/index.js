export function rehype() {
  throw new Error('Pages in plain HTML need rehype: take its override out of package.json.');
}
