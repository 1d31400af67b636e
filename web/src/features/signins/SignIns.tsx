import { lazy, Suspense } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import type { MarkView, SignInView } from '../../shared/api/signInTypes';
import { count, counted } from '../../shared/model/format';
import { Sentences, Waiting } from '../../shared/ui';
import { useStanding } from '../standing';
import { AttemptList } from './AttemptList';
import { AttemptPane } from './AttemptPane';
import { FilterBar } from './FilterBar';
import { Keep } from './Keep';
import { Marks } from './Marks';
import { FILTERS, filterOf } from './question';
import { Ranks } from './Ranks';
import { Sessions } from './Sessions';
import { useSignIns } from './useSignIns';
import { WeekGrid } from './WeekGrid';

const Strip = lazy(() => import('./Strip'));

/** Who entered, when, from where, how often it failed, and what came after. The address keeps the question. */
export function SignIns() {
  const { snapshot } = useParams();
  const [params, setParams] = useSearchParams();
  const standing = useStanding();
  const filter = filterOf(params).toString();
  const zoom = params.get('zoom') === 'true';
  const unit = params.get('unit') ?? '';
  const shown = useSignIns(`${filter}&unit=${unit}${zoom ? '&zoom=true' : ''}`);
  const set = (changes: Record<string, string>) =>
    setParams((before) => {
      for (const [name, value] of Object.entries(changes)) {
        value ? before.set(name, value) : before.delete(name);
      }
      return before;
    });
  const clear = () =>
    set(Object.fromEntries([...FILTERS, 'zoom', 'unit', 'attempt'].map((name) => [name, ''])));
  if (!shown.data) {
    return <Waiting error={shown.error} what="the sign-ins" />;
  }
  const data = shown.data;
  if (data.applications.length === 0) {
    return (
      <p className="p-6">
        No evidence says who signed in: nothing here is tested, and nothing is clean.{' '}
        <Link className="door" to={`/s/${snapshot}/gather`}>
          Ask for the logs
        </Link>
      </p>
    );
  }
  const names = new Map(standing.data?.applications.map((one) => [one.id, one.name]));
  const sessions = params.get('view') === 'sessions';
  const attempt = params.get('attempt') ?? '';
  const total = data.total.reduce((sum, value) => sum + value, 0);
  const list = (kind: string) =>
    `/api/snapshots/${snapshot}/sign-ins/${sessions ? 'sessions/' : ''}list.${kind}?${sessions ? params : filter}`;
  return (
    <div className="grid h-full grid-rows-[auto_auto_minmax(0,1fr)]">
      <div className="border-b border-rule px-4 py-2.5">
        <div className="flex flex-wrap items-center gap-x-3">
          <h1 className="text-[17px] font-semibold">Sign-ins</h1>
          <div role="tablist" aria-label="As" className="flex">
            {[
              ['', 'Attempts'],
              ['sessions', 'Sessions'],
            ].map(([id = '', name]) => (
              <button
                key={id}
                type="button"
                role="tab"
                aria-selected={sessions === (id !== '')}
                onClick={() => set({ view: id, attempt: '' })}
                className={`border-b-2 px-2.5 py-1 ${
                  sessions === (id !== '')
                    ? 'border-brass font-semibold'
                    : 'border-transparent hover:bg-sheet'
                }`}
              >
                {name}
              </button>
            ))}
          </div>
          <span className="ml-auto flex gap-3">
            <Keep view="sign-ins" query={params.toString()} />
            <a className="door" href={list('csv')}>
              CSV
            </a>
            <a className="door" href={list('xlsx')}>
              XLSX
            </a>
          </span>
        </div>
        <Sum data={data} total={total} programsOut={params.get('programs') === 'out'} />
        <FilterBar
          params={params}
          applications={data.applications.map((id) => ({ id, name: names.get(id) ?? id }))}
          programs={data.programs}
          onSet={set}
        />
        <Sentences error={shown.error} />
      </div>
      <div className="border-b border-rule pt-1">
        <Suspense fallback={<div className="h-[150px]" />}>
          <Strip
            data={data}
            from={params.get('from') ?? ''}
            until={params.get('until') ?? ''}
            onChoose={(from, until) => set({ from, until, attempt: '' })}
          />
        </Suspense>
        <Legend
          data={data}
          period={params.has('from') || params.has('until')}
          zoom={zoom}
          unit={unit}
          onSet={set}
        />
        <Marks marks={data.marks} onChoose={(mark) => set(following(mark))} />
        <Figures data={data} />
      </div>
      {sessions ? (
        <Sessions filter={filter} onSet={set} />
      ) : total === 0 ? (
        <p className="p-4">
          No attempt is under this filter; {count(data.all)} are outside it.{' '}
          <button type="button" className="act" onClick={clear}>
            Take the filter off
          </button>
        </p>
      ) : (
        <div
          className={`grid min-h-0 ${
            attempt
              ? 'grid-cols-[minmax(0,1fr)_minmax(340px,400px)]'
              : 'grid-cols-[292px_minmax(0,1fr)]'
          }`}
        >
          {!attempt && (
            <div className="min-h-0 overflow-auto border-r border-rule px-4 pb-6">
              <Ranks
                ranks={data.ranks}
                filter={filter}
                onChoose={(changes) => set({ ...changes, attempt: '' })}
              />
              <WeekGrid
                week={data.week}
                chosen={params.get('hour') ?? ''}
                onChoose={(hour) => set({ hour })}
              />
            </div>
          )}
          <AttemptList
            filter={filter}
            total={total}
            order={params.get('order') ?? ''}
            current={attempt}
            onOpen={(row) => set({ attempt: row })}
            onOrder={(order) => set({ order })}
          />
          {attempt && (
            <AttemptPane
              row={attempt}
              onOpen={(row) => set({ attempt: row })}
              onChoose={(changes) => set({ ...changes, attempt: '' })}
            />
          )}
        </div>
      )}
    </div>
  );
}

/** The attempts of a run of failures, and the hour after it: did one get in? */
function following(mark: MarkView): Record<string, string> {
  const after = new Date(Date.parse(`${mark.until}Z`) + 3_600_000);
  return {
    from: mark.from.slice(0, 16),
    until: after.toISOString().slice(0, 16),
    application: mark.application,
    zoom: 'true',
    order: 'oldest',
    ...(mark.check === 'spraying'
      ? { address: mark.subject, accounts: '' }
      : { accounts: `=${mark.subject}`, address: '' }),
  };
}

function Sum({
  data,
  total,
  programsOut,
}: {
  data: SignInView;
  total: number;
  programsOut: boolean;
}) {
  const [success = 0, failure = 0, lockout = 0, out = 0] = data.total;
  return (
    <p className="mt-1 text-sm">
      <b>{count(total)}</b> of {count(data.all)} attempts: {count(success)} in,{' '}
      <b className={failure ? 'text-oxblood' : ''}>{counted(failure, 'failure')}</b>,{' '}
      {counted(lockout, 'lock-out')}, {counted(out, 'sign-out')}
      {data.strangers > 0 && `, ${count(data.strangers)} by names in no accounts file`}
      {programsOut && (
        <>
          ; <b>service and built-in accounts are left out</b>
        </>
      )}
      {data.missing.length > 0 && (
        <>
          . <b>Not looked at:</b> {data.missing.join(', ')}{' '}
          <Link className="cite" to="../gather">
            ask for the log
          </Link>
        </>
      )}
    </p>
  );
}

interface LegendProps {
  data: SignInView;
  period: boolean;
  zoom: boolean;
  unit: string;
  onSet: (changes: Record<string, string>) => void;
}

function Legend({ data, period, zoom, unit, onSet }: LegendProps) {
  return (
    <div className="flex flex-wrap items-center gap-x-4 px-4 pb-1 text-xs text-soft">
      <span>
        <span aria-hidden="true" className="mr-1 inline-block h-2.5 w-2.5 bg-soft" />
        success, up
      </span>
      <span>
        <span
          aria-hidden="true"
          className="mr-1 inline-block h-2.5 w-2.5"
          style={{
            background:
              'repeating-linear-gradient(45deg, var(--color-oxblood) 0 2px, var(--color-reject-wash) 2px 4px)',
          }}
        />
        failure, down
      </span>
      <span>
        <span aria-hidden="true" className="mr-1 inline-block h-2.5 w-2.5 bg-oxblood" />
        lock-out, down
      </span>
      <span>
        <span aria-hidden="true" className="mr-1 text-brass">
          ▼
        </span>
        run of failures
      </span>
      <span className="ml-auto flex items-center gap-2">
        drag to choose a period · times in {data.zone}
        {period && (
          <button type="button" className="act" onClick={() => onSet({ zoom: zoom ? '' : 'true' })}>
            {zoom ? 'Show all time' : 'Look closer'}
          </button>
        )}
        <select
          className="field"
          aria-label="One bar is"
          value={unit}
          onChange={(event) => onSet({ unit: event.target.value })}
        >
          <option value="">by {data.unit}</option>
          {['hour', 'day', 'week', 'month', 'year'].map((one) => (
            <option key={one} value={one}>
              by {one}
            </option>
          ))}
        </select>
      </span>
    </div>
  );
}

/** The strip as a table, for who cannot see it. */
function Figures({ data }: { data: SignInView }) {
  return (
    <details className="px-4 text-xs text-soft">
      <summary className="cursor-pointer">the figures</summary>
      <div className="max-h-48 overflow-auto" tabIndex={0} role="region" aria-label="Figures">
        <table className="plain-table w-auto">
          <thead>
            <tr>
              {[`${data.unit} from`, 'success', 'failure', 'lock-out', 'sign-out'].map((head) => (
                <th key={head} scope="col">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {data.strip.map((bar) => (
              <tr key={bar.start}>
                <td className="id">{bar.start.replace('T', ' ')}</td>
                {bar.counts.map((value, at) => (
                  <td key={at} className="num">
                    {count(value)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
