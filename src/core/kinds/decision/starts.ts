import type { Start } from '../kind';

/** Ready lists to begin from. */
export const starts: readonly Start[] = [
  {
    id: 'key',
    title: 'A yes-or-no key',
    about: 'Questions that lead to the name of something',
    list: `Does it have a backbone?
	yes: Does it have feathers?
		yes: A bird
		no: Does it have fur?
			yes: A mammal
			no: A fish, a frog or a reptile
	no: Does it have six legs?
		yes: An insect
		no: A worm, a snail or a spider
`,
  },
  {
    id: 'offers',
    title: 'Choose between offers',
    about: 'With costs, chances and what each may bring',
    list: `Which printer for the office?
	buy (cost 900): How much do we print?
		much (60 %): Saved = 2400
		little (40 %): Hardly used = 600
	rent (cost 300): How much do we print?
		much (60 %): Dear by the page = 900
		little (40 %): Just right = 700
	leave it: As now = 0
`,
  },
];
