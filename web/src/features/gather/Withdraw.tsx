import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, Refused } from '../../shared/api/client';
import type { Arrived, Begun, FileView, JobView } from '../../shared/api/types';
import { Dialog, JobProgress, Sentences } from '../../shared/ui';

/** Withdraws a file with a reason, or lays it on the desk once more for another sheet or kind. */
export function Withdraw({ file }: { file: FileView }) {
  const { snapshot } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const [job, setJob] = useState<number | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const base = `/api/snapshots/${snapshot}/evidence/${file.id}`;
  const tried = async (deed: () => Promise<void>) => {
    setFailure(null);
    try {
      await deed();
    } catch (error) {
      setFailure(error);
    }
  };
  const ended = useCallback(
    (result: JobView) => {
      setJob(null);
      void queries.invalidateQueries();
      if (result.state === 'done') {
        navigate(`/s/${snapshot}/gather`);
      } else {
        setFailure(new Refused(422, result.sentences));
      }
    },
    [navigate, queries, snapshot],
  );
  return (
    <>
      <button
        type="button"
        className="act"
        onClick={() =>
          void tried(async () => {
            const again = await api.post<Arrived>(`${base}/desk/again`, {});
            void queries.invalidateQueries();
            navigate(`/s/${snapshot}/gather/${again.id}/desk`);
          })
        }
      >
        Another sheet or kind of it …
      </button>
      <button type="button" className="act" onClick={() => setAsking(true)}>
        Withdraw …
      </button>
      {asking && (
        <Dialog title={`Withdraw ${file.file}`} onClose={() => setAsking(false)}>
          <form
            className="space-y-3"
            onSubmit={(event) => {
              event.preventDefault();
              void tried(async () => {
                setJob((await api.post<Begun>(`${base}/withdraw`, { reason })).id);
              });
            }}
          >
            <p>
              Its rows leave the audit and the checks run anew. The journal keeps its SHA-256 and
              the reason.
            </p>
            <input
              className="field w-full"
              aria-label="Why it is withdrawn"
              placeholder="why: for instance, it was made for the wrong branch"
              required
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
            <button type="submit" className="act act-first" disabled={job !== null}>
              Withdraw it
            </button>
            {job !== null && <JobProgress id={job} onEnd={ended} />}
            <Sentences error={failure} />
          </form>
        </Dialog>
      )}
      {!asking && <Sentences error={failure} />}
    </>
  );
}
