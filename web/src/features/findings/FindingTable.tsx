import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import type { Desk, FindingLine } from '../../shared/api/types';
import { count } from '../../shared/model/format';
import { KeyBit, Sentences } from '../../shared/ui';
import { FACETS, type ListAction, type ListState } from './listState';
import type { Marks } from './marks';

interface Props {
  state: ListState;
  desk: Desk;
  total: number | undefined;
  lines: Map<number, FindingLine>;
  current: string;
  marks: Marks;
  error: unknown;
  dispatch: (action: ListAction) => void;
  onMark: (key: string) => void;
  onMarkAll: () => void;
  onRange: (range: { first: number; last: number }) => void;
}

const COLUMNS =
  'grid-cols-[34px_34px_minmax(96px,1.1fr)_minmax(90px,1.1fr)_minmax(84px,1fr)_52px_minmax(76px,.8fr)] max-[1199px]:grid-cols-[32px_32px_minmax(70px,1fr)_minmax(70px,1fr)_44px_minmax(60px,.8fr)]';

const HEADS: { name: string; sort: string; right?: boolean; wide?: boolean }[] = [
  { name: '', sort: 'severity' },
  { name: 'Subject', sort: 'subject' },
  { name: 'Person', sort: 'person' },
  { name: 'Application', sort: 'application', wide: true },
  { name: 'Days', sort: 'figure', right: true },
  { name: 'Decision', sort: 'decision' },
];

/** The list, of any length: only what is in sight is fetched and drawn. */
export function FindingTable(props: Props) {
  const { lines, current, marks, onRange, total = 0 } = props;
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: total,
    getScrollElement: () => scroller.current,
    estimateSize: () => 31,
    overscan: 12,
  });
  const shown = rows.getVirtualItems();
  const first = shown[0]?.index ?? 0;
  const last = shown.at(-1)?.index ?? 60;
  useEffect(() => onRange({ first, last }), [first, last, onRange]);
  const at = [...lines.entries()].find(([, line]) => line.key === current)?.[0];
  useEffect(() => {
    if (at !== undefined) {
      rows.scrollToIndex(at, { align: 'auto' });
    }
  }, [at, rows.scrollToIndex]);
  const names = new Map(props.desk.applications.map((one) => [one.id, one.name]));
  return (
    <div
      ref={scroller}
      className="min-h-0 overflow-auto"
      tabIndex={0}
      role="region"
      aria-label="List of findings"
    >
      <div
        role="table"
        aria-rowcount={total}
        aria-label="Findings"
        className="min-w-[360px] min-[1200px]:min-w-[560px]"
      >
        <Heads {...props} />
        <Sentences error={props.error} />
        {props.total === 0 && <Empty {...props} />}
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
                  <Row
                    line={line}
                    index={item.index}
                    application={names.get(line.application) ?? 'across'}
                    current={line.key === current}
                    marked={marks.has(line.key)}
                    onOpen={() => props.dispatch({ type: 'open', key: line.key })}
                    onMark={() => props.onMark(line.key)}
                  />
                )}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

function Heads({ state, dispatch, marks, onMarkAll, total }: Props) {
  return (
    <div
      role="row"
      className={`sticky top-0 z-10 grid ${COLUMNS} items-end border-b border-ink bg-paper pt-3 pb-1.5 text-xs font-semibold text-soft`}
    >
      <span role="columnheader" className="pl-2.5">
        <input
          type="checkbox"
          aria-label="Mark all that are shown"
          checked={marks.size > 0}
          disabled={!total}
          onChange={onMarkAll}
        />
      </span>
      {HEADS.map((head) => {
        const sorted = state.sort === head.sort ? '↑' : state.sort === `-${head.sort}` ? '↓' : '';
        return (
          <span
            key={head.sort}
            role="columnheader"
            aria-sort={sorted === '↑' ? 'ascending' : sorted ? 'descending' : 'none'}
            className={`${head.right ? 'pr-3 text-right' : 'pl-1.5'} ${head.wide ? 'max-[1199px]:hidden' : ''}`}
          >
            <button
              type="button"
              className="hover:underline"
              aria-label={`Sort by ${head.name || 'severity'}`}
              onClick={() => dispatch({ type: 'sort', column: head.sort })}
            >
              {head.name} {sorted || (head.name ? '' : '↕')}
            </button>
          </span>
        );
      })}
    </div>
  );
}

function Row(props: {
  line: FindingLine;
  index: number;
  application: string;
  current: boolean;
  marked: boolean;
  onOpen: () => void;
  onMark: () => void;
}) {
  const { line } = props;
  const decided = line.decision && line.decision.verdict !== 'open';
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the keys of the list move and decide
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={props.index + 1}
      aria-selected={props.current}
      data-finding={line.key}
      onClick={props.onOpen}
      className={`grid h-full cursor-default ${COLUMNS} items-center border-b border-l-[3px] border-b-rule-light ${
        props.current ? 'border-l-brass bg-selected' : 'border-l-transparent hover:bg-sheet'
      }`}
    >
      <span role="cell" className="pl-[7px]">
        <input
          type="checkbox"
          aria-label={`Mark ${line.subject}`}
          checked={props.marked}
          onChange={props.onMark}
          onClick={(event) => event.stopPropagation()}
        />
      </span>
      <span role="cell">
        <KeyBit severity={line.severity} />
      </span>
      <span role="cell" className="id truncate pr-2 pl-1">
        {line.subject}
      </span>
      <span role="cell" className="truncate pr-2 pl-1">
        {line.personName || (
          <span className="text-soft">
            {line.subjectType === 'account' ? '– nobody' : line.subjectType}
          </span>
        )}
      </span>
      <span role="cell" className="truncate pr-2 pl-1 max-[1199px]:hidden">
        {props.application}
      </span>
      <span role="cell" className="pr-3 text-right font-semibold">
        {line.figure === null ? '' : count(line.figure)}
      </span>
      <span role="cell" className={`truncate pl-1 ${decided ? 'text-brass' : 'text-soft'}`}>
        {decided && !line.decision?.reopened ? line.decision?.words : ''}
        {line.decision?.reopened && (
          <span className="text-oxblood" title={line.decision.reopened}>
            decide again
          </span>
        )}
        {!decided && (line.since === 'new' || line.since === 'back') && (
          <span>{line.since === 'new' ? 'new' : 'came back'}</span>
        )}
      </span>
    </div>
  );
}

function Empty({ state, dispatch }: Props) {
  const narrowed = FACETS.some((facet) => state[facet].length > 0) || state.gone !== '';
  return (
    <p className="p-6">
      No finding {narrowed || state.text ? 'is under this filter. ' : 'stands. '}
      {(narrowed || state.text) && (
        <button type="button" className="act" onClick={() => dispatch({ type: 'clearAll' })}>
          Take the filter off
        </button>
      )}
    </p>
  );
}
