/** A made-up staff list: ids, names of a few hundred words, posts, who is above by id. */
const GIVEN =
  'Ann Bo Cy Di Ed Fay Gus Hal Ida Jon Kit Leo Mia Ned Ola Pia Quin Ros Sam Tom Una Vic Wim Xan Yva Zoe Abel Bruno Clara Dora Emil Flora'.split(
    ' ',
  );
const FAMILY =
  'Tansley Marrable Welk Ostrey Ferrow Adeyri Bryde Vann Selby Cobbold Thurle Ludkin Haskett Oke Penn Quell Brandreth Olds Roke Mellow'.split(
    ' ',
  );
const EXTRA = 'Alder Birch Cedar Dogwood Elder Fern Gorse Hazel Iris Juniper Kelp Larch Moss Nettle Oak Pine'.split(
  ' ',
);

/** @param shift changes some names and superiors, as a month does */
export function staffList(count: number, shift = 0): string {
  const rows = Array.from({ length: count }, (_, i) => {
    const given = GIVEN[(i * 7) % GIVEN.length]!;
    const family = FAMILY[(i * 13 + Math.floor(i / 40)) % FAMILY.length]!;
    const extra = EXTRA[Math.floor(i / 640) % EXTRA.length]!;
    const moved = shift > 0 && i % shift === 5 ? 1 : 0;
    const above = i === 0 ? '' : Math.max(0, Math.floor((i - 1) / 6) - moved) + 1;
    const post = `Post ${(i + (shift > 0 && i % shift === 9 ? 1 : 0)) % 37}`;
    return `${i + 1},${given} ${extra}-${family},${post},${above},${2000 + (i % 25)}-0${1 + (i % 9)}-1${i % 10}`;
  });
  return `Id,Name,Post,Manager id,Start date\n${rows.join('\n')}\n`;
}
