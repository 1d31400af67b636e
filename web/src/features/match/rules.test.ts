import { describe, expect, it } from 'vitest';
import type { MatchLine, SuggestionView } from '../../shared/api/matchTypes';
import { agrees, belongsTo, isNot, ownedBy, sureOf, takesBack } from './rules';

const line = (ruling: MatchLine['ruling'], suggestions: SuggestionView[] = []): MatchLine =>
  ({ application: 'ledger', account: 'mo', ruling, suggestions }) as unknown as MatchLine;

const suggestion = (person: string, sure: boolean) => ({ person, sure }) as SuggestionView;

describe('what a decision sends', () => {
  it('keeps the owner when a person is named, and sends what was seen', () => {
    const seen = { person: null, owner: '7', not: ['3', '4'], reason: '' };
    expect(belongsTo(line(seen), '3')).toMatchObject({
      person: '3',
      owner: '7',
      not: ['4'],
      seen,
    });
  });

  it('drops the person that was refused, and refuses nobody twice', () => {
    const seen = { person: '3', owner: null, not: ['3'], reason: '' };
    expect(isNot(line(seen), '3')).toMatchObject({ person: null, not: ['3'] });
  });

  it('takes back to what was known, on the ground of what is known now', () => {
    const rule = ownedBy(line({ person: '3', owner: null, not: [], reason: 'x' }), '7');
    expect(takesBack(rule)).toMatchObject({
      person: '3',
      owner: null,
      seen: { person: '3', owner: '7', not: [], reason: 'x' },
    });
    expect(takesBack(belongsTo(line(null), '3'))).toMatchObject({ person: null, owner: null });
  });
});

describe('what is sure', () => {
  it('is sure only when one rule finds one person', () => {
    expect(sureOf(line(null, [suggestion('1', false), suggestion('2', true)]))?.person).toBe('2');
    expect(sureOf(line(null, [suggestion('1', true), suggestion('2', true)]))).toBeNull();
  });

  it('never takes two empty fields for agreement', () => {
    expect(agrees('', '')).toBe(false);
    expect(agrees('Crew', ' crew')).toBe(true);
  });
});
