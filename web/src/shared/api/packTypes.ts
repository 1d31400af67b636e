/** Packs: held against the server's own document by a test. */

export interface PackWord {
  id: string;
  words: string;
}

export interface PackText {
  name: string;
  title: string;
  by: string;
  cover: string;
  closing: string;
  parts: string[];
  people: string[];
}

export interface PackFile {
  name: string;
  sha256: string;
}

export interface PackLine {
  id: number;
  template: string;
  asOf: string;
  madeAt: string;
  madeBy: string;
  seal: string;
  bytes: number;
  files: PackFile[];
}

export interface RepeatRun {
  dueAt: string;
  ranAt: string;
  succeeded: boolean;
  words: string;
  pack: number | null;
}

export interface RepeatView {
  id: number;
  template: string;
  cron: string;
  zone: string;
  folder: string;
  out: string;
  mail: string;
  encloses: boolean;
  active: boolean;
  nextAt: string;
  madeBy: string;
  runs: RepeatRun[];
}

export interface RepeatText {
  template: string;
  when: string;
  folder: string;
  out: string;
  mail: string;
  encloses: boolean;
}

export interface PackPage {
  parts: PackWord[];
  templates: PackText[];
  packs: PackLine[];
}
