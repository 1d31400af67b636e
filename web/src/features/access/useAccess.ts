import { keepPreviousData, useQueries, useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import type {
  AccessApplication,
  AccessDifference,
  AccountAccess,
  GridAccount,
  GridPermission,
  GridView,
  TraceView,
} from '../../shared/api/accessTypes';
import { api } from '../../shared/api/client';
import { pagesFor } from '../../shared/model/pagesFor';

const ROWS = 100;
const COLUMNS = 60;

export function useApplications() {
  const { snapshot } = useParams();
  return useQuery({
    queryKey: ['access', snapshot, 'applications'],
    queryFn: () => api.get<AccessApplication[]>(`/api/snapshots/${snapshot}/access`),
  });
}

export interface Sight {
  top: number;
  bottom: number;
  left: number;
  right: number;
}

/** The part of the grid that is in sight, fetched in windows. */
export function useGrid(filter: string, sight: Sight, enabled: boolean) {
  const { snapshot } = useParams();
  const windows = pagesFor(sight.top, sight.bottom, ROWS).flatMap((row) =>
    pagesFor(sight.left, sight.right, COLUMNS).map((column) => ({ row, column })),
  );
  const results = useQueries({
    queries: windows.map(({ row, column }) => ({
      queryKey: ['access', snapshot, 'grid', filter, row, column],
      queryFn: () =>
        api.get<GridView>(
          `/api/snapshots/${snapshot}/access/grid?${filter}&top=${row * ROWS}&rows=${ROWS}` +
            `&left=${column * COLUMNS}&cols=${COLUMNS}`,
        ),
      placeholderData: keepPreviousData,
      enabled,
    })),
  });
  const rows = new Map<number, GridAccount>();
  const columns = new Map<number, GridPermission>();
  const cells = new Map<number, Map<number, string>>();
  for (const { data } of results) {
    data?.rows.forEach((row, at) => {
      rows.set(data.top + at, row);
    });
    data?.columns.forEach((column, at) => {
      columns.set(data.left + at, column);
    });
    data?.cells.forEach((row, at) => {
      const known = cells.get(data.top + at) ?? new Map<number, string>();
      data.columns.forEach((_, column) => {
        known.set(data.left + column, row.slice(column * 2, column * 2 + 2));
      });
      cells.set(data.top + at, known);
    });
  }
  return {
    whole: results[0]?.data,
    rows,
    columns,
    cells,
    error: results.find((result) => result.error)?.error ?? null,
  };
}

export function useTrace(cell: { application: string; account: string; permission: string }) {
  const { snapshot } = useParams();
  const [resource = '', action = ''] = cell.permission.split('|');
  const query = new URLSearchParams({
    application: cell.application,
    account: cell.account,
    resource,
    action,
  });
  return useQuery({
    queryKey: ['access', snapshot, 'trace', query.toString()],
    queryFn: () => api.get<TraceView>(`/api/snapshots/${snapshot}/access/trace?${query}`),
    enabled: cell.account !== '' && cell.permission !== '',
  });
}

export function useAccount(application: string, account: string) {
  const { snapshot } = useParams();
  const query = new URLSearchParams({ application, account });
  return useQuery({
    queryKey: ['access', snapshot, 'account', application, account],
    queryFn: () => api.get<AccountAccess>(`/api/snapshots/${snapshot}/access/account?${query}`),
    enabled: account !== '',
  });
}

export function useDifference(query: URLSearchParams, enabled: boolean) {
  const { snapshot } = useParams();
  return useQuery({
    queryKey: ['access', snapshot, 'difference', query.toString()],
    queryFn: () =>
      api.get<AccessDifference>(`/api/snapshots/${snapshot}/access/difference?${query}`),
    enabled,
  });
}
