/** Words of the help: the keys of each part of the screen, and the guide. */
import type { Stage } from '../state/store';

type KeyRow = readonly [keys: string, does: string];

export const keys = {
  title: 'Keys',
  everywhere: 'Everywhere',
  parts: {
    everywhere: [
      ['Ctrl K', 'Find a setting, a command or an item; "Ada under Bo" adds, "rename Ada to Ida" renames'],
      ['Shift Enter in it', 'Do it and ask on'],
      ['Alt 1 to Alt 8', 'List, Arrange, Style, Check, Deliver, Views, Trial, History'],
      ['/', 'Find an item'],
      ['Ctrl Z, Ctrl Shift Z', 'Undo, redo'],
      ['Ctrl P', 'Print the chart'],
      ['?', 'These keys'],
    ],
    outline: [
      ['Enter', 'Next line'],
      ['Shift Enter', 'A second line in the same item'],
      ['Tab, Shift Tab', 'Move the line in or out'],
      ['Alt and arrows', 'Move its branch'],
      ['→ at the end of the words', 'Next column'],
      ['Alt Enter', 'What is wrong in the line'],
      ['Esc', 'The line as a whole; Tab then goes on'],
      ['← and → on a whole line', 'Fold and unfold'],
      ['Letters on a whole line', 'Jump to a name'],
      ['Shift and arrows', 'Select several'],
      ['Ctrl C, X, V', 'Copy, cut, paste branches'],
      ['Delete, Shift Delete', 'Remove the line, or with all under it'],
    ],
    table: [
      ['Arrows, Shift and arrows', 'Walk, select a block'],
      ['Enter or F2', 'Write in the cell'],
      ['Ctrl D', 'Fill down'],
      ['Insert', 'Add a line'],
      ['Alt ↓', 'What can be done with the column'],
      ['Esc, Tab', 'Leave the table'],
    ],
    sheet: [
      ['Arrows', 'Walk the picture'],
      ['Enter', 'Write the words where they stand'],
      ['Insert, Shift Insert', 'Add beside, add under'],
      ['Menu key, or Shift F10', 'What can be done here'],
      ['-, +', 'Fold and unfold the branch'],
      ['Ctrl and arrows', 'Move one box by hand'],
      ['Delete, Shift Delete', 'Remove the line, or its branch'],
      ['Ctrl C', 'Copy the branch that is selected, as a picture and as its list'],
      ['Esc', 'Select nothing'],
    ],
    reveal: [
      ['→, Space or Page down', 'The next step'],
      ['←, Backspace or Page up', 'One step back'],
      ['Home, End', 'The first step, the whole'],
      ['Esc', 'End it'],
    ],
    rail: [
      ['Arrows', 'Walk the tiers'],
      ['Enter', 'Style the tier'],
      ['F2', 'Name the tier'],
    ],
  } satisfies Record<string, readonly KeyRow[]>,
  partNames: {
    everywhere: 'Everywhere',
    outline: 'In the outline',
    table: 'In the table',
    sheet: 'On the sheet',
    reveal: 'Shown step by step',
    rail: 'On the tier rail',
  },
  adds: (kind: string) => `Add in a chart of this kind (${kind.toLowerCase()})`,
};

export interface GuidePage {
  readonly title: string;
  readonly says: readonly string[];
  /** Pictures, each a list drawn live: what it shows, in which house style, with which choices. */
  readonly pictures: readonly {
    readonly about: string;
    readonly kind: string;
    readonly list: string;
    readonly house?: string;
  }[];
}

const STAFF = `Oriel Tansley | Garden director
\tPiet Marrable | Head of plants
\t\tSuda Welk | Glasshouse lead
\t\tHanne Ostrey | Outdoor beds lead
\tMaud Ferrow | Head of learning
\t\tTolu Adeyri | Schools programme`;

export const guide = {
  title: 'Guide',
  open: 'How it works, stage by stage',
  more: 'How this works',
  pages: {
    list: {
      title: 'The list is the source, the picture is computed from it',
      says: [
        'Write one line for each person, post, idea or thing. Enter adds the next line, Tab moves it in.',
        'Or bring in a list you have: paste it, open a file, drop one. A spreadsheet, a text with levels, a table: what it is, is found out, and you see it before it is taken in.',
        'Type as you would paste: "Ann | Clerk" is a name and a post; "+ Karl" a partner; "yes: Thyme" an answer; "Ann: Bees, Pond" an item with its sets.',
        'Next month bring the newer list: who joined, left or moved is shown, and your looks stay. What you mended once is not asked again.',
      ],
      pictures: [
        { about: 'Six lines, two of them moved in twice', kind: 'org', list: STAFF },
        {
          about: 'A partner stands behind a plus',
          kind: 'family',
          list: 'Perpetua Tansley (1896–1980)\n+ Casimir Oke (1893–1931)\n\tLorne Oke (1924–1991)\n\tGreta Oke (1924–2010)',
        },
      ],
    },
    arrange: {
      title: 'Levels are laid out by themselves',
      says: [
        'Choose which way it runs, and how the lowest level is set: side by side, one under another, in two columns.',
        'Fit to the page looks for the arrangement whose smallest words print largest. The line at the foot always says at what size they will print.',
        'Select an item to set its branch alone; click a line on the sheet to bend it or choose the sides it leaves and comes to.',
      ],
      pictures: [{ about: 'The same list, laid out again with every line that comes', kind: 'org', list: STAFF }],
    },
    style: {
      title: 'One look for each tier',
      says: [
        'Click a segment of the tier rail, at the left of the sheet: what you set there holds for the whole tier.',
        'A house style dresses all tiers at once; pass over one to try it. What you set yourself stays.',
        'A rule gives a look by what items are (vacant posts, a field, a number). An exception is for one item, on purpose: it is listed, stays, and can be cleared.',
      ],
      pictures: [
        { about: 'Terracotta', kind: 'org', list: STAFF, house: 'terracotta' },
        { about: 'Photocopier: tells tiers apart without colour', kind: 'org', list: STAFF, house: 'photocopier' },
      ],
    },
    check: {
      title: 'What is wrong is named at its line',
      says: [
        'Unknown superiors, doubles, circles, chances that do not add up, words too small to read: each names its line and offers a repair that you can see before it is done.',
        'What is right as it is can be left so. Answers are kept for the next list.',
        'Below are the figures of the kind: layers and spans, kinship, expected values, counts of sets.',
      ],
      pictures: [
        {
          about: 'Counts that were solved',
          kind: 'venn',
          list: 'in all: 240\nGlasshouse: 150\nPond: 100\nGlasshouse and Pond: 40',
        },
      ],
    },
    deliver: {
      title: 'Into your hands',
      says: [
        'Copy the picture and paste it into a document or a slide; print it; or take a PDF, PNG or SVG.',
        'The list goes out too, and comes back the same.',
      ],
      pictures: [
        {
          about: 'A concept map for a lesson',
          kind: 'concept',
          list: 'Salt marsh - is flooded by -> Tides\nTides - bring -> Mud\nSalt marsh - feeds -> Birds',
        },
      ],
    },
    views: {
      title: 'One list, several pictures',
      says: [
        'A view shows part of the list in its own way: a branch, the upper tiers, what holds in a field. The list stays one: what you write is in every view at once.',
        'One for each makes a view for every branch of a tier, every value of a field, every set. A new branch has its own by itself.',
        'While a view is open, what you arrange is set in that view alone; tiers look alike in all. All views go into one PDF, one presentation, or one archive.',
      ],
      pictures: [
        {
          about: 'A branch, and where it belongs',
          kind: 'org',
          list: STAFF.split('\n').slice(1, 4).join('\n').replace(/^\t/gm, ''),
        },
      ],
    },
    trial: {
      title: 'What if',
      says: [
        'A trial is a side copy: try a new garden, another head, a merged team. It says Trial on every screen and every page.',
        'What differs from the chart as it is now is always in sight, with what it comes to: posts, people, layers, and what columns such as Cost add up to.',
        'Adopt all of it or some, drop it, or set a day on which it is adopted by itself.',
      ],
      pictures: [],
    },
    history: {
      title: 'What was',
      says: [
        'Everything that was done stands here in words, and the slider shows the picture at each moment.',
        'Put the chart back as it was, whole or one branch of it: that is a change like any other, and can be undone.',
        'Give a moment a name and it is a save point. Compare any two moments, charts or trials, and print what differs on one page.',
      ],
      pictures: [],
    },
  } satisfies Record<Stage, GuidePage>,
};
