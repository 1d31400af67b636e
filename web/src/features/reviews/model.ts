import type { ItemView, ReviewSubject } from '../../shared/api/certifyTypes';

/** `in Quay/North and Quay/South`; empty for everywhere. */
export function where(item: Pick<ItemView, 'scopes'>): string {
  const scopes = item.scopes.filter((scope) => scope !== '');
  return scopes.length === 0 ? '' : `in ${scopes.join(', ')}`;
}

/** Those that may be kept in one stroke: no mark, not decided, not the own access. */
export function keepable(items: ItemView[]): ItemView[] {
  return items.filter((item) => item.marks.length === 0 && item.choice === '' && !item.isOwn);
}

/** How an item was used, in words; without evidence it says so. */
export function useWords(item: Pick<ItemView, 'useKnown' | 'lastUsed'>): string {
  if (!item.useKnown) {
    return 'use not known';
  }
  return item.lastUsed ? `last used ${item.lastUsed}` : 'no use on record';
}

/** `3 of 7 others in Quay have it: A, B, C`; empty where the team is not shown or there is none. */
export function teamWords(
  item: Pick<ItemView, 'team' | 'teamWith' | 'teamNames' | 'department'>,
): string {
  if (item.team === 0) {
    return '';
  }
  const more = item.teamWith - item.teamNames.length;
  const names = item.teamNames.join(', ') + (more > 0 ? ` and ${more} more` : '');
  const department = item.department || 'the same department';
  return item.teamWith === 0
    ? `none of ${item.team} others in ${department} has it`
    : `${item.teamWith} of ${item.team} others in ${department} ${item.teamWith === 1 ? 'has' : 'have'} it: ${names}`;
}

/** The next person with something left, after the one shown; from the top when there is none below. */
export function nextOpen(subjects: ReviewSubject[], current: string | null): string | null {
  const at = subjects.findIndex((one) => one.subject === current);
  const round = [...subjects.slice(at + 1), ...subjects.slice(0, at + 1)];
  return round.find((one) => one.open > 0)?.subject ?? null;
}
