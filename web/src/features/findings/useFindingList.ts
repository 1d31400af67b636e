import {
  keepPreviousData,
  useMutation,
  useQueries,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type {
  Desk,
  FindingDetail,
  FindingLine,
  FindingPage,
  PersonCount,
} from '../../shared/api/types';
import { pagesFor } from '../../shared/model/pagesFor';

const PAGE = 200;

export function useDesk() {
  const { snapshot } = useParams();
  return useQuery({
    queryKey: ['findings', snapshot, 'desk'],
    queryFn: () => api.get<Desk>(`/api/snapshots/${snapshot}/findings/desk`),
  });
}

/** The lines in sight of a list of any length, by their place in it. */
export function useFindingLines(filter: string, first: number, last: number) {
  const { snapshot } = useParams();
  const results = useQueries({
    queries: pagesFor(first, last, PAGE).map((page) => ({
      queryKey: ['findings', snapshot, 'page', filter, page],
      queryFn: () =>
        api.get<FindingPage>(
          `/api/snapshots/${snapshot}/findings?${filter}&offset=${page * PAGE}&limit=${PAGE}`,
        ),
      placeholderData: keepPreviousData,
      meta: { page },
    })),
  });
  const lines = new Map<number, FindingLine>();
  pagesFor(first, last, PAGE).forEach((page, index) => {
    results[index]?.data?.lines.forEach((line, at) => {
      lines.set(page * PAGE + at, line);
    });
  });
  return {
    total: results[0]?.data?.total,
    lines,
    error: results.find((result) => result.error)?.error ?? null,
  };
}

export function useFinding(key: string) {
  const { snapshot } = useParams();
  return useQuery({
    queryKey: ['findings', snapshot, 'one', key],
    queryFn: () => api.get<FindingDetail>(`/api/snapshots/${snapshot}/findings/${key}`),
    enabled: key !== '',
    placeholderData: keepPreviousData,
  });
}

export function usePeople(enabled: boolean) {
  const { snapshot } = useParams();
  return useQuery({
    queryKey: ['findings', snapshot, 'people'],
    queryFn: () => api.get<PersonCount[]>(`/api/snapshots/${snapshot}/findings/people`),
    enabled,
  });
}

export function useNote(key: string) {
  const { snapshot } = useParams();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (note: string) =>
      api.post<void>(`/api/snapshots/${snapshot}/findings/${key}/notes`, { note }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['findings', snapshot, 'one', key] }),
  });
}
