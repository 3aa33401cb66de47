/** Text in whatever encoding it comes. */
import { describe, expect, it } from 'vitest';
import { decode } from './decode';

const bytes = (...all: number[]) => Uint8Array.from(all);
const latin = (text: string) => Uint8Array.from([...text], (letter) => letter.charCodeAt(0));
const gedcom = (called: string, name: readonly number[]) =>
  Uint8Array.from([
    ...latin(`0 HEAD\n1 GEDC\n2 VERS 5.5.1\n1 CHAR ${called}\n0 @I1@ INDI\n1 NAME `),
    ...name,
    ...latin('\n0 TRLR\n'),
  ]);
const nameIn = (file: Uint8Array) => /1 NAME (.*)/.exec(decode(file).text)![1];

describe('what a file declares', () => {
  it('counts: of family files, of XML and of web pages', () => {
    expect(nameIn(gedcom('ANSEL', [0xe8, 0x75, 0xcf, 0xa1, 0xf0, 0x63, 0xe2, 0x65]))).toBe('üßŁçé');
    expect(nameIn(gedcom('IBMPC', [0x81, 0xe1]))).toBe('üß');
    expect(nameIn(gedcom('IBM DOS', [0x9b, 0xb5]))).toBe('øÁ');
    expect(nameIn(gedcom('MACINTOSH', [0x9f, 0xa7]))).toBe('üß');
    expect(nameIn(gedcom('ANSI', [0xfc, 0xdf]))).toBe('üß');
    expect(decode(latin('<?xml version="1.0" encoding="ISO-8859-2"?><a>\xb3\xf3d\xbc</a>')).text).toContain('łódź');
    expect(decode(latin('<html><meta charset="koi8-r"><p>\xf0\xd2\xc9</p>')).text).toContain('При');
    for (const file of [gedcom('ANSEL', [0xe8, 0x75]), gedcom('ANSI', [0xfc])]) expect(decode(file).said).toBe('');
  });
  it('is not believed where the bytes are good UTF-8', () => {
    expect(nameIn(gedcom('ANSI', [0xc3, 0xbc]))).toBe('ü');
    expect(decode(gedcom('ANSI', [...latin('Ann')])).said).toBe('');
  });
  it('of a name that nobody knows is passed over', () => {
    expect(nameIn(gedcom('MARSIAN', [0xfc]))).toBe('ü');
  });
});

describe('bytes that no text has', () => {
  it('are told from text in any encoding by the signs of control among them', () => {
    let state = 5;
    const any = Uint8Array.from({ length: 9_000 }, () => {
      state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
      return state >>> 24;
    });
    expect(decode(any)).toMatchObject({ binary: true, text: '' });
    expect(decode(any.filter((byte) => byte !== 0)).binary).toBe(true);
    // A bell, a shift and the end of a file of old.
    expect(decode(latin('Oriel Tansley\r\n\x07Piet\t\x0eMarrable\x0f\f\x1a'))).toMatchObject({ binary: false });
  });
});

describe('what nothing declares', () => {
  const TEXT: Readonly<Record<string, string>> = {
    'windows-1251': 'Имя;Должность\nПётр Лугов;Садовник\nАнна Берегова;Директор сада\nИлья Травин;Сторож\n',
    'koi8-r': 'Имя;Должность\nПётр Лугов;Садовник\nАнна Берегова;Директор сада\nИлья Травин;Сторож\n',
    shift_jis: '名前,役職\n山田 太郎,園長\n鈴木 花子,庭師\n佐藤 次郎,受付\nかわの みずほ,学芸員\n',
    'euc-kr': '이름,직책\n김정원,원장\n이바다,정원사\n박갯벌,안내\n',
    gb18030:
      '姓名,职务\n王小园,园长\n李海滩,园丁\n张湿地,接待\n刘盐沼,研究员\n这个花园在海边，有温室和池塘，大家一起种植盐生植物，并且向学校的学生说明湿地是什么。我们的工作人员都在名单上。\n',
    big5: '姓名,職務\n王小園,園長\n李海灘,園丁\n張濕地,接待\n劉鹽沼,研究員\n這個花園在海邊，有溫室和池塘，大家一起種植鹽生植物，並且向學校的學生說明濕地是什麼。我們的工作人員都在名單上。\n',
  };
  /** Browsers write UTF-8 only: bytes are found by reading all of them. */
  function encoded(text: string, label: string): Uint8Array {
    const decoder = new TextDecoder(label);
    const codes = new Map<string, number[]>();
    for (let a = 0; a < 256; a++) {
      const one = decoder.decode(bytes(a));
      if (a < 128 || (one.length === 1 && one !== '\ufffd')) codes.set(one, [a]);
    }
    for (let a = 0x81; a < 255; a++)
      for (let b = 0x40; b < 255; b++) {
        const two = decoder.decode(bytes(a, b));
        if ([...two].length === 1 && two !== '\ufffd' && !codes.has(two)) codes.set(two, [a, b]);
      }
    return Uint8Array.from([...text].flatMap((letter) => codes.get(letter) ?? [63]));
  }
  it.each(Object.entries(TEXT))('%s: is told by the bytes, and said', (label, text) => {
    const { text: read, said } = decode(encoded(text, label));
    expect(read).toBe(text);
    expect(said).toMatch(/not in UTF-8; it was read as/);
  });
  it('is Windows-1252 where western letters are few', () => {
    expect(decode(bytes(0x5a, 0x6f, 0xeb)).text).toBe('Zoë');
    expect(decode(latin('Name,Post\nZo\xeb Quillan,Field days\nRen\xe9 M\xfcller,K\xfcche\n')).text).toContain(
      'René Müller,Küche',
    );
    expect(decode(latin('Ann,Head\n')).said).toBe('');
  });
});
