import { useState } from 'react';
import type { AlarmView, WatchPage, WatchView } from '../../shared/api/watchTypes';
import { count, counted } from '../../shared/model/format';
import { Sentences, Waiting } from '../../shared/ui';
import { ListeningForm } from './ListeningForm';
import { useWatches } from './useWatches';
import { WatchForm } from './WatchForm';

/** Sign-ins between audits: what is listened to, what is watched for, and what was told to whom. */
export function Watches() {
  const { page, trial, forget } = useWatches();
  const [editing, setEditing] = useState<WatchView | 'new' | 'listening' | null>(null);
  if (!page.data) {
    return <Waiting error={page.error} what="the watches" />;
  }
  const data = page.data;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(320px,400px)] gap-7 p-5">
      <div className="min-w-0 space-y-7">
        <header>
          <h1 className="text-[20px] leading-[27px]">{headline(data)}</h1>
          <p className="mt-1 text-sm text-soft">
            The checks on sign-ins go on between audits: attempt by attempt, with a quiet time after
            each alarm. Off until somebody switches it on.
          </p>
          <Sentences error={page.error ?? trial.error ?? forget.error} />
        </header>
        <section>
          <h2 className="head flex justify-between">
            Watches
            <button type="button" className="act" onClick={() => setEditing('new')}>
              New watch
            </button>
          </h2>
          {data.watches.length === 0 ? (
            <p className="py-3 text-soft">
              Nothing is watched for yet. A watch is one check with its window and threshold, and
              whom it tells.
            </p>
          ) : (
            <List
              data={data}
              onEdit={setEditing}
              onTrial={(id) => trial.mutate(id)}
              onForget={(id) => forget.mutate(id)}
            />
          )}
        </section>
        <Alarms alarms={data.alarms} />
      </div>
      <aside className="space-y-7">
        <Source data={data} onEdit={() => setEditing('listening')} />
      </aside>
      {editing === 'listening' && <ListeningForm data={data} onClose={() => setEditing(null)} />}
      {editing !== null && editing !== 'listening' && (
        <WatchForm
          data={data}
          watch={editing === 'new' ? null : editing}
          onClose={() => setEditing(null)}
        />
      )}
    </div>
  );
}

function headline({ listening, watches }: WatchPage): string {
  const on = watches.filter((one) => one.on).length;
  if (listening.fault) {
    return 'Nothing is listened to, though it should be.';
  }
  if (!listening.running) {
    return 'Nothing is listened to.';
  }
  return `${counted(on, 'watch is on', 'watches are on')}; ${counted(listening.received, 'attempt')} seen since the start.`;
}

function Source({ data, onEdit }: { data: WatchPage; onEdit: () => void }) {
  const { listening } = data;
  return (
    <section>
      <h2 className="head flex justify-between">
        Listens to
        <button type="button" className="act" onClick={onEdit}>
          Change
        </button>
      </h2>
      {listening.fault && <p className="mt-2 text-oxblood">{listening.fault}</p>}
      <dl className="mt-2 grid grid-cols-[120px_1fr] gap-y-1 text-sm">
        <dt className="text-soft">State</dt>
        <dd>{listening.running ? <b>listening</b> : 'off'}</dd>
        <dt className="text-soft">Syslog</dt>
        <dd>
          {listening.syslogPort === 0
            ? 'not by wire'
            : `TCP port ${listening.syslogPort}, ${listening.tls ? 'TLS' : 'without TLS'}`}
        </dd>
        <dt className="text-soft">Folder</dt>
        <dd className="id break-all">{listening.folder || 'none'}</dd>
        <dt className="text-soft">Mail by</dt>
        <dd>
          {listening.smtpHost
            ? `${listening.smtpHost}:${listening.smtpPort}, from ${listening.mailFrom}`
            : 'no mail server'}
        </dd>
        <dt className="text-soft">Seen</dt>
        <dd>
          {count(listening.received)}
          {listening.last && `, last ${listening.last.slice(0, 19).replace('T', ' ')} UTC`}
        </dd>
        <dt className="text-soft">Not readable</dt>
        <dd className={listening.rejected ? 'text-oxblood' : ''}>{count(listening.rejected)}</dd>
      </dl>
      {listening.problems.length > 0 && (
        <details className="mt-2 text-sm">
          <summary className="cursor-pointer">
            {counted(listening.problems.length, 'latest problem')}
          </summary>
          <ul className="mt-1 space-y-1 text-soft">
            {listening.problems.map((problem, at) => (
              <li key={`${at}${problem}`}>{problem}</li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

interface ListProps {
  data: WatchPage;
  onEdit: (watch: WatchView) => void;
  onTrial: (id: number) => void;
  onForget: (id: number) => void;
}

function List({ data, onEdit, onTrial, onForget }: ListProps) {
  return (
    <table className="plain-table">
      <thead>
        <tr>
          {['Watch', 'Fires at', 'Then quiet', 'Tells', ''].map((head) => (
            <th key={head} scope="col">
              {head || <span className="sr-only">Actions</span>}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {data.watches.map((watch) => (
          <tr key={watch.id} className={watch.on ? '' : 'text-soft'}>
            <td>
              <button type="button" className="door text-left" onClick={() => onEdit(watch)}>
                {watch.name}
              </button>
              <div className="text-xs">
                {watch.on ? 'on' : 'off'} ·{' '}
                {data.rules.find((rule) => rule.id === watch.rule)?.title}
              </div>
            </td>
            <td>{firesAt(watch)}</td>
            <td className="whitespace-nowrap">{watch.quiet} min</td>
            <td className="text-sm break-all">
              {watch.webhook && (
                <div>
                  {watch.webhook} {watch.signed ? '(signed)' : <b>(not signed)</b>}
                </div>
              )}
              {watch.mailTo}
              {!watch.webhook && !watch.mailTo && <b>nobody: it stands here only</b>}
            </td>
            <td className="text-right whitespace-nowrap">
              <button
                type="button"
                className="act"
                disabled={!watch.webhook && !watch.mailTo}
                onClick={() => onTrial(watch.id)}
              >
                Try
              </button>{' '}
              <button
                type="button"
                className="cite"
                aria-label={`Forget ${watch.name}`}
                onClick={() => onForget(watch.id)}
              >
                forget
              </button>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

export function firesAt(watch: WatchView): string {
  switch (watch.rule) {
    case 'guessing':
      return `${watch.count} failures of one account within ${watch.minutes} min`;
    case 'guessed':
      return `a success within ${watch.within} min after ${watch.count} failures in ${watch.minutes} min`;
    case 'spraying':
      return `one address fails against ${watch.count} accounts within ${watch.minutes} min`;
    case 'lockouts':
      return `${watch.count} lock-outs of one account within ${watch.minutes} min`;
    default:
      return `a success from outside ${watch.expected}`;
  }
}

function Alarms({ alarms }: { alarms: AlarmView[] }) {
  return (
    <section>
      <h2 className="head flex justify-between">
        Alarms <span className="text-xs font-normal text-soft">times in UTC</span>
      </h2>
      {alarms.length === 0 && <p className="py-3 text-soft">None yet.</p>}
      <ul>
        {alarms.map((alarm) => (
          <li
            key={alarm.id}
            className="grid grid-cols-[162px_minmax(0,1fr)_minmax(180px,250px)] gap-3 border-b border-rule-light py-2"
          >
            <span className="id">{alarm.last.slice(0, 19).replace('T', ' ')}</span>
            <span>
              {alarm.sentence}
              <span className="block text-xs text-soft">{alarm.watch}</span>
            </span>
            <span className="text-sm">
              {alarm.deliveries.map((one) => (
                <span key={one.channel} className="block" title={one.target}>
                  {one.channel}:{' '}
                  <b className={one.state === 'delivered' ? '' : 'text-oxblood'}>{one.state}</b>
                  {one.tries > 0 && `, ${counted(one.tries, 'try', 'tries')}, ${one.answer}`}
                  {one.state === 'waiting' &&
                    one.tries > 0 &&
                    `, again ${one.nextAt.slice(11, 19)} UTC`}
                </span>
              ))}
              {alarm.deliveries.length === 0 && <span className="text-soft">told nobody</span>}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
