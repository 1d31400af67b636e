import { Link, useParams, useSearchParams } from 'react-router';
import type { ItemView } from '../../shared/api/certifyTypes';
import { count, counted } from '../../shared/model/format';
import { Cite, Waiting } from '../../shared/ui';
import { useRound, useRoundItems } from './useRounds';

const FILTERS = ['reviewer', 'application', 'choice', 'risky', 'text'];

/** The items behind a number, each with the row it rests on. */
export function RoundItems() {
  const { round = '' } = useParams();
  const [params, setParams] = useSearchParams();
  const work = useRound(round);
  const filter = new URLSearchParams();
  for (const name of FILTERS) {
    const value = params.get(name);
    if (value) {
      filter.set(name, value);
    }
  }
  const limit = Number(params.get('limit') ?? 100);
  const items = useRoundItems(round, filter.toString(), limit);
  const page = work.page.data;
  if (!items.data || !page) {
    return <Waiting error={items.error ?? work.page.error} what="the items" />;
  }
  const set = (name: string, value: string) => {
    const next = new URLSearchParams(params);
    value ? next.set(name, value) : next.delete(name);
    setParams(next, { replace: true });
  };
  const names = new Map(page.reviewers.map((one) => [one.person, one.name]));
  return (
    <div className="p-5">
      <header className="flex flex-wrap items-baseline gap-3">
        <h1 className="text-[20px] leading-[27px]">
          <Link to={`../certify/${round}`} className="text-soft underline">
            {page.line.name}
          </Link>{' '}
          / {counted(items.data.total, 'item')}
        </h1>
        <span className="no-print ml-auto flex gap-2">
          <a className="act" href={`${work.path}/list.xlsx?${filter}`}>
            XLSX
          </a>
          <a className="act" href={`${work.path}/list.csv?${filter}`}>
            CSV
          </a>
        </span>
      </header>
      <div className="no-print flex flex-wrap gap-2 py-3">
        <select
          aria-label="Reviewer"
          className="field"
          value={params.get('reviewer') ?? ''}
          onChange={(event) => set('reviewer', event.target.value)}
        >
          <option value="">every reviewer</option>
          <option value="nobody">nobody</option>
          {page.reviewers.map((one) => (
            <option key={one.person} value={one.person}>
              {one.name}
            </option>
          ))}
        </select>
        <select
          aria-label="Application"
          className="field"
          value={params.get('application') ?? ''}
          onChange={(event) => set('application', event.target.value)}
        >
          <option value="">every application</option>
          {page.applications.map((one) => (
            <option key={one.application}>{one.application}</option>
          ))}
        </select>
        <select
          aria-label="Decision"
          className="field"
          value={params.get('choice') ?? ''}
          onChange={(event) => set('choice', event.target.value)}
        >
          <option value="">any decision</option>
          <option value="open">not decided</option>
          <option value="keep">keep</option>
          <option value="withdraw">withdraw</option>
          <option value="reduce">reduce</option>
        </select>
        <label className="flex items-center gap-1.5 text-sm">
          <input
            type="checkbox"
            checked={params.get('risky') === 'true'}
            onChange={(event) => set('risky', event.target.checked ? 'true' : '')}
          />
          of high risk only
        </label>
        <input
          aria-label="Person or account"
          placeholder="person or account"
          className="field"
          value={params.get('text') ?? ''}
          onChange={(event) => set('text', event.target.value)}
        />
      </div>
      <table className="plain-table bg-sheet">
        <thead>
          <tr>
            {['Whose', 'What', 'Marks', 'Reviewer', 'Decision', 'Evidence'].map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {items.data.items.map((item) => (
            <Row key={item.id} item={item} reviewer={names.get(item.reviewer) ?? 'nobody'} />
          ))}
        </tbody>
      </table>
      {items.data.items.length < items.data.total && (
        <p className="mt-2 text-sm">
          {limit < 500 ? (
            <button type="button" className="act" onClick={() => set('limit', '500')}>
              Show {count(Math.min(500, items.data.total))} of {count(items.data.total)}
            </button>
          ) : (
            <span className="text-soft">
              The first {count(items.data.items.length)} of {count(items.data.total)}; CSV and XLSX
              hold all.
            </span>
          )}
        </p>
      )}
    </div>
  );
}

function Row({ item, reviewer }: { item: ItemView; reviewer: string }) {
  const scopes = item.scopes.filter((scope) => scope !== '').join(', ');
  return (
    <tr>
      <td>
        {item.who}
        <div className="id text-soft">
          {item.account} {item.application}
        </div>
      </td>
      <td>
        {item.name} {scopes && <span className="text-soft">in {scopes}</span>}
        <div className="text-xs text-soft">{item.does}</div>
      </td>
      <td className="text-sm">
        {item.marks.map((mark) => (
          <div key={mark.word + mark.finding} title={mark.why}>
            {mark.high ? <b className="text-oxblood">{mark.word}</b> : mark.word}
          </div>
        ))}
      </td>
      <td className="text-sm">
        {reviewer}
        <div className="text-xs text-soft">{item.why}</div>
      </td>
      <td className="text-sm">
        {item.choice ? (
          <>
            <b>{item.choice}</b>
            {item.target && ` to ${item.target}`}
            <div className="text-xs text-soft">
              {item.reason}
              {item.decidedAt && ` ${item.decidedAt.slice(0, 16).replace('T', ' ')} UTC`}
            </div>
          </>
        ) : (
          <span className="text-soft">not decided</span>
        )}
      </td>
      <td>
        <Cite place={item.place} />
      </td>
    </tr>
  );
}
