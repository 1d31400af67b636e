import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { FixDraftLine, FixDraftView } from '../../shared/api/fixTypes';
import { count, counted } from '../../shared/model/format';
import { Cite, KeyBit, Sentences, Waiting } from '../../shared/ui';
import { lossWords, throughWords } from './model';
import { useFixDraft, useFixes } from './useFixes';

/** The least that has to be done, before anybody is asked to do it. */
export function PlanFixes() {
  const [days, setDays] = useState(90);
  const draft = useFixDraft(days);
  if (!draft.data) {
    return <Waiting error={draft.error} what="the plan" />;
  }
  return <Plan key={days} draft={draft.data} days={days} onDays={setDays} />;
}

interface PlanProps {
  draft: FixDraftView;
  days: number;
  onDays: (days: number) => void;
}

function Plan({ draft, days, onDays }: PlanProps) {
  const work = useFixes();
  const navigate = useNavigate();
  const [left, setLeft] = useState<Set<string>>(new Set());
  const keys = draft.steps.filter((one) => !left.has(one.key)).map((one) => one.key);
  const inUse = draft.steps.filter((one) => one.takes.used.length > 0).length;
  const toggle = (key: string) =>
    setLeft((before) => {
      const next = new Set(before);
      next.has(key) ? next.delete(key) : next.add(key);
      return next;
    });
  return (
    <div className="p-5">
      <h1 className="text-[20px] leading-[27px]">
        <Link to=".." relative="path" className="text-soft underline">
          Fix
        </Link>{' '}
        / plan
      </h1>
      {draft.steps.length === 0 ? (
        <p className="mt-4 max-w-[60ch]">
          Everything that was decided is planned. Decide findings with <b>fix</b>, or let a round
          withdraw access, and it comes here.
        </p>
      ) : (
        <>
          <p className="mt-1">
            {counted(draft.steps.length, 'thing')} to do:{' '}
            {[
              draft.findings > 0 && `${counted(draft.findings, 'finding')} to be cleared`,
              draft.items > 0 && `${counted(draft.items, 'decision')} of rounds to be carried out`,
            ]
              .filter(Boolean)
              .join(', ')}
            .{' '}
            {draft.isExact
              ? 'No smaller set of removals does.'
              : 'For some a smaller set of removals may do: there were too many to try.'}{' '}
            {inUse > 0 && (
              <b className="text-oxblood">
                {counted(inUse, 'of them takes', 'of them take')} something that was in use.
              </b>
            )}
          </p>
          <div className="no-print flex items-center gap-3 py-3">
            <label className="text-sm">
              In use means used within{' '}
              <input
                className="field w-20"
                type="number"
                min={1}
                max={3650}
                value={days}
                onChange={(event) => onDays(Math.max(1, Number(event.target.value)))}
              />{' '}
              days
            </label>
            <button
              type="button"
              className="act act-first ml-auto"
              disabled={keys.length === 0 || work.plan.isPending}
              onClick={() =>
                work.plan.mutate(
                  { keys, days },
                  { onSuccess: () => navigate('..', { relative: 'path' }) },
                )
              }
            >
              Plan {count(keys.length)} of {count(draft.steps.length)}
            </button>
          </div>
          <Sentences error={work.plan.error} />
          <table className="plain-table bg-sheet">
            <thead>
              <tr>
                {['', 'What to do', 'Why', 'What else goes', 'Who, and by when', 'Evidence'].map(
                  (head) => (
                    <th key={head} scope="col" aria-label={head || 'Plan it'}>
                      {head}
                    </th>
                  ),
                )}
              </tr>
            </thead>
            <tbody>
              {draft.steps.map((one) => (
                <Step
                  key={one.key}
                  step={one}
                  chosen={!left.has(one.key)}
                  onToggle={() => toggle(one.key)}
                />
              ))}
            </tbody>
          </table>
        </>
      )}
    </div>
  );
}

interface StepProps {
  step: FixDraftLine;
  chosen: boolean;
  onToggle: () => void;
}

function Step({ step, chosen, onToggle }: StepProps) {
  return (
    <tr className={chosen ? '' : 'text-soft'}>
      <td>
        <input
          type="checkbox"
          aria-label={`Plan ${step.words}`}
          checked={chosen}
          onChange={onToggle}
        />
      </td>
      <td className="w-[28%]">
        {step.words}
        <div className="flex items-center gap-2 text-xs text-soft">
          <KeyBit severity={step.severity} word /> {step.application}
          {step.who && `, ${step.who}`}
        </div>
      </td>
      <td className="w-[26%] text-sm">
        {(step.clears.length === 0 || step.source.includes(';')) && <div>{step.source}</div>}
        {step.clears.slice(0, 3).map((one) => (
          <div key={one.finding} title={one.sentence}>
            {one.check}
          </div>
        ))}
        {step.clears.length > 3 && (
          <span className="text-soft">and {counted(step.clears.length - 3, 'more', 'more')}</span>
        )}
      </td>
      <td className="w-[24%] text-sm">
        {throughWords(step.takes) && <div>{throughWords(step.takes)}</div>}
        <span className="text-soft">{lossWords(step.takes)}</span>
        {step.takes.used.slice(0, 3).map((used) => (
          <div key={used.permission} className="text-oxblood">
            {used.permission}: used {used.day}
          </div>
        ))}
        {step.takes.used.length > 3 && (
          <div className="text-oxblood">and {count(step.takes.used.length - 3)} more in use</div>
        )}
      </td>
      <td className="text-sm">
        {step.actor || <span className="text-oxblood">nobody</span>}
        <div className="id whitespace-nowrap text-soft">{step.due}</div>
      </td>
      <td>{step.place && <Cite place={step.place} />}</td>
    </tr>
  );
}
