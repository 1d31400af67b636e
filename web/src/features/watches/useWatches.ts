import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../../shared/api/client';
import type { ListeningView, WatchPage, WatchView } from '../../shared/api/watchTypes';

export type WatchText = Omit<WatchView, 'id' | 'signed'> & { secret: string };

export interface ListeningText {
  on: boolean;
  syslogPort: number;
  certificate: string;
  privateKey: string;
  folder: string;
  zone: string;
  smtpHost: string;
  smtpPort: number;
  mailFrom: string;
}

const PATH = '/api/watches';

/** The page is asked for again every few seconds: alarms come by themselves. */
export function useWatches() {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: [PATH] });
  return {
    page: useQuery({
      queryKey: [PATH],
      queryFn: () => api.get<WatchPage>(PATH),
      refetchInterval: 4000,
    }),
    listen: useMutation({
      mutationFn: (text: ListeningText) => api.put<ListeningView>(`${PATH}/listening`, text),
      onSuccess,
    }),
    keep: useMutation({
      mutationFn: ({ id, text }: { id: number | null; text: WatchText }) =>
        id === null ? api.post<WatchView>(PATH, text) : api.put<WatchView>(`${PATH}/${id}`, text),
      onSuccess,
    }),
    trial: useMutation({
      mutationFn: (id: number) => api.post<void>(`${PATH}/${id}/trial`, {}),
      onSuccess,
    }),
    forget: useMutation({
      mutationFn: (id: number) => api.remove<void>(`${PATH}/${id}`),
      onSuccess,
    }),
  };
}
