/** What is taken as a picture, and what is kept of it. */
import { gzipSync } from 'node:zlib';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { scaled } from './item-pictures';

const plain = (width: number, height: number, alpha = false) =>
  sharp({ create: { width, height, channels: alpha ? 4 : 3, background: { r: 200, g: 60, b: 40, alpha: 0.5 } } });

describe('pictures that are brought in', () => {
  it('are told by their content, and kept in one of two formats', async () => {
    expect((await scaled(await plain(40, 30).webp().toBuffer())).mime).toBe('image/jpeg');
    expect((await scaled(await plain(40, 30, true).png().toBuffer())).mime).toBe('image/png');
    expect(await scaled(await plain(40, 30).gif().toBuffer())).toMatchObject({ width: 40, height: 30 });
  });
  it('have eight bits a channel, whatever they came with', async () => {
    const deep = await plain(20, 20, true).toColourspace('rgb16').png().toBuffer();
    expect((await sharp(deep).metadata()).depth).toBe('ushort');
    expect(await sharp((await scaled(deep)).bytes).metadata()).toMatchObject({ depth: 'uchar', space: 'srgb' });
    const print = await plain(20, 20).toColourspace('cmyk').jpeg().toBuffer();
    expect((await sharp((await scaled(print)).bytes).metadata()).space).toBe('srgb');
  });
  it('are made no longer than 640 dots, in their own shape', async () => {
    expect(await scaled(await plain(2000, 500).jpeg().toBuffer())).toMatchObject({ width: 640, height: 160 });
  });
  it('stand upright and lose what cameras note', async () => {
    const turned = await plain(60, 20)
      .withExif({ IFD0: { Copyright: 'secret', Orientation: '6' } })
      .jpeg()
      .toBuffer();
    const kept = await scaled(turned);
    expect(kept.bytes.includes('secret')).toBe(false);
    expect((await sharp(kept.bytes).metadata()).exif).toBeUndefined();
  });
  it('as drawings become dots, so that no script lives on', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 20"><script>alert(1)</script><rect width="10" height="20" fill="red"/></svg>';
    const kept = await scaled(Buffer.from(svg));
    expect(kept).toMatchObject({ mime: 'image/png', height: 640 });
    expect(kept.bytes.includes('script')).toBe(false);
  });
  it('as packed drawings are unfolded within a limit, and held to the same rules', async () => {
    const svg = (inner: string) =>
      gzipSync(
        `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 20"><rect width="10" height="20"/>${inner}</svg>`,
      );
    expect(await scaled(svg(''))).toMatchObject({ mime: 'image/png', height: 640 });
    await expect(scaled(svg(' '.repeat(40_000_000)))).rejects.toThrow(/unfolds to more than 16 MB/);
    await expect(scaled(svg('<feGaussianBlur stdDeviation="3"/>'.repeat(11)))).rejects.toThrow(/steps of effects/);
    await expect(scaled(Buffer.from([0x1f, 0x8b, 1, 2, 3]))).rejects.toMatchObject({ status: 422 });
  });
  it.each([
    ['words called a picture', Buffer.from('not a picture')],
    ['nothing', Buffer.alloc(0)],
    ['half a picture', Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex')],
    [
      'a drawing that asks for a huge canvas',
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="90000" height="90000"/>'),
    ],
  ])('%s is refused with a sentence', async (_, bytes) => {
    await expect(scaled(bytes)).rejects.toMatchObject({ status: 422, code: 'no-picture' });
  });
  it('that cost too much to draw are ended, and hold up nobody', async () => {
    const blurred = (steps: string, size = 30_000) =>
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${size} ${size}"><filter id="f" x="-5" y="-5" width="11" height="11">${steps}</filter><rect filter="url(#f)" width="${size}" height="${size}"/></svg>`,
      );
    await expect(scaled(blurred('<feGaussianBlur stdDeviation="3"/>'.repeat(11)))).rejects.toThrow(/steps of effects/);
    const heavy = blurred('<feMorphology operator="dilate" radius="400"/>'.repeat(8), 900);
    const begun = Date.now();
    const ends = expect(scaled(heavy, 'a')).rejects.toMatchObject({ status: 422 });
    // Somebody else's picture does not wait for it.
    expect(await scaled(await plain(40, 30).jpeg().toBuffer(), 'b')).toMatchObject({ width: 40 });
    await ends;
    expect(Date.now() - begun).toBeLessThan(20_000);
  });
});
