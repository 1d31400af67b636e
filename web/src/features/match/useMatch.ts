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
  MatchLine,
  MatchPage,
  MatchView,
  PersonLine,
  Rule,
} from '../../shared/api/matchTypes';
import { pagesFor } from '../../shared/model/pagesFor';

const PAGE = 200;

/** The checks run anew when nothing was decided for two seconds. */
const CHECKS_FOLLOW_MS = 5000;

export function useMatchCounts() {
  const { snapshot } = useParams();
  return useQuery({
    queryKey: ['match', snapshot, 'counts'],
    queryFn: () => api.get<MatchView>(`/api/snapshots/${snapshot}/match`),
  });
}

/** The lines under a filter, those in sight and around; any number of them. */
export function useMatchLines(filter: string, first: number, last: number) {
  const { snapshot } = useParams();
  const pages = pagesFor(first, last, PAGE);
  const results = useQueries({
    queries: pages.map((page) => ({
      queryKey: ['match', snapshot, 'page', filter, page],
      queryFn: () =>
        api.get<MatchPage>(
          `/api/snapshots/${snapshot}/match/accounts?${filter}&offset=${page * PAGE}&limit=${PAGE}`,
        ),
      placeholderData: keepPreviousData,
    })),
  });
  const lines = new Map<number, MatchLine>();
  pages.forEach((page, index) => {
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

/** Decides; everything that rests on whose accounts are is fetched anew, the checks a little later. */
export function useRule() {
  const { snapshot } = useParams();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (rules: Rule[]) => api.post(`/api/snapshots/${snapshot}/match/rulings`, { rules }),
    onSettled: () => {
      void queries.invalidateQueries({ queryKey: ['match', snapshot] });
      void queries.invalidateQueries({ queryKey: ['people', snapshot] });
      setTimeout(() => {
        void queries.invalidateQueries({ queryKey: ['findings', snapshot] });
        void queries.invalidateQueries({ queryKey: ['standing', snapshot] });
      }, CHECKS_FOLLOW_MS);
    },
  });
}

export function usePeople(text: string) {
  const { snapshot } = useParams();
  return useQuery({
    queryKey: ['people', snapshot, 'find', text],
    queryFn: () =>
      api.get<PersonLine[]>(`/api/snapshots/${snapshot}/people?text=${encodeURIComponent(text)}`),
    enabled: text.trim().length > 0,
    placeholderData: keepPreviousData,
  });
}
