/** What the list of findings shows. It lives in the address, so that a link keeps the view. */
export interface ListState {
  check: string[];
  application: string[];
  severity: string[];
  state: string[];
  /** Against the snapshot before: new, back, stayed. */
  since: string[];
  /** Ids of persons; `-` for nobody. */
  person: string[];
  /** A later snapshot in which they must not stand any more; empty for any. */
  gone: string;
  text: string;
  /** A column's name, with `-` before it for descending; empty for the order of the examination. */
  sort: string;
  /** The finding that is open at the right, by key. */
  open: string;
}

export type Facet = 'check' | 'application' | 'severity' | 'state' | 'since' | 'person';
export const FACETS: Facet[] = ['check', 'application', 'severity', 'state', 'since', 'person'];

export type ListAction =
  | { type: 'only'; facet: Facet; value: string }
  | { type: 'toggle'; facet: Facet; value: string }
  | { type: 'clear'; facet: Facet }
  | { type: 'clearAll' }
  | { type: 'text'; text: string }
  | { type: 'sort'; column: string }
  | { type: 'open'; key: string };

export function readState(params: URLSearchParams): ListState {
  return {
    check: params.getAll('check'),
    application: params.getAll('application'),
    severity: params.getAll('severity'),
    state: params.getAll('state'),
    since: params.getAll('since'),
    person: params.getAll('person'),
    gone: params.get('gone') ?? '',
    text: params.get('text') ?? '',
    sort: params.get('sort') ?? '',
    open: params.get('open') ?? '',
  };
}

export function writeState(state: ListState): URLSearchParams {
  const params = filterParams(state);
  if (state.open) {
    params.set('open', state.open);
  }
  return params;
}

/** The part of the state that the server needs to list: everything but what is open. */
export function filterParams(state: ListState): URLSearchParams {
  const params = new URLSearchParams();
  for (const facet of FACETS) {
    for (const value of state[facet]) {
      params.append(facet, value);
    }
  }
  if (state.gone) {
    params.set('gone', state.gone);
  }
  if (state.text) {
    params.set('text', state.text);
  }
  if (state.sort) {
    params.set('sort', state.sort);
  }
  return params;
}

/** Any change of what is listed closes the finding that was open: it may not be in the list. */
export function reduce(state: ListState, action: ListAction): ListState {
  switch (action.type) {
    case 'only':
      return {
        ...state,
        [action.facet]: isOnly(state[action.facet], action.value) ? [] : [action.value],
        open: '',
      };
    case 'toggle':
      return { ...state, [action.facet]: toggled(state[action.facet], action.value), open: '' };
    case 'clear':
      return { ...state, [action.facet]: [], open: '' };
    case 'clearAll':
      return {
        ...state,
        check: [],
        application: [],
        severity: [],
        state: [],
        since: [],
        person: [],
        gone: '',
        text: '',
        open: '',
      };
    case 'text':
      return { ...state, text: action.text, open: '' };
    case 'sort':
      return { ...state, sort: nextSort(state.sort, action.column) };
    case 'open':
      return { ...state, open: action.key };
  }
}

function isOnly(values: string[], value: string): boolean {
  return values.length === 1 && values[0] === value;
}

function toggled(values: string[], value: string): string[] {
  return values.includes(value) ? values.filter((one) => one !== value) : [...values, value];
}

/** Ascending, descending, and back to the order of the examination. */
function nextSort(sort: string, column: string): string {
  if (sort === column) {
    return `-${column}`;
  }
  return sort === `-${column}` ? '' : column;
}
