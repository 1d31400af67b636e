import { useDeferredValue, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { Choices, RoundText } from '../../shared/api/certifyTypes';
import { PersonField, Sentences, Waiting } from '../../shared/ui';
import { DraftView } from './DraftView';
import { useChoices, useDraft, useStart } from './useRounds';

const FRESH: RoundText = {
  name: '',
  level: 'assignment',
  applications: [],
  departments: [],
  privileged: false,
  sensitive: false,
  withFindings: false,
  changed: false,
  sample: 0,
  seed: 1,
  rule: 'manager',
  named: '',
  standIn: '',
  due: '',
  hidden: [],
};

const SIGHTS: [string, string][] = [
  ['findings', 'findings and conflicts'],
  ['use', 'last use'],
  ['team', 'who else in the team has it'],
  ['last-time', 'what was decided last time'],
];

/** A round is set up at the left; what it comes to stands at the right before anything is started. */
export function NewRound() {
  const choices = useChoices();
  const start = useStart();
  const navigate = useNavigate();
  const [text, setText] = useState(FRESH);
  const asked = useDeferredValue(text);
  // The population does not depend on name and day, so the dry run need not wait for them.
  const draft = useDraft(
    { ...asked, name: asked.name || 'draft', due: asked.due || '9999-12-31' },
    asked.rule !== 'named' || asked.named !== '',
  );
  if (!choices.data) {
    return <Waiting error={choices.error} what="what can be certified" />;
  }
  return (
    <div className="grid h-full grid-cols-[380px_minmax(0,1fr)]">
      <form
        className="min-h-0 space-y-4 overflow-y-auto border-r border-rule p-5 text-sm"
        onSubmit={(event) => {
          event.preventDefault();
          start.mutate(text, { onSuccess: ({ id }) => navigate(`../certify/${id}`) });
        }}
      >
        <h1 className="text-[20px] leading-[27px]">
          <Link to="../certify" className="text-soft underline">
            Certify
          </Link>{' '}
          / new round
        </h1>
        <Setup text={text} choices={choices.data} onSet={(one) => setText({ ...text, ...one })} />
        <Sentences error={start.error} />
        <button
          type="submit"
          className="act act-first"
          disabled={start.isPending || !draft.data?.items}
        >
          Start the round
        </button>
        {!choices.data.mail && (
          <p className="text-xs text-soft">
            No mail server is set, so reviewers must be told by hand. It is set under Watches.
          </p>
        )}
      </form>
      <div className="min-h-0 overflow-y-auto p-5">
        <Sentences error={draft.error} />
        {draft.data && <DraftView draft={draft.data} />}
        {!draft.data && !draft.error && (
          <p className="text-soft">
            {text.rule === 'named' && !text.named
              ? 'Say who decides, to see what the round comes to.'
              : 'Counting what the round comes to …'}
          </p>
        )}
      </div>
    </div>
  );
}

interface SetupProps {
  text: RoundText;
  choices: Choices;
  onSet: (changes: Partial<RoundText>) => void;
}

function Setup({ text, choices, onSet }: SetupProps) {
  const { snapshot } = useParams();
  const people = `/api/snapshots/${snapshot}/rounds/people`;
  const flag = (name: 'privileged' | 'sensitive' | 'withFindings' | 'changed', words: string) => (
    <label className="flex items-center gap-2">
      <input
        type="checkbox"
        checked={text[name]}
        onChange={(event) => onSet({ [name]: event.target.checked })}
      />
      {words}
    </label>
  );
  return (
    <>
      <label className="block">
        <b>Name</b>
        <input
          className="field mt-0.5 block w-full"
          required
          maxLength={200}
          value={text.name}
          onChange={(event) => onSet({ name: event.target.value })}
        />
      </label>
      <fieldset className="space-y-1.5">
        <legend className="font-semibold">What is decided</legend>
        {choices.levels.map((one) => (
          <label key={one.id} className="flex items-start gap-2">
            <input
              type="radio"
              name="level"
              className="mt-1"
              checked={text.level === one.id}
              onChange={() => onSet({ level: one.id })}
            />
            {one.words}
          </label>
        ))}
      </fieldset>
      <fieldset className="space-y-1.5">
        <legend className="font-semibold">Which of it</legend>
        <Several
          label="Applications"
          all={choices.applications.map((one) => [one.id, one.words])}
          chosen={text.applications}
          onChange={(applications) => onSet({ applications })}
        />
        <Several
          label="Departments"
          all={choices.departments.map((one) => [one, one])}
          chosen={text.departments}
          onChange={(departments) => onSet({ departments })}
        />
        {flag('privileged', 'only what makes an account privileged')}
        {flag('sensitive', 'only what gives a sensitive permission')}
        {flag('withFindings', 'only of accounts with an open finding')}
        {choices.hasBefore && flag('changed', 'only what is new since the round or date before')}
        <div className="flex items-center gap-2">
          <label className="flex items-center gap-2">
            sample of
            <input
              type="number"
              min={0}
              className="field w-20"
              value={text.sample}
              onChange={(event) => onSet({ sample: Number(event.target.value) })}
            />
          </label>
          <label className="flex items-center gap-2">
            seed
            <input
              type="number"
              className="field w-20"
              value={text.seed}
              onChange={(event) => onSet({ seed: Number(event.target.value) })}
            />
          </label>
          <span className="whitespace-nowrap text-soft">{text.sample === 0 && '0 is all'}</span>
        </div>
      </fieldset>
      <fieldset className="space-y-1.5">
        <legend className="font-semibold">Who decides</legend>
        {choices.rules.map((one) => (
          <label key={one.id} className="flex items-start gap-2">
            <input
              type="radio"
              name="rule"
              className="mt-1"
              checked={text.rule === one.id}
              onChange={() => onSet({ rule: one.id })}
            />
            {one.words}
          </label>
        ))}
        {text.rule === 'named' && (
          <PersonField
            label="Who?"
            path={people}
            value={text.named}
            onChange={(named) => onSet({ named })}
          />
        )}
        <PersonField
          label="Stand-in, where that would be the person concerned, a leaver or nobody"
          path={people}
          value={text.standIn}
          onChange={(standIn) => onSet({ standIn })}
        />
      </fieldset>
      <label className="block">
        <b>Due</b>
        <input
          type="date"
          className="field mt-0.5 block"
          required
          value={text.due}
          onChange={(event) => onSet({ due: event.target.value })}
        />
      </label>
      <fieldset className="space-y-1.5">
        <legend className="font-semibold">Reviewers see</legend>
        {SIGHTS.map(([id, words]) => (
          <label key={id} className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={!text.hidden.includes(id)}
              onChange={(event) =>
                onSet({
                  hidden: event.target.checked
                    ? text.hidden.filter((one) => one !== id)
                    : [...text.hidden, id],
                })
              }
            />
            {words}
          </label>
        ))}
      </fieldset>
    </>
  );
}

/** Several of a list; none chosen means all. */
function Several({
  label,
  all,
  chosen,
  onChange,
}: {
  label: string;
  all: [string, string][];
  chosen: string[];
  onChange: (chosen: string[]) => void;
}) {
  return (
    <details>
      <summary className="cursor-pointer">
        {label}: {chosen.length === 0 ? 'all' : chosen.join(', ')}
      </summary>
      <div className="mt-1 max-h-[180px] space-y-1 overflow-y-auto pl-3">
        {all.map(([id, words]) => (
          <label key={id} className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={chosen.includes(id)}
              onChange={(event) =>
                onChange(
                  event.target.checked ? [...chosen, id] : chosen.filter((one) => one !== id),
                )
              }
            />
            {words}
          </label>
        ))}
      </div>
    </details>
  );
}
