import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, Refused } from '../../shared/api/client';
import type { JobView, Started } from '../../shared/api/types';
import { JobProgress, Sentences, Waiting } from '../../shared/ui';
import { useSnapshots } from './useSnapshots';

/** The audits that were opened, and opening one more from a folder. */
export function Audits() {
  const snapshots = useSnapshots();
  if (!snapshots.data) {
    return <Waiting error={snapshots.error} what="the audits" />;
  }
  return (
    <main className="mx-auto max-w-[760px] p-8">
      <h1 className="mb-5 text-[20px] font-semibold">Audits</h1>
      {snapshots.data.length > 0 && (
        <table className="plain-table mb-8 bg-sheet">
          <thead>
            <tr>
              <th scope="col">Audit</th>
              <th scope="col">As of</th>
              <th scope="col" className="num">
                Applications
              </th>
              <th scope="col">State</th>
            </tr>
          </thead>
          <tbody>
            {snapshots.data.map((one) => (
              <tr key={one.id}>
                <td>
                  <Link className="door" to={`/s/${one.id}/standing`}>
                    {one.title}
                  </Link>
                </td>
                <td className="id">{one.asOf}</td>
                <td className="num">{one.applications}</td>
                <td className="text-soft">{one.examined ? 'examined' : 'not examined yet'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <OpenFolder first={snapshots.data.length === 0} />
    </main>
  );
}

function OpenFolder({ first }: { first: boolean }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [path, setPath] = useState('');
  const [job, setJob] = useState<number | null>(null);
  const [failure, setFailure] = useState<Refused | null>(null);
  const open = useMutation({
    mutationFn: () => api.post<Started>('/api/snapshots', { path }),
    onMutate: () => setFailure(null),
    onSuccess: (started) => setJob(started.id),
  });
  const onEnd = useCallback(
    (ended: JobView) => {
      setJob(null);
      if (ended.state === 'done' && ended.result !== null) {
        void queries.invalidateQueries();
        navigate(`/s/${ended.result}/standing`);
      } else {
        setFailure(new Refused(422, ended.sentences));
      }
    },
    [navigate, queries],
  );
  return (
    <section>
      <h2 className="head mb-3">Open an audit folder</h2>
      <p className="mb-3">
        {first && 'No audit is open yet. '}
        An audit folder holds an <code className="id">audit.yaml</code> and the exports it names.{' '}
        One folder is one audit as of one date; opening it again reads only what changed.
      </p>
      <form
        className="flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          open.mutate();
        }}
      >
        <input
          className="field id grow"
          aria-label="Folder on the machine that runs Stale Keys"
          placeholder="/path/of/the/folder"
          required
          value={path}
          onChange={(event) => setPath(event.target.value)}
        />
        <button type="submit" className="act act-first" disabled={open.isPending || job !== null}>
          Open
        </button>
      </form>
      <div className="mt-4">
        {job !== null && <JobProgress id={job} onEnd={onEnd} />}
        <Sentences error={open.error ?? failure} />
      </div>
    </section>
  );
}
