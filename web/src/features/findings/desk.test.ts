import { describe, expect, it } from 'vitest';
import type { Desk } from '../../shared/api/types';
import { groupCounts } from './groupCounts';
import { placeEvents } from './lifeLine';
import { toggleAll, toggleMark, unmark } from './marks';

const DESK: Desk = {
  groups: [
    {
      check: 'dormant',
      title: 'Dormant',
      severity: 'medium',
      findings: 3,
      open: 2,
      tested: 9,
      notTestedIn: [],
    },
    {
      check: 'gone',
      title: 'Gone',
      severity: 'critical',
      findings: 0,
      open: 0,
      tested: 0,
      notTestedIn: ['b'],
    },
  ],
  applications: [
    { id: 'a', name: 'A' },
    { id: 'b', name: 'B' },
  ],
  counts: [
    { check: 'dormant', application: 'a', severity: 'high', open: true, count: 2 },
    { check: 'dormant', application: 'b', severity: 'medium', open: false, count: 1 },
  ],
  total: 3,
  open: 2,
};

describe('groups', () => {
  it('put the worst check first and keep one that nobody could test', () => {
    const groups = groupCounts(DESK, 'check');
    expect(groups.map((group) => [group.value, group.open, group.total])).toEqual([
      ['gone', 0, 0],
      ['dormant', 2, 3],
    ]);
    expect(groups[0]?.notTestedIn).toEqual(['b']);
  });

  it('count what reaches across applications as a place of its own', () => {
    const across = { check: 'dormant', application: '*', severity: 'low', open: true, count: 1 };
    const desk = { ...DESK, counts: [...DESK.counts, across as (typeof DESK.counts)[number]] };
    expect(groupCounts(desk, 'application').at(-1)).toMatchObject({
      title: 'Across applications',
      total: 1,
    });
  });

  it('count by place and by severity, and lose nothing', () => {
    for (const by of ['application', 'severity'] as const) {
      const groups = groupCounts(DESK, by);
      expect(groups.reduce((sum, group) => sum + group.total, 0)).toBe(DESK.total);
      expect(groups.reduce((sum, group) => sum + group.open, 0)).toBe(DESK.open);
    }
  });
});

describe('marks', () => {
  it('toggle one and all', () => {
    const one = toggleMark(new Set(), 'x');
    expect([...toggleMark(one, 'x')]).toEqual([]);
    expect([...toggleAll(one, ['x', 'y'])]).toEqual(['x', 'y']);
    expect([...toggleAll(new Set(['x', 'y']), ['x', 'y'])]).toEqual([]);
  });

  it('set while a decision was on its way outlive it', () => {
    expect([...unmark(new Set(['sent', 'since']), ['sent'])]).toEqual(['since']);
  });
});

describe('the life line', () => {
  const events = [
    { day: '2016-01-01', kind: 'created' as const, words: 'created' },
    { day: '2026-06-01', kind: 'sign-in' as const, words: 'last sign-in' },
    { day: '2026-06-30', kind: 'as-of' as const, words: 'as of' },
  ];

  it('keeps the order of time and fills the line', () => {
    const points = placeEvents(events);
    expect(points[0]?.at).toBe(0);
    expect(points[2]?.at).toBe(1);
    expect(points[1]?.at).toBeGreaterThan(0.5);
  });

  it('never sets two labels over each other', () => {
    const points = placeEvents(events);
    expect(points[1]?.level).not.toBe(points[2]?.level);
  });

  it('stands still when everything happened on one day', () => {
    const points = placeEvents(events.map((event) => ({ ...event, day: '2026-06-30' })));
    expect(points.every((point) => point.at === 1)).toBe(true);
  });
});
