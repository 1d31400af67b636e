import type { CitedPlace } from './matchTypes';

export interface ChangeLine {
  at: string;
  application: string;
  actor: string;
  actorPerson: string;
  action: string;
  target: string;
  targetPerson: string;
  scope: string;
  before: string;
  after: string;
  privileged: boolean;
  self: boolean;
  /** `approved`, `none`, `unknown` or `not needed`. */
  approval: string;
  request: string | null;
  requestPlace: CitedPlace | null;
  place: CitedPlace;
}

export interface ChangePage {
  all: number;
  total: number;
  counts: Record<string, number>;
  actions: string[];
  applications: string[];
  missing: string[];
  first: string | null;
  lines: ChangeLine[];
}

export interface AdministratorLine {
  application: string;
  account: string;
  person: string;
  known: boolean;
  privileged: boolean;
  deeds: number;
  byAction: Record<string, number>;
  first: string | null;
  last: string | null;
}

export interface RunLine {
  application: string;
  account: string;
  person: string;
  action: string;
  resource: string;
  denied: boolean;
  times: number;
  first: string;
  last: string;
  place: CitedPlace;
}

export interface RunPage {
  total: number;
  deeds: number;
  lines: RunLine[];
}

export interface RoleOnDay {
  role: string;
  /** `held`, `not held` or `uncertain`. */
  state: string;
  why: string;
  places: CitedPlace[];
}

export interface RolesView {
  application: string;
  account: string;
  day: string;
  asOf: string;
  comparedWith: string | null;
  roles: RoleOnDay[];
}
