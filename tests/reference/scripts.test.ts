/**
 * Names in any script, held against what others make of the same font files: Debian's hb-shape (HarfBuzz's own command) for
 * widths; the conformance files of Unicode for order (UAX #9, 16.0) and line breaks (UAX #14, 15.1); pdftotext (Poppler) and mutool
 * (MuPDF) for what a PDF says.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { type Chart, isLeftwardChart } from '../../src/core/chart';
import { compose } from '../../src/core/compose';
import { type FaceId, faces } from '../../src/core/faces';
import { kindOf } from '../../src/core/kinds';
import { chartOfList, readList } from '../../src/core/read';
import { ruledBreaks } from '../../src/core/text/breaks';
import { levelsOf } from '../../src/core/text/order';
import { scenesPdf } from '../../src/server/pictures/pdf';
import { fonts } from '../support/fonts';

const linesOf = (name: string) =>
  gunzipSync(readFileSync(`tests/reference/unicode/${name}.txt.gz`))
    .toString('utf8')
    .split('\n');
const fromCodes = (codes: string) => codes.split(' ').map((code) => String.fromCodePoint(Number.parseInt(code, 16)));

/** Syllables of each script, with marks, ligatures and joins, from which words are made. */
const SYLLABLES: Readonly<Record<string, readonly [face: FaceId, syllables: string]>> = {
  Arabic: ['arabic-400', 'لا محـ مد عبد الله نور سا رة ليـ ـلى يو سف قَ مٌ شّ كِ ؤ ئ'],
  Hebrew: ['hebrew-400', 'של ום נו עם תָ מָר כֹּ הֵן שִׁ אוֹ רי ץ ף'],
  Devanagari: ['devanagari-400', 'क्ष त्रि ज्ञा र्मा दी पि का कृ ष्ण हिं दुः ड़ श्री प्र द्ध'],
  Bengali: ['bengali-400', 'ক্ষ ত্রি জ্ঞা র্মা নি তা কো য্যা শ্রী ঙ্গ হুঁ'],
  Gurmukhi: ['gurmukhi-400', 'ਸਿੰ ਘ ਪ੍ਰ ਕਾ ਗੁ ਰੂ ਨੀ ਜੈ ਖ਼'],
  Gujarati: ['gujarati-400', 'ક્ષ ત્રિ જ્ઞા ર્મા પ ટે લ કૃ શ્રી'],
  Tamil: ['tamil-400', 'கு மா ரன் செ ல்வி கொ டு ஸ்ரீ வே தௌ'],
  Telugu: ['telugu-400', 'క్ష త్రి జ్ఞా ర్మా రా జు కృ ష్ణ శ్రీ'],
  Kannada: ['kannada-400', 'ಕ್ಷ ತ್ರಿ ಜ್ಞಾ ರ್ಮಾ ರಾ ಜು ಕೃ ಷ್ಣ ಶ್ರೀ'],
  Malayalam: ['malayalam-400', 'ക്ഷ ത്രി ജ്ഞാ ന്മ രാ ജു കൃ ഷ്ണ ശ്രീ ൽ'],
  Sinhala: ['sinhala-400', 'සු නි ල් ක්‍ර ශ්‍රී දෙ හො ලු'],
  Thai: ['thai-400', 'สม ชาย ใจ ดี น้ำ ที่ กุ้ง ปู่ เก๋า'],
  Lao: ['lao-400', 'ສົມ ໃຈ ດີ ນ້ຳ ທີ່ ກຸ້ງ ໝູ'],
  Khmer: ['khmer-400', 'ស្រី មុំ សួន ក្រុ ង ខ្មែ រ ស្ត្រី ថៅ'],
  Myanmar: ['myanmar-400', 'ကျော် ဇင် ဥ ယျာဉ် မှူး မြ န္မာ ဆွေ'],
  Georgian: ['georgian-400', 'გი ორ გი ნი ნო ბა ღი'],
  Armenian: ['armenian-400', 'Ար ամ Նա րե այ գու և'],
  Ethiopic: ['ethiopic-400', 'አበ በ ተክ ሌ ሰላ ም'],
  Chinese: ['sc-400', '王 小 园 李 青 苔 荷'],
  Japanese: ['jp-400', 'さ くら つば き ミズ キ ー'],
  Korean: ['kr-400', '김 정 원 박 솔 잎 바다'],
};
const WORDS_EACH = 24;

/** The same words each time: of two to four syllables. */
function wordsOf(syllables: string): string[] {
  const all = syllables.split(' ');
  return Array.from({ length: WORDS_EACH }, (_, i) =>
    Array.from({ length: 2 + (i % 3) }, (_, k) => all[(i * 7 + k * 5 + ((i * k) % 3)) % all.length]).join(''),
  );
}

describe('widths of words', () => {
  it.each(Object.entries(SYLLABLES))('in %s are those of hb-shape within 0.1 %', (_, [face, syllables]) => {
    const words = wordsOf(syllables).map((word) => word.normalize('NFC'));
    const han = face === 'jp-400' ? 'jp' : face === 'kr-400' ? 'kr' : 'sc';
    const out = execFileSync(
      'hb-shape',
      ['--no-glyph-names', '--no-clusters', '--output-format=json', `fonts/ttf/${faces[face].file}`],
      { input: `${words.join('\n')}\n`, encoding: 'utf8' },
    );
    const shaped = out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { g: number; ax: number }[]);
    expect(shaped).toHaveLength(words.length);
    const em = { sc: 1000, jp: 1000, kr: 1000 }[face.split('-')[0]!] ?? 1000;
    for (const [i, word] of words.entries()) {
      const width = shaped[i]!.reduce((sum, { ax }) => sum + ax, 0) / em;
      const own = fonts.withHan(han);
      expect(
        own.runs(word, 'text-400').every((run) => run.face === face),
        word,
      ).toBe(true);
      expect(Math.abs(own.width(word, 'text-400', 1) / width - 1), word).toBeLessThan(0.001);
    }
  });
  it('are checked for 500 words', () => {
    expect(Object.keys(SYLLABLES).length * WORDS_EACH).toBeGreaterThanOrEqual(500);
  });
});

describe('conformance to Unicode', () => {
  it('holds for the order of letters on every line (UAX #9)', () => {
    const lines = linesOf('bidi-character-test-16');
    expect(lines.length).toBeGreaterThan(91_000);
    const wrong: string[] = [];
    for (const line of lines) {
      const [codes = '', direction, wanted = ''] = line.split(';');
      const letters = fromCodes(codes);
      const levels = levelsOf(letters.join(''), direction === '2' ? undefined : direction === '1');
      let at = 0;
      const isRight = wanted.split(' ').every((level, i) => {
        const own = levels[at];
        at += letters[i]!.length;
        return level === 'x' || String(own) === level;
      });
      if (!isRight) wrong.push(line);
    }
    expect(wrong).toEqual([]);
  });
  it('holds for where lines may end on every line (UAX #14)', () => {
    const lines = linesOf('line-break-test-15');
    expect(lines.length).toBeGreaterThan(10_000);
    const wrong = lines.filter((line) => {
      let text = '';
      const wanted: number[] = [];
      for (const sign of line.trim().split(/\s+/)) {
        if (sign === '÷') wanted.push(text.length);
        else if (sign !== '×') text += String.fromCodePoint(Number.parseInt(sign, 16));
      }
      return [...ruledBreaks(text), text.length].join() !== wanted.join();
    });
    expect(wrong).toEqual([]);
  });
});

function chartOf(file: string, title: string): Chart {
  const org = kindOf('org')!;
  const read = readList(org, readFileSync(`demo/${file}`, 'utf8'));
  if (!read.ok) throw new Error(read.problem.message);
  return chartOfList(org, title, read.list);
}

/** What a reader finds, without what it says of direction, spaces and line ends aside. */
const found = (text: string) =>
  text
    .normalize('NFC')
    .replace(/[\u202a-\u202e\u2066-\u2069\u200e\u200f]/g, '')
    .replace(/\s+/g, '');

describe('a PDF of names in many scripts', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'dendrotax-pdf-'));
  const sisters = chartOf('sister-gardens.csv', 'The garden’s sister gardens');
  const oasis = chartOf('oasis-garden.txt', 'حديقة الواحة');
  const readBy = async (command: string, args: readonly string[], chart: Chart) => {
    const file = join(folder, `${chart.title}.pdf`);
    writeFileSync(file, await scenesPdf([compose(chart, fonts).scene]));
    return found(
      execFileSync(command, [...args, file, ...(command === 'pdftotext' ? ['-'] : [])], { encoding: 'utf8' }),
    );
  };
  /** Words of a chart that its picture shows, a line or two each. */
  const wordsIn = (chart: Chart) =>
    Object.values(chart.items)
      .flatMap(({ fields }) => [fields['name'] ?? '', fields['post'] ?? ''])
      .flatMap((text) => text.split(' '));

  it.each([
    ['many scripts', sisters],
    ['Arabic, mirrored', oasis],
  ])('is read back whole by Poppler: %s', async (_, chart) => {
    const text = await readBy('pdftotext', ['-raw', '-enc', 'UTF-8'], chart);
    expect(wordsIn(chart).filter((word) => !text.includes(found(word.normalize('NFC'))))).toEqual([]);
  });
  it('is read back by MuPDF, words that run from right to left as they are seen', async () => {
    const text = await readBy('mutool', ['draw', '-q', '-F', 'txt'], sisters);
    const seen = (word: string) => (/[\u0590-\u06ff]/.test(word) ? [...word].reverse().join('') : word);
    expect(wordsIn(sisters).filter((word) => !text.includes(found(seen(word.normalize('NFC')))))).toEqual([]);
  });
  it('has its fonts inside, and only the letters that it shows', async () => {
    const file = join(folder, 'fonts.pdf');
    const bytes = await scenesPdf([compose(sisters, fonts).scene]);
    writeFileSync(file, bytes);
    const listed = execFileSync('pdffonts', [file], { encoding: 'utf8' }).trim().split('\n').slice(2);
    expect(listed.length).toBeGreaterThan(12);
    // Name, type (two words), encoding, embedded, subset, with its letters.
    for (const line of listed) expect(line).toMatch(/\byes +yes +yes\b/);
    expect(bytes.length).toBeLessThan(400_000);
  });
  it('is of a chart that begins where its language does', () => {
    expect(isLeftwardChart(oasis)).toBe(true);
    expect(isLeftwardChart(sisters)).toBe(false);
  });
});
