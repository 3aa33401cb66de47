// Several TrueType fonts as one: of each its outlines, widths and letters. Rules for layout and for hints are left out.
// Source: OpenType specification 1.9 (ISO/IEC 14496-22), chapters cmap, glyf, head, hhea, hmtx, loca, maxp and post.

const tablesOf = (font) => {
  const tables = new Map();
  for (let i = 0, at = 12; i < font.readUInt16BE(4); i++, at += 16) {
    const offset = font.readUInt32BE(at + 8);
    tables.set(font.toString('latin1', at, at + 4), font.subarray(offset, offset + font.readUInt32BE(at + 12)));
  }
  return tables;
};

/** Code points and glyphs of the fullest table for all of Unicode, or else for its first plane. */
function lettersOf(cmap) {
  const found = new Map();
  for (let i = 0; i < cmap.readUInt16BE(2); i++) {
    const table = cmap.subarray(cmap.readUInt32BE(4 + i * 8 + 4));
    found.set(table.readUInt16BE(0), table);
  }
  const letters = [];
  const groups = found.get(12);
  if (groups) {
    for (let i = 0, at = 16; i < groups.readUInt32BE(12); i++, at += 12) {
      const [first, last, glyph] = [0, 4, 8].map((more) => groups.readUInt32BE(at + more));
      for (let code = first; code <= last; code++) letters.push([code, glyph + code - first]);
    }
    return letters;
  }
  const segments = found.get(4);
  if (!segments) throw new Error('a font has no table of letters that is known here');
  const count = segments.readUInt16BE(6) / 2;
  for (let i = 0; i < count; i++) {
    const last = segments.readUInt16BE(14 + i * 2);
    const first = segments.readUInt16BE(16 + (count + i) * 2);
    const delta = segments.readUInt16BE(16 + (count * 2 + i) * 2);
    const at = 16 + (count * 3 + i) * 2;
    const range = segments.readUInt16BE(at);
    for (let code = first; code <= last && code !== 0xffff; code++) {
      const own = range === 0 ? code : segments.readUInt16BE(at + range + (code - first) * 2);
      if (own !== 0) letters.push([code, (own + delta) & 0xffff]);
    }
  }
  return letters;
}

const COMPONENT = { WORDS: 0x1, SCALE: 0x8, MORE: 0x20, XY_SCALE: 0x40, TWO_BY_TWO: 0x80 };
/** An outline that is made of others names them by their numbers: those move. */
function moved(outline, by) {
  if (by === 0 || outline.length === 0 || outline.readInt16BE(0) >= 0) return outline;
  const copy = Buffer.from(outline);
  for (let at = 10, flags = COMPONENT.MORE; flags & COMPONENT.MORE; ) {
    flags = copy.readUInt16BE(at);
    copy.writeUInt16BE(copy.readUInt16BE(at + 2) + by, at + 2);
    at += 4 + (flags & COMPONENT.WORDS ? 4 : 2);
    if (flags & COMPONENT.SCALE) at += 2;
    else if (flags & COMPONENT.XY_SCALE) at += 4;
    else if (flags & COMPONENT.TWO_BY_TWO) at += 8;
  }
  return copy;
}

/** Outlines and widths of a font, by the number of a glyph. */
function* glyphsOf(tables) {
  const [loca, glyf, hmtx] = ['loca', 'glyf', 'hmtx'].map((name) => tables.get(name));
  const long = tables.get('head').readInt16BE(50) === 1;
  const metrics = tables.get('hhea').readUInt16BE(34);
  const start = (glyph) => (long ? loca.readUInt32BE(glyph * 4) : loca.readUInt16BE(glyph * 2) * 2);
  for (let glyph = 0; glyph < tables.get('maxp').readUInt16BE(4); glyph++) {
    const width = hmtx.readUInt16BE(Math.min(glyph, metrics - 1) * 4);
    const bearing = hmtx.readInt16BE(glyph < metrics ? glyph * 4 + 2 : metrics * 4 + (glyph - metrics) * 2);
    yield { outline: glyf.subarray(start(glyph), start(glyph + 1)), width, bearing };
  }
}

function cmapOf(letters) {
  const groups = [];
  for (const [code, glyph] of [...letters].sort(([a], [b]) => a - b)) {
    const before = groups.at(-1);
    if (before && code === before.last + 1 && glyph === before.glyph + code - before.first) before.last = code;
    else groups.push({ first: code, last: code, glyph });
  }
  const table = Buffer.alloc(12 + 16 + groups.length * 12);
  // One table for all of Unicode (platform 3, encoding 10, format 12).
  for (const [value, at] of [
    [1, 2],
    [3, 4],
    [10, 6],
    [12, 12],
  ])
    table.writeUInt16BE(value, at);
  for (const [value, at] of [
    [12, 8],
    [16 + groups.length * 12, 16],
    [groups.length, 24],
  ])
    table.writeUInt32BE(value, at);
  for (const [i, { first, last, glyph }] of groups.entries())
    for (const [k, value] of [first, last, glyph].entries()) table.writeUInt32BE(value, 28 + i * 12 + k * 4);
  return table;
}

const padded = (length) => Math.ceil(length / 4) * 4;
function sum(bytes) {
  let total = 0;
  for (let at = 0; at < bytes.length; at += 4)
    total =
      (total +
        (at + 4 <= bytes.length
          ? bytes.readUInt32BE(at)
          : Buffer.concat([bytes.subarray(at), Buffer.alloc(4)]).readUInt32BE(0))) >>>
      0;
  return total;
}

function fontOf(tables) {
  const names = [...tables.keys()].sort();
  const power = 2 ** Math.floor(Math.log2(names.length));
  const head = Buffer.alloc(12 + names.length * 16);
  head.writeUInt32BE(0x00010000, 0);
  for (const [i, value] of [names.length, power * 16, Math.log2(power), (names.length - power) * 16].entries())
    head.writeUInt16BE(value, 4 + i * 2);
  const parts = [head];
  let offset = head.length;
  for (const [i, name] of names.entries()) {
    const bytes = tables.get(name);
    const at = 12 + i * 16;
    head.write(name, at, 'latin1');
    for (const [k, value] of [sum(bytes), offset, bytes.length].entries()) head.writeUInt32BE(value, at + 4 + k * 4);
    parts.push(bytes, Buffer.alloc(padded(bytes.length) - bytes.length));
    offset += padded(bytes.length);
  }
  const font = Buffer.concat(parts);
  // The sum over all of a font is this (chapter head, checksumAdjustment).
  const at = 12 + names.indexOf('head') * 16;
  font.writeUInt32BE((0xb1b0afba - sum(font)) >>> 0, font.readUInt32BE(at + 8) + 8);
  return font;
}

const MOST_GLYPHS = 0xffff;

/**
 * One font with the letters of all; of a letter that several have, the outline of the first.
 * @param {readonly Buffer[]} fonts TrueType, of one size of em; names and heights are those of the first
 * @returns {Buffer}
 */
export function mergedFont(fonts) {
  const all = fonts.map(tablesOf);
  const letters = new Map();
  const [outlines, metrics, starts] = [[], [], [0]];
  let [glyphs, length] = [0, 0];
  for (const tables of all) {
    const from = glyphs;
    for (const [code, glyph] of lettersOf(tables.get('cmap'))) if (!letters.has(code)) letters.set(code, from + glyph);
    for (const { outline, width, bearing } of glyphsOf(tables)) {
      const own = moved(outline, from);
      outlines.push(own, Buffer.alloc(padded(own.length) - own.length));
      length += padded(own.length);
      starts.push(length);
      metrics.push([width, bearing]);
      glyphs++;
    }
  }
  if (glyphs > MOST_GLYPHS) throw new Error(`${glyphs} glyphs are more than a font can hold`);
  const [loca, hmtx] = [Buffer.alloc(starts.length * 4), Buffer.alloc(metrics.length * 4)];
  for (const [i, start] of starts.entries()) loca.writeUInt32BE(start, i * 4);
  for (const [i, [width, bearing]] of metrics.entries()) {
    hmtx.writeUInt16BE(width, i * 4);
    hmtx.writeInt16BE(bearing, i * 4 + 2);
  }
  const copy = (name) => Buffer.from(all[0].get(name));
  const [head, hhea, maxp] = [copy('head'), copy('hhea'), copy('maxp')];
  head.writeUInt32BE(0, 8);
  head.writeInt16BE(1, 50);
  for (const tables of all)
    for (const [at, most] of [
      [36, Math.min],
      [38, Math.min],
      [40, Math.max],
      [42, Math.max],
    ])
      head.writeInt16BE(most(head.readInt16BE(at), tables.get('head').readInt16BE(at)), at);
  hhea.writeUInt16BE(metrics.length, 34);
  hhea.writeUInt16BE(
    metrics.reduce((most, [width]) => Math.max(most, width), 0),
    10,
  );
  for (const tables of all)
    for (let at = 6; at < maxp.length; at += 2)
      maxp.writeUInt16BE(Math.max(maxp.readUInt16BE(at), tables.get('maxp').readUInt16BE(at)), at);
  maxp.writeUInt16BE(glyphs, 4);
  // Without names of glyphs (chapter post, version 3).
  const post = Buffer.from(all[0].get('post').subarray(0, 32));
  post.writeUInt32BE(0x00030000, 0);
  return fontOf(
    new Map([
      ['OS/2', copy('OS/2')],
      ['cmap', cmapOf(letters)],
      ['glyf', Buffer.concat(outlines)],
      ['head', head],
      ['hhea', hhea],
      ['hmtx', hmtx],
      ['loca', loca],
      ['maxp', maxp],
      ['name', copy('name')],
      ['post', post],
    ]),
  );
}
