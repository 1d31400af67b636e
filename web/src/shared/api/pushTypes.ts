/** Fixes carried out by machine: held against the server's own document by a test. */

export interface PushItem {
  fix: number;
  words: string;
  who: string;
  method: string;
  address: string;
  body: string;
  done: boolean;
  result: string;
}

export interface PushView {
  id: number;
  application: string;
  protocol: string;
  where: string;
  state: string;
  preparedAt: string;
  preparedBy: string;
  carriedAt: string | null;
  carriedBy: string;
  own: boolean;
  items: PushItem[];
}

export interface PushChoice {
  id: number;
  words: string;
  who: string;
  prepared: boolean;
}

export interface PushSettings {
  protocol: string;
  address: string;
  host: string;
  port: number;
  protection: string;
  certificate: string;
  bindDn: string;
  base: string;
  accountAttribute: string;
  statusAttribute: string;
  disabledValue: string;
}
