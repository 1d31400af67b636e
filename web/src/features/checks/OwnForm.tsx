import { useState } from 'react';
import type { CheckView, Fault, OwnText } from '../../shared/api/checkTypes';
import type { SeverityWord } from '../../shared/api/types';
import { Sentences } from '../../shared/ui';
import { TriedView } from './TriedView';
import { useOwnCheck, useSubjects } from './useChecks';

const EMPTY: OwnText = {
  id: 'own-',
  title: '',
  subject: 'account',
  condition: 'account.enabled && account.privileged && account.daysSinceSignIn > 30',
  severity: 'medium',
  why: '',
  remedy: '',
};

/** Writing a check: a subject, a condition over its fields, tried on this snapshot before it is kept. */
export function OwnForm({
  check,
  onDone,
}: {
  check: CheckView | null;
  onDone: (id: string) => void;
}) {
  const [text, setText] = useState<OwnText>(check?.own ?? EMPTY);
  const subjects = useSubjects();
  const own = useOwnCheck();
  const change = { text, replaces: check?.id ?? null };
  const subject = subjects.data?.find((one) => one.name === text.subject);
  const put = (part: Partial<OwnText>) => {
    setText({ ...text, ...part });
    own.trial.reset();
  };
  return (
    <form
      className="space-y-3 p-4"
      onSubmit={(event) => {
        event.preventDefault();
        own.keep.mutate(change, { onSuccess: () => onDone(text.id) });
      }}
    >
      <h2 className="text-[17px] font-semibold">
        {check ? `Change ${check.title}` : 'A check of your own'}
      </h2>
      <p className="grid grid-cols-2 gap-3 text-sm">
        <Field label="title" value={text.title} onChange={(title) => put({ title })} />
        <Field label="id, as in findings" value={text.id} onChange={(id) => put({ id })} mono />
      </p>
      <p className="flex gap-5 text-sm">
        <label>
          looks at{' '}
          <select
            className="field"
            value={text.subject}
            onChange={(event) => put({ subject: event.target.value, condition: '' })}
          >
            {subjects.data?.map((one) => (
              <option key={one.name}>{one.name}</option>
            ))}
          </select>{' '}
          <span className="text-soft">{subject?.words}</span>
        </label>
        <label>
          severity{' '}
          <select
            className="field"
            value={text.severity}
            onChange={(event) => put({ severity: event.target.value as SeverityWord })}
          >
            {['low', 'medium', 'high', 'critical'].map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </label>
      </p>
      <label className="block text-sm">
        <b>condition</b>{' '}
        <span className="text-soft">flagged where it says yes; Common Expression Language</span>
        <textarea
          className="field id mt-0.5 block h-20 w-full"
          spellCheck={false}
          value={text.condition}
          onChange={(event) => put({ condition: event.target.value })}
        />
      </label>
      {own.trial.data?.faults.map((fault) => (
        <FaultLine
          key={`${fault.line} ${fault.column} ${fault.sentence}`}
          condition={text.condition}
          fault={fault}
        />
      ))}
      {own.trial.data?.tried && <TriedView tried={own.trial.data.tried} />}
      <p className="grid grid-cols-2 gap-3 text-sm">
        <Field label="why it matters" value={text.why} onChange={(why) => put({ why })} />
        <Field
          label="how to put it right"
          value={text.remedy}
          onChange={(remedy) => put({ remedy })}
        />
      </p>
      <Sentences error={own.keep.error ?? own.trial.error ?? own.remove.error} />
      <p className="flex gap-2">
        <button type="button" className="act" onClick={() => own.trial.mutate(change)}>
          Try it on this snapshot
        </button>
        <button type="submit" className="act act-first" disabled={own.keep.isPending}>
          Keep it and examine anew
        </button>
        {check && (
          <button
            type="button"
            className="act"
            onClick={() => own.remove.mutate(check.id, { onSuccess: () => onDone('') })}
          >
            Take it out
          </button>
        )}
        <button type="button" className="act" onClick={() => onDone(check?.id ?? '')}>
          Leave it
        </button>
      </p>
      {subject && (
        <table className="plain-table text-sm">
          <thead>
            <tr>
              <th scope="col">Field</th>
              <th scope="col">is</th>
              <th scope="col">meaning</th>
            </tr>
          </thead>
          <tbody>
            {subject.fields.map((field) => (
              <tr key={field.name}>
                <td>
                  <button
                    type="button"
                    className="id hover:underline"
                    title="Put it at the end of the condition"
                    onClick={() => put({ condition: `${text.condition} ${field.name}`.trim() })}
                  >
                    {field.name}
                  </button>
                </td>
                <td className="whitespace-nowrap text-soft">{field.type}</td>
                <td>{field.words}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </form>
  );
}

function Field(props: {
  label: string;
  value: string;
  mono?: boolean;
  onChange: (value: string) => void;
}) {
  return (
    <label className="block">
      <span className="text-soft">{props.label}</span>
      <input
        className={`field block w-full ${props.mono ? 'font-mono' : ''}`}
        value={props.value}
        onChange={(event) => props.onChange(event.target.value)}
      />
    </label>
  );
}

/** The line of the condition with a mark under the place that is wrong. */
function FaultLine({ condition, fault }: { condition: string; fault: Fault }) {
  const line = condition.split('\n')[fault.line - 1] ?? '';
  return (
    <div role="alert" className="border-l-[3px] border-oxblood pl-3 text-sm">
      <p>
        Line {fault.line}, column {fault.column}: {fault.sentence}
      </p>
      <pre className="id overflow-x-auto text-soft">
        {line}
        {'\n'}
        {' '.repeat(Math.max(0, fault.column - 1))}
        <span className="text-oxblood">▲</span>
      </pre>
    </div>
  );
}
