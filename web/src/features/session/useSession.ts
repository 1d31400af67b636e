import { useQuery } from '@tanstack/react-query';
import { api } from '../../shared/api/client';
import type { Session } from '../../shared/api/userTypes';

export function useSession() {
  return useQuery({
    queryKey: ['session'],
    queryFn: () => api.get<Session>('/api/session'),
    staleTime: Number.POSITIVE_INFINITY,
  });
}
