import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { PushChoice, PushSettings, PushView } from '../../shared/api/pushTypes';

export interface Asked {
  application: string;
  settings: PushSettings;
  secret: string;
  fixes: number[];
}

/** Changes that were prepared, and what can be. */
export function usePushes(application: string) {
  const { snapshot } = useParams();
  const queries = useQueryClient();
  const path = `/api/snapshots/${snapshot}/pushes`;
  const onSettled = () => queries.invalidateQueries({ queryKey: [path] });
  return {
    all: useQuery({ queryKey: [path], queryFn: () => api.get<PushView[]>(path) }),
    choices: useQuery({
      queryKey: [path, 'choices', application],
      queryFn: () => api.get<PushChoice[]>(`${path}/choices?application=${application}`),
      enabled: application !== '',
    }),
    prepare: useMutation({
      mutationFn: (asked: Asked) => api.post<void>(path, asked),
      onSettled,
    }),
    carryOut: useMutation({
      mutationFn: ({ id, secret }: { id: number; secret: string }) =>
        api.post<void>(`${path}/${id}/carry-out`, { secret }),
      onSettled,
    }),
    drop: useMutation({
      mutationFn: (id: number) => api.remove<void>(`${path}/${id}`),
      onSettled,
    }),
  };
}
