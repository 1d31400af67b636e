export interface RuleView {
  id: string;
  title: string;
  why: string;
  count: number | null;
  minutes: number | null;
}

export interface ListeningView {
  on: boolean;
  running: boolean;
  fault: string;
  syslogPort: number;
  tls: boolean;
  folder: string;
  zone: string;
  smtpHost: string;
  smtpPort: number;
  mailFrom: string;
  received: number;
  rejected: number;
  last: string | null;
  problems: string[];
}

export interface WatchView {
  id: number;
  name: string;
  rule: string;
  on: boolean;
  count: number;
  minutes: number;
  within: number;
  quiet: number;
  expected: string;
  webhook: string;
  /** Whether a secret is kept; it never comes back. */
  signed: boolean;
  mailTo: string;
}

export interface DeliveryView {
  channel: string;
  target: string;
  state: string;
  tries: number;
  nextAt: string;
  answer: string;
}

export interface AlarmView {
  id: number;
  watch: string;
  firedAt: string;
  first: string;
  last: string;
  subject: string;
  sentence: string;
  trial: boolean;
  deliveries: DeliveryView[];
}

export interface WatchStandIn {
  webhook: string;
  secret: string;
  smtpHost: string;
  smtpPort: number;
}

export interface WatchPage {
  listening: ListeningView;
  rules: RuleView[];
  watches: WatchView[];
  alarms: AlarmView[];
  standIn: WatchStandIn | null;
}
