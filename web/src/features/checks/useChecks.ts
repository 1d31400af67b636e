import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useParams } from 'react-router';
import type {
  CheckList,
  Curve,
  OwnText,
  OwnTrial,
  SettingView,
  SubjectHelp,
  Tried,
} from '../../shared/api/checkTypes';
import { api } from '../../shared/api/client';
import { refreshAll } from '../../shared/api/refresh';

function useBase(): string {
  const { snapshot } = useParams();
  return `/api/snapshots/${snapshot}/checks`;
}

export function useChecks() {
  const base = useBase();
  return useQuery({ queryKey: [base], queryFn: () => api.get<CheckList>(base) });
}

/** How many a check flags at the usual values of one of its numbers. */
export function useCurve(check: string, parameter: string, application: string) {
  const base = useBase();
  const query = new URLSearchParams({ parameter });
  if (application) {
    query.set('application', application);
  }
  return useQuery({
    queryKey: [base, 'curve', check, query.toString()],
    queryFn: () => api.get<Curve>(`${base}/${check}/curve?${query}`),
    enabled: parameter !== '',
  });
}

export interface Change {
  application: string | null;
  setting: SettingView;
  seen: SettingView | null;
}

/** What the check would flag with the setting as it is being edited. */
export function useTried(check: string, change: Change, isChanged: boolean) {
  const base = useBase();
  return useQuery({
    queryKey: [base, 'try', check, JSON.stringify(change)],
    queryFn: () => api.post<Tried>(`${base}/${check}/try`, change),
    enabled: isChanged,
    placeholderData: keepPreviousData,
  });
}

export function useSetCheck(check: string) {
  const base = useBase();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (change: Change) => api.put<void>(`${base}/${check}`, change),
    onSuccess: () => refreshAll(queries),
  });
}

export function useSubjects() {
  const base = useBase();
  return useQuery({
    queryKey: [base, 'subjects'],
    queryFn: () => api.get<SubjectHelp[]>(`${base}/own/subjects`),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

export function useOwnCheck() {
  const base = useBase();
  const queries = useQueryClient();
  const again = () => refreshAll(queries);
  return {
    trial: useMutation({
      mutationFn: (change: { text: OwnText; replaces: string | null }) =>
        api.post<OwnTrial>(`${base}/own/try`, change),
    }),
    keep: useMutation({
      mutationFn: (change: { text: OwnText; replaces: string | null }) =>
        api.put<void>(`${base}/own`, change),
      onSuccess: again,
    }),
    remove: useMutation({
      mutationFn: (check: string) => api.remove<void>(`${base}/own/${check}`),
      onSuccess: again,
    }),
  };
}
