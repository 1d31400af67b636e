import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../../shared/api/client';
import type {
  AccessRow,
  CodeOffer,
  Invited,
  MadeToken,
  OwnView,
  SessionView,
  UserText,
  UserView,
} from '../../shared/api/userTypes';

const PATH = '/api/users';
const OWN = '/api/session/own';

export function useUsers() {
  const queries = useQueryClient();
  const onSettled = () => queries.invalidateQueries({ queryKey: [PATH] });
  return {
    all: useQuery({ queryKey: [PATH], queryFn: () => api.get<UserView[]>(PATH) }),
    sessions: useQuery({
      queryKey: [PATH, 'sessions'],
      queryFn: () => api.get<SessionView[]>(`${PATH}/sessions`),
    }),
    access: useQuery({
      queryKey: [PATH, 'access'],
      queryFn: () => api.get<AccessRow[]>(`${PATH}/access`),
    }),
    make: useMutation({ mutationFn: (text: UserText) => api.post<Invited>(PATH, text), onSettled }),
    change: useMutation({
      mutationFn: ({ id, text }: { id: number; text: UserText }) =>
        api.put<void>(`${PATH}/${id}`, text),
      onSettled,
    }),
    invite: useMutation({
      mutationFn: (id: number) => api.post<Invited>(`${PATH}/${id}/invitation`, {}),
      onSettled,
    }),
    unlock: useMutation({
      mutationFn: (id: number) => api.remove<void>(`${PATH}/${id}/lock`),
      onSettled,
    }),
    dropCode: useMutation({
      mutationFn: (id: number) => api.remove<void>(`${PATH}/${id}/code`),
      onSettled,
    }),
    end: useMutation({
      mutationFn: (number: number) => api.remove<void>(`${PATH}/sessions/${number}`),
      onSettled,
    }),
  };
}

export function useOwn() {
  const queries = useQueryClient();
  const onSettled = () => queries.invalidateQueries({ queryKey: [OWN] });
  return {
    own: useQuery({ queryKey: [OWN], queryFn: () => api.get<OwnView>(OWN) }),
    offer: useMutation({ mutationFn: () => api.post<CodeOffer>(`${OWN}/code`, {}) }),
    prove: useMutation({
      mutationFn: (code: string) => api.put<void>(`${OWN}/code`, { code }),
      onSettled,
    }),
    endCode: useMutation({
      mutationFn: (code: string) => api.post<void>(`${OWN}/code/end`, { code }),
      onSettled,
    }),
    makeToken: useMutation({
      mutationFn: (text: { name: string; mayChange: boolean; endsOn: string }) =>
        api.post<MadeToken>(`${OWN}/tokens`, text),
      onSettled,
    }),
    dropToken: useMutation({
      mutationFn: (id: number) => api.remove<void>(`${OWN}/tokens/${id}`),
      onSettled,
    }),
    end: useMutation({
      mutationFn: (number: number) => api.remove<void>(`${OWN}/sessions/${number}`),
      onSettled,
    }),
  };
}
