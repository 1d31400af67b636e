import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type {
  FixByHand,
  FixDeedView,
  FixDraftView,
  FixPage,
  FixSettings,
  FixView,
} from '../../shared/api/fixTypes';

export interface Move {
  fixes: FixView[];
  state: string | null;
  words: string;
  actor: string | null;
  due: string | null;
}

/** The fixes of the audit and what can be done with them. */
export function useFixes() {
  const { snapshot } = useParams();
  const queries = useQueryClient();
  const path = `/api/snapshots/${snapshot}/fixes`;
  const onSettled = () => queries.invalidateQueries({ queryKey: [path] });
  return {
    path,
    page: useQuery({
      queryKey: [path],
      queryFn: () => api.get<FixPage>(path),
      enabled: snapshot !== undefined,
    }),
    plan: useMutation({
      mutationFn: (chosen: { keys: string[]; days: number }) =>
        api.post<{ planned: number }>(path, chosen),
      onSettled,
    }),
    byHand: useMutation({
      mutationFn: (fix: FixByHand) => api.post<void>(`${path}/by-hand`, fix),
      onSettled,
    }),
    move: useMutation({
      mutationFn: ({ fixes, ...move }: Move) =>
        api.post<void>(`${path}/moves`, {
          ...move,
          fixes: fixes.map(({ id, version }) => ({ id, version })),
        }),
      onSettled,
    }),
    settle: useMutation({
      mutationFn: (settings: FixSettings) => api.put<void>(`${path}/settings`, settings),
      onSettled,
    }),
  };
}

export function useFixDraft(days: number) {
  const { snapshot } = useParams();
  const path = `/api/snapshots/${snapshot}/fixes`;
  return useQuery({
    queryKey: [path, 'draft', days],
    queryFn: () => api.get<FixDraftView>(`${path}/draft?days=${days}`),
  });
}

export function useFixHistory(id: number) {
  const { snapshot } = useParams();
  const path = `/api/snapshots/${snapshot}/fixes`;
  return useQuery({
    queryKey: [path, 'history', id],
    queryFn: () => api.get<FixDeedView[]>(`${path}/${id}/history`),
  });
}

export function useFixSettings() {
  const { snapshot } = useParams();
  const path = `/api/snapshots/${snapshot}/fixes`;
  return useQuery({
    queryKey: [path, 'settings'],
    queryFn: () => api.get<FixSettings>(`${path}/settings`),
  });
}
