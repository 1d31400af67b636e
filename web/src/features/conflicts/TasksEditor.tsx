import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { ConflictPage } from '../../shared/api/conflictTypes';
import { count, counted } from '../../shared/model/format';
import { Sentences, Waiting } from '../../shared/ui';
import { useConflicts, useTasks } from './useConflicts';

/** Tasks, conflicts and mitigations as text: tried on this snapshot before they are kept. */
export function TasksEditor() {
  const page = useConflicts();
  return page.data ? <Editor page={page.data} /> : <Waiting error={page.error} what="the tasks" />;
}

function Editor({ page }: { page: ConflictPage }) {
  const navigate = useNavigate();
  const [seen] = useState(page.yaml);
  const [yaml, setYaml] = useState(page.tasks.length === 0 ? '' : page.yaml);
  const [csv, setCsv] = useState('');
  const tasks = useTasks();
  const put = (text: string) => {
    setYaml(text);
    tasks.trial.reset();
  };
  const trial = tasks.trial.data;
  const meaningless = trial?.tasks.filter((task) => task.means === 0) ?? [];
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)_minmax(360px,440px)] grid-rows-[auto_minmax(0,1fr)]">
      <div className="col-span-2 flex items-center gap-3 border-b border-rule px-4 py-2.5">
        <h1 className="text-[17px] font-semibold">Tasks and conflicts</h1>
        <span className="text-soft">
          kept in the audit file, and saved as <span className="id">tasks.yaml</span>
        </span>
        <span className="ml-auto flex gap-2">
          <Link className="act" to="../conflicts">
            Leave it
          </Link>
          <button type="button" className="act" onClick={() => tasks.trial.mutate(yaml)}>
            Try it on this snapshot
          </button>
          <button
            type="button"
            className="act act-first"
            disabled={tasks.keep.isPending}
            onClick={() =>
              tasks.keep.mutate({ yaml, seen }, { onSuccess: () => navigate('../conflicts') })
            }
          >
            Keep it and examine anew
          </button>
        </span>
      </div>
      <Lines value={yaml} onChange={put} />
      <div className="min-h-0 space-y-4 overflow-y-auto border-l border-rule bg-sheet p-4">
        <Sentences error={tasks.keep.error ?? tasks.trial.error ?? tasks.pairs.error} />
        {trial && trial.faults.length > 0 && (
          <div role="alert" className="border-l-[3px] border-oxblood pl-3">
            {trial.faults.map((fault) => (
              <p key={fault}>{fault}</p>
            ))}
          </div>
        )}
        {trial && trial.faults.length === 0 && (
          <section aria-label="What it would find" className="border-l-[3px] border-brass pl-3">
            <p>
              {counted(trial.tasks.length, 'task')}, {counted(trial.conflicts.length, 'conflict')}.
            </p>
            <table className="plain-table">
              <thead>
                <tr>
                  <th scope="col">Conflict</th>
                  <th scope="col" className="num">
                    now
                  </th>
                  <th scope="col" className="num">
                    then
                  </th>
                </tr>
              </thead>
              <tbody>
                {trial.conflicts.map((one) => (
                  <tr key={one.id}>
                    <td>{one.id}</td>
                    <td className="num">{count(one.before)}</td>
                    <td className="num font-semibold">{count(one.after)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            {meaningless.length > 0 && (
              <p className="mt-2 text-oxblood">
                No permission of this snapshot is meant by:{' '}
                {meaningless.map((task) => `${task.id} (${task.needs.join('; ')})`).join(', ')}.
              </p>
            )}
          </section>
        )}
        <section>
          <h2 className="head">Pairs from a table</h2>
          <p className="my-1 text-sm text-soft">
            Two tasks a row, or a matrix with tasks in the first row and column and a mark where
            they conflict. Paste it from a spreadsheet; tasks are named by id or name.
          </p>
          <textarea
            className="field id block h-24 w-full"
            aria-label="Pairs of tasks as a table"
            spellCheck={false}
            value={csv}
            onChange={(event) => setCsv(event.target.value)}
          />
          <button
            type="button"
            className="act mt-2"
            disabled={csv.trim() === ''}
            onClick={() =>
              tasks.pairs.mutate(
                { csv, yaml },
                { onSuccess: (read) => read.faults.length === 0 && put(read.yaml) },
              )
            }
          >
            Add them to the text
          </button>
          {tasks.pairs.data && (
            <div className="mt-1 text-sm" role="status">
              {tasks.pairs.data.faults.length === 0 ? (
                <p>{counted(tasks.pairs.data.added, 'conflict')} added to the text.</p>
              ) : (
                tasks.pairs.data.faults.map((fault) => <p key={fault}>{fault}</p>)
              )}
            </div>
          )}
        </section>
        <section>
          <h2 className="head">A set to start from</h2>
          <p className="my-1 text-sm text-soft">
            Buying and paying, selling and collecting, paying staff, keeping accounts, administering
            users. Its permissions are stand-ins to be put in your applications' words.
          </p>
          <button
            type="button"
            className="act"
            onClick={() => tasks.starter.mutate(undefined, { onSuccess: (one) => put(one.yaml) })}
          >
            {yaml.trim() === '' ? 'Put it in' : 'Put it in the place of the text'}
          </button>
        </section>
      </div>
    </div>
  );
}

/** A text with its line numbers, which faults name. */
function Lines({ value, onChange }: { value: string; onChange: (text: string) => void }) {
  const [top, setTop] = useState(0);
  const lines = value.split('\n').length;
  return (
    <div className="grid min-h-0 grid-cols-[48px_minmax(0,1fr)] overflow-hidden">
      <pre
        aria-hidden="true"
        className="id overflow-hidden border-r border-rule py-3 pr-2 text-right leading-5 text-soft"
      >
        <div style={{ transform: `translateY(${-top}px)` }}>
          {Array.from({ length: lines }, (_, index) => index + 1).join('\n')}
        </div>
      </pre>
      <textarea
        className="id h-full w-full resize-none bg-transparent px-3 py-3 leading-5 whitespace-pre outline-none focus-visible:bg-sheet"
        aria-label="Tasks, conflicts and mitigations"
        spellCheck={false}
        wrap="off"
        value={value}
        onChange={(event) => onChange(event.target.value)}
        onScroll={(event) => setTop(event.currentTarget.scrollTop)}
        placeholder={
          'tasks:\n  - {id: pay, name: release a payment, any: [{application: ledger, resource: Payment/Run, action: release}]}\nconflicts:\n  - {id: supplier-and-pay, tasks: [add-supplier, pay], severity: high, reason: …}\nmitigations:\n  - {conflict: supplier-and-pay, person: "2041", until: 2026-12-31, control: …, owner: …}'
        }
      />
    </div>
  );
}
