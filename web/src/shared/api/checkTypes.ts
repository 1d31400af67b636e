import type { SeverityWord } from './types';

/** What was set for a check in one place; null where nothing was said. */
export interface SettingView {
  enabled: boolean | null;
  severity: SeverityWord | null;
  values: Record<string, string[]>;
}

export interface ParameterView {
  name: string;
  list: boolean;
  standard: string[];
  words: string;
}

/** How a check fared in one application, or in `*`: all of them together. */
export interface CheckPlace {
  application: string;
  name: string;
  setting: SettingView;
  state: 'tested' | 'not-tested' | 'switched-off';
  tested: number;
  flagged: number;
  missing: string[];
}

export interface OwnText {
  id: string;
  title: string;
  subject: string;
  condition: string;
  severity: SeverityWord;
  why: string;
  remedy: string;
}

export interface CheckView {
  id: string;
  title: string;
  group: string;
  why: string;
  severity: SeverityWord;
  severityRule: string;
  population: string;
  needs: string[][];
  references: string[];
  parameters: ParameterView[];
  setting: SettingView;
  places: CheckPlace[];
  own: OwnText | null;
}

export interface CheckList {
  checks: CheckView[];
}

/** How many a check flags at one value of a number. */
export interface Point {
  at: number;
  flagged: number;
}

export interface Curve {
  tested: number;
  current: number;
  points: Point[];
}

export interface Named {
  application: string;
  subject: string;
  severity: SeverityWord;
  sentence: string;
}

/** What a check would flag with other settings, beside what it flags now. */
export interface Tried {
  tested: number;
  before: number;
  after: number;
  comes: number;
  goes: number;
  coming: Named[];
  going: Named[];
}

export interface Fault {
  line: number;
  column: number;
  sentence: string;
}

export interface OwnTrial {
  faults: Fault[];
  tried: Tried | null;
}

export interface FieldHelp {
  name: string;
  type: string;
  words: string;
}

export interface SubjectHelp {
  name: string;
  words: string;
  fields: FieldHelp[];
}
