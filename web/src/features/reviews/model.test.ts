import { describe, expect, it } from 'vitest';
import type { ItemView } from '../../shared/api/certifyTypes';
import { keepable, nextOpen, teamWords, useWords } from './model';

const item = (changes: Partial<ItemView>) =>
  ({ marks: [], choice: '', isOwn: false, ...changes }) as ItemView;

describe('what may be kept in one stroke', () => {
  it('leaves out what is marked, decided, or the own access', () => {
    const plain = item({ id: 1 });
    const marked = item({ id: 2, marks: [{ word: 'unused', high: false, why: '', finding: '' }] });
    const decided = item({ id: 3, choice: 'withdraw' });
    const own = item({ id: 4, isOwn: true });
    expect(keepable([plain, marked, decided, own])).toEqual([plain]);
  });
});

describe('words about an item', () => {
  it('never takes missing evidence of use for no use', () => {
    expect(useWords({ useKnown: false, lastUsed: null })).toBe('use not known');
    expect(useWords({ useKnown: true, lastUsed: null })).toBe('no use on record');
  });

  it('counts those it does not name', () => {
    const team = { team: 9, teamWith: 5, teamNames: ['A', 'B', 'C', 'D'], department: 'Quay' };
    expect(teamWords(team)).toBe('5 of 9 others in Quay have it: A, B, C, D and 1 more');
    expect(teamWords({ ...team, teamWith: 0, teamNames: [] })).toBe(
      'none of 9 others in Quay has it',
    );
  });
});

describe('the next person', () => {
  const subjects = [
    { subject: 'a', who: 'A', items: 1, open: 1, risky: 0 },
    { subject: 'b', who: 'B', items: 1, open: 0, risky: 0 },
    { subject: 'c', who: 'C', items: 1, open: 1, risky: 0 },
  ];
  it('is the next one with something left, from the top after the last', () => {
    expect(nextOpen(subjects, 'a')).toBe('c');
    expect(nextOpen(subjects, 'c')).toBe('a');
    expect(nextOpen([], null)).toBeNull();
  });
});
