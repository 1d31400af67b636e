import { useSearchParams } from 'react-router';
import type { SessionLine, SessionPage } from '../../shared/api/signInTypes';
import { count, counted } from '../../shared/model/format';
import { Cite, Waiting } from '../../shared/ui';
import { lanes } from './lanes';
import { long, readable } from './question';
import { useSessions } from './useSignIns';

interface Props {
  filter: string;
  onSet: (changes: Record<string, string>) => void;
}

/** Who was in at a moment, several at once, and for how long. */
export function Sessions({ filter, onSet }: Props) {
  const [params] = useSearchParams();
  const asked = new URLSearchParams(filter);
  for (const name of ['at', 'least', 'several', 'order']) {
    const value = params.get(name);
    if (value) {
      asked.set(name, value);
    }
  }
  const limit = Number(params.get('limit') ?? 200);
  const page = useSessions(`${asked}&limit=${limit}`);
  if (!page.data) {
    return <Waiting error={page.error} what="the sessions" />;
  }
  const data = page.data;
  const at = params.get('at') ?? '';
  return (
    <div className="min-h-0 overflow-auto px-4 pb-8">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5 py-2 text-sm">
        <label className="flex items-center gap-1.5">
          who was in at
          <input
            type="datetime-local"
            step={1}
            className="field"
            value={at}
            onChange={(event) => onSet({ at: event.target.value })}
          />
        </label>
        <label className="flex items-center gap-1.5">
          at least
          <input
            type="number"
            min={0}
            className="field w-20"
            value={params.get('least') ?? ''}
            onChange={(event) => onSet({ least: event.target.value })}
          />
          minutes
        </label>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={params.get('several') === 'true'}
            onChange={(event) => onSet({ several: event.target.checked ? 'true' : '' })}
          />
          several of one account at once
        </label>
        <select
          className="field"
          aria-label="Order"
          value={params.get('order') ?? ''}
          onChange={(event) => onSet({ order: event.target.value })}
        >
          <option value="">by start</option>
          <option value="longest">longest first</option>
          <option value="account">by account</option>
        </select>
      </div>
      <p className="text-sm">
        <b>{counted(data.total, 'session')}</b>
        {data.mostAt && (
          <>
            , at most{' '}
            <button type="button" className="door" onClick={() => onSet({ at: data.mostAt ?? '' })}>
              {count(data.most)} at once
            </button>{' '}
            on {readable(data.mostAt)}
          </>
        )}
        .{' '}
        {data.open > 0 &&
          `${counted(data.open, 'sign-in')} under this filter ${data.open === 1 ? 'has' : 'have'} no known end and ${data.open === 1 ? 'is' : 'are'} not among them. `}
        {data.strangers > 0 &&
          `${counted(data.strangers, 'sign-in')} ${data.strangers === 1 ? 'is' : 'are'} by names in no accounts file; ${data.strangers === 1 ? 'its session is' : 'their sessions are'} not known. `}
        {data.missing.length > 0 && (
          <>
            The logs of {data.missing.join(', ')} name no session, sign-out or duration: their
            sessions are <b>not known</b>, not none.
          </>
        )}
      </p>
      {data.sessions.length === 0 ? (
        <p className="py-4">
          No session is under this filter.
          {asked.has('outcome') &&
            !asked.get('outcome')?.includes('success') &&
            ' The filter asks for attempts that did not get in, and a session begins with one that did.'}{' '}
          <button
            type="button"
            className="act"
            onClick={() => onSet({ at: '', least: '', several: '' })}
          >
            Take the conditions off
          </button>
        </p>
      ) : (
        <>
          <Lanes sessions={data.sessions} at={at} />
          <List data={data} />
          {data.sessions.length < data.total && limit < 1000 && (
            <button type="button" className="act mt-2" onClick={() => onSet({ limit: '1000' })}>
              Show {count(Math.min(1000, data.total))} of {count(data.total)}
            </button>
          )}
          {data.sessions.length < data.total && limit >= 1000 && (
            <p className="mt-2 text-sm text-soft">
              The first {count(data.sessions.length)} of {count(data.total)}; CSV and XLSX hold all,
              a shorter period shows the rest.
            </p>
          )}
        </>
      )}
    </div>
  );
}

const LANE = 17;

/** One lane an account: bars from start to end, darker where several overlap. */
function Lanes({ sessions, at }: { sessions: SessionLine[]; at: string }) {
  const drawn = lanes(sessions);
  const x = (share: number) => `${(share * 100).toFixed(3)}%`;
  const moment = at ? drawn.share(at) : null;
  return (
    <figure className="my-3">
      <figcaption className="flex justify-between text-xs text-soft">
        <span className="pl-[170px]">{readable(drawn.from)}</span>
        <span>{readable(drawn.until)}</span>
      </figcaption>
      <div aria-hidden="true" className="max-h-[300px] overflow-auto border-y border-ink">
        {drawn.lanes.map((lane) => (
          <div key={lane.name} className="grid grid-cols-[170px_1fr] border-b border-rule-light">
            <span className="id truncate pr-2 leading-[17px]">{lane.name}</span>
            <span className="relative block" style={{ height: LANE }}>
              {moment !== null && (
                <span className="absolute inset-y-0 w-px bg-brass" style={{ left: x(moment) }} />
              )}
              {lane.bars.map((bar) => (
                <span
                  key={`${bar.from}${bar.width}${bar.depth}`}
                  title={bar.words}
                  className={`absolute h-[9px] min-w-[2px] border ${
                    bar.depth > 0
                      ? 'border-oxblood bg-oxblood opacity-70'
                      : 'border-soft bg-soft opacity-60'
                  }`}
                  style={{ left: x(bar.from), width: x(bar.width), top: 2 + (bar.depth % 3) * 3 }}
                />
              ))}
            </span>
          </div>
        ))}
      </div>
      {drawn.lanes.length > 1 && (
        <p className="pt-1 text-xs text-soft">
          {counted(drawn.lanes.length, 'account')}; red and lower: begun while another session of
          the same account was open.
        </p>
      )}
    </figure>
  );
}

function List({ data }: { data: SessionPage }) {
  return (
    <table className="plain-table">
      <thead>
        <tr>
          {['Account', 'Person', 'From', 'Until'].map((head) => (
            <th key={head} scope="col">
              {head}
            </th>
          ))}
          <th scope="col" className="num">
            Long
          </th>
          <th scope="col" className="num">
            At once
          </th>
          <th scope="col">Address</th>
          <th scope="col">Evidence</th>
        </tr>
      </thead>
      <tbody>
        {data.sessions.map((line) => (
          <tr key={`${line.place.file}${line.place.row}`}>
            <td className="id">
              {line.account} <span className="text-soft">{line.application}</span>
            </td>
            <td>{line.person || <span className="text-soft">– nobody</span>}</td>
            <td className="id">{readable(line.from)}</td>
            <td className="id">{readable(line.until)}</td>
            <td className="num whitespace-nowrap">{long(line.minutes)}</td>
            <td className="num">{line.atOnce}</td>
            <td className="id">{line.address}</td>
            <td>
              <Cite place={line.place} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
