/** Respects in which attempts are ranked and filtered, in words. */
export const FACETS: Record<string, string> = {
  account: 'Accounts',
  address: 'Addresses',
  client: 'Programs',
  browser: 'Browsers',
  os: 'Systems',
  location: 'Places',
  environment: 'Environments',
  method: 'Methods',
  reason: 'Reasons',
  'logged-role': 'Roles in the log',
  'held-role': 'Roles held',
  application: 'Applications',
};

export const OUTCOMES = ['success', 'failure', 'lockout', 'sign-out'];
export const OUTCOME_WORDS = ['success', 'failure', 'lock-out', 'sign-out'];

/** What the address of the view may carry as a filter. */
export const FILTERS = [
  'from',
  'until',
  'application',
  'accounts',
  'role',
  'outcome',
  'address',
  'client',
  'browser',
  'os',
  'location',
  'environment',
  'logged-role',
  'method',
  'reason',
  'text',
  'hour',
  'programs',
  'privileged',
  'known',
];

/** What the server writes for a value that no log says. */
export const NOT_SAID = '(not said)';

/** The filter part of an address, as the server is asked. */
export function filterOf(params: URLSearchParams): URLSearchParams {
  const filter = new URLSearchParams();
  for (const name of FILTERS) {
    for (const value of params.getAll(name)) {
      if (value) {
        filter.append(name, value);
      }
    }
  }
  return filter;
}

/** Which parameter a click on a ranked value sets, and to what. */
export function choose(
  facet: string,
  line: { value: string; application: string },
): Record<string, string> {
  switch (facet) {
    case 'account':
      return { accounts: `=${line.value}`, application: line.application };
    case 'application':
      return { application: line.value };
    case 'held-role':
      return { role: `${line.application}/${line.value}` };
    default:
      return { [facet]: line.value || NOT_SAID };
  }
}

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** `Tue 02`: an hour of the week from Monday 00. */
export function hourWords(hour: number): string {
  return `${DAYS[Math.floor(hour / 24)]} ${String(hour % 24).padStart(2, '0')}`;
}

/** The first moment after a bar, as the server reads times. Local times, so no zone comes in. */
export function barEnd(start: string, unit: string): string {
  const [day = '', time = '00:00'] = start.split('T');
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  const hour = Number(time.slice(0, 2));
  const at = new Date(Date.UTC(year, month - 1, date, hour));
  switch (unit) {
    case 'hour':
      at.setUTCHours(at.getUTCHours() + 1);
      break;
    case 'day':
      at.setUTCDate(at.getUTCDate() + 1);
      break;
    case 'week':
      at.setUTCDate(at.getUTCDate() + 7);
      break;
    case 'month':
      at.setUTCMonth(at.getUTCMonth() + 1);
      break;
    default:
      at.setUTCFullYear(at.getUTCFullYear() + 1);
  }
  return at.toISOString().slice(0, 16);
}

/** `2026-06-09 02:25:55`: a local time of the server for reading. */
export function readable(at: string): string {
  return at.replace('T', ' ');
}

/** `7 h 05`: how long a session was. */
export function long(minutes: number): string {
  return minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
}
