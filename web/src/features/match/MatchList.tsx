import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import type { MatchLine } from '../../shared/api/matchTypes';
import { Sentences } from '../../shared/ui';

interface Props {
  total: number | undefined;
  lines: Map<number, MatchLine>;
  current: string;
  idOf: (line: MatchLine) => string;
  show: string;
  onOpen: (id: string) => void;
  onRange: (range: { first: number; last: number }) => void;
  onShowAll: () => void;
  error: unknown;
}

/** The accounts under the filter, of any number: only what is in sight is fetched and drawn. */
export function MatchList(props: Props) {
  const { lines, current, idOf, onRange, total = 0 } = props;
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: total,
    getScrollElement: () => scroller.current,
    estimateSize: () => 44,
    overscan: 10,
  });
  const shown = rows.getVirtualItems();
  const first = shown[0]?.index ?? 0;
  const last = shown.at(-1)?.index ?? 60;
  useEffect(() => onRange({ first, last }), [first, last, onRange]);
  const at = [...lines.entries()].find(([, line]) => idOf(line) === current)?.[0];
  useEffect(() => {
    if (at !== undefined) {
      rows.scrollToIndex(at, { align: 'auto' });
    }
  }, [at, rows.scrollToIndex]);
  return (
    <div
      ref={scroller}
      className="min-h-0 overflow-auto"
      tabIndex={0}
      role="region"
      aria-label="List of accounts"
    >
      <Sentences error={props.error} />
      {props.total === 0 && (
        <p className="p-4">
          {props.show === 'open' ? 'Every account has its person or owner. ' : 'No account fits. '}
          <button type="button" className="act" onClick={props.onShowAll}>
            Show all accounts
          </button>
        </p>
      )}
      <div className="relative" style={{ height: rows.getTotalSize() }}>
        {shown.map((item) => {
          const line = lines.get(item.index);
          return (
            line && (
              <button
                type="button"
                key={item.key}
                onClick={() => props.onOpen(idOf(line))}
                aria-current={idOf(line) === current}
                style={{ transform: `translateY(${item.start}px)`, height: item.size }}
                className={`absolute grid w-full grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 border-b border-l-[3px] border-b-rule-light px-3 text-left ${
                  idOf(line) === current
                    ? 'border-l-brass bg-selected'
                    : 'border-l-transparent hover:bg-sheet'
                }`}
              >
                <span className="truncate">
                  <span className="id">{line.account}</span>{' '}
                  <span className="text-soft">{line.name}</span>
                  <span className="block truncate text-xs text-soft">
                    {line.applicationName} · {line.type === 'unknown' ? 'type not said' : line.type}
                    , {line.status}
                  </span>
                </span>
                <span className="text-right text-xs">{stateOf(line)}</span>
              </button>
            )
          );
        })}
      </div>
    </div>
  );
}

function stateOf(line: MatchLine) {
  switch (line.left) {
    case 'broken':
      return <b className="text-oxblood">decide again</b>;
    case 'owner':
      return 'owner wanting';
    case 'person': {
      const best = line.suggestions[0];
      return best ? (
        <span className="text-brass">
          {best.name}?<span className="block">{best.score} of 100</span>
        </span>
      ) : (
        'nobody likely'
      );
    }
    default:
      return <span className="text-soft">{line.personName ?? (line.owner || 'nobody’s')}</span>;
  }
}
