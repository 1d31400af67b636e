import type { PathView } from '../../shared/api/accessTypes';

export const BOX = { width: 138, height: 52, gap: 84 };
export const LANE = 96;
const TOP = 26;
const LEFT = 8;

export interface PlacedBox {
  x: number;
  y: number;
  title: string;
  about: string;
  kind: 'role' | 'grant';
}

export interface Lane {
  path: PathView;
  y: number;
  boxes: PlacedBox[];
  /** Where the line goes on to the outcome. */
  endX: number;
}

export interface Drawing {
  width: number;
  height: number;
  account: { x: number; y: number };
  outcome: { x: number; y: number };
  lanes: Lane[];
}

/** What allows first, then what limits, what denies, and what counts for nothing here. */
const ORDER = ['allows', 'denied', 'above ceiling', 'limits', 'denies', 'lapsed', 'apart'];

/**
 * Places the steps of each path on a lane of its own, from the account at the left to the outcome at the
 * right. The same paths are placed the same way.
 */
export function layOut(paths: PathView[]): Drawing {
  const sorted = [...paths].sort((a, b) => ORDER.indexOf(a.fate) - ORDER.indexOf(b.fate));
  const most = Math.max(1, ...paths.map((path) => path.steps.length));
  const step = BOX.width + BOX.gap;
  const lanes = sorted.map((path, index) => {
    const y = TOP + index * LANE;
    const boxes = path.steps.map((one, at): PlacedBox => {
      const last = at === path.steps.length - 1;
      // The grant stands in the last column, whatever the number of roles before it.
      const column = last ? most : at + 1;
      return {
        x: LEFT + column * step,
        y,
        title: one.kind === 'everything' ? 'everything' : one.to,
        about: [one.scope ? `in ${one.scope}` : 'everywhere', one.window]
          .filter(Boolean)
          .join(', '),
        kind: last ? 'grant' : 'role',
      };
    });
    return { path, y, boxes, endX: LEFT + most * step + BOX.width };
  });
  const outcomeX = LEFT + (most + 1) * step;
  return {
    width: outcomeX + BOX.width + 8,
    height: TOP + Math.max(1, lanes.length) * LANE,
    account: { x: LEFT, y: TOP },
    outcome: { x: outcomeX, y: TOP },
    lanes,
  };
}

/** `2 paths allow, 1 limits, 1 denies`. */
export function pathCounts(paths: PathView[]): string {
  const words: [string, (n: number) => string][] = [
    ['allows', (n) => `${n} ${n === 1 ? 'path allows' : 'paths allow'}`],
    ['denied', (n) => `${n} would and ${n === 1 ? 'is' : 'are'} denied`],
    ['above ceiling', (n) => `${n} would and ${n === 1 ? 'is' : 'are'} above the ceiling`],
    ['limits', (n) => `${n} ${n === 1 ? 'limits' : 'limit'}`],
    ['denies', (n) => `${n} ${n === 1 ? 'denies' : 'deny'}`],
    ['lapsed', (n) => `${n} out of ${n === 1 ? 'its' : 'their'} window`],
    ['apart', (n) => `${n} in another scope`],
  ];
  return words
    .map(([fate, say]) => [paths.filter((path) => path.fate === fate).length, say] as const)
    .filter(([n]) => n > 0)
    .map(([n, say]) => say(n))
    .join(' · ');
}
