import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../shared/api/client';
import type { OwnFix } from '../../shared/api/fixTypes';
import { counted } from '../../shared/model/format';
import { Key, KeyBit, useKeys, Waiting, WordsForm } from '../../shared/ui';

const PATH = '/api/fixes';

interface Report {
  fix: OwnFix;
  done: boolean;
  words: string;
}

function useOwnFixes() {
  const queries = useQueryClient();
  return {
    fixes: useQuery({ queryKey: [PATH], queryFn: () => api.get<OwnFix[]>(PATH) }),
    report: useMutation({
      mutationFn: ({ fix, done, words }: Report) =>
        api.post<void>(`${PATH}/reports`, {
          fix: { id: fix.id, version: fix.version },
          done,
          words,
        }),
      onSettled: () => queries.invalidateQueries({ queryKey: [PATH] }),
    }),
  };
}

/** What somebody has to carry out in the own applications: what, why, by when; done, or why not. */
export function OwnFixes() {
  const work = useOwnFixes();
  const [at, setAt] = useState(0);
  const [asking, setAsking] = useState<{ fix: OwnFix; done: boolean } | null>(null);
  const open = work.fixes.data?.filter((fix) => fix.canReport) ?? [];
  const over = work.fixes.data?.filter((fix) => !fix.canReport) ?? [];
  const current = open[Math.min(at, open.length - 1)];
  const ask = (done: boolean) => () => current && setAsking({ fix: current, done });
  useKeys(
    {
      j: () => setAt(Math.min(at + 1, open.length - 1)),
      k: () => setAt(Math.max(at - 1, 0)),
      d: ask(true),
      c: ask(false),
    },
    asking === null,
  );
  if (!work.fixes.data) {
    return <Waiting error={work.fixes.error} what="what is to be done" />;
  }
  const late = open.filter((fix) => fix.overdue).length;
  return (
    <main className="mx-auto max-w-[960px] space-y-5 p-6">
      <header>
        <h1 className="text-[20px] leading-[27px]">
          {open.length === 0
            ? 'Nothing is to be done.'
            : `${counted(open.length, 'thing is', 'things are')} to be done by you.`}
        </h1>
        {late > 0 && <p className="text-oxblood">{counted(late, 'is', 'are')} overdue.</p>}
        {open.length > 0 && (
          <p className="text-sm text-soft">
            Say when it is done, or why it cannot be. The next list from the application shows
            whether it is.
          </p>
        )}
      </header>
      <ol className="border-t border-ink">
        {open.map((fix, index) => (
          <Line
            key={fix.id}
            fix={fix}
            current={fix === current}
            onFocus={() => setAt(index)}
            onReport={(done) => setAsking({ fix, done })}
          />
        ))}
      </ol>
      {over.length > 0 && (
        <section>
          <h2 className="head">Reported</h2>
          <table className="plain-table">
            <tbody>
              {over.map((fix) => (
                <tr key={fix.id}>
                  <td>
                    {fix.applicationName}: {fix.words}
                  </td>
                  <td>
                    <b>{fix.stateWords}</b>
                    <div className="text-xs text-soft">{fix.lastWords}</div>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {asking && (
        <ReportForm
          fix={asking.fix}
          done={asking.done}
          error={work.report.error}
          onClose={() => setAsking(null)}
          onReport={(words) =>
            work.report.mutate({ ...asking, words }, { onSuccess: () => setAsking(null) })
          }
        />
      )}
    </main>
  );
}

interface LineProps {
  fix: OwnFix;
  current: boolean;
  onFocus: () => void;
  onReport: (done: boolean) => void;
}

function Line({ fix, current, onFocus, onReport }: LineProps) {
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: J and K choose the line
    <li
      aria-current={current}
      onClick={onFocus}
      className={`grid grid-cols-[minmax(0,1fr)_230px] gap-4 border-b border-l-[3px] border-b-rule py-2.5 pl-3 ${
        current ? 'border-l-brass bg-sheet' : 'border-l-transparent'
      }`}
    >
      <div>
        <p>
          <b>{fix.words}</b>
          {fix.who && <span className="text-soft"> ({fix.who})</span>}
        </p>
        <p className="flex flex-wrap items-center gap-x-3 text-sm">
          <KeyBit severity={fix.severity} word /> {fix.applicationName}
          <span className={fix.overdue ? 'text-oxblood' : 'text-soft'}>
            due <span className="id">{fix.due}</span>
            {fix.overdue && ', overdue'}
          </span>
          {fix.state === 'came-back' && <b className="text-oxblood">came back</b>}
        </p>
        {fix.through.length > 0 && (
          <p className="text-sm">It is held through {fix.through.join('; ')}.</p>
        )}
        {fix.reasons.map((reason) => (
          <p key={reason} className="text-sm">
            {reason}
          </p>
        ))}
        {fix.note && <p className="text-sm">“{fix.note}”</p>}
        {fix.lastWords && <p className="text-sm text-soft">{fix.lastWords}</p>}
      </div>
      <div className="flex content-start items-start gap-2">
        <button type="button" className="act act-first" onClick={() => onReport(true)}>
          Done … <Key>D</Key>
        </button>
        <button type="button" className="act" onClick={() => onReport(false)}>
          Cannot … <Key>C</Key>
        </button>
      </div>
    </li>
  );
}

interface FormProps {
  fix: OwnFix;
  done: boolean;
  error: unknown;
  onClose: () => void;
  onReport: (words: string) => void;
}

function ReportForm({ fix, done, error, onClose, onReport }: FormProps) {
  return (
    <WordsForm
      title={done ? 'Done' : 'Cannot be done'}
      label={done ? 'A word about it (may stay empty)' : 'Why not?'}
      required={!done}
      act={done ? 'It is done' : 'It cannot be done'}
      error={error}
      onClose={onClose}
      onSend={onReport}
    >
      <p>{fix.words}</p>
    </WordsForm>
  );
}
