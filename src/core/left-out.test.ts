import { describe, expect, it } from 'vitest';
import { readAs } from '../../tests/support/kinds';
import { kindOf } from './kinds';
import { leftOut } from './left-out';

const said = (kindId: string, list: string, form: string) => {
  const { chart, kind } = readAs(kindId, list);
  return leftOut(kind, chart, form);
};
const TABLE =
  'Name,Post,Reports to,Dotted line to,E-mail,Room\nAnn,Head,,,a@x.example,1\nBo,Lead,Ann,,,2\nCy,Cook,Bo,Ann,,3\n';

describe('what a form can’t hold', () => {
  it('is nothing where all comes back', () => {
    for (const form of ['csv', 'json', 'graphml']) expect(said('org', TABLE, form)).toEqual([]);
  });
  it('is named with how many have it', () => {
    expect(said('org', TABLE, 'markdown')).toEqual([
      '"Dotted line to" of 1 post',
      '"E-mail" of 1 post',
      '"Place" of 3 posts',
    ]);
    expect(said('concept', '? Why?\nTides - bring -> Mud\n', 'csv')).toEqual(['the focus question']);
  });
  it('of a family’s records is said for every other form', () => {
    const list = '0 HEAD\n1 GEDC\n2 VERS 7.0\n0 @I1@ INDI\n1 NAME Cora /Oke/\n1 OCCU Gardener\n0 TRLR\n';
    expect(said('family', list, 'gedcom')).toEqual([]);
    expect(said('family', list, 'outline')).toEqual([
      'what came with its file and is not drawn (places, sources, notes)',
    ]);
  });
  it('of a family’s own columns is nothing in GEDCOM, which has facts for them', () => {
    const list = 'Name,Born,Hobby\nCora Oke,1892,Bees\nIvo,1890,\n';
    expect(said('family', list, 'gedcom')).toEqual([]);
    expect(said('family', list, 'outline')).toEqual(['"Hobby" of 1 person']);
  });
  it('of an empty chart is nothing', () => {
    const kind = kindOf('org')!;
    const { chart } = readAs('org', TABLE);
    expect(leftOut(kind, { ...chart, items: {}, links: {} }, 'outline')).toEqual([]);
  });
});
