import type { Standing } from '../../shared/api/types';
import { count, counted } from '../../shared/model/format';

export interface OpenPoint {
  words: string;
  to: string;
}

/** What still stands in the way of signing: undecided findings, differences nobody explained, gaps. */
export function openPoints(standing: Standing): OpenPoint[] {
  const points: OpenPoint[] = [];
  if (standing.open > 0) {
    points.push({
      words: `${counted(standing.open, 'finding')} of ${count(standing.findings)} to decide`,
      to: '../findings?state=open',
    });
  }
  for (const file of standing.differences.filter((one) => !one.explanation)) {
    points.push({
      words: `${file.file} does not tie out and nobody said why`,
      to: `../gather/${file.id}`,
    });
  }
  if (standing.refused > 0) {
    points.push({
      words: `${counted(standing.refused, 'file')} could not be read`,
      to: '../gather',
    });
  }
  if (standing.onDesk > 0) {
    points.push({
      words: `${counted(standing.onDesk, 'file')} on the reading desk, not taken`,
      to: '../gather',
    });
  }
  if (standing.questions > 0) {
    points.push({
      words: `${counted(standing.questions, 'question')} about files without an answer`,
      to: '../gather',
    });
  }
  if (standing.notTested.length > 0) {
    points.push({
      words: `${counted(standing.notTested.length, 'check')} not tested; the report says so`,
      to: '../standing#not-tested',
    });
  }
  return points;
}

/** Gaps alone do not keep a report from being signed: they are part of what it says. */
export function isReady(points: OpenPoint[]): boolean {
  return points.every((point) => point.to.endsWith('#not-tested'));
}
