import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { ItemView, ReviewLine, ReviewPage } from '../../shared/api/certifyTypes';
import { api } from '../../shared/api/client';

const PATH = '/api/reviews';

export function useReviews() {
  return useQuery({ queryKey: [PATH], queryFn: () => api.get<ReviewLine[]>(PATH) });
}

export interface Decision {
  items: ItemView[];
  choice: 'keep' | 'withdraw' | 'reduce';
  reason: string;
  to: string;
}

const seen = (item: ItemView) => ({ item: item.id, version: item.version });

/** The items of one person, or of one account without a person. */
export function itemsOf(round: string, subject: string | null) {
  return {
    queryKey: [PATH, round, subject],
    queryFn: () =>
      api.get<ItemView[]>(`${PATH}/${round}/items?subject=${encodeURIComponent(subject ?? '')}`),
    enabled: subject !== null,
  };
}

/** One round of the reviewer's: everything is saved at once, and asked for again after each change. */
export function useReview(round: string, subject: string | null) {
  const queries = useQueryClient();
  const path = `${PATH}/${round}`;
  // After a conflict the page must show what is there now, so it asks again in any case.
  const onSettled = () => queries.invalidateQueries({ queryKey: [PATH] });
  return {
    page: useQuery({ queryKey: [PATH, round], queryFn: () => api.get<ReviewPage>(path) }),
    items: useQuery(itemsOf(round, subject)),
    decide: useMutation({
      mutationFn: ({ items, choice, reason, to }: Decision) =>
        api.post<void>(`${path}/decisions`, { items: items.map(seen), choice, reason, to }),
      onSettled,
    }),
    undo: useMutation({
      mutationFn: (items: ItemView[]) => api.post<void>(`${path}/undo`, { items: items.map(seen) }),
      onSettled,
    }),
    pass: useMutation({
      mutationFn: ({ item, to, reason }: { item: ItemView; to: string; reason: string }) =>
        api.post<void>(`${path}/pass`, { item: seen(item), to, reason }),
      onSettled,
    }),
    answer: useMutation({
      mutationFn: (text: { doubt: string; words: string }) =>
        api.put<void>(`${path}/answers`, text),
      onSettled,
    }),
    sign: useMutation({
      mutationFn: (words: string) => api.post<void>(`${path}/signature`, { words }),
      onSettled,
    }),
  };
}
