import { useState } from 'react';
import { useParams } from 'react-router';
import type { PackText } from '../../shared/api/packTypes';
import { count } from '../../shared/model/format';
import { Sentences, useKeys } from '../../shared/ui';
import { usePages } from './usePacks';

/** The real pages, one at a time. */
export function PagePreview({ text }: { text: PackText }) {
  const { snapshot } = useParams();
  const drawn = usePages(text);
  const [page, setPage] = useState(1);
  const pages = drawn.data?.pages ?? 0;
  const at = Math.min(page, Math.max(1, pages));
  const go = (by: number) => setPage(Math.min(Math.max(1, at + by), Math.max(1, pages)));
  useKeys({ ArrowLeft: () => go(-1), ArrowRight: () => go(1) });
  if (text.parts.length === 0) {
    return <p className="text-soft">Choose a part, and its pages are shown here.</p>;
  }
  return (
    <section aria-label="Pages">
      <div className="mb-2 flex items-center gap-2">
        <button type="button" className="act" disabled={at <= 1} onClick={() => go(-1)}>
          ← Page before
        </button>
        <label className="text-sm">
          Page{' '}
          <input
            className="field w-20"
            aria-label="Page"
            type="number"
            min={1}
            max={pages}
            value={at}
            onChange={(event) => setPage(Math.max(1, Number(event.target.value)))}
          />{' '}
          of {count(pages)}
        </label>
        <button type="button" className="act" disabled={at >= pages} onClick={() => go(1)}>
          Next page →
        </button>
        {drawn.isFetching && (
          <span role="status" className="text-sm text-soft">
            laying out …
          </span>
        )}
      </div>
      <Sentences error={drawn.error} />
      {drawn.data && (
        <img
          className="w-full max-w-[760px] border border-rule bg-white"
          src={`/api/snapshots/${snapshot}/report/packs/pages/${drawn.data.id}/${at}.png`}
          alt={`Page ${at} of the pack`}
          width={909}
          height={1286}
        />
      )}
    </section>
  );
}
