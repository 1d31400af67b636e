import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { useParams } from 'react-router';
import { api } from '../shared/api/client';
import { JobProgress, Sentences } from '../shared/ui';

/** A snapshot that is not in memory yet is brought there; its views answer when it is. */
export function LoadingStrip() {
  const { snapshot } = useParams();
  const queries = useQueryClient();
  const key = ['load', snapshot];
  const load = useQuery({
    queryKey: key,
    queryFn: () => api.get<{ job: number | null }>(`/api/snapshots/${snapshot}/load`),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const onEnd = useCallback(() => {
    queries.setQueryData(['load', snapshot], { job: null });
  }, [queries, snapshot]);
  if (load.error) {
    return <Sentences error={load.error} />;
  }
  return load.data?.job ? (
    <div className="border-b border-rule bg-brass-wash px-5 py-1.5">
      <JobProgress id={load.data.job} onEnd={onEnd} />
    </div>
  ) : null;
}
