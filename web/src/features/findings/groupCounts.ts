import type { CountView, Desk, PersonCount, SeverityWord } from '../../shared/api/types';
import type { Facet } from './listState';

export interface Group {
  value: string;
  title: string;
  severity: SeverityWord | null;
  open: number;
  total: number;
  /** Subjects that the check looked at; 0 for other groups. */
  tested: number;
  /** Applications in which the check could not be tested; empty for other groups. */
  notTestedIn: string[];
}

/** What stands for the application in findings that reach across several. */
export const ACROSS = '*';

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
    const across = desk.counts.some((one) => one.application === ACROSS)
      ? [{ id: ACROSS, name: 'Across applications' }]
      : [];
    return [...desk.applications, ...across].map((one) => ({
      value: one.id,
      title: one.name,
      severity: null,
      tested: 0,
      notTestedIn: [],
      ...sum((c) => c.application === one.id),
    }));
  }
  if (by === 'severity') {
    return SEVERITIES.map((severity) => ({
      value: severity,
      title: severity,
      severity,
      tested: 0,
      notTestedIn: [],
      ...sum((c) => c.severity === severity),
    }));
  }
  return desk.groups
    .map((group) => ({
      value: group.check,
      title: group.title,
      severity: group.severity,
      tested: group.tested,
      notTestedIn: group.notTestedIn,
      ...sum((c) => c.check === group.check),
    }))
    .sort((a, b) => RANK[b.severity] - RANK[a.severity]);
}

/** People with findings, most first; what is nobody's stands as one group. */
export function personGroups(people: PersonCount[]): Group[] {
  return people.map((one) => ({
    value: one.person || '-',
    title: one.person ? one.name : 'nobody’s',
    severity: null,
    open: one.open,
    total: one.total,
    tested: 0,
    notTestedIn: [],
  }));
}
