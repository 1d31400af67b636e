import { useParams, useSearchParams } from 'react-router';
import { count } from '../../shared/model/format';
import { Waiting } from '../../shared/ui';
import { useStanding } from '../standing';
import { Administrators } from './Administrators';
import { Given } from './Given';
import { RolesOn } from './RolesOn';
import { Runs } from './Runs';
import { Unrecorded } from './Unrecorded';
import { useChanges } from './useChanges';

const TABS = [
  ['', 'Given and taken'],
  ['administrators', 'Who administers'],
  ['refused', 'Refused'],
  ['runs', 'What is run'],
  ['unrecorded', 'In no record'],
  ['roles', 'Roles on a day'],
] as const;

const FILTERS = ['application', 'account', 'action', 'approval', 'self', 'text', 'from', 'until'];

/** Who gave what to whom, by whose word; and what no record explains. The address keeps the question. */
export function Changes() {
  const { snapshot } = useParams();
  const [params, setParams] = useSearchParams();
  const standing = useStanding();
  const names = new Map(standing.data?.applications.map((one) => [one.id, one.name]));
  const view = params.get('view') ?? '';
  const filter = new URLSearchParams();
  for (const name of FILTERS) {
    const value = params.get(name);
    if (value) {
      filter.set(name, value);
    }
  }
  const page = useChanges(`${filter}&order=${params.get('order') ?? ''}`);
  const set = (changes: Record<string, string>) =>
    setParams((before) => {
      for (const [name, value] of Object.entries(changes)) {
        value ? before.set(name, value) : before.delete(name);
      }
      return before;
    });
  if (!page.data) {
    return <Waiting error={page.error} what="the changes" />;
  }
  const data = page.data;
  const value = (name: string) => params.get(name) ?? '';
  const isList = !['unrecorded', 'roles', 'administrators'].includes(view);
  const list = (kind: string) => `/api/snapshots/${snapshot}/changes/list.${kind}?${params}`;
  const field = (name: string, label: string, width: string, type = 'text') => (
    <input
      key={`${name}${value(name)}`}
      type={type}
      className={`field ${width}`}
      aria-label={label}
      placeholder={label}
      defaultValue={value(name)}
      onBlur={(event) => event.target.value !== value(name) && set({ [name]: event.target.value })}
      onKeyDown={(event) => event.key === 'Enter' && set({ [name]: event.currentTarget.value })}
    />
  );
  const select = (name: string, label: string, options: (readonly [string, string])[]) => (
    <select
      className="field max-w-[170px]"
      aria-label={label}
      value={value(name)}
      onChange={(event) => set({ [name]: event.target.value })}
    >
      {options.map(([id, words]) => (
        <option key={id} value={id}>
          {words}
        </option>
      ))}
    </select>
  );
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <div className="border-b border-rule px-4 py-2.5">
        <div className="flex flex-wrap items-center gap-x-3">
          <h1 className="text-[17px] font-semibold">Changes</h1>
          <div role="tablist" aria-label="Question" className="flex flex-wrap">
            {TABS.map(([id, name]) => (
              <button
                key={id}
                type="button"
                role="tab"
                aria-selected={view === id}
                onClick={() => set({ view: id })}
                className={`border-b-2 px-2.5 py-1 ${
                  view === id ? 'border-brass font-semibold' : 'border-transparent hover:bg-sheet'
                }`}
              >
                {name}
              </button>
            ))}
          </div>
          {isList && (
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
        {view !== 'unrecorded' && view !== 'roles' && (
          <div className="mt-2 flex flex-wrap items-center gap-2 text-sm">
            {field('account', 'Account or person, either side', 'w-52')}
            {select('application', 'Application', [
              ['', 'any application'],
              ...data.applications.map((id) => [id, names.get(id) ?? id] as const),
            ])}
            {view === '' && (
              <>
                {select('action', 'Kind of change', [
                  ['', 'any kind'],
                  ...data.actions.map((one) => [one, one.replace('-', ' ')] as const),
                ])}
                {select('approval', 'Approval', [
                  ['', 'approved or not'],
                  ['approved', 'a request fits'],
                  ['none', 'no request fits'],
                  ['unknown', 'not known'],
                ])}
                <label className="flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    checked={value('self') === 'true'}
                    onChange={(event) => set({ self: event.target.checked ? 'true' : '' })}
                  />
                  to oneself
                </label>
                from {field('from', 'From', 'w-32', 'date')} until{' '}
                {field('until', 'Until', 'w-32', 'date')}
              </>
            )}
            {view !== 'administrators' && field('text', 'Role, permission, scope', 'w-44')}
            {(view === 'runs' || view === 'refused') &&
              select('order', 'Order', [
                ['', 'most often first'],
                ['least', 'least often first'],
              ])}
          </div>
        )}
        {data.missing.length > 0 && (
          <p className="mt-1.5 text-sm">
            <b>Not looked at,</b> because no trail of changes was given: {data.missing.join(', ')}.{' '}
            {data.first && `The first change on record is of ${data.first.slice(0, 10)}.`}
          </p>
        )}
      </div>
      <div
        className="min-h-0 overflow-auto px-4 pb-8"
        tabIndex={0}
        role="region"
        aria-label={TABS.find(([id]) => id === view)?.[1] ?? 'Changes'}
      >
        {view === 'administrators' ? (
          <Administrators filter={filter.toString()} onSet={set} />
        ) : view === 'refused' || view === 'runs' ? (
          <Runs
            filter={`${filter}&order=${value('order') || 'most'}${view === 'refused' ? '&denied=true' : ''}`}
            refused={view === 'refused'}
            onSet={set}
          />
        ) : view === 'unrecorded' ? (
          <Unrecorded />
        ) : view === 'roles' ? (
          <RolesOn params={params} applications={data.applications} onSet={set} />
        ) : (
          <Given data={data} order={value('order')} onSet={set} />
        )}
        {view === '' && data.lines.length < data.total && (
          <p className="mt-3 text-sm text-soft">
            {count(data.lines.length)} of {count(data.total)} are shown; CSV and XLSX hold all, and
            each filter narrows the list.
          </p>
        )}
      </div>
    </div>
  );
}
