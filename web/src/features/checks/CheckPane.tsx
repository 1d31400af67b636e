import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import type { CheckView, SettingView } from '../../shared/api/checkTypes';
import type { SeverityWord } from '../../shared/api/types';
import { count } from '../../shared/model/format';
import { KeyBit, Sentences } from '../../shared/ui';
import { isSame, NOTHING, settingOf, valuesOf, words } from './settings';
import { TriedView } from './TriedView';
import { useSetCheck, useTried } from './useChecks';

const Threshold = lazy(() => import('./Threshold'));

const SEVERITIES: SeverityWord[] = ['low', 'medium', 'high', 'critical'];

/** One check: what it says, what it needs and how it fared, and its settings, tried before they are set. */
export function CheckPane({ check }: { check: CheckView }) {
  const [application, setApplication] = useState('');
  return (
    <article className="space-y-4 p-4" aria-label={check.title}>
      <header>
        <p className="flex items-center justify-between">
          <KeyBit severity={check.severity} word />
          <span className="id text-soft">{check.id}</span>
        </p>
        <h2 className="text-[17px] leading-6 font-semibold">{check.title}</h2>
        <p className="mt-1 text-sm text-soft">
          {check.why} Severity: {check.severityRule}. Counts as tested: {check.population}.{' '}
          {check.references.join(', ')}
        </p>
      </header>
      <Places check={check} />
      {check.places.some((place) => place.state !== 'switched-off') && check.needs.length > 0 && (
        <p className="text-sm">
          <span className="text-soft">Needs</span>{' '}
          {check.needs.map((ways) => ways.join(' or ')).join(' · ')}
        </p>
      )}
      <label className="block text-sm">
        Settings for{' '}
        <select
          className="field"
          value={application}
          onChange={(event) => setApplication(event.target.value)}
        >
          <option value="">the whole audit</option>
          {check.places
            .filter((place) => place.application !== '*')
            .map((place) => (
              <option key={place.application} value={place.application}>
                {place.name}
                {isSame(place.setting, NOTHING) ? '' : ' (set apart)'}
              </option>
            ))}
        </select>
      </label>
      <Settings key={`${check.id} ${application}`} check={check} application={application} />
    </article>
  );
}

function Places({ check }: { check: CheckView }) {
  return (
    <table className="plain-table">
      <thead>
        <tr>
          <th scope="col">Application</th>
          <th scope="col" className="num">
            flagged
          </th>
          <th scope="col" className="num">
            tested
          </th>
        </tr>
      </thead>
      <tbody>
        {check.places.map((place) => (
          <tr key={place.application}>
            <td>{place.name}</td>
            {place.state === 'tested' ? (
              <>
                <td className="num">
                  {place.flagged === 0 ? (
                    <span className="text-soft">0</span>
                  ) : (
                    <Link
                      className="font-semibold hover:underline"
                      to={`../findings?check=${check.id}&application=${encodeURIComponent(place.application)}`}
                    >
                      {count(place.flagged)}
                    </Link>
                  )}
                </td>
                <td className="num">{count(place.tested)}</td>
              </>
            ) : (
              <td colSpan={2} className="text-right text-oxblood">
                {place.state === 'switched-off'
                  ? 'switched off'
                  : `not tested: ${place.missing.join(', ')}`}
              </td>
            )}
          </tr>
        ))}
        {check.places.length === 0 && (
          <tr>
            <td colSpan={3} className="text-soft">
              Nothing in this audit that it is about.
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

function Settings({ check, application }: { check: CheckView; application: string }) {
  const held = settingOf(check, application);
  const [draft, setDraft] = useState<SettingView>(held);
  const set = useSetCheck(check.id);
  const isChanged = !isSame(held, draft);
  const change = { application: application || null, setting: draft, seen: held };
  const tried = useTried(check.id, { ...change, seen: null }, isChanged);
  const put = (name: string, values: string[] | null) => {
    const next = { ...draft.values };
    if (values === null) {
      delete next[name];
    } else {
      next[name] = values;
    }
    setDraft({ ...draft, values: next });
  };
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        set.mutate(change);
      }}
    >
      <p className="flex flex-wrap gap-x-5 gap-y-1 text-sm">
        <label>
          run{' '}
          <select
            className="field"
            value={draft.enabled === null ? '' : String(draft.enabled)}
            onChange={(event) =>
              setDraft({
                ...draft,
                enabled: event.target.value === '' ? null : event.target.value === 'true',
              })
            }
          >
            <option value="">{application ? 'as the audit says' : 'yes'}</option>
            {application && <option value="true">yes</option>}
            <option value="false">no</option>
          </select>
        </label>
        <label>
          severity{' '}
          <select
            className="field"
            value={draft.severity ?? ''}
            onChange={(event) =>
              setDraft({ ...draft, severity: (event.target.value || null) as SeverityWord | null })
            }
          >
            <option value="">as the check says</option>
            {SEVERITIES.map((severity) => (
              <option key={severity}>{severity}</option>
            ))}
          </select>
        </label>
      </p>
      {check.parameters.map((parameter) => {
        const value =
          draft.values[parameter.name] ??
          (application
            ? (check.setting.values[parameter.name] ?? parameter.standard)
            : parameter.standard);
        const number = Number(value[0] ?? 0);
        return (
          <div key={parameter.name}>
            <label className="block text-sm">
              <b>{parameter.name}</b> <span className="text-soft">{parameter.words}</span>
              <span className="mt-0.5 flex items-baseline gap-2">
                <input
                  className={`field ${parameter.list ? 'w-full' : 'w-24 text-right font-mono'}`}
                  type={parameter.list ? 'text' : 'number'}
                  min={0}
                  value={parameter.list ? value.join(', ') : (value[0] ?? '')}
                  onChange={(event) =>
                    put(
                      parameter.name,
                      parameter.list ? words(event.target.value) : [event.target.value || '0'],
                    )
                  }
                />
                <span className="shrink-0 text-xs text-soft">
                  now {valuesOf(check, application, parameter.name).join(', ') || 'empty'}, standard{' '}
                  {parameter.standard.join(', ') || 'empty'}
                </span>
              </span>
            </label>
            {!parameter.list && check.places.some((place) => place.state === 'tested') && (
              <Suspense fallback={<div className="h-[170px]" />}>
                <Threshold
                  check={check.id}
                  parameter={parameter.name}
                  words={parameter.words}
                  application={application}
                  value={number}
                  tried={tried.data?.after}
                  onChange={(at) => put(parameter.name, [String(at)])}
                />
              </Suspense>
            )}
          </div>
        );
      })}
      {isChanged && tried.data && <TriedView tried={tried.data} />}
      <Sentences error={set.error ?? tried.error} />
      <p className="flex gap-2">
        <button type="submit" className="act act-first" disabled={!isChanged || set.isPending}>
          Set it and examine anew
        </button>
        {isChanged && (
          <button type="button" className="act" onClick={() => setDraft(held)}>
            Leave it as it is
          </button>
        )}
        {!isChanged && !isSame(held, NOTHING) && (
          <button type="button" className="act" onClick={() => setDraft(NOTHING)}>
            Back to the standard …
          </button>
        )}
        {set.isSuccess && !isChanged && (
          <span className="self-center text-sm text-soft" role="status">
            Set. The checks run anew.
          </span>
        )}
      </p>
    </form>
  );
}
