import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { Standing } from '../../shared/api/types';

export function useStanding() {
  const { snapshot } = useParams();
  return useQuery({
    queryKey: ['standing', snapshot],
    queryFn: () => api.get<Standing>(`/api/snapshots/${snapshot}/standing`),
    enabled: snapshot !== undefined,
  });
}
