import { useState } from 'react';
import { Link } from 'react-router';
import type { PushSettings, PushView } from '../../shared/api/pushTypes';
import { counted, minute } from '../../shared/model/format';
import { Sentences, Waiting } from '../../shared/ui';
import { useFixes } from '../fix';
import { usePushes } from './usePushes';

const FIRST: PushSettings = {
  protocol: 'scim',
  address: '',
  host: '',
  port: 636,
  protection: 'ldaps',
  certificate: '',
  bindDn: '',
  base: '',
  accountAttribute: 'uid',
  statusAttribute: '',
  disabledValue: '',
};

/** Fixes carried out by a standard protocol: shown word for word, approved by a second person. */
export function PushPage() {
  const fixes = useFixes();
  const [application, setApplication] = useState('');
  const work = usePushes(application);
  const applications = fixes.page.data?.applications;
  if (!applications || !work.all.data) {
    return <Waiting error={fixes.page.error ?? work.all.error} what="what can be carried out" />;
  }
  return (
    <div className="space-y-6 p-5">
      <header>
        <h1 className="text-[20px] leading-[27px]">
          <Link to=".." relative="path" className="text-soft underline">
            Fix
          </Link>{' '}
          / carry out
        </h1>
        <p className="mt-1 max-w-[80ch] text-soft">
          Where an application speaks SCIM 2.0 or LDAP v3, accounts are disabled and roles taken
          away from here. First everything is looked up and nothing is sent; then somebody else
          approves the requests as they stand.
        </p>
      </header>
      <Prepare
        applications={applications}
        application={application}
        onApplication={setApplication}
        work={work}
      />
      <Sentences error={work.carryOut.error ?? work.drop.error} />
      {work.all.data.map((push) => (
        <Push key={push.id} push={push} work={work} />
      ))}
    </div>
  );
}

interface PrepareProps {
  applications: { id: string; words: string }[];
  application: string;
  onApplication: (id: string) => void;
  work: ReturnType<typeof usePushes>;
}

function Prepare({ applications, application, onApplication, work }: PrepareProps) {
  const [settings, setSettings] = useState(FIRST);
  const [secret, setSecret] = useState('');
  const [chosen, setChosen] = useState<Set<number>>(new Set());
  const set = (name: keyof PushSettings) => (value: string) =>
    setSettings({ ...settings, [name]: name === 'port' ? Number(value) : value });
  const choices = work.choices.data ?? [];
  const scim = settings.protocol === 'scim';
  const toggle = (id: number) =>
    setChosen((before) => {
      const next = new Set(before);
      next.has(id) ? next.delete(id) : next.add(id);
      return next;
    });
  return (
    <form
      className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-6 border-b border-rule pb-5"
      onSubmit={(event) => {
        event.preventDefault();
        work.prepare.mutate(
          { application, settings, secret, fixes: [...chosen] },
          { onSuccess: () => setChosen(new Set()) },
        );
      }}
    >
      <div className="space-y-2 text-sm">
        <h2 className="head">Where</h2>
        <div className="grid grid-cols-2 gap-2">
          <label className="block">
            Application
            <select
              className="field mt-0.5 block w-full"
              required
              value={application}
              onChange={(event) => {
                onApplication(event.target.value);
                setChosen(new Set());
              }}
            >
              <option value="">choose one</option>
              {applications.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.words}
                </option>
              ))}
            </select>
          </label>
          <label className="block">
            Protocol
            <select
              className="field mt-0.5 block w-full"
              value={settings.protocol}
              onChange={(event) => set('protocol')(event.target.value)}
            >
              <option value="scim">SCIM 2.0</option>
              <option value="ldap">LDAP v3</option>
            </select>
          </label>
          {scim ? (
            <div className="col-span-2">
              <Field
                label="Address, above /Users"
                value={settings.address}
                onChange={set('address')}
              />
            </div>
          ) : (
            <>
              <Field label="Host" value={settings.host} onChange={set('host')} />
              <Field label="Port" value={String(settings.port)} onChange={set('port')} />
              <label className="block">
                Protection
                <select
                  className="field mt-0.5 block w-full"
                  value={settings.protection}
                  onChange={(event) => set('protection')(event.target.value)}
                >
                  <option value="ldaps">TLS</option>
                  <option value="none">none</option>
                </select>
              </label>
              <Field label="Sign in as (DN)" value={settings.bindDn} onChange={set('bindDn')} />
              <Field label="Search below" value={settings.base} onChange={set('base')} />
              <Field
                label="Attribute of the account"
                value={settings.accountAttribute}
                onChange={set('accountAttribute')}
              />
              <Field
                label="Attribute of the state"
                value={settings.statusAttribute}
                onChange={set('statusAttribute')}
              />
              <Field
                label="Its value when disabled"
                value={settings.disabledValue}
                onChange={set('disabledValue')}
              />
            </>
          )}
          <Field
            label={scim ? 'Token' : 'Password'}
            value={secret}
            onChange={setSecret}
            type="password"
          />
        </div>
        <p className="text-xs text-soft">
          Token and password are used for this look and kept nowhere.
        </p>
      </div>
      <div className="space-y-2">
        <h2 className="head">Which fixes</h2>
        {application === '' ? (
          <p className="text-soft">Choose an application.</p>
        ) : choices.length === 0 ? (
          <p className="text-soft">
            No fix of it disables an account or takes a role away and is still to be done.
          </p>
        ) : (
          <ul className="max-h-64 overflow-y-auto">
            {choices.map((one) => (
              <li key={one.id} className="border-b border-rule-light py-0.5">
                <label className="flex items-baseline gap-2">
                  <input
                    type="checkbox"
                    checked={chosen.has(one.id)}
                    onChange={() => toggle(one.id)}
                  />
                  <span>
                    {one.words} <span className="text-soft">{one.who}</span>
                    {one.prepared && <b> prepared</b>}
                  </span>
                </label>
              </li>
            ))}
          </ul>
        )}
        <Sentences error={work.prepare.error} />
        <button
          type="submit"
          className="act act-first"
          disabled={chosen.size === 0 || work.prepare.isPending}
        >
          Look up {counted(chosen.size, 'fix', 'fixes')}, send nothing
        </button>
      </div>
    </form>
  );
}

function Field(props: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  type?: string;
}) {
  return (
    <label className="block">
      {props.label}
      <input
        className="field mt-0.5 block w-full"
        type={props.type ?? 'text'}
        autoComplete="off"
        value={props.value}
        onChange={(event) => props.onChange(event.target.value)}
      />
    </label>
  );
}

/** Requests as they would be, or were, sent. */
function Push({ push, work }: { push: PushView; work: ReturnType<typeof usePushes> }) {
  const [secret, setSecret] = useState('');
  const waits = push.state === 'prepared';
  return (
    <section>
      <h2 className="head flex flex-wrap items-baseline gap-2">
        {push.application} by {push.protocol.toUpperCase()}: {push.state}
        <span className="font-normal text-soft">
          {push.where}, prepared by {push.preparedBy} {minute(push.preparedAt)}
          {push.carriedAt && `, approved by ${push.carriedBy} ${minute(push.carriedAt)}`}
        </span>
      </h2>
      <table className="plain-table bg-sheet">
        <thead>
          <tr>
            {['Fix', 'What is sent', 'Result'].map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {push.items.map((item) => (
            <tr key={item.fix}>
              <td className="w-[26%]">
                {item.words}
                <div className="text-xs text-soft">{item.who}</div>
              </td>
              <td>
                {item.method ? (
                  <pre className="id text-xs whitespace-pre-wrap break-all">
                    {item.method} {item.address}
                    {'\n'}
                    {item.body}
                  </pre>
                ) : (
                  <span className="text-soft">nothing</span>
                )}
              </td>
              <td className="w-[22%] text-sm">
                {item.done && <b>done </b>}
                {item.result || 'waits for approval'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {waits && (
        <form
          className="flex flex-wrap items-end gap-2 py-2 text-sm"
          onSubmit={(event) => {
            event.preventDefault();
            work.carryOut.mutate({ id: push.id, secret });
          }}
        >
          {push.own ? (
            <p className="text-soft">You prepared this; somebody else approves it.</p>
          ) : (
            <>
              <Field
                label={push.protocol === 'scim' ? 'Token' : 'Password'}
                value={secret}
                onChange={setSecret}
                type="password"
              />
              <button type="submit" className="act act-first" disabled={work.carryOut.isPending}>
                Approve and carry out
              </button>
            </>
          )}
          <button type="button" className="act" onClick={() => work.drop.mutate(push.id)}>
            Drop
          </button>
        </form>
      )}
    </section>
  );
}
