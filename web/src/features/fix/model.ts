import type { FixView } from '../../shared/api/fixTypes';

/** What fixes can be put together by. */
export const GROUPS = {
  actor: 'who must act',
  application: 'application',
  state: 'state',
  due: 'due day',
} as const;

export type Grouping = keyof typeof GROUPS;

export interface FixFilter {
  state: string;
  application: string;
  actor: string;
  text: string;
}

/** Whether a fix is asked for; what is empty is any. `overdue` is a state of its own here. */
export function fits(fix: FixView, filter: FixFilter): boolean {
  const text = filter.text.trim().toLowerCase();
  return (
    (filter.state === '' ||
      (filter.state === 'overdue' ? fix.overdue : fix.state === filter.state)) &&
    (filter.application === '' || fix.application === filter.application) &&
    (filter.actor === '' || fix.actor === filter.actor) &&
    (text === '' ||
      `${fix.words} ${fix.who} ${fix.clears.map((one) => one.sentence).join(' ')}`
        .toLowerCase()
        .includes(text))
  );
}

/** What an auditor looks at first. */
const URGENT = ['came-back', 'refused', 'planned', 'handed-over', 'reported-done', 'confirmed'];

function urgency(fix: FixView): number {
  const at = URGENT.indexOf(fix.state);
  return at < 0 ? URGENT.length : at;
}

/** Fixes by what they share, what came back first in each, the groups as they first come up. */
export function grouped(fixes: FixView[], by: Grouping): [string, FixView[]][] {
  const groups = new Map<string, FixView[]>();
  for (const fix of [...fixes].sort((one, other) => urgency(one) - urgency(other))) {
    const name = by === 'state' ? fix.stateWords : fix[by] || 'nobody';
    groups.set(name, [...(groups.get(name) ?? []), fix]);
  }
  return by === 'due'
    ? [...groups].sort(([one], [other]) => one.localeCompare(other))
    : [...groups];
}

/** How many stand in each state, and how many are overdue. */
export function tallies(fixes: FixView[]): Map<string, number> {
  const found = new Map<string, number>();
  for (const fix of fixes) {
    found.set(fix.state, (found.get(fix.state) ?? 0) + 1);
    if (fix.overdue) {
      found.set('overdue', (found.get('overdue') ?? 0) + 1);
    }
  }
  return found;
}

/** What a removal takes besides, in words; empty when it takes nothing. */
export function lossWords(takes: FixView['takes']): string {
  if (takes.lost === 0) {
    return '';
  }
  const more = takes.lost - takes.names.length;
  return `goes with it: ${takes.names.join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
}

/** What gives the access that is to go, in words; empty where the step says it itself. */
export function throughWords(takes: FixView['takes']): string {
  return takes.through.length === 0 ? '' : `held through ${takes.through.join('; ')}`;
}
