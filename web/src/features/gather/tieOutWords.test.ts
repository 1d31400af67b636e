import { describe, expect, it } from 'vitest';
import type { FileView } from '../../shared/api/types';
import { tieOutWords } from './tieOutWords';

function file(
  expected: number | null,
  difference: number | null,
  more: Partial<FileView> = {},
): FileView {
  return {
    id: 1,
    citation: 'LED-1',
    file: 'ledger/users.csv',
    application: 'Finance Ledger',
    kinds: ['accounts'],
    state: 'taken',
    sha256: '',
    bytes: 0,
    receivedAt: '',
    receivedBy: '',
    from: null,
    extracted: null,
    filter: null,
    counts: { rows: 0, read: 0, rejected: 0, skipped: 0, expected, difference },
    explanation: '',
    issues: 0,
    textLines: 0,
    ...more,
  };
}

describe('tie-out in words', () => {
  it.each([
    [file(1212, 0), 'ties out with 1,212', false],
    [file(212, -3), '3 short of 212: say why', true],
    [file(212, 2), '2 more than 212: say why', true],
    [file(212, -3, { explanation: 'test users' }), '3 short of 212, explained', false],
    [file(null, null), 'no count declared', false],
    [file(212, -212, { state: 'refused' }), 'refused: nothing of it was taken', true],
    [file(212, -212, { state: 'received' }), 'received, not read', true],
  ])('%#', (given, words, open) => {
    expect(tieOutWords(given)).toEqual({ words, open });
  });
});
