import { describe, expect, it } from 'vitest';
import type { FixView } from '../../shared/api/fixTypes';
import { fits, grouped, lossWords, tallies, throughWords } from './model';

const ANY = { state: '', application: '', actor: '', text: '' };

function fix(over: Partial<FixView>): FixView {
  return {
    id: 1,
    version: 0,
    action: 'disable',
    application: 'till',
    subjectType: 'account',
    subject: 'mo',
    who: 'Mo Arnesen',
    what: '',
    scope: '',
    target: '',
    words: 'mo: disable the account',
    severity: 'high',
    source: 'a finding',
    clears: [{ finding: 'f', check: 'dormant', application: 'till', sentence: 'Has slept.' }],
    takes: { lost: 0, names: [], used: [], through: [] },
    note: '',
    actor: 'Liv Dahl',
    due: '2026-07-10',
    overdue: false,
    state: 'planned',
    stateWords: 'planned',
    place: null,
    seenAsOf: null,
    seenOutcome: '',
    seenWords: '',
    seenSnapshot: null,
    seenPlace: null,
    plannedAsOf: '2026-06-30',
    plannedSnapshot: 1,
    plannedBy: 'lead',
    plannedAt: '2026-07-01T00:00:00Z',
    ...over,
  };
}

describe('fixes', () => {
  it('are found by the sentence of what they clear, and overdue is told from its state', () => {
    expect(fits(fix({}), { ...ANY, text: 'SLEPT' })).toBe(true);
    expect(fits(fix({}), { ...ANY, text: 'woke' })).toBe(false);
    expect(fits(fix({ overdue: true }), { ...ANY, state: 'overdue' })).toBe(true);
    expect(fits(fix({}), { ...ANY, state: 'overdue' })).toBe(false);
  });

  it('without anybody who must act stand together under nobody', () => {
    const groups = grouped([fix({}), fix({ id: 2, actor: '' })], 'actor');
    expect(groups.map(([name, own]) => [name, own.length])).toEqual([
      ['Liv Dahl', 1],
      ['nobody', 1],
    ]);
  });

  it('by due day come in the order of the days', () => {
    const later = fix({ due: '2026-08-01' });
    expect(grouped([later, fix({})], 'due').map(([name]) => name)).toEqual([
      '2026-07-10',
      '2026-08-01',
    ]);
  });

  it('count once in their state, and once more when overdue', () => {
    expect([...tallies([fix({ overdue: true }), fix({ state: 'confirmed' })])]).toEqual([
      ['planned', 1],
      ['overdue', 1],
      ['confirmed', 1],
    ]);
  });

  it('name what goes with them and count the rest', () => {
    expect(lossWords({ lost: 3, names: ['open till'], used: [], through: [] })).toBe(
      'goes with it: open till and 2 more',
    );
    expect(lossWords({ lost: 0, names: [], used: [], through: [] })).toBe('');
    expect(
      throughWords({
        lost: 0,
        names: [],
        used: [],
        through: ['the role A', 'a grant of its own: x'],
      }),
    ).toBe('held through the role A; a grant of its own: x');
  });
});
