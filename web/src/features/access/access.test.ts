import { describe, expect, it } from 'vitest';
import type { PathView } from '../../shared/api/accessTypes';
import { mannerAt, shapeOf, wordsOf } from './cells';
import { layOut, pathCounts } from './traceLayout';
import { toTree } from './tree';

const shape = (flags: number) => shapeOf(mannerAt(flags.toString(16).padStart(2, '0'), 0));

describe('what a cell says', () => {
  it('tells by shape how access is held, limited or denied', () => {
    expect(shape(0)).toBe('none');
    expect(shape(1 | 4)).toBe('role');
    expect(shape(1 | 8)).toBe('nested');
    expect(shape(1 | 2 | 4)).toBe('itself');
    expect(shape(1 | 4 | 64)).toBe('part');
    expect(shape(1 | 4 | 32)).toBe('part');
    expect(shape(4 | 64)).toBe('denied');
    expect(shape(4 | 32)).toBe('above');
  });

  it('reads the cell of its column, and says the same in words', () => {
    expect(mannerAt('0085', 1)).toMatchObject({ held: true, role: true, used: true });
    expect(wordsOf(mannerAt('0095', 1))).toBe(
      'held by a role, through a higher level or a pattern, used lately',
    );
    expect(wordsOf(mannerAt('44', 0))).toBe('denied, though allowed by a role');
  });
});

const path = (fate: PathView['fate'], steps: number): PathView => ({
  effect: 'allow',
  fate,
  scope: '',
  steps: Array.from({ length: steps }, (_, at) => ({
    kind: at === steps - 1 ? 'grant' : 'assignment',
    to: `step ${at}`,
    scope: '',
    window: '',
    place: { citation: 'X-1', file: 'x', evidenceId: 1, row: 1 },
  })),
});

describe('the drawing of a trace', () => {
  it('puts grants in one column and what allows above what denies', () => {
    const drawing = layOut([path('denies', 1), path('allows', 3)]);
    expect(drawing.lanes.map((lane) => lane.path.fate)).toEqual(['allows', 'denies']);
    const ends = drawing.lanes.map((lane) => lane.boxes.at(-1)?.x);
    expect(ends[0]).toBe(ends[1]);
    expect(drawing.outcome.x).toBeGreaterThan(ends[0] ?? 0);
  });

  it('counts paths in words', () => {
    expect(pathCounts([path('allows', 1), path('allows', 2), path('denies', 1)])).toBe(
      '2 paths allow · 1 denies',
    );
  });
});

describe('the tree of resources', () => {
  it('nests by segments and counts what lies below', () => {
    const tree = toTree([
      { resource: 'Pay/Run', action: 'go' },
      { resource: 'Pay/Run', action: 'read' },
      { resource: 'Pay', action: 'read' },
      { resource: 'Payroll', action: 'read' },
    ]);
    expect(tree.map((node) => [node.name, node.below])).toEqual([
      ['Pay', 3],
      ['Payroll', 1],
    ]);
    expect(tree[0]?.children[0]?.lines).toHaveLength(2);
  });
});
