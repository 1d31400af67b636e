import type { NotTested } from '../../shared/api/types';

export interface Gap {
  checks: string[];
  application: string;
  missing: string[];
}

/** Not-tested checks together by application and by what would cure them; what cures most comes first. */
export function groupNotTested(list: NotTested[]): Gap[] {
  const gaps = new Map<string, Gap>();
  for (const one of list) {
    const key = `${one.application}\n${one.missing.join()}`;
    const gap = gaps.get(key);
    if (gap) {
      gap.checks.push(one.title);
    } else {
      gaps.set(key, { checks: [one.title], application: one.application, missing: one.missing });
    }
  }
  return [...gaps.values()].sort((a, b) => b.checks.length - a.checks.length);
}
