/** Fixes: held against the server's own document by a test. */
import type { CitedPlace } from './matchTypes';
import type { SeverityWord } from './types';

export interface Clear {
  finding: string;
  check: string;
  application: string;
  sentence: string;
}

export interface UsedLine {
  permission: string;
  day: string;
  file: string;
  row: number;
}

export interface Takes {
  lost: number;
  names: string[];
  used: UsedLine[];
  through: string[];
}

export interface FixView {
  id: number;
  version: number;
  action: string;
  application: string;
  subjectType: string;
  subject: string;
  who: string;
  what: string;
  scope: string;
  target: string;
  words: string;
  severity: SeverityWord;
  source: string;
  clears: Clear[];
  takes: Takes;
  note: string;
  actor: string;
  due: string;
  overdue: boolean;
  state: string;
  stateWords: string;
  place: CitedPlace | null;
  seenAsOf: string | null;
  seenOutcome: string;
  seenWords: string;
  seenSnapshot: number | null;
  seenPlace: CitedPlace | null;
  plannedAsOf: string;
  plannedSnapshot: number;
  plannedBy: string;
  plannedAt: string;
}

export interface FixWord {
  id: string;
  words: string;
}

export interface FixPage {
  fixes: FixView[];
  waitingFindings: number;
  waitingItems: number;
  states: FixWord[];
  actions: FixWord[];
  applications: FixWord[];
}

export interface FixDeedView {
  at: string;
  by: string;
  state: string;
  words: string;
}

export interface FixDraftLine {
  key: string;
  application: string;
  words: string;
  action: string;
  who: string;
  severity: SeverityWord;
  source: string;
  clears: Clear[];
  takes: Takes;
  place: CitedPlace | null;
  actor: string;
  due: string;
}

export interface FixDraftView {
  steps: FixDraftLine[];
  findings: number;
  items: number;
  isExact: boolean;
}

export interface FixByHand {
  action: string;
  application: string;
  subjectType: string;
  subject: string;
  what: string;
  scope: string;
  to: string;
  severity: string;
  note: string;
  due: string | null;
}

export interface FixSettings {
  days: Record<string, number>;
  holidays: string[];
}

export interface OwnFix {
  id: number;
  version: number;
  audit: string;
  application: string;
  applicationName: string;
  words: string;
  who: string;
  through: string[];
  reasons: string[];
  note: string;
  severity: SeverityWord;
  due: string;
  overdue: boolean;
  state: string;
  stateWords: string;
  canReport: boolean;
  lastWords: string;
}
