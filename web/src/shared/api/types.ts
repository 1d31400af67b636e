// What the server sends and takes. A test of the server holds these names against its own records.

export interface SnapshotView {
  id: number;
  audit: number;
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
  unit: string;
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
  /** Questions about files that nobody has answered. */
  questions: number;
  /** Files that lie on the reading desk. */
  onDesk: number;
  /** Null when there is no snapshot before. */
  movement: Movement | null;
  /** The clean share of each snapshot, the earliest first. */
  history: PastShare[];
}

/** What came and went since the snapshot before. */
export interface Movement {
  before: number;
  asOf: string;
  fresh: number;
  /** Stand now, where the check was not tested before. */
  first: number;
  back: number;
  stayed: number;
  /** Stood before and not any more, where the check was tested again. */
  closed: number;
  /** Stood before, and the check was not tested this time. */
  unseen: number;
}

export interface PastShare {
  snapshot: number;
  asOf: string;
  strict: number | null;
  stated: number | null;
  tested: number;
  notTested: number;
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

export interface AnswerView {
  words: string;
  by: string;
  at: string;
}

export interface IssueView {
  weight: 'unusable' | 'rejected' | 'problem' | 'question';
  code: string;
  sentence: string;
  file: string;
  row: number;
  column: string | null;
  /** The name under which it is answered, empty unless it is a question. */
  question: string;
  answer: AnswerView | null;
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

export interface Arrived {
  id: number;
  /** Reads it at once, because it is like last time's file; null when it lies on the desk. */
  job: number | null;
}

export interface Begun {
  id: number;
}

export interface FitView {
  kind: string;
  bound: number;
  missing: string[];
}

export interface UseView {
  kind: string;
  field: string;
  how: string;
}

export interface WordView {
  word: string;
  rows: number;
  meaning: string | null;
}

export interface ColumnView {
  position: number;
  head: string;
  uses: UseView[];
  proof: string | null;
  dateIssue: string | null;
  words: WordView[];
  filled: number;
}

export interface CellView {
  raw: string;
  read: string;
  state: 'read' | 'empty' | 'unreadable' | 'open' | 'kept';
}

export interface DeskRow {
  row: number;
  cells: CellView[];
  reason: string | null;
}

export interface WideView {
  holderType: string;
  letters: Record<string, string>;
}

export interface ReadView {
  delimiter: string;
  encoding: string;
  /** Line of the head, 0 when it is to be found. */
  header: number;
  sheet: string;
  member: string;
  zone: string;
  dates: string;
  times: string;
  never: string[];
}

/** The description of a file, key by key as in the audit file; empty means "to be found". */
export interface DraftView {
  application: string;
  kind: string[];
  columns: Record<string, string>;
  values: Record<string, Record<string, string>>;
  split: Record<string, string>;
  wide: WideView | null;
  read: ReadView;
  extracted: string;
  from: string;
  filter: string;
  rows: number | null;
}

export interface DeskView {
  id: number;
  file: string;
  state: 'received' | 'taken' | 'refused';
  drafted: boolean;
  replaces: string;
  draft: DraftView;
  mapFrom: string;
  drift: IssueView[];
  fits: FitView[];
  kinds: string[];
  columns: ColumnView[];
  rows: DeskRow[];
  titles: Line[];
  headRow: number;
  looked: number;
  whole: boolean;
  understanding: Understood[];
  issues: IssueView[];
  counts: Counts | null;
  rejects: RejectView[];
  bytes: number;
  sha256: string;
  textLines: number;
}

export interface FieldView {
  name: string;
  required: boolean;
  type: string;
  words: string[];
}

export interface KindView {
  kind: string;
  fields: FieldView[];
}

export interface RequestCell {
  application: string;
  kind: string;
  standing: string;
  files: number[];
  untested: string[];
  askedOf: string;
  due: string | null;
  reason: string;
  words: string;
  by: string;
  at: string | null;
}

export interface OwnerView {
  id: string;
  name: string;
}

export interface Grid {
  owners: OwnerView[];
  organisationKinds: string[];
  cells: RequestCell[];
}

export interface Proposal {
  subject: string;
  body: string;
}

export interface KindCount {
  application: string;
  kind: string;
  state: 'compared' | 'counted' | 'only before' | 'only now';
  before: number;
  now: number;
  came: number;
  went: number;
  changed: number;
}

export interface ComparisonView {
  beforeAsOf: string;
  nowAsOf: string;
  names: Record<string, string>;
  counts: KindCount[];
}

export interface FieldChangeView {
  field: string;
  before: string;
  now: string;
}

export interface PlaceView {
  snapshot: number;
  evidence: number;
  citation: string;
  row: number;
}

export interface DifferenceView {
  change: 'came' | 'went' | 'changed';
  subject: string;
  fields: FieldChangeView[];
  before: PlaceView | null;
  now: PlaceView | null;
}

export interface DifferencePage {
  total: number;
  lines: DifferenceView[];
}

export interface StandIn {
  protocol: 'ldap' | 'scim';
  about: string;
  host: string;
  port: number;
  address: string;
  base: string;
  bindDn: string;
  secret: string;
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
  /** Why the decision does not hold any more; empty while it does. */
  reopened: string;
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
  /** Against the snapshot before; empty when there is none. */
  since: '' | 'new' | 'first' | 'back' | 'stayed';
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

export interface NoteView {
  note: string;
  by: string;
  at: string;
}

/** Findings of one person; of nobody when the id is empty. */
export interface PersonCount {
  person: string;
  name: string;
  open: number;
  total: number;
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
  notes: NoteView[];
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
