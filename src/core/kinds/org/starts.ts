import type { Start } from '../kind';

/** Ready lists to begin from; all names are made up. */
export const starts: readonly Start[] = [
  {
    id: 'office',
    title: 'A small office',
    about: 'Who does what, and who reports to whom',
    list: `Marla Quill | Office manager
	Jon Abery | Accounts
		Tess Ivory | Payroll
	Nadia Fenn | Front desk
		Rui Calder | Post and supplies
		Elin Marsh | Visitors
	Vacant post | Caretaker
`,
  },
  {
    id: 'school',
    title: 'A school',
    about: 'Heads, year groups and subjects',
    list: `Ada Thorne | Head teacher
	Bo Lindell | Deputy, lower years
		Cara Moss | Year 1
		Dov Reed | Year 2
		Ena Vale | Year 3
	Finn Oakes | Deputy, upper years
		Gia Birch | Year 4
		Hal Ferry | Year 5
		Ida Stone | Year 6
	Jo Wicker | School office
`,
  },
  {
    id: 'whole',
    title: 'Parts of a whole',
    about: 'What something is made of: things rather than people',
    matter: 'things',
    list: `A bicycle
	Frame
		Fork
		Saddle
	Wheels
		Rims
		Spokes
		Tyres
	Drive
		Pedals
		Chain
		Gears
`,
  },
];
