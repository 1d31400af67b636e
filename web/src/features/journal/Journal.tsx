import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { JournalCheck, JournalPage } from '../../shared/api/userTypes';
import { count, counted, minute, shortHash } from '../../shared/model/format';
import { Sentences, Waiting } from '../../shared/ui';

const PATH = '/api/journal';
const FILTERS = ['text', 'who', 'what', 'from', 'until'];
const STEP = 200;

/** Who did what in Stale Keys: each entry carries the hash of the one before. */
export function Journal() {
  const [params, setParams] = useSearchParams();
  const filter = new URLSearchParams();
  for (const name of FILTERS) {
    const value = params.get(name);
    if (value) {
      filter.set(name, value);
    }
  }
  const offset = Number(params.get('offset') ?? 0);
  const page = useQuery({
    queryKey: [PATH, filter.toString(), offset],
    queryFn: () => api.get<JournalPage>(`${PATH}?${filter}&offset=${offset}&limit=${STEP}`),
    placeholderData: keepPreviousData,
  });
  const check = useQuery({
    queryKey: [PATH, 'check'],
    queryFn: () => api.get<JournalCheck>(`${PATH}/check`),
    enabled: false,
  });
  if (!page.data) {
    return <Waiting error={page.error} what="the journal" />;
  }
  const data = page.data;
  const set = (changes: Record<string, string>) => {
    const next = new URLSearchParams(params);
    next.delete('offset');
    for (const [name, value] of Object.entries(changes)) {
      value ? next.set(name, value) : next.delete(name);
    }
    setParams(next, { replace: true });
  };
  return (
    <main className="mx-auto max-w-[1240px] p-6">
      <header className="flex flex-wrap items-baseline gap-3">
        <h1 className="text-[20px] leading-[27px]">
          {filter.size === 0
            ? counted(data.all, 'entry', 'entries')
            : `${count(data.total)} of ${counted(data.all, 'entry', 'entries')}`}
        </h1>
        <span className="no-print ml-auto flex gap-2">
          <button type="button" className="act" onClick={() => void check.refetch()}>
            {check.isFetching ? 'Checking …' : 'Check the chain'}
          </button>
          <a className="act" href={`${PATH}/list.xlsx?${filter}`}>
            XLSX
          </a>
          <a className="act" href={`${PATH}/list.csv?${filter}`}>
            CSV
          </a>
          <a className="act" href={`${PATH}/journal.jsonl`}>
            Whole, for verify
          </a>
        </span>
      </header>
      <p className="mt-1 text-sm text-soft">
        Entries are only ever added, each with a hash over itself and the one before it: whatever is
        altered, removed or moved shows. Times are yours; the lists have them in UTC.
      </p>
      <Sentences error={check.error} />
      {check.data && (
        <p
          role="status"
          className={`mt-2 border-l-[3px] bg-sheet px-3 py-2 ${check.data.faults.length ? 'border-oxblood' : 'border-brass'}`}
        >
          {check.data.faults.length === 0 ? (
            <>
              <b>The chain holds.</b> {counted(check.data.entries, 'entry', 'entries')}, the last
              hash is <span className="id break-all">{check.data.lastHash}</span>.
            </>
          ) : (
            <>
              <b className="text-oxblood">The chain is broken.</b> {check.data.faults.join(' ')}
            </>
          )}
        </p>
      )}
      <div className="no-print flex flex-wrap gap-2 py-3">
        <input
          aria-label="Words in what was done"
          className="field w-64"
          placeholder="words in what was done"
          value={params.get('text') ?? ''}
          onChange={(event) => set({ text: event.target.value })}
        />
        <Select
          label="Who"
          any="everybody"
          all={data.people}
          value={params.get('who') ?? ''}
          onChange={(who) => set({ who })}
        />
        <Select
          label="Deed"
          any="every deed"
          all={data.deeds}
          value={params.get('what') ?? ''}
          onChange={(what) => set({ what })}
        />
        <label className="flex items-center gap-1.5 text-sm">
          from
          <input
            type="date"
            className="field"
            value={params.get('from') ?? ''}
            onChange={(event) => set({ from: event.target.value })}
          />
        </label>
        <label className="flex items-center gap-1.5 text-sm">
          until
          <input
            type="date"
            className="field"
            value={params.get('until') ?? ''}
            onChange={(event) => set({ until: event.target.value })}
          />
        </label>
        {filter.size > 0 && (
          <button type="button" className="act" onClick={() => setParams({})}>
            Take the filter off
          </button>
        )}
      </div>
      {data.entries.length === 0 ? (
        <p className="py-4">No entry is under this filter.</p>
      ) : (
        <table className="plain-table bg-sheet">
          <thead>
            <tr>
              <th scope="col" className="num">
                No.
              </th>
              {['When', 'Who', 'Deed', 'What was done', 'Hash'].map((head) => (
                <th key={head} scope="col">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {data.entries.map((entry) => (
              <tr key={entry.number}>
                <td className="num">{count(entry.number)}</td>
                <td className="whitespace-nowrap">{minute(entry.at)}</td>
                <td className="whitespace-nowrap">{entry.who}</td>
                <td className="whitespace-nowrap">{entry.what}</td>
                <td className="break-words">{entry.detail}</td>
                <td className="id whitespace-nowrap text-soft" title={entry.hash}>
                  {shortHash(entry.hash)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {data.total > STEP && (
        <p className="flex items-center gap-3 py-3 text-sm">
          <button
            type="button"
            className="act"
            disabled={offset === 0}
            onClick={() => setParams({ ...Object.fromEntries(filter), offset: `${offset - STEP}` })}
          >
            Later
          </button>
          {count(offset + 1)} to {count(Math.min(offset + STEP, data.total))} of {count(data.total)}
          <button
            type="button"
            className="act"
            disabled={offset + STEP >= data.total}
            onClick={() => setParams({ ...Object.fromEntries(filter), offset: `${offset + STEP}` })}
          >
            Earlier
          </button>
        </p>
      )}
    </main>
  );
}

function Select(props: {
  label: string;
  any: string;
  all: string[];
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <select
      aria-label={props.label}
      className="field"
      value={props.value}
      onChange={(event) => props.onChange(event.target.value)}
    >
      <option value="">{props.any}</option>
      {props.all.map((one) => (
        <option key={one}>{one}</option>
      ))}
    </select>
  );
}
