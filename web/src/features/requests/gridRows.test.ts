import { describe, expect, it } from 'vitest';
import type { Grid, RequestCell } from '../../shared/api/types';
import { gridRows, marks } from './gridRows';

function cell(application: string, kind: string, standing = 'not asked'): RequestCell {
  return {
    application,
    kind,
    standing,
    files: [],
    untested: [],
    askedOf: '',
    due: null,
    reason: '',
    words: '',
    by: '',
    at: null,
  };
}

const GRID: Grid = {
  owners: [
    { id: 'a', name: 'A' },
    { id: 'b', name: 'B' },
  ],
  organisationKinds: ['people'],
  cells: [
    cell('', 'people', 'tied out'),
    cell('', 'roles'),
    cell('a', 'people'),
    cell('a', 'roles', 'asked'),
    cell('b', 'people', 'received'),
    cell('b', 'roles'),
  ],
};

describe('the grid', () => {
  it('puts the organisation and its kinds first', () => {
    const { kinds, rows } = gridRows(GRID);
    expect(kinds).toEqual(['people', 'roles']);
    expect(rows.map((row) => row.name)).toEqual(['Organisation', 'A', 'B']);
  });

  it('leaves a place blank only where nothing is asked of that owner and nothing came', () => {
    const shown = gridRows(GRID).rows.map((row) => row.cells.map((one) => one?.standing ?? null));
    expect(shown).toEqual([
      ['tied out', null],
      [null, 'asked'],
      ['received', 'not asked'],
    ]);
  });

  it('has a mark of its own for every standing', () => {
    expect(new Set(marks.map(([mark]) => mark)).size).toBe(marks.length);
  });
});
