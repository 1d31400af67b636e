import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import type { AccessApplication, GridAccount } from '../../shared/api/accessTypes';
import { count, counted } from '../../shared/model/format';
import { Sentences, useKeys } from '../../shared/ui';
import { CellMark, Legend } from './CellMark';
import { mannerAt, wordsOf } from './cells';
import { TracePane } from './TracePane';
import { useGrid } from './useAccess';

const HEAD_WIDTH = 250;
const HEAD_HEIGHT = 192;
const ROW = 27;
const COLUMN = 30;

interface Props {
  application: AccessApplication;
  filter: string;
  params: URLSearchParams;
  onSet: (changes: Record<string, string>) => void;
}

/** Accounts down, permissions across; only the part in sight is fetched and drawn. */
export function AccessGrid({ application, filter, params, onSet }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const account = params.get('account') ?? '';
  const permission = params.get('permission') ?? '';
  const [size, setSize] = useState({ rows: 0, columns: 0 });
  const rows = useVirtualizer({
    count: size.rows,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 10,
    paddingStart: HEAD_HEIGHT,
  });
  const columns = useVirtualizer({
    horizontal: true,
    count: size.columns,
    getScrollElement: () => scroller.current,
    estimateSize: () => COLUMN,
    overscan: 8,
    paddingStart: HEAD_WIDTH,
  });
  const down = rows.getVirtualItems();
  const across = columns.getVirtualItems();
  const grid = useGrid(
    filter,
    {
      top: down[0]?.index ?? 0,
      bottom: down.at(-1)?.index ?? 40,
      left: across[0]?.index ?? 0,
      right: across.at(-1)?.index ?? 40,
    },
    true,
  );
  const whole = grid.whole;
  const height = whole?.accounts ?? 0;
  const width = whole?.permissions ?? 0;
  useEffect(() => setSize({ rows: height, columns: width }), [height, width]);

  const rowAt = [...grid.rows.entries()].find(([, row]) => row.key === account)?.[0] ?? -1;
  const columnAt =
    [...grid.columns.entries()].find(
      ([, column]) => `${column.resource}|${column.action}` === permission,
    )?.[0] ?? -1;
  const open = (row: number, column: number) => {
    const key = grid.rows.get(row)?.key;
    const chosen = grid.columns.get(column);
    if (key && chosen) {
      rows.scrollToIndex(row, { align: 'auto' });
      onSet({ account: key, permission: `${chosen.resource}|${chosen.action}` });
    }
  };
  const step = (down_: number, across_: number) =>
    rowAt < 0 || columnAt < 0 ? open(0, 0) : open(rowAt + down_, columnAt + across_);
  useKeys({
    ArrowDown: () => step(1, 0),
    ArrowUp: () => step(-1, 0),
    ArrowRight: () => step(0, 1),
    ArrowLeft: () => step(0, -1),
    Escape: () => onSet({ account: '', permission: '' }),
  });
  const tracing = account !== '' && permission !== '';
  return (
    <div
      className={`grid min-h-0 ${tracing ? 'grid-rows-[auto_minmax(0,1fr)_minmax(0,44%)]' : 'grid-rows-[auto_minmax(0,1fr)]'}`}
    >
      <div className="flex flex-wrap items-center justify-between border-b border-rule-light">
        <span className="px-4 text-sm">
          {whole &&
            `${counted(whole.accounts, 'account')} × ${counted(whole.permissions, 'permission')}, ${count(whole.held)} held`}
        </span>
        <Legend days={Number(params.get('days') ?? 90)} usageKnown={application.usageKnown} />
      </div>
      <div
        ref={scroller}
        className="relative min-h-0 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label="Grid of accounts and permissions"
      >
        <Sentences error={grid.error} />
        {whole && (whole.accounts === 0 || whole.permissions === 0) && (
          <p className="p-4">
            Nothing is under this filter.{' '}
            <button
              type="button"
              className="act"
              onClick={() =>
                onSet({
                  accounts: '',
                  department: '',
                  role: '',
                  state: '',
                  privileged: '',
                  permissions: '',
                  sensitivity: '',
                  category: '',
                  held: '',
                })
              }
            >
              Take the filter off
            </button>
          </p>
        )}
        <div
          role="grid"
          aria-label="Who can do what"
          aria-rowcount={size.rows + 1}
          aria-colcount={size.columns + 1}
          style={{ width: columns.getTotalSize(), height: rows.getTotalSize() }}
          className="relative"
        >
          <div
            role="row"
            className="sticky top-0 z-20 border-b border-ink bg-paper"
            style={{ height: HEAD_HEIGHT, width: columns.getTotalSize() }}
          >
            <span
              role="columnheader"
              className="sticky left-0 z-10 flex h-full items-end bg-paper px-4 pb-1.5 text-xs font-semibold text-soft"
              style={{ width: HEAD_WIDTH }}
            >
              account · held of shown
            </span>
            {across.map((item) => {
              const column = grid.columns.get(item.index);
              return (
                <span
                  key={item.key}
                  role="columnheader"
                  aria-colindex={item.index + 2}
                  className="absolute top-0 flex flex-col items-center justify-end pb-1"
                  style={{ left: item.start, width: COLUMN, height: HEAD_HEIGHT }}
                  title={
                    column &&
                    `${column.action} ${column.resource}${column.name && `: ${column.name}`}${column.sensitivity && `, ${column.sensitivity}`}, held by ${counted(column.holders, 'account')}`
                  }
                >
                  {column && (
                    <>
                      <span
                        className={`max-h-[160px] overflow-hidden text-xs whitespace-nowrap [writing-mode:vertical-rl] rotate-180 ${
                          column.sensitivity === 'critical' ? 'text-oxblood font-semibold' : ''
                        }`}
                      >
                        <b>{column.action}</b> {column.resource}
                      </span>
                      <span className="text-[11px] text-soft">{count(column.holders)}</span>
                    </>
                  )}
                </span>
              );
            })}
          </div>
          {down.map((item) => {
            const row = grid.rows.get(item.index);
            const before = grid.rows.get(item.index - 1);
            return (
              row && (
                <div
                  key={item.key}
                  role="row"
                  aria-rowindex={item.index + 2}
                  className="absolute left-0"
                  style={{ top: item.start, height: ROW, width: columns.getTotalSize() }}
                >
                  <RowHead
                    row={row}
                    chosen={row.key === account}
                    newGroup={row.group !== '' && row.group !== before?.group}
                  />
                  {across.map((column) => {
                    const manner = mannerAt(
                      grid.cells.get(item.index)?.get(column.index) ?? '00',
                      0,
                    );
                    const chosen = item.index === rowAt && column.index === columnAt;
                    return (
                      <button
                        key={column.key}
                        type="button"
                        role="gridcell"
                        tabIndex={-1}
                        aria-label={wordsOf(manner)}
                        aria-selected={chosen}
                        title={wordsOf(manner)}
                        onClick={() => open(item.index, column.index)}
                        className={`absolute top-0 flex items-center justify-center border-r border-b border-rule-light hover:bg-selected ${
                          chosen ? 'z-[1] outline-2 outline-brass' : 'bg-sheet'
                        }`}
                        style={{ left: column.start, width: COLUMN, height: ROW }}
                      >
                        <CellMark manner={manner} />
                      </button>
                    );
                  })}
                </div>
              )
            );
          })}
        </div>
      </div>
      {tracing && (
        <TracePane
          cell={{ application: application.id, account, permission }}
          onClose={() => onSet({ account: '', permission: '' })}
        />
      )}
    </div>
  );
}

function RowHead(props: { row: GridAccount; chosen: boolean; newGroup: boolean }) {
  const { row } = props;
  return (
    <span
      role="rowheader"
      className={`sticky left-0 z-10 flex h-full items-center gap-2 border-r border-b border-r-ink border-b-rule-light px-4 ${
        props.chosen ? 'bg-selected' : 'bg-paper'
      } ${props.newGroup ? 'border-t border-t-ink' : ''}`}
      style={{ width: HEAD_WIDTH }}
      title={[row.name, row.personName, row.department, row.status, row.group]
        .filter(Boolean)
        .join(', ')}
    >
      <span className={`id truncate ${row.usable ? '' : 'text-soft line-through'}`}>{row.key}</span>
      <span className="min-w-0 flex-1 truncate text-xs text-soft">
        {props.newGroup ? <b>{row.group}</b> : row.personName || row.name}
      </span>
      {row.privileged && (
        <span className="text-xs font-semibold text-brass" title="privileged">
          priv.
        </span>
      )}
      <span className="w-7 text-right text-xs">{count(row.held)}</span>
    </span>
  );
}
