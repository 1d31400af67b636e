import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { PackPage, PackText } from '../../shared/api/packTypes';

/** Packs of the audit, and what can be done with them. */
export function usePacks() {
  const { snapshot } = useParams();
  const queries = useQueryClient();
  const path = `/api/snapshots/${snapshot}/report/packs`;
  const onSettled = () => queries.invalidateQueries({ queryKey: [path] });
  return {
    path,
    refresh: onSettled,
    page: useQuery({ queryKey: [path], queryFn: () => api.get<PackPage>(path) }),
    keep: useMutation({
      mutationFn: (text: PackText) => api.put<void>(`${path}/templates`, text),
      onSettled,
    }),
    drop: useMutation({
      mutationFn: (name: string) =>
        api.remove<void>(`${path}/templates?name=${encodeURIComponent(name)}`),
      onSettled,
    }),
    make: useMutation({ mutationFn: (text: PackText) => api.post<{ id: number }>(path, text) }),
  };
}

/** The pages as they would be. */
export function usePages(text: PackText) {
  const { snapshot } = useParams();
  const path = `/api/snapshots/${snapshot}/report/packs/pages`;
  return useQuery({
    queryKey: [path, text],
    queryFn: () => api.post<{ id: string; pages: number }>(path, text),
    enabled: text.parts.length > 0,
    placeholderData: keepPreviousData,
    staleTime: 60_000,
  });
}
