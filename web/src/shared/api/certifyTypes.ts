/** Rounds of certification: held against the server's own document by a test. */
import type { CitedPlace } from './matchTypes';

export interface RoundLine {
  id: number;
  name: string;
  words: string;
  asOf: string;
  due: string;
  overdue: boolean;
  sealed: boolean;
  items: number;
  left: number;
  reviewers: number;
  signed: number;
  unanswered: number;
  startedBy: string;
  startedAt: string;
}

export interface ChoiceOf {
  id: string;
  words: string;
}

export interface Choices {
  levels: ChoiceOf[];
  rules: ChoiceOf[];
  applications: ChoiceOf[];
  departments: string[];
  hasBefore: boolean;
  mail: boolean;
}

export interface RoundText {
  name: string;
  level: string;
  applications: string[];
  departments: string[];
  privileged: boolean;
  sensitive: boolean;
  withFindings: boolean;
  changed: boolean;
  sample: number;
  seed: number;
  rule: string;
  named: string;
  standIn: string;
  due: string;
  hidden: string[];
}

export interface FileTie {
  id: number;
  file: string;
  total: number;
  read: number;
  rejected: number;
  skipped: number;
  tied: boolean;
}

export interface ProofView {
  application: string;
  counted: string;
  held: number;
  unknown: number;
  outOfWindow: number;
  repeats: number;
  leftOut: Record<string, number>;
  items: number;
  whole: boolean;
  files: FileTie[];
}

export interface DraftReviewer {
  person: string;
  name: string;
  items: number;
  risky: number;
  standIn: number;
}

export interface DraftReason {
  why: string;
  items: number;
  examples: string[];
}

export interface RoundDraft {
  words: string;
  items: number;
  risky: number;
  proofs: ProofView[];
  missing: string[];
  reviewers: DraftReviewer[];
  replaced: DraftReason[];
  nobody: DraftReason[];
}

export interface PersonHit {
  id: string;
  name: string;
  department: string;
  title: string;
}

export interface Tallies {
  items: number;
  keep: number;
  withdraw: number;
  reduce: number;
  open: number;
  risky: number;
}

export interface LetterView {
  kind: string;
  address: string;
  sentAt: string;
  taken: boolean;
  outcome: string;
}

export interface DoubtView {
  id: string;
  sentence: string;
  from: string;
  until: string;
  answer: string;
}

export interface ReviewerView {
  person: string;
  name: string;
  email: string;
  due: string;
  overdue: boolean;
  tallies: Tallies;
  doubts: DoubtView[];
  unanswered: number;
  signedAt: string | null;
  signedWords: string;
  letters: LetterView[];
}

export interface ApplicationTally {
  application: string;
  tallies: Tallies;
}

export interface RoundPage {
  line: RoundLine;
  level: string;
  rule: string;
  hidden: string[];
  tallies: Tallies;
  nobody: Tallies;
  reviewers: ReviewerView[];
  applications: ApplicationTally[];
  proofs: ProofView[];
  missing: string[];
  sealedAt: string | null;
  sealedBy: string;
  sealedWords: string;
  seal: string;
}

export interface SealCheck {
  sealed: string;
  now: string;
  same: boolean;
}

export interface ItemMark {
  word: string;
  high: boolean;
  why: string;
  finding: string;
}

export interface ItemView {
  id: number;
  version: number;
  application: string;
  applicationName: string;
  account: string;
  subject: string;
  who: string;
  department: string;
  title: string;
  kind: string;
  what: string;
  name: string;
  scopes: string[];
  does: string;
  marks: ItemMark[];
  risky: boolean;
  lastUsed: string | null;
  useKnown: boolean;
  given: string | null;
  givenBy: string;
  team: number;
  teamWith: number;
  teamNames: string[];
  lastChoice: string;
  lastWords: string;
  reviewer: string;
  why: string;
  choice: string;
  reason: string;
  target: string;
  decidedAt: string | null;
  isOwn: boolean;
  place: CitedPlace;
}

export interface ItemPage {
  total: number;
  items: ItemView[];
}

export interface ReviewLine {
  round: number;
  name: string;
  audit: string;
  asOf: string;
  due: string;
  overdue: boolean;
  items: number;
  left: number;
  unanswered: number;
  signed: boolean;
  sealed: boolean;
}

export interface ReviewSubject {
  subject: string;
  who: string;
  items: number;
  open: number;
  risky: number;
}

export interface ReviewPage {
  line: ReviewLine;
  reviewer: string;
  hidden: string[];
  subjects: ReviewSubject[];
  doubts: DoubtView[];
}
