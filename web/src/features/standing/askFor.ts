import type { Standing } from '../../shared/api/types';

const ORGANISATIONS = ['people', 'moves', 'requests', 'systems'];

/** Where to ask for what a check lacks: the place of its kind in the request list. */
export function askFor(standing: Standing, application: string, need: string): string {
  const kind = need.split('.')[0] ?? need;
  const id = standing.applications.find((one) => one.name === application)?.id ?? '';
  return `../gather?ask=${ORGANISATIONS.includes(kind) ? '' : id}:${kind}`;
}
