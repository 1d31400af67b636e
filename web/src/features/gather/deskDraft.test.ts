import { describe, expect, it } from 'vitest';
import type { ColumnView, DeskView, DraftView } from '../../shared/api/types';
import { missing, setField, setKinds, setMeaning, setSplit, settled } from './deskDraft';

const DRAFT: DraftView = {
  application: 'till',
  kind: [],
  columns: {},
  values: {},
  split: {},
  wide: null,
  read: {
    delimiter: '',
    encoding: '',
    header: 0,
    sheet: '',
    member: '',
    zone: '',
    dates: '',
    times: '',
    never: [],
  },
  extracted: '',
  from: '',
  filter: '',
  rows: null,
};

function column(position: number, head: string, ...fields: string[]): ColumnView {
  return {
    position,
    head,
    uses: fields.map((field) => ({ kind: 'accounts', field, how: '' })),
    proof: null,
    dateIssue: null,
    words: [],
    filled: 0,
  };
}

function desk(draft: Partial<DraftView> = {}): DeskView {
  return {
    id: 1,
    file: 'till/users.csv',
    state: 'received',
    drafted: true,
    replaces: '',
    draft: { ...DRAFT, ...draft },
    mapFrom: '',
    drift: [],
    fits: [
      { kind: 'accounts', bound: 2, missing: [] },
      { kind: 'assignments', bound: 1, missing: ['role'] },
    ],
    kinds: ['accounts'],
    columns: [column(0, 'User', 'account'), column(1, 'State', 'status'), column(2, 'Branch')],
    rows: [],
    titles: [],
    headRow: 1,
    looked: 0,
    whole: true,
    understanding: [],
    issues: [],
    counts: null,
    rejects: [],
    bytes: 0,
    sha256: '',
    textLines: 0,
  };
}

describe('a draft', () => {
  it('keeps what was found when one column is given to another field', () => {
    const next = setField(desk(), 'Branch', '', 'department');
    expect(next.kind).toEqual(['accounts']);
    expect(next.columns).toEqual({ account: 'User', status: 'State', department: 'Branch' });
  });

  it('takes a field from a column and gives it to another', () => {
    const next = setField(desk(), 'State', 'status', 'title');
    expect(next.columns).toEqual({ account: 'User', title: 'State' });
    expect(setField(desk(), 'State', 'status', '').columns).toEqual({ account: 'User' });
  });

  it('leaves a declared map alone', () => {
    const declared = { kind: ['accounts'], columns: { account: 'Branch' } };
    expect(settled(desk(declared)).columns).toEqual({ account: 'Branch' });
  });

  it('adds what a word means to what others mean', () => {
    const next = setMeaning(
      desk({ values: { status: { A: 'enabled' } } }),
      'status',
      'P',
      'pending',
    );
    expect(next.values).toEqual({ status: { A: 'enabled', P: 'pending' } });
  });

  it('forgets columns and words that belonged to another kind', () => {
    const next = setKinds(desk({ columns: { account: 'User' }, values: { status: {} } }), [
      'roles',
    ]);
    expect([next.kind, next.columns, next.values]).toEqual([['roles'], {}, {}]);
  });

  it('splits cells and takes it back', () => {
    const split = setSplit(desk(), 'role', ';');
    expect(split.split).toEqual({ role: ';' });
    expect(setSplit({ ...desk(), draft: split }, 'role', '').split).toEqual({});
  });

  it('says which field the chosen kinds still lack, and no other', () => {
    expect(missing(desk())).toEqual([]);
    expect(missing({ ...desk(), kinds: ['accounts', 'assignments'] })).toEqual(['role']);
  });
});
