import type { CitedPlace } from './matchTypes';
import type { SeverityWord } from './types';

export interface TaskView {
  id: string;
  name: string;
  all: boolean;
  needs: string[];
  /** Permissions that the patterns name; 0 says that nothing is meant. */
  means: number;
  holders: number;
}

export interface ConflictView {
  id: string;
  tasks: string[];
  severity: SeverityWord;
  reason: string;
  people: number;
  mitigated: number;
  lapsed: number;
  exercised: number;
  /** Roles that alone give all of its tasks. */
  roles: string[];
}

/** Two tasks, and how many people can do both. */
export interface PairView {
  first: string;
  second: string;
  people: number;
  conflicts: string[];
}

export interface ConflictPage {
  tasks: TaskView[];
  conflicts: ConflictView[];
  pairs: PairView[];
  yaml: string;
}

export interface TakeView {
  application: string;
  account: string;
  role: string;
  permission: string;
  scope: string;
  place: CitedPlace;
}

export interface RemovalView {
  takes: TakeView[];
  lost: number;
  exact: boolean;
}

export interface ControlView {
  control: string;
  owner: string;
  until: string | null;
  holds: boolean;
}

/** A permission by which somebody can do a task. */
export interface Proof {
  task: string;
  name: string;
  application: string;
  account: string;
  permission: string;
}

export interface HolderView {
  key: string;
  name: string;
  department: string;
  person: boolean;
  accounts: string[];
  where: string[];
  control: ControlView | null;
  exercised: boolean;
  proofs: Proof[];
  removal: RemovalView | null;
}

export interface HolderPage {
  total: number;
  holders: HolderView[];
}

export interface TriedConflict {
  id: string;
  before: number;
  after: number;
}

export interface TasksTrial {
  faults: string[];
  tasks: TaskView[];
  conflicts: TriedConflict[];
}

export interface PairsRead {
  faults: string[];
  added: number;
  yaml: string;
}
