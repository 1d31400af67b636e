import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { Overview } from '../../shared/api/types';

export function useEvidence() {
  const { snapshot } = useParams();
  return useQuery({
    queryKey: ['evidence', snapshot],
    queryFn: () => api.get<Overview>(`/api/snapshots/${snapshot}/evidence`),
  });
}
