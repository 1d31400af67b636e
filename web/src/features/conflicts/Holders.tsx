import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { ConflictPage, HolderView, RemovalView } from '../../shared/api/conflictTypes';
import { count, counted } from '../../shared/model/format';
import { Cite, Waiting } from '../../shared/ui';
import { TracePane } from '../access';
import { holdersQuery, useHolders } from './useConflicts';

const FIRST = 100;

/** Who can do all of the tasks: where, by what, under which control, and the cheapest way to end it. */
export function Holders({ page, tasks }: { page: ConflictPage; tasks: string[] }) {
  const { snapshot } = useParams();
  const [limit, setLimit] = useState(FIRST);
  const holders = useHolders(tasks, limit);
  const [open, setOpen] = useState('');
  const name = (id: string) => page.tasks.find((task) => task.id === id)?.name ?? id;
  if (tasks.length < 2) {
    return <p className="p-4 text-soft">Choose a cell.</p>;
  }
  if (!holders.data) {
    return <Waiting error={holders.error} what="the people" />;
  }
  const { total } = holders.data;
  const file = (format: string) =>
    `/api/snapshots/${snapshot}/conflicts/holders.${format}?${holdersQuery(tasks)}`;
  return (
    <section className="p-4" aria-label="People">
      <h2 className="text-[17px] leading-6 font-semibold">
        {counted(total, 'person', 'people')} can {tasks.map(name).join(' and ')}
      </h2>
      <p className="my-2 flex gap-2">
        <a className="act" href={file('csv')}>
          CSV
        </a>
        <a className="act" href={file('xlsx')}>
          XLSX
        </a>
      </p>
      {total === 0 && <p>Nobody can do both, with overlapping scope.</p>}
      <ul>
        {holders.data.holders.map((holder) => (
          <li key={holder.key} className="border-t border-rule-light py-2">
            <Holder
              holder={holder}
              isOpen={open === holder.key}
              onOpen={() => setOpen(open === holder.key ? '' : holder.key)}
            />
          </li>
        ))}
      </ul>
      {total > holders.data.holders.length && (
        <button type="button" className="act mt-2" onClick={() => setLimit(limit + FIRST * 2)}>
          {count(total - holders.data.holders.length)} more
        </button>
      )}
    </section>
  );
}

function Holder({
  holder,
  isOpen,
  onOpen,
}: {
  holder: HolderView;
  isOpen: boolean;
  onOpen: () => void;
}) {
  return (
    <>
      <p className="flex flex-wrap items-baseline gap-x-2">
        {holder.person ? (
          <Link className="font-semibold hover:underline" to={`../people/${holder.key}`}>
            {holder.name}
          </Link>
        ) : (
          <b className="id">{holder.name}</b>
        )}
        <span className="text-sm text-soft">
          {[holder.department, holder.where.join(', ')].filter(Boolean).join(' · ')}
        </span>
        {holder.exercised && <b className="text-sm text-oxblood">did both</b>}
        {holder.control && (
          <span className={`text-sm ${holder.control.holds ? 'text-brass' : 'text-oxblood'}`}>
            {holder.control.holds ? 'control' : 'control lapsed'}: {holder.control.control}
            {holder.control.until && ` until ${holder.control.until}`}
          </span>
        )}
      </p>
      <Removal removal={holder.removal} />
      <p className="mt-1 flex flex-wrap gap-x-3 text-sm">
        <button type="button" className="door font-normal" aria-expanded={isOpen} onClick={onOpen}>
          {isOpen ? 'Close the traces' : 'Why: both traces'}
        </button>
        <span className="id text-soft">{holder.accounts.join(' · ')}</span>
      </p>
      {isOpen &&
        holder.proofs.map((proof) => (
          <div key={proof.task} className="my-2 max-h-[300px] overflow-auto border border-rule">
            <p className="px-4 pt-2 text-xs text-soft">can {proof.name}</p>
            <TracePane cell={proof} onClose={onOpen} />
          </div>
        ))}
    </>
  );
}

function Removal({ removal }: { removal: RemovalView | null }) {
  if (!removal) {
    return <p className="text-sm text-soft">Taking assignments or grants away does not end it.</p>;
  }
  return (
    <p className="text-sm">
      <span className="text-soft">{removal.exact ? 'Least to take: ' : 'Enough to take: '}</span>
      {removal.takes.map((take, index) => (
        <span key={`${take.place.file} ${take.place.row}`}>
          {index > 0 && ' and '}
          <b>{take.role || take.permission}</b>
          {take.scope && ` in ${take.scope}`} from <span className="id">{take.account}</span>{' '}
          <Cite place={take.place} />
        </span>
      ))}
      <span className="text-soft">
        {' '}
        ·{' '}
        {removal.lost === 0
          ? 'nothing else is lost'
          : `${counted(removal.lost, 'other permission')} lost with it`}
      </span>
    </p>
  );
}
