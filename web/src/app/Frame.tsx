import { Link, Outlet } from 'react-router';
import { seesAudits, UserMenu, useSession } from '../features/session';
import { Logo } from './Logo';

/** The frame around views that belong to no single audit. */
export function Frame() {
  const session = useSession();
  const audits = session.data ? seesAudits(session.data) : false;
  return (
    <div className="grid h-screen grid-rows-[44px_minmax(0,1fr)]">
      <header className="no-print flex items-center gap-5 border-b border-ink bg-sheet pr-4">
        <Link to="/" className="flex w-[148px] shrink-0 items-center gap-2 pl-3.5 font-semibold">
          <Logo /> Stale Keys
        </Link>
        {audits && (
          <Link to="/audits" className="hover:underline">
            Audits
          </Link>
        )}
        <span className="ml-auto">
          <UserMenu />
        </span>
      </header>
      <div className="overflow-y-auto">
        <Outlet />
      </div>
    </div>
  );
}
