/** A class that draws how a salt marsh works: three learners, and what two of them have made so far. All made up. */
export const marshClass = {
  name: 'Year 7, the marsh',
  teacher: { name: 'Hedda Quill', email: 'hedda@saltmarsh.example' },
  task: {
    title: 'How a salt marsh works',
    instructions:
      'Link the ideas of the lesson. Write on every line how the one leads to the other, and look for links between branches.\n\nFocus question: how does a salt marsh work?',
  },
  learners: [
    {
      name: 'Ivo Tarn',
      handsIn: true,
      map: `? How does a salt marsh work?
Salt marsh - is flooded by -> Tides
Tides - bring -> Mud
Tides - take away -> Salt
Mud - builds up -> Salt marsh
Salt - only lets grow -> Salt loving plants
Salt loving plants - such as -> Glasswort
Salt marsh - shelters -> Young fish
Lugworms - are eaten by -> Wading birds
Salt marsh - is full of -> Mosquitoes
`,
    },
    {
      name: 'Tamsin Reed',
      handsIn: false,
      map: `? How does a salt marsh work?
Salt marsh - is flooded by -> Tides
Tides - bring -> Mud
Salt marsh - feeds -> Wading birds
`,
    },
    { name: 'Bram Osier' },
  ],
} as const;
