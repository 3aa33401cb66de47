/** What a class is joined by, and what a learner comes back with: made by chance, easy to read aloud and to type. */
import { randomInt } from 'node:crypto';
import { folded } from '../../core/list';

/** Plain words of one's surroundings, none of which is taken for another when it is heard. */
const WORDS = (
  'acorn alder amber apple apron arrow aspen badge bagel baker barge barley basil basket beach beacon beaver ' +
  'beech beetle bell berry birch bison blanket blossom boat bonnet boot bottle bramble branch bread breeze brick ' +
  'bridge brook broom brush bubble bucket button cabin cactus camel candle canoe canvas canyon carrot castle ' +
  'cedar chalk cherry chestnut chimney cinnamon circle clam clay cloud clover cobble comet compass coral cork ' +
  'corner cotton cradle crane cricket crow crumb crystal cup curtain cushion daisy dolphin donkey door dove drum ' +
  'duck dune eagle easel echo elbow elder elm ember falcon feather fern ferry fiddle field finch flag flint flute ' +
  'foal fog forest fossil fountain fox frost garden garlic gate ginger glacier glove goose gorse grape grass ' +
  'gravel guitar gull hammer hammock harbour harp hawk hazel heather hedge heron hill honey horn house island ' +
  'ivory ivy jacket jam jasmine jelly juniper kettle kite kitten ladder lagoon lake lantern larch lark lava leaf ' +
  'lemon lentil lichen lily lime linen lizard loaf lobster maple marble marigold meadow melon mill mint mirror ' +
  'mitten moon moss moth mountain mule mussel mustard nest newt nutmeg oak oar oats olive onion orange orchid ' +
  'otter owl oyster paddle paper parsley pasture path peach pear pebble pelican pencil penguin pepper piano ' +
  'pigeon pillow pine plum pocket pond pony poppy prairie puffin pumpkin puzzle quail quilt rabbit radish raft ' +
  'rain raven reed ribbon river robin rocket rope rose rye saddle saffron sail salmon sand sandal scarf seal ' +
  'sedge shell shore shovel silver snow sparrow spoon spring spruce star stone stork straw swallow swan teapot ' +
  'thistle thrush thyme tiger timber tulip tunnel turtle umbrella valley velvet violet wagon walnut walrus water ' +
  'whale wheat whistle willow window wool wren yarn yew zebra'
).split(' ');

const word = (): string => WORDS[randomInt(WORDS.length)]!;

const CARD_WORDS = 3;

/** Three different words, such as "heron sedge lantern": about 24 bits. Guesses at them are few, as failed ones are counted. */
export function newCard(): string {
  const words = new Set<string>();
  while (words.size < CARD_WORDS) words.add(word());
  return [...words].join(' ');
}

/** As they are compared: whatever stands between them, in small letters. */
export const cardKey = (text: string): string =>
  folded(text)
    .replace(/[^\p{L}]+/gu, ' ')
    .trim();

/** Letters and digits that are not taken for each other: no I, L, O, U, 0 and 1. */
const LETTERS = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';
const CODE_LENGTH = 7;

/** About 34 bits: tried by chance a class is not found, and whoever finds one sees nothing but an empty place in it. */
export const newCode = (): string =>
  Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]!).join('');

/** As it is kept, however it was typed. */
export const codeKey = (text: string): string =>
  text
    .toUpperCase()
    .replace(/[^A-Z0-9]/g, '')
    .slice(0, 40);
