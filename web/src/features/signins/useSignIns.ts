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
  AttemptLine,
  AttemptPage,
  AttemptView,
  KeptView,
  RankPage,
  SessionPage,
  SignInView,
} from '../../shared/api/signInTypes';
import { pagesFor } from '../../shared/model/pagesFor';

const PAGE = 100;

function useBase(): string {
  const { snapshot } = useParams();
  return `/api/snapshots/${snapshot}`;
}

export function useSignIns(query: string) {
  const base = useBase();
  return useQuery({
    queryKey: [base, 'sign-ins', query],
    queryFn: () => api.get<SignInView>(`${base}/sign-ins?${query}`),
    placeholderData: keepPreviousData,
  });
}

/** The attempts in sight of a list of any length, by their place in it. */
export function useAttempts(query: string, first: number, last: number) {
  const base = useBase();
  const pages = pagesFor(first, last, PAGE);
  const results = useQueries({
    queries: pages.map((page) => ({
      queryKey: [base, 'attempts', query, page],
      queryFn: () =>
        api.get<AttemptPage>(
          `${base}/sign-ins/attempts?${query}&offset=${page * PAGE}&limit=${PAGE}`,
        ),
    })),
  });
  const lines = new Map<number, AttemptLine>();
  results.forEach((result) => {
    result.data?.lines.forEach((line, at) => {
      lines.set(result.data.offset + at, line);
    });
  });
  return { lines, error: results.find((result) => result.error)?.error ?? null };
}

export function useAttempt(row: string) {
  const base = useBase();
  return useQuery({
    queryKey: [base, 'attempt', row],
    queryFn: () => api.get<AttemptView>(`${base}/sign-ins/attempt?row=${row}`),
    enabled: row !== '',
    placeholderData: keepPreviousData,
  });
}

export function useRank(query: string, facet: string, order: string, find: string, limit: number) {
  const base = useBase();
  const asked = new URLSearchParams({ facet, order, find, limit: String(limit) });
  return useQuery({
    queryKey: [base, 'rank', query, asked.toString()],
    queryFn: () => api.get<RankPage>(`${base}/sign-ins/rank?${query}&${asked}`),
    placeholderData: keepPreviousData,
  });
}

export function useSessions(query: string) {
  const base = useBase();
  return useQuery({
    queryKey: [base, 'sessions', query],
    queryFn: () => api.get<SessionPage>(`${base}/sign-ins/sessions?${query}`),
    placeholderData: keepPreviousData,
  });
}

export function useKept() {
  const base = useBase();
  const queries = useQueryClient();
  const key = [base, 'questions'];
  const onSuccess = () => queries.invalidateQueries({ queryKey: key });
  return {
    kept: useQuery({ queryKey: key, queryFn: () => api.get<KeptView[]>(`${base}/questions`) }),
    keep: useMutation({
      mutationFn: (question: { view: string; name: string; query: string; pinned: boolean }) =>
        api.put<KeptView>(`${base}/questions`, question),
      onSuccess,
    }),
    forget: useMutation({
      mutationFn: (id: number) => api.remove<void>(`${base}/questions/${id}`),
      onSuccess,
    }),
  };
}
