import { useQuery } from '@tanstack/react-query';
import { api } from '../../shared/api/client';
import type { SnapshotView } from '../../shared/api/types';

export function useSnapshots() {
  return useQuery({
    queryKey: ['snapshots'],
    queryFn: () => api.get<SnapshotView[]>('/api/snapshots'),
  });
}
