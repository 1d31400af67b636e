import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { Decide, DecisionView } from '../../shared/api/types';

/** Decides findings; lists, counts and the front page are fetched anew whether it worked or not. */
export function useDecide() {
  const { snapshot } = useParams();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (decide: Decide) =>
      api.post<Record<string, DecisionView>>(
        `/api/snapshots/${snapshot}/findings/decisions`,
        decide,
      ),
    // Not awaited: what was decided must be known, for taking it back, before the list shows it.
    onSettled: () => {
      void queries.invalidateQueries({ queryKey: ['findings', snapshot] });
      void queries.invalidateQueries({ queryKey: ['standing', snapshot] });
    },
  });
}
