import { Link, useParams, useSearchParams } from 'react-router';
import { count, counted } from '../../shared/model/format';
import { Waiting } from '../../shared/ui';
import { AccessGrid } from './AccessGrid';
import { AccountTree } from './AccountTree';
import { Difference } from './Difference';
import { FilterBar } from './FilterBar';
import { useApplications } from './useAccess';

const FILTERS = [
  'accounts',
  'department',
  'role',
  'state',
  'privileged',
  'permissions',
  'sensitivity',
  'category',
  'held',
  'sort',
  'columns',
  'group',
  'days',
];

/** What can this one do, who can do this, and why. The address keeps the question. */
export function Access() {
  const { snapshot } = useParams();
  const [params, setParams] = useSearchParams();
  const applications = useApplications();
  if (!applications.data) {
    return <Waiting error={applications.error} what="the access" />;
  }
  const known = applications.data;
  const current =
    known.find((one) => one.id === params.get('application')) ??
    known.find((one) => one.permissions > 0) ??
    known[0];
  if (!current) {
    return <p className="p-6">This audit has no application yet.</p>;
  }
  const view = params.get('view') ?? 'grid';
  const set = (changes: Record<string, string>) =>
    setParams(
      (before) => {
        for (const [name, value] of Object.entries(changes)) {
          value ? before.set(name, value) : before.delete(name);
        }
        return before;
      },
      { replace: true },
    );
  const filter = new URLSearchParams({ application: current.id });
  for (const name of FILTERS) {
    const value = params.get(name);
    if (value) {
      filter.set(name, value);
    }
  }
  const list = (kind: string) => `/api/snapshots/${snapshot}/access/list.${kind}?${filter}`;
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <div className="border-b border-rule px-4 py-2.5">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
          <h1 className="text-[17px] font-semibold">Access</h1>
          <select
            className="field"
            aria-label="Application"
            value={current.id}
            onChange={(event) =>
              setParams({ application: event.target.value, ...(view !== 'grid' && { view }) })
            }
          >
            {known.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name} ({count(one.accounts)} × {count(one.permissions)})
              </option>
            ))}
          </select>
          <div role="tablist" aria-label="Question" className="flex">
            {[
              ['grid', 'Who can do what'],
              ['account', 'One account'],
              ['differences', 'What differs'],
            ].map(([id, name]) => (
              <button
                key={id}
                type="button"
                role="tab"
                aria-selected={view === id}
                className={`border-b-2 px-2.5 py-1 ${
                  view === id ? 'border-brass font-semibold' : 'border-transparent hover:bg-sheet'
                }`}
                onClick={() => set({ view: id === 'grid' ? '' : (id ?? '') })}
              >
                {name}
              </button>
            ))}
          </div>
          {view === 'grid' && (
            <span className="ml-auto flex gap-3">
              <a className="door" href={list('csv')}>
                CSV
              </a>
              <a className="door" href={list('xlsx')}>
                XLSX
              </a>
            </span>
          )}
        </div>
        {view === 'grid' && <FilterBar application={current} params={params} onSet={set} />}
      </div>
      {current.permissions === 0 && view !== 'differences' ? (
        <NoGrants name={current.name} />
      ) : view === 'account' ? (
        <AccountTree application={current} params={params} onSet={set} />
      ) : view === 'differences' ? (
        <Difference application={current} params={params} onSet={set} />
      ) : (
        <AccessGrid application={current} filter={filter.toString()} params={params} onSet={set} />
      )}
    </div>
  );
}

function NoGrants({ name }: { name: string }) {
  const { snapshot } = useParams();
  return (
    <p className="p-6">
      No evidence says what the roles of {name} allow, so nothing can be said here: that is not
      tested, not clean.{' '}
      <Link className="door" to={`/s/${snapshot}/gather`}>
        Ask for its grants or permissions
      </Link>
      . {counted(0, 'permission')} known.
    </p>
  );
}
