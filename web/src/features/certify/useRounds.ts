import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useParams } from 'react-router';
import type {
  Choices,
  ItemPage,
  RoundDraft,
  RoundLine,
  RoundPage,
  RoundText,
  SealCheck,
} from '../../shared/api/certifyTypes';
import { api } from '../../shared/api/client';

const pathOf = (snapshot: string | undefined) => `/api/snapshots/${snapshot}/rounds`;

export function useRounds() {
  const { snapshot } = useParams();
  const path = pathOf(snapshot);
  return useQuery({
    queryKey: ['rounds', snapshot],
    queryFn: () => api.get<RoundLine[]>(path),
    enabled: snapshot !== undefined,
  });
}

export function useChoices() {
  const { snapshot } = useParams();
  return useQuery({
    queryKey: ['rounds', snapshot, 'choices'],
    queryFn: () => api.get<Choices>(`${pathOf(snapshot)}/choices`),
  });
}

/** A dry run of what stands in the form, asked for once the form is filled enough. */
export function useDraft(text: RoundText, enabled: boolean) {
  const { snapshot } = useParams();
  return useQuery({
    queryKey: ['rounds', snapshot, 'draft', text],
    queryFn: () => api.post<RoundDraft>(`${pathOf(snapshot)}/draft`, text),
    enabled,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

export function useStart() {
  const { snapshot } = useParams();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (text: RoundText) => api.post<{ id: number }>(pathOf(snapshot), text),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['rounds'] }),
  });
}

export function useRoundItems(round: string, filter: string, limit: number) {
  const { snapshot } = useParams();
  return useQuery({
    queryKey: ['rounds', snapshot, round, 'items', filter, limit],
    queryFn: () => api.get<ItemPage>(`${pathOf(snapshot)}/${round}/items?${filter}&limit=${limit}`),
    placeholderData: keepPreviousData,
  });
}

/** One round as the auditor sees it through. */
export function useRound(round: string) {
  const { snapshot } = useParams();
  const queries = useQueryClient();
  const path = `${pathOf(snapshot)}/${round}`;
  const onSuccess = () => queries.invalidateQueries({ queryKey: ['rounds'] });
  return {
    path,
    page: useQuery({
      queryKey: ['rounds', snapshot, round],
      queryFn: () => api.get<RoundPage>(path),
      refetchInterval: 10_000,
    }),
    check: useQuery({
      queryKey: ['rounds', snapshot, round, 'seal'],
      queryFn: () => api.get<SealCheck>(`${path}/seal`),
      enabled: false,
    }),
    write: useMutation({
      mutationFn: (text: { people: string[]; words: string }) =>
        api.post<{ letters: number }>(`${path}/letters`, text),
      onSuccess,
    }),
    extend: useMutation({
      mutationFn: (text: { due: string; person: string }) => api.put<void>(`${path}/due`, text),
      onSuccess,
    }),
    handOver: useMutation({
      mutationFn: (text: { from: string; to: string; reason: string }) =>
        api.post<{ stayed: number }>(`${path}/handover`, text),
      onSuccess,
    }),
    seal: useMutation({
      mutationFn: (words: string) => api.post<void>(`${path}/seal`, { words }),
      onSuccess,
    }),
  };
}
