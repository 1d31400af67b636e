import type { Grid, RequestCell } from '../../shared/api/types';

export interface GridRow {
  id: string;
  name: string;
  /** One a kind; null where the kind is not asked of this owner. */
  cells: (RequestCell | null)[];
}

/** Mark and word of each standing, in the order of the work. */
export const marks: [string, string][] = [
  ['·', 'not asked'],
  ['?', 'asked'],
  ['▫', 'on the desk'],
  ['▪', 'received'],
  ['≠', 'differences'],
  ['=', 'tied out'],
  ['–', 'not applicable'],
];

/**
 * The organisation first, then the applications. Kinds of the organisation stand in front; an
 * application shows them only where something was asked or came.
 */
export function gridRows(grid: Grid): { kinds: string[]; rows: GridRow[] } {
  const own = new Set(grid.organisationKinds);
  const all = [...new Set(grid.cells.map((cell) => cell.kind))];
  const kinds = [...all.filter((kind) => own.has(kind)), ...all.filter((kind) => !own.has(kind))];
  const byPlace = new Map(grid.cells.map((cell) => [`${cell.application}:${cell.kind}`, cell]));
  const row = (id: string, name: string): GridRow => ({
    id,
    name,
    cells: kinds.map((kind) => {
      const cell = byPlace.get(`${id}:${kind}`) ?? null;
      const usual = (id === '') === own.has(kind);
      return cell && (usual || cell.standing !== 'not asked') ? cell : null;
    }),
  });
  return {
    kinds,
    rows: [row('', 'Organisation'), ...grid.owners.map((one) => row(one.id, one.name))],
  };
}
