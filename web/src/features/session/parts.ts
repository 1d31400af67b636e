import type { Session } from '../../shared/api/userTypes';

/** Whether somebody sees the audits at all; else only the own reviews. */
export function seesAudits(session: Session): boolean {
  return session.parts.some((part) => ['lead', 'auditor', 'reader'].includes(part));
}

/** Where somebody who sees no audits begins. */
export function firstPage(session: Session): string {
  return session.parts.includes('fixer') && !session.parts.includes('reviewer')
    ? '/fixes'
    : '/reviews';
}
