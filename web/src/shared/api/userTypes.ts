/** Users of Stale Keys and the journal: held against the server's own document by a test. */

export interface Session {
  name: string | null;
  displayName: string | null;
  parts: string[];
  codeNeeded: boolean;
  provider: string | null;
}

export interface UserView {
  id: number;
  name: string;
  displayName: string;
  email: string;
  person: string;
  parts: string[];
  applications: string[];
  active: boolean;
  locked: boolean;
  hasPassword: boolean;
  asksForCode: boolean;
  invitedUntil: string | null;
  createdAt: string;
  sessions: number;
  version: number;
}

export interface UserText {
  name: string;
  displayName: string;
  email: string;
  person: string;
  parts: string[];
  applications: string[];
  active: boolean;
  version: number;
}

export interface Invited {
  id: number;
  welcome: string;
}

export interface SessionView {
  number: number;
  user: string;
  since: string;
  lastSeen: string;
  address: string;
  client: string;
  own: boolean;
}

export interface AccessRow {
  method: string;
  pattern: string;
  parts: string[];
}

export interface TokenView {
  id: number;
  name: string;
  mayChange: boolean;
  createdAt: string;
  endsOn: string;
  usedAt: string | null;
}

export interface OwnView {
  asksForCode: boolean;
  sessions: SessionView[];
  tokens: TokenView[];
}

export interface MadeToken {
  token: string;
}

export interface CodeOffer {
  secret: string;
  address: string;
}

export interface Welcomed {
  name: string;
  displayName: string;
}

export interface JournalLine {
  number: number;
  at: string;
  who: string;
  what: string;
  detail: string;
  hash: string;
}

export interface JournalPage {
  all: number;
  total: number;
  people: string[];
  deeds: string[];
  entries: JournalLine[];
}

export interface JournalCheck {
  entries: number;
  lastHash: string;
  faults: string[];
}
