import { describe, expect, it } from 'vitest';
import type { ConflictPage } from '../../shared/api/conflictTypes';
import { chosenTasks, halfGrid } from './halfGrid';

const task = (id: string) => ({ id, name: id, all: false, needs: [], means: 1, holders: 1 });
const conflict = (id: string, tasks: string[], people: number) => ({
  id,
  tasks,
  severity: 'high' as const,
  reason: '',
  people,
  mitigated: 0,
  lapsed: 0,
  exercised: 0,
  roles: [],
});
const PAGE: ConflictPage = {
  tasks: [task('a'), task('b'), task('c')],
  conflicts: [conflict('x', ['a', 'b'], 1), conflict('y', ['b', 'c'], 4)],
  pairs: [
    { first: 'a', second: 'b', people: 1, conflicts: ['x'] },
    { first: 'a', second: 'c', people: 2, conflicts: [] },
    { first: 'b', second: 'c', people: 4, conflicts: ['y'] },
  ],
  yaml: '',
};

describe('the half grid', () => {
  it('has each pair once, below the diagonal', () => {
    expect(halfGrid(PAGE).map((row) => [row.task, row.cells.map((cell) => cell.people)])).toEqual([
      ['b', [1]],
      ['c', [2, 4]],
    ]);
  });

  it('opens on the conflict that most people hold, or on what a link names', () => {
    expect(chosenTasks(PAGE, [])).toEqual(['b', 'c']);
    expect(chosenTasks(PAGE, ['a', 'c'])).toEqual(['a', 'c']);
    expect(chosenTasks(PAGE, ['a', 'gone'])).toEqual(['b', 'c']);
  });
});
