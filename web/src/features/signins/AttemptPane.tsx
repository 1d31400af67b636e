import { Link, useParams } from 'react-router';
import type { AttemptLine, AttemptView } from '../../shared/api/signInTypes';
import { count, counted } from '../../shared/model/format';
import { Cite, Waiting } from '../../shared/ui';
import { OutcomeMark } from './OutcomeMark';
import { readable } from './question';
import { useAttempt } from './useSignIns';

interface Props {
  row: string;
  onOpen: (row: string) => void;
  onChoose: (changes: Record<string, string>) => void;
}

const DETAILS: [keyof AttemptLine, string][] = [
  ['reason', 'Reason'],
  ['address', 'Address'],
  ['client', 'Program'],
  ['browser', 'Browser'],
  ['os', 'System'],
  ['location', 'Place'],
  ['environment', 'Environment'],
  ['role', 'Role'],
  ['method', 'Method'],
  ['challenge', 'Challenge'],
  ['session', 'Session'],
  ['duration', 'Duration'],
];

/** One attempt with all the log says, whose account it was, and what was done after it. */
export function AttemptPane({ row, onOpen, onChoose }: Props) {
  const attempt = useAttempt(row);
  if (!attempt.data) {
    return <Waiting error={attempt.error} what="the attempt" />;
  }
  const data = attempt.data;
  const line = data.attempt;
  const said = DETAILS.filter(([name]) => line[name]);
  const silent = DETAILS.filter(([name]) => !line[name]).map(([, words]) => words.toLowerCase());
  return (
    <aside
      aria-label="The attempt"
      className="min-h-0 overflow-auto border-l border-rule bg-sheet px-4 pb-6"
    >
      <div className="flex items-start justify-between pt-3">
        <h2 className="font-semibold">
          <OutcomeMark outcome={line.outcome} /> <span className="id">{line.account}</span>
        </h2>
        <button
          type="button"
          className="min-h-6 min-w-6"
          aria-label="Close"
          onClick={() => onOpen('')}
        >
          ×
        </button>
      </div>
      <p className="text-sm">
        {readable(line.at)} · <Cite place={line.place} />
      </p>
      <dl className="mt-2 grid grid-cols-[92px_1fr] gap-x-2 text-sm">
        {said.map(([name, words]) => (
          <div key={name} className="contents">
            <dt className="text-soft">{words}</dt>
            <dd className="id break-all">
              {name === 'address' ? (
                <button
                  type="button"
                  className="cite"
                  title="Everything from this address"
                  onClick={() => onChoose({ address: line.address })}
                >
                  {line.address}
                </button>
              ) : (
                String(line[name])
              )}
            </dd>
          </div>
        ))}
      </dl>
      {silent.length > 0 && (
        <p className="mt-1 text-xs text-soft">The log does not say: {silent.join(', ')}.</p>
      )}
      <Account data={data} onChoose={onChoose} />
      <Deeds data={data} />
      <h3 className="head mt-4">Before and after, same account</h3>
      <ul>
        {data.around.map((one) => (
          <li key={one.row}>
            <button
              type="button"
              onClick={() => onOpen(String(one.row))}
              aria-current={String(one.row) === row}
              className={`grid w-full grid-cols-[152px_84px_1fr] border-b border-rule-light py-1 text-left hover:bg-paper ${
                one.row === line.row ? 'bg-selected' : ''
              }`}
            >
              <span className="id">{readable(one.at)}</span>
              <OutcomeMark outcome={one.outcome} />
              <span className="id truncate">{one.address}</span>
            </button>
          </li>
        ))}
      </ul>
    </aside>
  );
}

function Account({ data, onChoose }: { data: AttemptView; onChoose: Props['onChoose'] }) {
  const { snapshot } = useParams();
  const account = data.account;
  if (!account) {
    return (
      <p className="mt-4 border border-oxblood p-2 text-sm">
        No accounts file of {data.attempt.application} defines{' '}
        <span className="id">{data.attempt.account}</span>: somebody tried a name that does not
        exist, or the list of accounts is not whole.
      </p>
    );
  }
  return (
    <section className="mt-4">
      <h3 className="head">The account</h3>
      <p className="mt-1.5 text-sm">
        {account.name || account.key}, {account.type || 'type not said'}, {account.status}
        {account.privileged && <b>, privileged</b>}.{' '}
        {account.person ? (
          <Link className="door" to={`/s/${snapshot}/people/${encodeURIComponent(account.person)}`}>
            {account.personName}
          </Link>
        ) : (
          <b>Nobody’s that is known.</b>
        )}{' '}
        <Cite place={account.place} />
      </p>
      <p className="mt-1 text-sm">
        {counted(account.successes, 'success', 'successes')}, {counted(account.failures, 'failure')}
        , {counted(account.lockouts, 'lock-out')} in the log; last success{' '}
        {account.lastSuccess ? readable(account.lastSuccess) : 'never'}.
        {account.passwordSet && ` Password of ${account.passwordSet}.`}
        {account.expires && ` Expires ${account.expires}.`}{' '}
        <button
          type="button"
          className="cite"
          onClick={() =>
            onChoose({ accounts: `=${account.key}`, application: account.application })
          }
        >
          all its attempts
        </button>
      </p>
    </section>
  );
}

function Deeds({ data }: { data: AttemptView }) {
  const success = data.attempt.outcome === 'success';
  return (
    <section className="mt-4">
      <h3 className="head">
        What was done {data.deedsBy === 'session' ? 'in this session' : 'then'}
      </h3>
      {data.deedsBy === 'unknown' ? (
        <p className="mt-1.5 text-sm">
          There is no activity of {data.attempt.application}: what was done is not known.{' '}
          <Link className="door" to="../gather">
            Ask for it
          </Link>
        </p>
      ) : !success ? (
        <p className="mt-1.5 text-sm text-soft">The attempt did not get in.</p>
      ) : (
        <>
          <p className="mt-1.5 text-sm text-soft">
            {data.deedsBy === 'session'
              ? 'The activity names the session.'
              : data.until
                ? `What the account did until the session ended.`
                : 'Nothing says when the session ended: what the account did until its next sign-in, at most twelve hours.'}
            {data.until && ` Ended ${readable(data.until)}.`}
          </p>
          {data.allDeeds === 0 && <p className="text-sm">Nothing is recorded.</p>}
          <ul className="text-sm">
            {data.deeds.map((deed) => (
              <li
                key={`${deed.at}${deed.place.file}${deed.place.row}`}
                className="border-b border-rule-light py-1"
              >
                <span className="id">{deed.at.slice(11)}</span>{' '}
                <b className={deed.administrative ? 'text-brass' : ''}>{deed.action}</b>{' '}
                <span className="id">
                  {[
                    deed.resource,
                    deed.target,
                    deed.before && `− ${deed.before}`,
                    deed.after && `+ ${deed.after}`,
                  ]
                    .filter(Boolean)
                    .join(' ')}
                </span>
                {deed.denied && <b className="text-oxblood"> denied</b>} <Cite place={deed.place} />
              </li>
            ))}
          </ul>
          {data.allDeeds > data.deeds.length && (
            <p className="text-sm text-soft">
              The first {count(data.deeds.length)} of {count(data.allDeeds)};{' '}
              <Link
                className="door"
                to={`../changes?view=runs&account=${encodeURIComponent(data.attempt.account)}`}
              >
                all of them
              </Link>
            </p>
          )}
        </>
      )}
    </section>
  );
}
