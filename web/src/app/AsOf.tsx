import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from '../shared/api/client';
import type { SnapshotView } from '../shared/api/types';
import { Dialog, Sentences } from '../shared/ui';

/** Which as-of date of the audit is on the screen, which to compare it with, and the next one. */
export function AsOf({ current, all }: { current: SnapshotView; all: SnapshotView[] }) {
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const own = all.filter((one) => one.audit === current.audit);
  const before = own.find((one) => one.asOf < current.asOf);
  return (
    <>
      <label className="text-xs text-soft">
        as of{' '}
        <select
          className="id cursor-pointer bg-transparent text-ink"
          value={current.id}
          onChange={(event) =>
            event.target.value === 'next'
              ? setAsking(true)
              : navigate(`/s/${event.target.value}/standing`)
          }
        >
          {own.map((one) => (
            <option key={one.id} value={one.id}>
              {one.asOf}
            </option>
          ))}
          <option value="next">next date …</option>
        </select>
      </label>
      {before && (
        <Link
          className="text-xs text-soft hover:underline"
          to={`/s/${current.id}/compare?with=${before.id}`}
        >
          compare with <span className="id text-ink">{before.asOf}</span>
        </Link>
      )}
      {asking && <NextDate current={current} onClose={() => setAsking(false)} />}
    </>
  );
}

function NextDate({ current, onClose }: { current: SnapshotView; onClose: () => void }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [asOf, setAsOf] = useState('');
  const [from, setFrom] = useState('');
  const open = useMutation({
    mutationFn: () =>
      api.post<SnapshotView>(`/api/snapshots/${current.id}/next`, { asOf, from, to: asOf }),
    onSuccess: (next) => {
      void queries.invalidateQueries();
      onClose();
      navigate(`/s/${next.id}/gather`);
    },
  });
  return (
    <Dialog title="The next as-of date" onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          open.mutate();
        }}
      >
        <p>
          Applications, checks, column maps and requests are taken over from {current.asOf}.
          Evidence is asked for anew. Decisions on findings go on to hold.
        </p>
        <p className="flex gap-4">
          <label>
            as of{' '}
            <input
              className="field"
              type="date"
              required
              value={asOf}
              onChange={(event) => setAsOf(event.target.value)}
            />
          </label>
          <label>
            period from{' '}
            <input
              className="field"
              type="date"
              required
              value={from}
              onChange={(event) => setFrom(event.target.value)}
            />
          </label>
        </p>
        <button type="submit" className="act act-first" disabled={open.isPending}>
          Open it
        </button>
        <Sentences error={open.error} />
      </form>
    </Dialog>
  );
}
