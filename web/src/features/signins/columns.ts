import type { AttemptLine } from '../../shared/api/signInTypes';

export interface Column {
  id: keyof AttemptLine & string;
  name: string;
  width: string;
}

/** What a list of attempts can show; time and outcome always stand first. */
export const COLUMNS: Column[] = [
  { id: 'account', name: 'Account', width: 'minmax(84px,1fr)' },
  { id: 'person', name: 'Person', width: 'minmax(84px,1fr)' },
  { id: 'application', name: 'Application', width: '82px' },
  { id: 'address', name: 'Address', width: 'minmax(104px,.9fr)' },
  { id: 'client', name: 'Program', width: 'minmax(96px,1fr)' },
  { id: 'browser', name: 'Browser', width: 'minmax(84px,.8fr)' },
  { id: 'os', name: 'System', width: 'minmax(84px,.8fr)' },
  { id: 'reason', name: 'Reason', width: 'minmax(96px,1fr)' },
  { id: 'location', name: 'Place', width: '80px' },
  { id: 'environment', name: 'Environment', width: '92px' },
  { id: 'role', name: 'Role', width: '92px' },
  { id: 'method', name: 'Method', width: '92px' },
  { id: 'challenge', name: 'Challenge', width: '92px' },
  { id: 'session', name: 'Session', width: '104px' },
  { id: 'duration', name: 'Duration', width: '72px' },
];

const FIRST = ['account', 'person', 'application', 'address', 'client', 'reason'];
const KEY = 'stale-keys-sign-in-columns';

/** The columns that were chosen on this machine. */
export function keptColumns(): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? 'null');
    const known = Array.isArray(kept)
      ? kept.filter((id) => COLUMNS.some((column) => column.id === id))
      : [];
    return known.length > 0 ? known.map(String) : FIRST;
  } catch {
    return FIRST;
  }
}

export function keepColumns(ids: string[]): void {
  localStorage.setItem(KEY, JSON.stringify(ids));
}
