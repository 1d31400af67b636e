import { useState } from 'react';
import type { RankLine, RankView } from '../../shared/api/signInTypes';
import { count } from '../../shared/model/format';
import { Dialog } from '../../shared/ui/Dialog';
import { Sentences } from '../../shared/ui/Sentences';
import { choose, FACETS } from './question';
import { useRank } from './useSignIns';

interface Props {
  ranks: RankView[];
  filter: string;
  onChoose: (changes: Record<string, string>) => void;
}

/** The most and the least seen of each respect; every line narrows the question. */
export function Ranks({ ranks, filter, onChoose }: Props) {
  const [order, setOrder] = useState<'most' | 'least'>('most');
  const [whole, setWhole] = useState('');
  const inOrder = Object.keys(FACETS)
    .map((facet) => ranks.find((one) => one.facet === facet))
    .filter((rank): rank is RankView => rank !== undefined);
  return (
    <section>
      <div className="sticky top-0 z-10 flex items-baseline justify-between border-b border-ink bg-paper pt-2.5 pb-1.5">
        <h2 className="font-semibold">Seen</h2>
        <span className="text-sm">
          {(['most', 'least'] as const).map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={order === one}
              onClick={() => setOrder(one)}
              className={`min-h-6 border-b-2 px-1.5 ${order === one ? 'border-brass font-semibold' : 'border-transparent text-soft'}`}
            >
              {one} often
            </button>
          ))}
        </span>
      </div>
      {inOrder.map((rank) => (
        <div key={rank.facet} className="pt-2.5">
          <h3 className="flex items-center justify-between text-xs font-semibold text-soft">
            {FACETS[rank.facet]}
            <button
              type="button"
              className="min-h-6 font-normal underline decoration-rule underline-offset-2"
              onClick={() => setWhole(rank.facet)}
            >
              all {count(rank.different)}
            </button>
          </h3>
          <ul>
            {rank[order].slice(0, 5).map((line) => (
              <Line
                key={`${line.application}/${line.value}`}
                line={line}
                facet={rank.facet}
                widest={rank.most[0]?.total ?? 1}
                onChoose={onChoose}
              />
            ))}
          </ul>
        </div>
      ))}
      {whole && (
        <Whole
          facet={whole}
          order={order}
          filter={filter}
          onChoose={(changes) => {
            setWhole('');
            onChoose(changes);
          }}
          onClose={() => setWhole('')}
        />
      )}
    </section>
  );
}

interface LineProps {
  line: RankLine;
  facet: string;
  widest: number;
  onChoose: (changes: Record<string, string>) => void;
}

function Line({ line, facet, widest, onChoose }: LineProps) {
  const failed = (line.counts[1] ?? 0) + (line.counts[2] ?? 0);
  const plain = facet === 'application' || facet === 'reason';
  return (
    <li>
      <button
        type="button"
        onClick={() => onChoose(choose(facet, line))}
        title={`${line.value || 'not said'}: ${count(line.total)} attempts, ${count(failed)} of them failures or lock-outs`}
        className="grid min-h-6 w-full grid-cols-[minmax(0,1fr)_66px_54px] items-center gap-2 text-left hover:bg-sheet"
      >
        <span className={`truncate ${plain ? 'text-sm' : 'id'}`}>
          {line.value ? (
            facet === 'application' ? (
              line.name
            ) : (
              line.value
            )
          ) : (
            <span className="text-soft">not said</span>
          )}
          {(facet === 'account' || facet === 'held-role') && (
            <span className="text-soft"> {line.application}</span>
          )}
        </span>
        <span aria-hidden="true" className="flex h-[9px] bg-rule-light">
          <span
            className="bg-soft"
            style={{ width: `${((line.total - failed) / widest) * 100}%` }}
          />
          <span
            style={{
              width: `${(failed / widest) * 100}%`,
              minWidth: failed ? 2 : 0,
              background:
                'repeating-linear-gradient(45deg, var(--color-oxblood) 0 2px, var(--color-reject-wash) 2px 4px)',
            }}
          />
        </span>
        <span className="text-right">{count(line.total)}</span>
      </button>
    </li>
  );
}

interface WholeProps {
  facet: string;
  order: string;
  filter: string;
  onChoose: (changes: Record<string, string>) => void;
  onClose: () => void;
}

/** Every value of one respect. */
function Whole({ facet, order, filter, onChoose, onClose }: WholeProps) {
  const [find, setFind] = useState('');
  const [limit, setLimit] = useState(300);
  const page = useRank(filter, facet, order, find, limit);
  const lines = page.data?.lines ?? [];
  return (
    <Dialog title={`${FACETS[facet]}, ${order} often first`} onClose={onClose}>
      <input
        className="field mb-2 w-full"
        aria-label="Find in the list"
        placeholder="Find in the list"
        value={find}
        onChange={(event) => setFind(event.target.value)}
      />
      <Sentences error={page.error} />
      <ul className="max-h-[56vh] overflow-auto">
        {lines.map((line) => (
          <Line
            key={`${line.application}/${line.value}`}
            line={line}
            facet={facet}
            widest={Math.max(...lines.map((one) => one.total))}
            onChoose={onChoose}
          />
        ))}
      </ul>
      {page.data && (
        <p className="mt-2 text-sm text-soft">
          {count(lines.length)} of {count(page.data.different)}{' '}
          {lines.length < page.data.different && limit < 1000 && (
            <button type="button" className="act" onClick={() => setLimit(1000)}>
              Show 1,000
            </button>
          )}
          {lines.length < page.data.different && limit >= 1000 && 'shown; find narrows the list'}
        </p>
      )}
    </Dialog>
  );
}
