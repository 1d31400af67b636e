import { describe, expect, it } from 'vitest';
import type { CheckView } from '../../shared/api/checkTypes';
import { bins, flaggedAt, isSame, NOTHING, valuesOf, words } from './settings';

const CHECK: CheckView = {
  id: 'dormant',
  title: 'Dormant',
  group: 'Accounts',
  why: '',
  severity: 'medium',
  severityRule: 'medium',
  population: '',
  needs: [],
  references: [],
  parameters: [{ name: 'days', list: false, standard: ['90'], words: '' }],
  setting: NOTHING,
  places: [
    {
      application: 'ledger',
      name: 'Ledger',
      setting: { ...NOTHING, values: { days: ['30'] } },
      state: 'tested',
      tested: 10,
      flagged: 2,
      missing: [],
    },
  ],
  own: null,
};

describe('what holds for a check', () => {
  it('is the nearest that was set, else the standard', () => {
    expect(valuesOf(CHECK, 'ledger', 'days')).toEqual(['30']);
    expect(valuesOf(CHECK, 'crew', 'days')).toEqual(['90']);
    const set = { ...CHECK, setting: { ...NOTHING, values: { days: ['60'] } } };
    expect(valuesOf(set, 'crew', 'days')).toEqual(['60']);
    expect(valuesOf(set, 'ledger', 'days')).toEqual(['30']);
  });

  it('is told apart by every part of it', () => {
    expect(isSame(NOTHING, { ...NOTHING, values: {} })).toBe(true);
    expect(isSame(NOTHING, { ...NOTHING, enabled: true })).toBe(false);
    expect(isSame(NOTHING, { ...NOTHING, values: { days: ['9'] } })).toBe(false);
  });

  it('takes lists as they are typed', () => {
    expect(words(' admin, , root ')).toEqual(['admin', 'root']);
  });
});

describe('the distribution behind a threshold', () => {
  const upwards = {
    tested: 100,
    current: 90,
    points: [
      { at: 0, flagged: 100 },
      { at: 30, flagged: 40 },
      { at: 90, flagged: 15 },
      { at: 365, flagged: 5 },
    ],
  };

  it('counts what lies between two values, and everything once', () => {
    const { bins: found, isUpwards } = bins(upwards, 90);
    expect(isUpwards).toBe(true);
    expect(found.map((bin) => bin.count)).toEqual([60, 25, 10, 5]);
    expect(found.map((bin) => bin.isFlagged)).toEqual([false, false, true, true]);
    expect(flaggedAt(upwards, 90)).toBe(15);
    expect(flaggedAt(upwards, 91)).toBeNull();
  });

  it('knows checks that flag what lies below', () => {
    const few = {
      tested: 9,
      current: 2,
      points: [
        { at: 0, flagged: 0 },
        { at: 1, flagged: 3 },
        { at: 2, flagged: 4 },
        { at: 10, flagged: 9 },
      ],
    };
    const { bins: found, isUpwards } = bins(few, 2);
    expect(isUpwards).toBe(false);
    expect(found.map((bin) => bin.count)).toEqual([3, 1, 5, 0]);
    expect(found.filter((bin) => bin.isFlagged).map((bin) => bin.from)).toEqual([0, 1]);
  });
});
