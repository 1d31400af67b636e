import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import type {
  AdministratorLine,
  ChangePage,
  RolesView,
  RunPage,
} from '../../shared/api/changeTypes';
import { api } from '../../shared/api/client';
import type { FindingPage } from '../../shared/api/types';

function useGet<T>(path: string, enabled = true) {
  const { snapshot } = useParams();
  const whole = `/api/snapshots/${snapshot}${path}`;
  return useQuery({
    queryKey: [whole],
    queryFn: () => api.get<T>(whole),
    placeholderData: keepPreviousData,
    enabled,
  });
}

export const useChanges = (query: string) => useGet<ChangePage>(`/changes?${query}`);

export const useAdministrators = (query: string) =>
  useGet<AdministratorLine[]>(`/changes/administrators?${query}`);

export const useRuns = (query: string) => useGet<RunPage>(`/changes/runs?${query}`);

export const useRolesOn = (query: string, enabled: boolean) =>
  useGet<RolesView>(`/changes/roles-on?${query}`, enabled);

/** What the check on changes without a record found. */
export const useUnrecorded = () =>
  useGet<FindingPage>('/findings?check=change-off-the-record&limit=200');
