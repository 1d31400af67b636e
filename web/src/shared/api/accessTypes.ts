import type { CitedPlace } from './matchTypes';

export interface AccessApplication {
  id: string;
  name: string;
  accounts: number;
  permissions: number;
  departments: string[];
  roles: string[];
  categories: string[];
  usageKnown: boolean;
}

export interface GridAccount {
  key: string;
  name: string;
  person: string | null;
  personName: string;
  department: string;
  group: string;
  status: string;
  usable: boolean;
  privileged: boolean;
  held: number;
}

export interface GridPermission {
  resource: string;
  action: string;
  name: string;
  sensitivity: string;
  category: string;
  holders: number;
}

export interface GridView {
  accounts: number;
  permissions: number;
  held: number;
  top: number;
  left: number;
  rows: GridAccount[];
  columns: GridPermission[];
  cells: string[];
}

export interface StepView {
  kind: 'assignment' | 'nesting' | 'grant' | 'everything';
  to: string;
  scope: string;
  window: string;
  place: CitedPlace;
}

export interface PathView {
  effect: 'allow' | 'deny' | 'ceiling';
  fate: 'allows' | 'denied' | 'above ceiling' | 'denies' | 'limits' | 'lapsed' | 'apart';
  scope: string | null;
  steps: StepView[];
}

export interface TraceView {
  application: string;
  account: string;
  resource: string;
  action: string;
  sensitivity: string;
  can: boolean;
  usable: boolean;
  reason: string;
  paths: PathView[];
  all: number;
  counted: boolean;
  lastUsed: string | null;
  usedPlace: CitedPlace | null;
}

export interface PermissionLine {
  resource: string;
  action: string;
  sensitivity: string;
  scopes: string[];
  except: string[];
  lastUsed: string | null;
}

export interface PolicyView {
  policy: string;
  setting: string;
  value: string;
  holder: string;
  enforced: boolean;
  place: CitedPlace;
}

export interface AccountAccess {
  key: string;
  name: string;
  usable: boolean;
  lines: PermissionLine[];
  policies: PolicyView[];
}

export interface DifferenceLine {
  resource: string;
  action: string;
  sensitivity: string;
  left: string | null;
  right: string | null;
}

export interface AccessDifference {
  left: string;
  right: string;
  same: number;
  lines: DifferenceLine[];
}
