import type { SeverityWord, Standing } from '../../shared/api/types';
import { count, counted } from '../../shared/model/format';

export interface Step {
  severity: SeverityWord;
  words: string;
  stage: string;
  to: string;
}

/** What most needs doing, worst first, each with the door that leads there. */
export function nextSteps(standing: Standing): Step[] {
  const steps: Step[] = [];
  if (standing.refused > 0) {
    steps.push({
      severity: 'critical',
      words: `${counted(standing.refused, 'file')} could not be read`,
      stage: 'Gather',
      to: '../gather',
    });
  }
  for (const severity of ['critical', 'high'] as const) {
    const open = standing.openBySeverity[severity];
    if (open > 0) {
      steps.push({
        severity,
        words: `Decide ${open === 1 ? `the one ${severity} finding` : `the ${count(open)} ${severity} findings`}`,
        stage: 'Examine',
        to: `../findings?severity=${severity}&state=open`,
      });
    }
  }
  for (const file of standing.differences.filter((one) => !one.explanation)) {
    steps.push({
      severity: 'high',
      words: `Explain why ${file.file} has ${counted(Math.abs(file.difference), 'row')} ${file.difference < 0 ? 'fewer' : 'more'} than declared`,
      stage: 'Gather',
      to: `../gather/${file.id}`,
    });
  }
  if (standing.onDesk > 0) {
    steps.push({
      severity: 'medium',
      words: `Take or withdraw ${counted(standing.onDesk, 'file')} on the reading desk`,
      stage: 'Gather',
      to: '../gather',
    });
  }
  if (standing.questions > 0) {
    steps.push({
      severity: 'medium',
      words: `Answer ${counted(standing.questions, 'question')} about files`,
      stage: 'Gather',
      to: '../gather',
    });
  }
  if (standing.rejected > 0) {
    steps.push({
      severity: 'medium',
      words: `${counted(standing.rejected, 'row')} could not be read and ${standing.rejected === 1 ? 'is' : 'are'} kept aside`,
      stage: 'Gather',
      to: '../gather',
    });
  }
  const unmatched = standing.accounts - standing.matched;
  if (unmatched > 0) {
    steps.push({
      severity: 'medium',
      words: `${counted(unmatched, 'account')} without a person`,
      stage: 'Match',
      to: '../match',
    });
  }
  return steps;
}
