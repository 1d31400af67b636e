import type { SessionLine } from '../../shared/api/signInTypes';
import { long, readable } from './question';

export interface LaneBar {
  /** From 0 at the left to 1 at the right. */
  from: number;
  width: number;
  /** How many sessions of the same account were open when it began. */
  depth: number;
  words: string;
}

export interface Lane {
  name: string;
  bars: LaneBar[];
}

export interface Lanes {
  from: string;
  until: string;
  lanes: Lane[];
  /** Where a local time lies; null when it is outside. */
  share: (at: string) => number | null;
}

/** Local times without a zone, compared among themselves only. */
function millis(at: string): number {
  return Date.parse(`${at.length === 16 ? `${at}:00` : at}Z`);
}

/** Sessions as bars, one lane an account, in the order in which the accounts are first named. */
export function lanes(sessions: SessionLine[]): Lanes {
  const starts = sessions.map((one) => one.from).sort();
  const ends = sessions.map((one) => one.until).sort();
  const from = starts[0] ?? '';
  const until = ends.at(-1) ?? '';
  const first = millis(from);
  const span = Math.max(1, millis(until) - first);
  const share = (at: string) => (millis(at) - first) / span;
  const byAccount = new Map<string, Lane>();
  for (const one of sessions) {
    const name = `${one.account} ${one.application}`;
    const lane = byAccount.get(name) ?? { name, bars: [] };
    byAccount.set(name, lane);
    lane.bars.push({
      from: share(one.from),
      width: share(one.until) - share(one.from),
      depth: one.atOnce - 1,
      words: `${readable(one.from)} to ${readable(one.until)}, ${long(one.minutes)}`,
    });
  }
  return {
    from,
    until,
    lanes: [...byAccount.values()],
    share: (at) => {
      const where = share(at);
      return where < 0 || where > 1 ? null : where;
    },
  };
}
