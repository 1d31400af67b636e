import type { CitedPlace } from './matchTypes';

/** Success, failure, lock-out, sign-out: in this order in every list of counts. */
export type OutcomeCounts = number[];

export interface StripBar {
  /** The first local hour of the bar. */
  start: string;
  counts: OutcomeCounts;
}

export interface RankLine {
  /** Empty when the log does not say. */
  value: string;
  application: string;
  name: string;
  counts: OutcomeCounts;
  total: number;
}

export interface RankView {
  facet: string;
  different: number;
  most: RankLine[];
  least: RankLine[];
}

export interface RankPage {
  facet: string;
  different: number;
  lines: RankLine[];
}

/** A run of failures as the checks see it. */
export interface MarkView {
  check: string;
  application: string;
  subject: string;
  from: string;
  until: string;
  failures: number;
  accounts: number;
}

export interface SignInView {
  zone: string;
  /** All attempts of the snapshot, whatever the filter. */
  all: number;
  total: OutcomeCounts;
  programs: number;
  strangers: number;
  first: string | null;
  last: string | null;
  unit: string;
  strip: StripBar[];
  /** By hour of the week from Monday 00, four counts each. */
  week: number[];
  ranks: RankView[];
  marks: MarkView[];
  applications: string[];
  missing: string[];
}

export interface AttemptLine {
  row: number;
  at: string;
  application: string;
  account: string;
  known: boolean;
  person: string;
  outcome: string;
  reason: string;
  address: string;
  client: string;
  browser: string;
  os: string;
  location: string;
  environment: string;
  role: string;
  method: string;
  challenge: string;
  session: string;
  duration: string;
  place: CitedPlace;
}

export interface AttemptPage {
  offset: number;
  lines: AttemptLine[];
}

export interface DeedLine {
  at: string;
  action: string;
  target: string;
  resource: string;
  before: string;
  after: string;
  denied: boolean;
  administrative: boolean;
  place: CitedPlace;
}

export interface AttemptAccount {
  application: string;
  key: string;
  name: string;
  type: string;
  status: string;
  usable: boolean;
  privileged: boolean;
  person: string | null;
  personName: string;
  successes: number;
  failures: number;
  lockouts: number;
  lastSuccess: string | null;
  passwordSet: string | null;
  expires: string | null;
  place: CitedPlace;
}

export interface AttemptView {
  attempt: AttemptLine;
  account: AttemptAccount | null;
  until: string | null;
  deedsBy: string;
  allDeeds: number;
  deeds: DeedLine[];
  around: AttemptLine[];
}

export interface SessionLine {
  application: string;
  account: string;
  person: string;
  from: string;
  until: string;
  minutes: number;
  atOnce: number;
  address: string;
  client: string;
  session: string;
  place: CitedPlace;
}

export interface SessionPage {
  total: number;
  open: number;
  strangers: number;
  most: number;
  mostAt: string | null;
  missing: string[];
  sessions: SessionLine[];
}

export interface KeptView {
  id: number;
  view: string;
  name: string;
  query: string;
  pinned: boolean;
  keptBy: string;
}
