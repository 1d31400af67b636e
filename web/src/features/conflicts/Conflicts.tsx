import { Link, useSearchParams } from 'react-router';
import type { ConflictPage, ConflictView, PairView } from '../../shared/api/conflictTypes';
import { count, counted } from '../../shared/model/format';
import { KeyBit, Waiting } from '../../shared/ui';
import { Holders } from './Holders';
import { chosenTasks, halfGrid } from './halfGrid';
import { useConflicts } from './useConflicts';

/** Tasks against tasks with counts of people; a cell opens who they are and what would end it. */
export function Conflicts() {
  const page = useConflicts();
  const [params, setParams] = useSearchParams();
  if (!page.data) {
    return <Waiting error={page.error} what="the conflicts" />;
  }
  const data = page.data;
  if (data.tasks.length === 0) {
    return <Empty />;
  }
  const tasks = chosenTasks(data, params.getAll('task'));
  const choose = (ids: string[]) =>
    setParams(new URLSearchParams(ids.map((id) => ['task', id])), { replace: true });
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)_minmax(440px,608px)] grid-rows-[auto_minmax(0,1fr)]">
      <div className="col-span-2 flex items-center gap-3 border-b border-rule px-4 py-2.5">
        <h1 className="text-[17px] font-semibold">Conflicts</h1>
        <span className="text-soft">
          {counted(data.tasks.length, 'task')} · {counted(data.conflicts.length, 'conflict')} ·{' '}
          {count(data.conflicts.reduce((sum, one) => sum + one.people, 0))} held
        </span>
        <Link className="act ml-auto" to="../tasks">
          Tasks and conflicts …
        </Link>
      </div>
      <div className="min-h-0 space-y-6 overflow-auto p-4">
        <HalfGrid page={data} chosen={tasks} onChoose={choose} />
        <ConflictTable page={data} chosen={tasks} onChoose={choose} />
      </div>
      <div className="min-h-0 overflow-y-auto border-l border-rule bg-sheet">
        <Holders key={tasks.join()} page={data} tasks={tasks} />
      </div>
    </div>
  );
}

function Empty() {
  return (
    <div className="max-w-[640px] p-6">
      <h1 className="text-[20px]">No tasks are described yet.</h1>
      <p className="my-3">
        A conflict is two tasks that one person must not do both, such as adding a supplier and
        releasing a payment. Say in a few lines which permissions let somebody do a task, and which
        tasks conflict; then every person who can do both is found, over all applications.
      </p>
      <Link className="act act-first" to="../tasks">
        Describe tasks and conflicts
      </Link>
    </div>
  );
}

interface Chosen {
  page: ConflictPage;
  chosen: string[];
  onChoose: (tasks: string[]) => void;
}

function HalfGrid({ page, chosen, onChoose }: Chosen) {
  const rows = halfGrid(page);
  return (
    <section aria-label="Tasks against tasks">
      <table className="border-separate border-spacing-0.5">
        <tbody>
          {rows.map((row) => (
            <tr key={row.task}>
              <th scope="row" className="pr-2 text-right text-sm font-normal whitespace-nowrap">
                {row.name}
              </th>
              {row.cells.map((cell) => (
                <Cell
                  key={cell.first}
                  page={page}
                  cell={cell}
                  isChosen={chosen.includes(cell.first) && chosen.includes(cell.second)}
                  onChoose={() => onChoose([cell.first, cell.second])}
                />
              ))}
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td />
            {page.tasks.slice(0, -1).map((task) => (
              <th
                key={task.id}
                scope="col"
                className="h-28 align-top text-sm font-normal [writing-mode:vertical-rl]"
              >
                {task.name}
              </th>
            ))}
          </tr>
        </tfoot>
      </table>
      <p className="text-xs text-soft">
        Each cell counts people who can do both with overlapping scope. Framed: declared a conflict.
      </p>
    </section>
  );
}

function Cell({
  page,
  cell,
  isChosen,
  onChoose,
}: {
  page: ConflictPage;
  cell: PairView;
  isChosen: boolean;
  onChoose: () => void;
}) {
  const name = (id: string) => page.tasks.find((task) => task.id === id)?.name ?? id;
  const isConflict = cell.conflicts.length > 0;
  return (
    <td className="p-0">
      <button
        type="button"
        onClick={onChoose}
        aria-pressed={isChosen}
        aria-label={`${count(cell.people)} can ${name(cell.first)} and ${name(cell.second)}${isConflict ? ', declared a conflict' : ''}`}
        className={`h-8 w-8 font-mono text-sm ${isConflict ? 'border-2 border-ink font-semibold' : 'border border-rule text-soft'} ${
          isChosen ? 'bg-selected' : cell.people > 0 && isConflict ? 'bg-sheet' : ''
        } hover:bg-selected`}
      >
        {count(cell.people)}
      </button>
    </td>
  );
}

function ConflictTable({ page, chosen, onChoose }: Chosen) {
  const name = (id: string) => page.tasks.find((task) => task.id === id)?.name ?? id;
  const isChosen = (one: ConflictView) =>
    one.tasks.length === chosen.length && one.tasks.every((task) => chosen.includes(task));
  if (page.conflicts.length === 0) {
    return <p>No two tasks are declared a conflict yet.</p>;
  }
  return (
    <table className="plain-table">
      <thead>
        <tr>
          <th scope="col">Conflict</th>
          <th scope="col" className="num">
            people
          </th>
          <th scope="col" className="num">
            did both
          </th>
          <th scope="col" className="num">
            controlled
          </th>
          <th scope="col" className="num">
            lapsed
          </th>
          <th scope="col" className="num">
            roles
          </th>
        </tr>
      </thead>
      <tbody>
        {page.conflicts.map((one) => (
          <tr key={one.id} className={isChosen(one) ? 'bg-selected' : 'hover:bg-sheet'}>
            <td>
              <button
                type="button"
                className="flex items-baseline gap-2 text-left"
                onClick={() => onChoose(one.tasks)}
              >
                <KeyBit severity={one.severity} />
                <span>
                  {one.tasks.map(name).join(' and ')}
                  <span className="block text-sm text-soft">{one.reason}</span>
                </span>
              </button>
            </td>
            <td className="num font-semibold">{count(one.people)}</td>
            <td className={`num ${one.exercised ? 'font-semibold text-oxblood' : 'text-soft'}`}>
              {count(one.exercised)}
            </td>
            <td className="num">{count(one.mitigated)}</td>
            <td className={`num ${one.lapsed ? 'text-oxblood' : 'text-soft'}`}>
              {count(one.lapsed)}
            </td>
            <td className="num" title={one.roles.join(', ') || 'no role gives both by itself'}>
              {count(one.roles.length)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
