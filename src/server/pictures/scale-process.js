// Scales one picture, in a process of its own that is ended where it takes too long or too much memory. Bytes come in on
// standard input; out come a line of JSON and the bytes. Run as text: it may not import what is bundled.
import sharp from 'sharp';

const { longest, mostDots, formats } = JSON.parse(process.argv.at(-1));
const chunks = [];
for await (const chunk of process.stdin) chunks.push(chunk);
const bytes = Buffer.concat(chunks);
sharp.concurrency(1);
sharp.cache(false);
try {
  const options = { limitInputPixels: mostDots, failOn: 'error' };
  const { format, width = 0, height = 0, hasAlpha } = await sharp(bytes, options).metadata();
  if (!formats.includes(format)) throw new Error(`format ${format}`);
  const drawing = format === 'svg';
  // A drawing has no dots of its own: it is drawn as large as it will be kept.
  const density = drawing ? Math.min(2400, Math.max(1, (72 * longest) / Math.max(1, width, height))) : undefined;
  const picture = sharp(bytes, { ...options, ...(density && { density }) })
    .rotate()
    .resize({ width: longest, height: longest, fit: 'inside', withoutEnlargement: !drawing })
    // Eight bits a channel in sRGB: what every reader of the files that come out knows.
    .toColourspace('srgb');
  const seeThrough = hasAlpha || drawing;
  const { data, info } = await (seeThrough ? picture.png() : picture.jpeg({ quality: 86 })).toBuffer({
    resolveWithObject: true,
  });
  const head = { mime: seeThrough ? 'image/png' : 'image/jpeg', width: info.width, height: info.height };
  process.stdout.write(`${JSON.stringify(head)}\n`);
  process.stdout.write(data, () => process.exit(0));
} catch {
  process.exit(3);
}
