import { describe, expect, it } from 'vitest';
import { filterParams, type ListState, readState, reduce, writeState } from './listState';

const START: ListState = readState(new URLSearchParams());

describe('the state of the list', () => {
  it('comes back from the address as it was written', () => {
    const state: ListState = {
      check: ['dormant'],
      application: ['ledger', 'a&b'],
      severity: [],
      state: ['open'],
      since: ['new'],
      person: ['00341'],
      gone: '2',
      text: 'quay = 1',
      sort: '-figure',
      open: 'abc',
    };
    expect(readState(new URLSearchParams(writeState(state).toString()))).toEqual(state);
  });

  it('sends everything but the open finding to the server', () => {
    const state = { ...START, check: ['orphan'], open: 'abc' };
    expect(filterParams(state).toString()).toBe('check=orphan');
  });

  it('chooses one group, and takes it off when chosen again', () => {
    const once = reduce(START, { type: 'only', facet: 'check', value: 'orphan' });
    const other = reduce(once, { type: 'only', facet: 'check', value: 'dormant' });
    expect(other.check).toEqual(['dormant']);
    expect(reduce(other, { type: 'only', facet: 'check', value: 'dormant' }).check).toEqual([]);
  });

  it('composes filters of different kinds', () => {
    const check = reduce(START, { type: 'only', facet: 'check', value: 'orphan' });
    const both = reduce(check, { type: 'toggle', facet: 'severity', value: 'high' });
    expect(filterParams(both).toString()).toBe('check=orphan&severity=high');
  });

  it('closes the open finding when the list changes, but not when it is sorted', () => {
    const open = { ...START, open: 'abc' };
    expect(reduce(open, { type: 'text', text: 'x' }).open).toBe('');
    expect(reduce(open, { type: 'clearAll' }).open).toBe('');
    expect(reduce(open, { type: 'sort', column: 'person' }).open).toBe('abc');
  });

  it('sorts up, down, and not at all', () => {
    const up = reduce(START, { type: 'sort', column: 'person' });
    const down = reduce(up, { type: 'sort', column: 'person' });
    const none = reduce(down, { type: 'sort', column: 'person' });
    expect([up.sort, down.sort, none.sort]).toEqual(['person', '-person', '']);
  });
});
