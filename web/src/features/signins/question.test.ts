import { describe, expect, it } from 'vitest';
import { barEnd, choose, filterOf, hourWords, long } from './question';

describe('the question in the address', () => {
  it('keeps filters that may be given twice and drops what is no filter', () => {
    const params = new URLSearchParams('client=a&client=b&view=sessions&text=&outcome=failure');
    expect(filterOf(params).toString()).toBe('outcome=failure&client=a&client=b');
  });

  it('asks for a value that no log says by the word for that', () => {
    expect(choose('location', { value: '', application: '' })).toEqual({ location: '(not said)' });
    expect(choose('account', { value: 'mo', application: 'ledger' })).toEqual({
      accounts: '=mo',
      application: 'ledger',
    });
  });

  it.each([
    ['2026-06-09T23:00', 'hour', '2026-06-10T00:00'],
    ['2026-06-30T00:00', 'day', '2026-07-01T00:00'],
    ['2026-12-28T00:00', 'week', '2027-01-04T00:00'],
    ['2026-12-01T00:00', 'month', '2027-01-01T00:00'],
    ['2026-01-01T00:00', 'year', '2027-01-01T00:00'],
  ])('ends the bar of %s by %s at %s', (start, unit, end) => {
    expect(barEnd(start, unit)).toBe(end);
  });

  it('says hours of the week and lengths in words', () => {
    expect(hourWords(26)).toBe('Tue 02');
    expect(hourWords(167)).toBe('Sun 23');
    expect(long(59)).toBe('59 min');
    expect(long(425)).toBe('7 h 05');
  });
});
