import { describe, expect, it } from 'vitest';
import { emphasised, emphasisedWhole } from './emphasis';

describe('words made to stand out', () => {
  it('get their signs and lose them again', () => {
    const strong = emphasised('Head of plants', 0, 4, '**');
    expect(strong).toEqual({ text: '**Head** of plants', from: 2, to: 6 });
    expect(emphasised(strong.text, strong.from, strong.to, '**').text).toBe('Head of plants');
  });
  it('can be both strong and slanted', () => {
    const strong = emphasised('Head', 0, 4, '**');
    expect(emphasised(strong.text, strong.from, strong.to, '*').text).toBe('***Head***');
  });
  it('as a whole are marked and unmarked, strong and slanted each by itself', () => {
    expect(emphasisedWhole('Head', '*')).toBe('*Head*');
    expect(emphasisedWhole('*Head*', '*')).toBe('Head');
    expect(emphasisedWhole('**Head**', '*')).toBe('***Head***');
    expect(emphasisedWhole('***Head***', '**')).toBe('*Head*');
    expect(emphasisedWhole('***Head***', '*')).toBe('**Head**');
    expect(emphasisedWhole('**Head**', '**')).toBe('Head');
  });
});
