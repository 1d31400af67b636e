import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { DeskView, DraftView, KindView } from '../../shared/api/types';

/** The desk of a file: each change is kept by the server and answered with its effect. */
export function useDesk() {
  const { snapshot, file } = useParams();
  const address = `/api/snapshots/${snapshot}/evidence/${file}/desk`;
  const queries = useQueryClient();
  const key = ['desk', snapshot, file];
  const view = useQuery({ queryKey: key, queryFn: () => api.get<DeskView>(address) });
  const [undo, setUndo] = useState<DraftView[]>([]);
  const change = useMutation({
    mutationFn: (draft: DraftView) => api.put<DeskView>(address, draft),
    onSuccess: (next) => queries.setQueryData(key, next),
  });
  const startOver = useMutation({
    mutationFn: () => api.remove<DeskView>(address),
    onSuccess: (next) => queries.setQueryData(key, next),
  });
  const before = view.data?.draft;
  return {
    address,
    view,
    error: change.error ?? startOver.error,
    busy: change.isPending || startOver.isPending,
    change: (draft: DraftView) => {
      if (before) {
        setUndo((all) => [...all, before]);
      }
      change.mutate(draft);
    },
    startOver: () => {
      if (before) {
        setUndo((all) => [...all, before]);
      }
      startOver.mutate();
    },
    canUndo: undo.length > 0,
    undo: () => {
      const last = undo.at(-1);
      if (last) {
        setUndo((all) => all.slice(0, -1));
        change.mutate(last);
      }
    },
  };
}

/** Every kind with its fields; the same for all audits. */
export function useKinds() {
  const { snapshot } = useParams();
  return useQuery({
    queryKey: ['kinds'],
    queryFn: () => api.get<KindView[]>(`/api/snapshots/${snapshot}/kinds`),
    staleTime: Number.POSITIVE_INFINITY,
  });
}
