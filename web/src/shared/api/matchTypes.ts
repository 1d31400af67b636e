import type { SeverityWord } from './types';

export interface CitedPlace {
  citation: string;
  file: string;
  evidenceId: number;
  row: number;
}

export interface MatchCounts {
  application: string;
  name: string;
  accounts: number;
  byRule: Record<string, number>;
  nobody: number;
  owned: number;
  person: number;
  owner: number;
  broken: number;
}

export interface MatchView {
  people: number;
  rules: string[];
  applications: MatchCounts[];
}

export interface SuggestionView {
  person: string;
  name: string;
  department: string;
  title: string;
  email: string;
  left: boolean;
  score: number;
  sure: boolean;
  reasons: string[];
  place: CitedPlace;
}

export interface RulingView {
  person: string | null;
  owner: string | null;
  not: string[];
  reason: string;
}

export interface MatchLine {
  application: string;
  applicationName: string;
  account: string;
  name: string;
  email: string;
  department: string;
  title: string;
  type: string;
  status: string;
  place: CitedPlace;
  left: 'nothing' | 'person' | 'owner' | 'broken';
  person: string | null;
  personName: string | null;
  rule: string | null;
  owner: string;
  ownerFault: string | null;
  broken: string | null;
  ruling: RulingView | null;
  suggestions: SuggestionView[];
}

export interface MatchPage {
  total: number;
  sure: number;
  lines: MatchLine[];
}

export interface Rule {
  application: string;
  account: string;
  person: string | null;
  owner: string | null;
  not: string[];
  reason: string;
  seen: RulingView | null;
}

export interface PersonLine {
  id: string;
  name: string;
  department: string;
  title: string;
  left: boolean;
}

export interface HoldingView {
  role: string;
  name: string;
  scope: string;
  window: string;
  current: boolean;
  place: CitedPlace;
}

export interface AccountCard {
  application: string;
  applicationName: string;
  account: string;
  type: string;
  status: string;
  usable: boolean;
  matchedBy: string;
  created: string | null;
  expires: string | null;
  lastSignIn: string | null;
  signInFrom: string;
  /** In the log; null when there is none. */
  failures: number | null;
  lockouts: number | null;
  passwordSet: string | null;
  mfa: string;
  privileges: string[];
  permissions: number;
  roles: HoldingView[];
  directGrants: number;
  place: CitedPlace;
}

export interface OfPerson {
  key: string;
  check: string;
  severity: SeverityWord;
  sentence: string;
  state: string;
}

export interface PersonCard {
  id: string;
  name: string;
  email: string;
  status: string;
  title: string;
  department: string;
  manager: string;
  start: string | null;
  end: string | null;
  left: boolean;
  place: CitedPlace;
  accounts: AccountCard[];
  owns: string[];
  findings: OfPerson[];
}
