import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import type { AttemptLine } from '../../shared/api/signInTypes';
import { Sentences, useKeys } from '../../shared/ui';
import { COLUMNS, keepColumns, keptColumns } from './columns';
import { OutcomeMark } from './OutcomeMark';
import { readable } from './question';
import { useAttempts } from './useSignIns';

interface Props {
  filter: string;
  total: number;
  order: string;
  /** The attempt that is open, by its row. */
  current: string;
  onOpen: (row: string) => void;
  onOrder: (order: string) => void;
}

/** Attempt after attempt, of any number: only what is in sight is fetched and drawn. */
export function AttemptList({ filter, total, order, current, onOpen, onOrder }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const [chosen, setChosen] = useState(keptColumns);
  const rows = useVirtualizer({
    count: total,
    getScrollElement: () => scroller.current,
    estimateSize: () => 27,
    overscan: 12,
  });
  const shown = rows.getVirtualItems();
  const { lines, error } = useAttempts(
    `${filter}&order=${order}`,
    shown[0]?.index ?? 0,
    shown.at(-1)?.index ?? 40,
  );
  const columns = COLUMNS.filter((column) => chosen.includes(column.id));
  const template = {
    gridTemplateColumns: `168px 88px ${columns.map((column) => column.width).join(' ')}`,
  };
  const at = [...lines.entries()].find(([, line]) => String(line.row) === current)?.[0];
  const step = (by: number) => {
    const next = lines.get(at === undefined ? (shown[0]?.index ?? 0) : at + by);
    if (next) {
      onOpen(String(next.row));
    }
  };
  useKeys({
    ArrowDown: () => step(1),
    ArrowUp: () => step(-1),
    j: () => step(1),
    k: () => step(-1),
    Escape: () => onOpen(''),
  });
  useEffect(() => {
    if (at !== undefined) {
      rows.scrollToIndex(at, { align: 'auto' });
    }
  }, [at, rows.scrollToIndex]);
  return (
    <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
      <details className="relative justify-self-end px-3 pt-1.5 text-sm">
        <summary className="min-h-6 cursor-pointer list-none underline decoration-rule underline-offset-2">
          columns: {columns.length + 2} of {COLUMNS.length + 2}
        </summary>
        <fieldset className="absolute right-3 z-20 grid w-64 grid-cols-2 gap-1 border border-ink bg-sheet p-3">
          <legend className="sr-only">Columns</legend>
          {COLUMNS.map((column) => (
            <label key={column.id} className="flex gap-1.5">
              <input
                type="checkbox"
                checked={chosen.includes(column.id)}
                onChange={(event) => {
                  const next = event.target.checked
                    ? [...chosen, column.id]
                    : chosen.filter((id) => id !== column.id);
                  setChosen(next);
                  keepColumns(next);
                }}
              />
              {column.name}
            </label>
          ))}
        </fieldset>
      </details>
      <div
        ref={scroller}
        className="min-h-0 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label="List of attempts"
      >
        <div role="table" aria-label="Attempts" aria-rowcount={total} className="min-w-[560px]">
          <div
            role="row"
            style={template}
            className="sticky top-0 z-10 grid items-center border-b border-ink bg-paper pb-1 text-xs font-semibold text-soft"
          >
            <span role="columnheader" aria-sort={order === 'oldest' ? 'ascending' : 'descending'}>
              <button
                type="button"
                className="min-h-6 pl-3.5 hover:underline"
                onClick={() => onOrder(order === 'oldest' ? '' : 'oldest')}
              >
                Time {order === 'oldest' ? '↑' : '↓'}
              </button>
            </span>
            <span role="columnheader">Outcome</span>
            {columns.map((column) => (
              <span key={column.id} role="columnheader">
                {column.name}
              </span>
            ))}
          </div>
          <Sentences error={error} />
          <div role="rowgroup" className="relative" style={{ height: rows.getTotalSize() }}>
            {shown.map((item) => {
              const line = lines.get(item.index);
              return (
                <div
                  key={item.key}
                  className="absolute w-full"
                  style={{ transform: `translateY(${item.start}px)`, height: item.size }}
                >
                  {line && (
                    // biome-ignore lint/a11y/useKeyWithClickEvents: the keys of the list move and open
                    <div
                      role="row"
                      tabIndex={-1}
                      style={template}
                      aria-rowindex={item.index + 1}
                      aria-selected={String(line.row) === current}
                      onClick={() => onOpen(String(line.row))}
                      className={`grid h-full cursor-default items-center border-b border-l-[3px] border-b-rule-light ${
                        String(line.row) === current
                          ? 'border-l-brass bg-selected'
                          : 'border-l-transparent hover:bg-sheet'
                      }`}
                    >
                      <span role="cell" className="id pl-2.5 whitespace-nowrap">
                        {readable(line.at)}
                      </span>
                      <span role="cell">
                        <OutcomeMark outcome={line.outcome} />
                      </span>
                      {columns.map((column) => (
                        <Cell key={column.id} line={line} column={column.id} />
                      ))}
                    </div>
                  )}
                </div>
              );
            })}
          </div>
        </div>
      </div>
    </div>
  );
}

function Cell({ line, column }: { line: AttemptLine; column: keyof AttemptLine }) {
  const value = String(line[column]);
  const mono = ['account', 'address', 'session', 'duration'].includes(column);
  const nobody = column === 'person' && !value;
  return (
    <span role="cell" title={value} className={`truncate pr-2 ${mono ? 'id' : 'text-sm'}`}>
      {nobody ? <span className="text-soft">{line.known ? '– nobody' : '– unknown'}</span> : value}
    </span>
  );
}
