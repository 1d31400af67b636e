import { describe, expect, it } from 'vitest';
import type { Standing } from '../../shared/api/types';
import { isReady, openPoints } from '../report/openPoints';
import { groupNotTested } from './groupNotTested';
import { nextSteps } from './nextSteps';

const CLEAN: Standing = {
  title: 'Audit',
  asOf: '2026-06-30',
  from: '2026-01-01',
  to: '2026-06-30',
  findings: 0,
  open: 0,
  openBySeverity: { critical: 0, high: 0, medium: 0, low: 0 },
  accounts: 10,
  matched: 10,
  applications: [],
  notTested: [],
  clean: { strict: 100, stated: 100, tested: 5, notTested: 0 },
  gains: [],
  differences: [],
  rejected: 0,
  refused: 0,
  problems: 0,
  questions: 0,
  onDesk: 0,
  movement: null,
  history: [],
};

describe('what comes next', () => {
  it('is nothing when nothing waits', () => {
    expect(nextSteps(CLEAN)).toEqual([]);
  });

  it('names the worst first and leads there', () => {
    const steps = nextSteps({
      ...CLEAN,
      openBySeverity: { critical: 1, high: 12, medium: 3, low: 0 },
      differences: [
        { id: 7, file: 'a.csv', difference: -3, explanation: '' },
        { id: 8, file: 'b.csv', difference: 1, explanation: 'known' },
      ],
      refused: 1,
    });
    expect(steps.map((step) => step.words)).toEqual([
      '1 file could not be read',
      'Decide the one critical finding',
      'Decide the 12 high findings',
      'Explain why a.csv has 3 rows fewer than declared',
    ]);
    expect(steps[1]?.to).toBe('../findings?severity=critical&state=open');
  });
});

describe('what is not tested', () => {
  it('stands together where one export would cure it', () => {
    const gaps = groupNotTested([
      { check: 'a', title: 'A', application: 'X', missing: ['sign-ins'] },
      { check: 'b', title: 'B', application: 'X', missing: ['sign-ins'] },
      { check: 'a', title: 'A', application: 'Y', missing: ['sign-ins'] },
    ]);
    expect(gaps.map((gap) => [gap.application, gap.checks])).toEqual([
      ['X', ['A', 'B']],
      ['Y', ['A']],
    ]);
  });

  it('does not keep a report from being signed, an unexplained difference does', () => {
    const untested = {
      ...CLEAN,
      notTested: [{ check: 'a', title: 'A', application: 'X', missing: [] }],
    };
    expect(isReady(openPoints(untested))).toBe(true);
    const short = {
      ...untested,
      differences: [{ id: 1, file: 'a.csv', difference: -1, explanation: '' }],
    };
    expect(isReady(openPoints(short))).toBe(false);
    expect(isReady(openPoints({ ...untested, questions: 1 }))).toBe(false);
    expect(isReady(openPoints({ ...untested, onDesk: 1 }))).toBe(false);
  });
});
