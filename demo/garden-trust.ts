/**
 * The whole trust of gardens as a table: 480 posts, made up with a fixed seed. Sister gardens of different sizes, offices,
 * aides, second lines, vacant posts.
 */
const POSTS = 480;
const SEED = 20_411;

const GIVEN =
  'Ailsa Bertil Corin Dagny Edda Finlo Greta Hanne Ilse Jun Kofi Lotte Maud Noor Oriel Piet Quilla Ravi Suda Tolu Ulla Vesna Wren Yusra Zoë Anselm Birgit Callum Delphine Emrys Fenella Gaspard Hollis Ikaika Jory Keziah Linnet Mirela Nils Ottoline Petra Ragna Silvan Teodor'.split(
    ' ',
  );
const FAMILY =
  'Abernethy Blaise Cobbold Dunmore Elvedon Ferrow Graves Haskett Ickworth Jessop Knapp Lindqvist Marrable Nordal Ostrey Pennick Quillan Roake Selby Tansley Ufford Vann Welk Yarrowby Adeyri Brandvik Creel Doyle Falconer Hollis Ludkin Marsden Okoro Pomfret Sallow Stannard Thurle Tolland Tye Brightwell-Moor Oyelaran'.split(
    ' ',
  );
const GARDENS: readonly (readonly [name: string, share: number])[] = [
  ['Saltmarsh Garden', 5],
  ['Hollow Hill Garden', 4],
  ['Quarry Ferns', 3],
  ['Mill Pond Garden', 3],
  ['The Long Walk', 2],
  ['North Dune Garden', 2],
  ['Orchard House', 2],
  ['Moss Terrace', 1],
  ['Tide Mill Arboretum', 1],
];
const GARDEN_TEAMS: readonly (readonly [lead: string, posts: readonly string[]])[] = [
  ['Plants lead', ['Glasshouse keeper', 'Rock garden', 'Pond and bog', 'Propagation bench', 'Outdoor beds', 'Hedges']],
  ['Learning lead', ['Schools programme', 'Early years', 'Field days', 'Evening classes']],
  ['Visitors lead', ['Gate', 'Shop', 'Café kitchen', 'Counter', 'Events']],
  ['Works lead', ['Buildings and glass', 'Paths and sluices', 'Vehicles and tools']],
];
const OFFICES: readonly (readonly [director: string, heads: readonly string[], posts: readonly string[]])[] = [
  ['Director of plants', ['Head of seed bank', 'Head of collections'], ['Germination trials', 'Records', 'Drying and storage']],
  ['Director of learning', ['Head of courses', 'Head of library'], ['Course tutor', 'Cataloguing', 'Specimen mounting']],
  ['Director of money', ['Head of accounts', 'Head of giving'], ['Ledger', 'Wages', 'Letters to givers']],
  ['Director of people', ['Head of volunteers', 'Head of pay and posts'], ['Rota', 'Training', 'Welcome desk']],
];

/** Pseudo-random numbers from 0 up to 1. Source: Marsaglia, Xorshift RNGs, Journal of Statistical Software 8(14), 2003. */
function randomFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 2 ** 32;
  };
}

interface Row {
  readonly post: string;
  readonly above: number | null;
  readonly place: string;
  readonly aide?: boolean;
  readonly second?: number;
}

/** @returns the list as comma-separated values, ids in the first column */
export function trustList(): string {
  const random = randomFrom(SEED);
  const rows: Row[] = [];
  const add = (row: Row): number => rows.push(row);
  const trust = add({ post: 'Director of the trust', above: null, place: 'Quay House' });
  add({ post: 'Secretary to the board', above: trust, place: 'Quay House', aide: true });
  add({ post: 'Legal adviser', above: trust, place: 'Quay House', aide: true });
  const gardens = add({ post: 'Director of gardens', above: trust, place: 'Quay House' });
  const directors = OFFICES.map(([post]) => add({ post, above: trust, place: 'Quay House' }));
  const teams: { lead: number; posts: readonly string[]; place: string; share: number; size: number }[] = [];
  for (const [i, [, heads, posts]] of OFFICES.entries())
    for (const post of heads) {
      const lead = add({ post, above: directors[i]!, place: 'Quay House' });
      teams.push({ lead, posts, place: 'Quay House', share: 3, size: 0 });
    }
  for (const [place, share] of GARDENS) {
    const head = add({ post: `Head of ${place}`, above: gardens, place });
    if (share > 2) add({ post: 'Office of the garden', above: head, place, aide: true });
    for (const [post, posts] of GARDEN_TEAMS) {
      // Who leads learning in a garden also answers to the director of learning.
      const second = post === 'Learning lead' && share > 3 ? { second: directors[1]! } : {};
      const lead = add({ post, above: head, place, ...second });
      teams.push({ lead, posts, place, share: share * posts.length, size: 0 });
    }
  }
  const shares = teams.reduce((sum, { share }) => sum + share, 0);
  while (rows.length < POSTS) {
    let at = random() * shares;
    const team = teams.find(({ share }) => (at -= share) < 0) ?? teams[0]!;
    add({ post: team.posts[team.size++ % team.posts.length]!, above: team.lead, place: team.place });
  }
  const lines = rows.map(({ post, above, place, aide, second }, i) => {
    const vacant = i > 60 && random() < 0.06;
    const name = `${GIVEN[Math.floor(random() * GIVEN.length)]!} ${FAMILY[Math.floor(random() * FAMILY.length)]!}`;
    return [i + 1, vacant ? '' : name, post, above ?? '', second ?? '', aide ? 'yes' : '', place].join(',');
  });
  return `Id,Name,Post,Reports to,Dotted line to,Aide,Place\n${lines.join('\n')}\n`;
}
