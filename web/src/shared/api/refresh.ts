import type { QueryClient } from '@tanstack/react-query';

/** The checks run anew a moment after the audit file was changed. */
const EXAMINED_AFTER = 5000;

/** After a change of the audit file: every view shows the change now, and a moment later what it made of the findings. */
export function refreshAll(queries: QueryClient) {
  void queries.invalidateQueries();
  setTimeout(() => void queries.invalidateQueries(), EXAMINED_AFTER);
}
