import { useQueries } from '@tanstack/react-query';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef } from 'react';
import { useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { Line, RejectView } from '../../shared/api/types';
import { pagesFor } from '../../shared/model/pagesFor';

const PAGE = 200;

interface Props {
  base: string;
  total: number;
  /** The line to show and mark, 0 for none. */
  row: number;
  rejects: RejectView[];
}

/** The file's own lines, as many as it has; only those in sight are fetched. */
export function RawLines({ base, total, row, rejects }: Props) {
  const { snapshot, file } = useParams();
  const scroller = useRef<HTMLDivElement>(null);
  // A last line without a line end is not counted as one.
  const lines = total + 1;
  const rows = useVirtualizer({
    count: lines,
    getScrollElement: () => scroller.current,
    estimateSize: () => 26,
    overscan: 20,
  });
  const shown = rows.getVirtualItems();
  const pages = pagesFor(shown[0]?.index ?? 0, shown.at(-1)?.index ?? 0, PAGE);
  const fetched = useQueries({
    queries: pages.map((page) => ({
      queryKey: ['lines', snapshot, file, page],
      queryFn: () => api.get<Line[]>(`${base}/lines?from=${page * PAGE + 1}&count=${PAGE}`),
      staleTime: Number.POSITIVE_INFINITY,
    })),
  });
  const texts = new Map<number, string>();
  for (const page of fetched) {
    for (const line of page.data ?? []) {
      texts.set(line.number, line.text);
    }
  }
  const rejected = useMemo(() => new Map(rejects.map((one) => [one.row, one.reason])), [rejects]);
  useEffect(() => {
    if (row > 0) {
      rows.scrollToIndex(row - 1, { align: 'center' });
    }
  }, [row, rows.scrollToIndex]);
  return (
    <section
      ref={scroller}
      className="overflow-auto bg-sheet"
      aria-label="Lines of the file"
      tabIndex={0}
    >
      <div className="relative min-w-max" style={{ height: rows.getTotalSize() }}>
        {shown.map((item) => {
          const number = item.index + 1;
          const reason = rejected.get(number);
          return (
            <div
              key={item.key}
              className={`absolute flex w-full gap-4 border-b border-rule-light pr-4 leading-[25px] ${
                reason ? 'bg-reject-wash' : ''
              } ${number === row ? 'bg-selected shadow-[inset_3px_0_0_var(--color-brass)]' : ''}`}
              style={{ transform: `translateY(${item.start}px)`, height: item.size }}
              aria-current={number === row ? 'location' : undefined}
            >
              <span
                className={`id w-16 shrink-0 pl-3 text-right ${reason ? 'font-semibold text-oxblood' : 'text-soft'}`}
              >
                {texts.has(number) ? number : ''}
              </span>
              <span className="id whitespace-pre">{texts.get(number)}</span>
              {reason && (
                <span className="absolute right-0 bg-reject-wash pr-3 pl-4 whitespace-nowrap text-oxblood">
                  {reason}
                </span>
              )}
            </div>
          );
        })}
      </div>
    </section>
  );
}
