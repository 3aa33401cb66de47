// Fonts as the application reads them: TrueType files in fonts/ttf, made of the packed ones that ship with it and of packages.
//   node scripts/fonts.mjs [small|large]
// Large fonts come from packages as some hundred parts of all weights each: of them two whole fonts are made, once.
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fontverter from 'fontverter';
import subsetFont from 'subset-font';
import { mergedFont } from './lib/merge-fonts.mjs';
import { root } from './lib/run.mjs';

const packed = `${root}fonts/woff2/`;
const made = `${root}fonts/ttf/`;
const LARGE = {
  NotoSansSC: 'noto-sans-sc',
  NotoSansTC: 'noto-sans-tc',
  NotoSansJP: 'noto-sans-jp',
  NotoSansKR: 'noto-sans-kr',
};
const WEIGHTS = [400, 700];
const isThere = (name) => existsSync(`${made}${name}.ttf`);
const folderOf = (name) =>
  createRequire(import.meta.url)
    .resolve(`@fontsource-variable/${name}/package.json`)
    .replace(/package\.json$/, 'files/');

/** Named last of all, so that a making that is cut off leaves nothing that looks like a font. */
function keep(name, bytes) {
  writeFileSync(`${made}${name}.new`, bytes);
  renameSync(`${made}${name}.new`, `${made}${name}.ttf`);
}

async function small() {
  const names = readdirSync(packed)
    .filter((file) => !file.endsWith('-rare.woff2'))
    .map((file) => file.replace('.woff2', ''));
  for (const name of names.filter((one) => !isThere(one)))
    keep(name, await fontverter.convert(readFileSync(`${packed}${name}.woff2`), 'sfnt'));
}

/** What a merged font can't hold, and what only typesetting down the page needs. */
const LEFT_OUT = ['GSUB', 'GPOS', 'GDEF', 'BASE', 'STAT', 'vhea', 'vmtx', 'gasp', 'prep'];

async function large(name) {
  const wanted = WEIGHTS.filter((weight) => !isThere(`${name}-${weight}`));
  if (wanted.length === 0) return;
  const folder = folderOf(LARGE[name]);
  const inOrder = (file) => [/-(\d+)-wght/.exec(file) ? 1 : 0, Number(/-(\d+)-wght/.exec(file)?.[1] ?? 0), file];
  const files = readdirSync(folder)
    .filter((file) => file.endsWith('-wght-normal.woff2'))
    // Letters of all languages first: what they have is taken from them.
    .sort((a, b) => inOrder(a)[0] - inOrder(b)[0] || inOrder(a)[1] - inOrder(b)[1] || (a < b ? -1 : 1));
  const parts = Object.fromEntries(wanted.map((weight) => [weight, []]));
  for (const file of files) {
    const part = await fontverter.convert(readFileSync(`${folder}${file}`), 'sfnt');
    for (const weight of wanted)
      parts[weight].push(
        await subsetFont(part, '', {
          targetFormat: 'sfnt',
          variationAxes: { wght: weight },
          keepAllGlyphs: true,
          noLayoutClosure: true,
          noHinting: true,
          dropTables: LEFT_OUT,
        }),
      );
  }
  for (const weight of wanted) {
    const rare = `${packed}${name}-${weight}-rare.woff2`;
    if (existsSync(rare)) parts[weight].push(await fontverter.convert(readFileSync(rare), 'sfnt'));
    keep(`${name}-${weight}`, mergedFont(parts[weight]));
  }
}

mkdirSync(made, { recursive: true });
const [what] = process.argv.slice(2);
if (what !== 'large') await small();
if (what !== 'small') for (const name of Object.keys(LARGE)) await large(name);
