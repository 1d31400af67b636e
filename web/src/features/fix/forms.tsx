import { type ReactNode, useState } from 'react';
import type { FixPage, FixSettings, FixView } from '../../shared/api/fixTypes';
import { counted } from '../../shared/model/format';
import { Dialog, Sentences, Waiting } from '../../shared/ui';
import { type Move, type useFixes, useFixSettings } from './useFixes';

type Work = ReturnType<typeof useFixes>;

interface FormProps {
  title: string;
  button: string;
  error: unknown;
  onClose: () => void;
  onSubmit: () => void;
  children: ReactNode;
}

function Form({ title, button, error, onClose, onSubmit, children }: FormProps) {
  return (
    <Dialog title={title} onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          onSubmit();
        }}
      >
        {children}
        <Sentences error={error} />
        <button type="submit" className="act act-first">
          {button}
        </button>
      </form>
    </Dialog>
  );
}

function Field(props: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  type?: string;
  required?: boolean;
}) {
  return (
    <label className="block">
      {props.label}
      <input
        className="field mt-0.5 block w-full"
        type={props.type ?? 'text'}
        required={props.required}
        value={props.value}
        onChange={(event) => props.onChange(event.target.value)}
      />
    </label>
  );
}

const TITLES: Record<string, [string, string]> = {
  'handed-over': ['Hand over', 'A word for whoever must act (may stay empty)'],
  'reported-done': ['Reported done', 'Who said so, and how (may stay empty)'],
  dropped: ['Drop', 'Why it is not wanted any more'],
  planned: ['Plan again', 'Why (may stay empty)'],
};

interface MoveProps {
  work: Work;
  fixes: FixView[];
  state: string;
  onClose: () => void;
}

/** Moves fixes on, with words. */
export function MoveForm({ work, fixes, state, onClose }: MoveProps) {
  const [words, setWords] = useState('');
  const [title, label] = TITLES[state] ?? [state, 'Words'];
  return (
    <Form
      title={`${title}: ${counted(fixes.length, 'fix', 'fixes')}`}
      button={title}
      error={work.move.error}
      onClose={onClose}
      onSubmit={() =>
        work.move.mutate({ fixes, state, words, actor: null, due: null }, { onSuccess: onClose })
      }
    >
      {state === 'reported-done' && (
        <p className="text-sm text-soft">
          Reported is not confirmed: only a later snapshot proves it.
        </p>
      )}
      <Field label={label} value={words} onChange={setWords} required={state === 'dropped'} />
    </Form>
  );
}

/** Who must act and by when; what is left empty stays. */
export function GiveForm({ work, fixes, onClose }: Omit<MoveProps, 'state'>) {
  const [actor, setActor] = useState('');
  const [due, setDue] = useState('');
  const move: Move = {
    fixes,
    state: null,
    words: '',
    actor: actor.trim() === '' ? null : actor,
    due: due === '' ? null : due,
  };
  return (
    <Form
      title={`Who and by when: ${counted(fixes.length, 'fix', 'fixes')}`}
      button="Set"
      error={work.move.error}
      onClose={onClose}
      onSubmit={() => work.move.mutate(move, { onSuccess: onClose })}
    >
      <Field label="To be done by" value={actor} onChange={setActor} />
      <Field label="Due" type="date" value={due} onChange={setDue} />
      <p className="text-sm text-soft">What is left empty stays as it is.</p>
    </Form>
  );
}

/** A fix of the auditor's own. */
export function ByHandForm({
  work,
  page,
  onClose,
}: {
  work: Work;
  page: FixPage;
  onClose: () => void;
}) {
  const [fix, setFix] = useState({
    action: page.actions[0]?.id ?? '',
    application: page.applications[0]?.id ?? '',
    subjectType: 'account',
    subject: '',
    what: '',
    scope: '',
    to: '',
    severity: 'medium',
    note: '',
    due: '',
  });
  const set = (name: keyof typeof fix) => (value: string) => setFix({ ...fix, [name]: value });
  return (
    <Form
      title="A fix by hand"
      button="Plan it"
      error={work.byHand.error}
      onClose={onClose}
      onSubmit={() =>
        work.byHand.mutate({ ...fix, due: fix.due === '' ? null : fix.due }, { onSuccess: onClose })
      }
    >
      <div className="grid grid-cols-2 gap-3">
        <Select label="What to do" value={fix.action} onChange={set('action')}>
          {page.actions.map((one) => (
            <option key={one.id} value={one.id}>
              {one.words}
            </option>
          ))}
        </Select>
        <Select label="In" value={fix.application} onChange={set('application')}>
          {page.applications.map((one) => (
            <option key={one.id} value={one.id}>
              {one.words}
            </option>
          ))}
        </Select>
        <Select label="With" value={fix.subjectType} onChange={set('subjectType')}>
          {['account', 'role', 'credential', 'system', 'person'].map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Select>
        <Field label="Its id" value={fix.subject} onChange={set('subject')} required />
        <Field label="Role, permission or setting" value={fix.what} onChange={set('what')} />
        <Field label="Scope" value={fix.scope} onChange={set('scope')} />
        <Field label="To become" value={fix.to} onChange={set('to')} />
        <Select label="Severity" value={fix.severity} onChange={set('severity')}>
          {['critical', 'high', 'medium', 'low'].map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Select>
        <Field label="Why" value={fix.note} onChange={set('note')} required />
        <Field label="Due (empty: by severity)" type="date" value={fix.due} onChange={set('due')} />
      </div>
    </Form>
  );
}

function Select(props: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  children: ReactNode;
}) {
  return (
    <label className="block">
      {props.label}
      <select
        className="field mt-0.5 block w-full"
        value={props.value}
        onChange={(event) => props.onChange(event.target.value)}
      >
        {props.children}
      </select>
    </label>
  );
}

/** Working days by severity, and the days on which nobody works. */
export function SettingsForm({ work, onClose }: { work: Work; onClose: () => void }) {
  const settings = useFixSettings();
  return settings.data ? (
    <DaysForm work={work} first={settings.data} onClose={onClose} />
  ) : (
    <Waiting error={settings.error} what="the days" />
  );
}

function DaysForm({
  work,
  first,
  onClose,
}: {
  work: Work;
  first: FixSettings;
  onClose: () => void;
}) {
  const [days, setDays] = useState(first.days);
  const [holidays, setHolidays] = useState(first.holidays.join('\n'));
  return (
    <Form
      title="Working days until a fix is due"
      button="Keep"
      error={work.settle.error}
      onClose={onClose}
      onSubmit={() =>
        work.settle.mutate(
          { days, holidays: holidays.split(/\s+/).filter(Boolean) },
          { onSuccess: onClose },
        )
      }
    >
      <div className="grid grid-cols-4 gap-3">
        {['critical', 'high', 'medium', 'low'].map((severity) => (
          <Field
            key={severity}
            label={severity}
            type="number"
            value={String(days[severity] ?? '')}
            onChange={(value) => setDays({ ...days, [severity]: Number(value) })}
          />
        ))}
      </div>
      <label className="block">
        Holidays, one a line, besides Saturdays and Sundays
        <textarea
          className="field id mt-0.5 block w-full"
          rows={4}
          value={holidays}
          onChange={(event) => setHolidays(event.target.value)}
        />
      </label>
      <p className="text-sm text-soft">Fixes that are planned already keep their day.</p>
    </Form>
  );
}
