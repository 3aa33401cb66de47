import type { Start } from '../kind';

/** Ready lists to begin from; all names are made up. */
export const starts: readonly Start[] = [
  {
    id: 'three',
    title: 'Three generations',
    about: 'Grandparents, parents and children of one household',
    list: `Alba Tamm (1941, f)
+ Otis Tamm (1938–2015, m)
	Rosa Tamm (1967, f)
	+ Levi Hart (1965, m)
		Pia Hart (1994, f)
		Noel Hart (1997, m)
	Emil Tamm (1970, m)
`,
  },
  {
    id: 'couple',
    title: 'A couple and their child',
    about: 'The smallest family: go on from there',
    list: `Ada
+ Karl
	Bo
`,
  },
];
