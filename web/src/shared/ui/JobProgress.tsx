import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api } from '../api/client';
import type { JobView } from '../api/types';
import { count } from '../model/format';

/** Watches a job to its end: rows done of rows known, a way to stop, and what went wrong. */
export function JobProgress({ id, onEnd }: { id: number; onEnd: (job: JobView) => void }) {
  const { data: job } = useQuery({
    queryKey: ['job', id],
    queryFn: () => api.get<JobView>(`/api/jobs/${id}`),
    refetchInterval: (query) => (isOver(query.state.data) ? false : 300),
  });
  const stop = useMutation({ mutationFn: () => api.remove(`/api/jobs/${id}`) });
  useEffect(() => {
    if (job && isOver(job)) {
      onEnd(job);
    }
  }, [job, onEnd]);
  if (!job || isOver(job)) {
    return null;
  }
  return (
    <div className="flex items-center gap-3" role="status">
      <progress
        className="progress w-40"
        aria-label={job.title}
        value={job.known ? Math.min(job.done, job.known) : undefined}
        max={job.known || undefined}
      />
      <span>
        {job.step || job.title}
        {job.done > 0 &&
          `: ${count(job.done)}${job.known ? ` of ${count(job.known)}` : ''} ${job.unit}`}
      </span>
      <button type="button" className="act" onClick={() => stop.mutate()}>
        Stop
      </button>
    </div>
  );
}

function isOver(job: JobView | undefined): boolean {
  return job !== undefined && ['done', 'stopped', 'failed'].includes(job.state);
}
