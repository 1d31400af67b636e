import type { CountView, Desk, SeverityWord } from '../../shared/api/types';
import type { Facet } from './listState';

export interface Group {
  value: string;
  title: string;
  severity: SeverityWord | null;
  open: number;
  total: number;
  /** Applications in which the check could not be tested; empty for other groups. */
  notTestedIn: string[];
}

const SEVERITIES: SeverityWord[] = ['critical', 'high', 'medium', 'low'];
const RANK: Record<SeverityWord, number> = { critical: 3, high: 2, medium: 1, low: 0 };

/** The groups at the left of the list. Checks come with the worst first, untested ones last. */
export function groupCounts(desk: Desk, by: Facet): Group[] {
  const sum = (matches: (one: CountView) => boolean) => {
    const own = desk.counts.filter(matches);
    return {
      total: own.reduce((all, one) => all + one.count, 0),
      open: own.filter((one) => one.open).reduce((all, one) => all + one.count, 0),
    };
  };
  if (by === 'application') {
    return desk.applications.map((one) => ({
      value: one.id,
      title: one.name,
      severity: null,
      notTestedIn: [],
      ...sum((c) => c.application === one.id),
    }));
  }
  if (by === 'severity') {
    return SEVERITIES.map((severity) => ({
      value: severity,
      title: severity,
      severity,
      notTestedIn: [],
      ...sum((c) => c.severity === severity),
    }));
  }
  return desk.groups
    .map((group) => ({
      value: group.check,
      title: group.title,
      severity: group.severity,
      notTestedIn: group.notTestedIn,
      ...sum((c) => c.check === group.check),
    }))
    .sort((a, b) => RANK[b.severity] - RANK[a.severity]);
}
