import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type {
  ConflictPage,
  HolderPage,
  PairsRead,
  TasksTrial,
} from '../../shared/api/conflictTypes';
import { refreshAll } from '../../shared/api/refresh';

function useBase(): string {
  const { snapshot } = useParams();
  return `/api/snapshots/${snapshot}/conflicts`;
}

export function useConflicts() {
  const base = useBase();
  return useQuery({ queryKey: [base], queryFn: () => api.get<ConflictPage>(base) });
}

export function holdersQuery(tasks: string[]): string {
  return new URLSearchParams(tasks.map((task) => ['task', task])).toString();
}

/** Everybody who can do all of the tasks, as far as the list has been asked for. */
export function useHolders(tasks: string[], limit: number) {
  const base = useBase();
  const query = `${holdersQuery(tasks)}&limit=${limit}`;
  return useQuery({
    queryKey: [base, 'holders', query],
    queryFn: () => api.get<HolderPage>(`${base}/holders?${query}`),
    enabled: tasks.length > 1,
  });
}

export function useTasks() {
  const base = useBase();
  const queries = useQueryClient();
  return {
    trial: useMutation({
      mutationFn: (yaml: string) => api.post<TasksTrial>(`${base}/tasks/try`, { yaml, seen: null }),
    }),
    pairs: useMutation({
      mutationFn: (text: { csv: string; yaml: string }) =>
        api.post<PairsRead>(`${base}/tasks/pairs`, text),
    }),
    starter: useMutation({
      mutationFn: () => api.get<{ yaml: string }>(`${base}/tasks/starter`),
    }),
    keep: useMutation({
      mutationFn: (text: { yaml: string; seen: string }) => api.put<void>(`${base}/tasks`, text),
      onSuccess: () => refreshAll(queries),
    }),
  };
}
