// What the server sends and takes. A test of the server holds these names against its own records.

export interface Session {
  name: string | null;
  displayName: string | null;
}

export interface SnapshotView {
  id: number;
  title: string;
  asOf: string;
  applications: number;
  examined: boolean;
}

export interface Started {
  id: number;
}

export interface JobView {
  id: number;
  title: string;
  step: string;
  state: 'waiting' | 'running' | 'done' | 'stopped' | 'failed';
  done: number;
  /** Rows to come, 0 when nobody knows. */
  known: number;
  result: number | null;
  sentences: string[];
}

export type SeverityWord = 'low' | 'medium' | 'high' | 'critical';

export interface ApplicationLine {
  id: string;
  name: string;
  files: number;
  refused: number;
  accounts: number;
  enabled: number;
  matched: number;
  /** Null when no evidence says which accounts are. */
  privileged: number | null;
  severities: Record<SeverityWord, number>;
  notTested: number;
}

export interface NotTested {
  check: string;
  title: string;
  application: string;
  missing: string[];
}

export interface Gain {
  check: string;
  title: string;
  severity: SeverityWord;
  open: number;
  points: number;
}

export interface Clean {
  strict: number | null;
  stated: number | null;
  tested: number;
  notTested: number;
}

export interface FileDifference {
  id: number;
  file: string;
  difference: number;
  explanation: string;
}

export interface Standing {
  title: string;
  asOf: string;
  from: string;
  to: string;
  findings: number;
  open: number;
  openBySeverity: Record<SeverityWord, number>;
  accounts: number;
  matched: number;
  applications: ApplicationLine[];
  notTested: NotTested[];
  clean: Clean;
  gains: Gain[];
  differences: FileDifference[];
  rejected: number;
  refused: number;
  problems: number;
}

export interface Counts {
  rows: number;
  read: number;
  rejected: number;
  skipped: number;
  expected: number | null;
  difference: number | null;
}

export interface FileView {
  id: number;
  citation: string;
  file: string;
  application: string | null;
  kinds: string[];
  state: 'received' | 'taken' | 'refused';
  sha256: string;
  bytes: number;
  receivedAt: string;
  receivedBy: string;
  from: string | null;
  extracted: string | null;
  filter: string | null;
  counts: Counts;
  explanation: string;
  issues: number;
  textLines: number;
}

export interface IssueView {
  weight: 'unusable' | 'rejected' | 'problem' | 'question';
  code: string;
  sentence: string;
  file: string;
  row: number;
  column: string | null;
}

export interface RejectView {
  row: number;
  column: string | null;
  cell: string;
  reason: string;
  line: string | null;
}

export interface ApplicationView {
  id: string;
  name: string;
}

export interface Overview {
  applications: ApplicationView[];
  files: FileView[];
  problems: IssueView[];
}

export interface Understood {
  what: string;
  how: string;
}

export interface Detail {
  file: FileView;
  understanding: Understood[];
  rejects: RejectView[];
  issues: IssueView[];
}

export interface Line {
  number: number;
  text: string;
}

export interface GroupView {
  check: string;
  title: string;
  severity: SeverityWord;
  findings: number;
  open: number;
  tested: number;
  notTestedIn: string[];
}

export interface ApplicationName {
  id: string;
  name: string;
}

export interface CountView {
  check: string;
  application: string;
  severity: SeverityWord;
  open: boolean;
  count: number;
}

export interface Desk {
  groups: GroupView[];
  applications: ApplicationName[];
  counts: CountView[];
  total: number;
  open: number;
}

export type VerdictWord = 'open' | 'fix' | 'accept' | 'dismiss' | 'ask';

export interface DecisionView {
  seq: number;
  verdict: VerdictWord;
  words: string;
  reason: string;
  approver: string;
  until: string | null;
  by: string;
  at: string;
}

export interface FindingLine {
  key: string;
  check: string;
  severity: SeverityWord;
  application: string;
  subjectType: string;
  subject: string;
  person: string;
  personName: string;
  figure: number | null;
  sentence: string;
  facts: Record<string, unknown>;
  decision: DecisionView | null;
}

export interface FindingPage {
  total: number;
  lines: FindingLine[];
}

export interface EvidenceView {
  citation: string;
  file: string;
  evidenceId: number;
  row: number;
  line: string | null;
}

export interface RemedyView {
  title: string;
  steps: string[];
  minutes: number;
}

export interface Event {
  day: string;
  kind: 'created' | 'sign-in' | 'expires' | 'joined' | 'left' | 'as-of';
  words: string;
}

export interface FindingDetail {
  finding: FindingLine;
  checkTitle: string;
  why: string;
  references: string[];
  evidence: EvidenceView[];
  evidenceTotal: number;
  remedies: RemedyView[];
  life: Event[];
  history: DecisionView[];
  others: number;
}

export interface Seen {
  key: string;
  decision: number;
}

export interface Decide {
  findings: Seen[];
  verdict: VerdictWord;
  reason?: string;
  approver?: string;
  until?: string;
}

export interface Hit {
  kind: 'person' | 'account' | 'role' | 'check' | 'file';
  key: string;
  label: string;
  about: string;
  evidenceId: number;
  row: number;
}
