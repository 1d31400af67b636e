import { useCallback, useState } from 'react';
import { Link, NavLink, Outlet, useParams } from 'react-router';
import { useSnapshots } from '../features/audits';
import { useRounds } from '../features/certify';
import { useFixes } from '../features/fix';
import { useMatchCounts } from '../features/match';
import { UserMenu } from '../features/session';
import { useStanding } from '../features/standing';
import { count } from '../shared/model/format';
import { Key, Sentences, useKeys } from '../shared/ui';
import { AsOf } from './AsOf';
import { Finder } from './Finder';
import { KeyHelp } from './KeyHelp';
import { LoadingStrip } from './LoadingStrip';
import { Logo } from './Logo';

/** The frame around every view of an audit: the spine of stages at the left, the audit at the top. */
export function Shell() {
  const { snapshot } = useParams();
  const [finding, setFinding] = useState(false);
  const [help, setHelp] = useState(false);
  const open = useCallback(() => setFinding(true), []);
  const close = useCallback(() => setFinding(false), []);
  useKeys({ '?': () => setHelp(true) });
  const snapshots = useSnapshots();
  const current = snapshots.data?.find((one) => String(one.id) === snapshot);
  return (
    <div className="grid h-screen grid-cols-[148px_minmax(0,1fr)] grid-rows-[44px_minmax(0,1fr)]">
      <header className="col-span-2 flex items-center border-b border-ink bg-sheet">
        <Link
          to="/audits"
          className="flex w-[148px] shrink-0 items-center gap-2 pl-3.5 font-semibold"
        >
          <Logo /> Stale Keys
        </Link>
        <div className="flex min-w-0 items-baseline gap-3 px-3.5 whitespace-nowrap">
          <Link to="/audits" className="truncate hover:underline" title="Choose another audit">
            {current?.title ?? '…'}
          </Link>
          {current && snapshots.data && <AsOf current={current} all={snapshots.data} />}
        </div>
        <div className="ml-auto flex shrink-0 items-center gap-4 pr-4">
          <button
            type="button"
            onClick={open}
            className="flex w-[300px] items-center justify-between rounded-[3px] border border-rule bg-paper px-2.5 py-1 text-sm text-soft"
          >
            Find a person, account, role, file … <Key>Ctrl K</Key>
          </button>
          <UserMenu onKeys={() => setHelp(true)} />
        </div>
      </header>
      <Spine />
      <main className="min-h-0 min-w-0 overflow-auto" id="main">
        {snapshots.data && !current ? (
          <p className="p-6">
            There is no audit at this address.{' '}
            <Link className="cite" to="/audits">
              Choose one
            </Link>
          </p>
        ) : (
          <>
            <LoadingStrip key={snapshot} />
            <Outlet />
          </>
        )}
      </main>
      <Finder shown={finding} onOpen={open} onClose={close} />
      {help && <KeyHelp onClose={() => setHelp(false)} />}
    </div>
  );
}

/** The stages in the order of the work, each with what is left to do there. */
function Spine() {
  const standing = useStanding();
  const matches = useMatchCounts();
  const rounds = useRounds();
  const fixes = useFixes().page;
  const openFixes = fixes.data
    ? fixes.data.fixes.filter((fix) => !['confirmed', 'dropped'].includes(fix.state)).length +
      fixes.data.waitingFindings +
      fixes.data.waitingItems
    : 0;
  const data = standing.data;
  const undecided = rounds.data?.reduce((sum, one) => sum + (one.sealed ? 0 : one.left), 0);
  const unmatched =
    matches.data?.applications.reduce((sum, one) => sum + one.person + one.owner + one.broken, 0) ??
    0;
  const unexplained = data?.differences.filter((file) => !file.explanation).length ?? 0;
  const left = unexplained + (data?.refused ?? 0) + (data?.questions ?? 0) + (data?.onDesk ?? 0);
  return (
    <nav aria-label="Stages" className="no-print overflow-y-auto border-r border-rule py-3.5">
      <Stage to="standing" name="Standing" />
      <hr className="mx-3.5 my-2.5 border-rule" />
      <Stage to="gather" name="Gather" left={data && (left ? `${count(left)} open` : 'tied out')} />
      <Stage
        to="match"
        name="Match"
        left={matches.data && (unmatched ? `${count(unmatched)} left` : 'matched')}
      />
      <Stage
        to="findings"
        name="Examine"
        left={data && (data.open ? `${count(data.open)} left` : 'decided')}
      />
      <View to="findings" name="Findings" />
      <View to="access" name="Access" />
      <View to="sign-ins" name="Sign-ins" />
      <View to="changes" name="Changes" />
      <View to="conflicts" name="Conflicts" />
      <View to="checks" name="Checks" />
      <View to="watches" name="Watches" />
      <Stage
        to="certify"
        name="Certify"
        left={rounds.data && (undecided ? `${count(undecided)} left` : '')}
      />
      <Stage
        to="fix"
        name="Fix"
        left={fixes.data && (openFixes ? `${count(openFixes)} open` : '')}
      />
      <Stage to="report" name="Report" />
      {standing.error && <Sentences error={standing.error} />}
    </nav>
  );
}

/** One of the views of a stage. */
function View({ to, name }: { to: string; name: string }) {
  return (
    <NavLink
      to={to}
      className={({ isActive }) =>
        `block py-1 pl-7 text-sm ${isActive ? 'font-semibold' : 'text-soft hover:bg-sheet'}`
      }
    >
      {name}
    </NavLink>
  );
}

function Stage({ to, name, left }: { to: string; name: string; left?: string }) {
  return (
    <NavLink
      to={to}
      className={({ isActive }) =>
        `flex items-baseline justify-between border-l-[3px] py-1.5 pr-3.5 pl-3.5 ${
          isActive ? 'border-brass bg-sheet font-semibold' : 'border-transparent hover:bg-sheet'
        }`
      }
    >
      {name} <span className="text-xs font-normal text-soft">{left}</span>
    </NavLink>
  );
}
