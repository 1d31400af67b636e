import { expect, it } from 'vitest';
import { moved, toggled } from './parts';

it('moves a part past its neighbour and no further than the ends', () => {
  expect(moved(['a', 'b', 'c'], 'c', -1)).toEqual(['a', 'c', 'b']);
  const parts = ['a', 'b'];
  expect(moved(parts, 'a', -1)).toBe(parts);
  expect(moved(parts, 'x', 1)).toBe(parts);
});

it('puts a part in at the end and takes it out again', () => {
  expect(toggled(['a'], 'b')).toEqual(['a', 'b']);
  expect(toggled(['a', 'b'], 'a')).toEqual(['b']);
});
