import type { ConflictPage, PairView } from '../../shared/api/conflictTypes';

export interface GridRow {
  task: string;
  name: string;
  /** One for each task before this one. */
  cells: PairView[];
}

/** Tasks against tasks below the diagonal: each pair once. */
export function halfGrid(page: ConflictPage): GridRow[] {
  return page.tasks.slice(1).map((task, index) => ({
    task: task.id,
    name: task.name,
    cells: page.tasks.slice(0, index + 1).flatMap((other) => {
      const pair = page.pairs.find((one) => one.first === other.id && one.second === task.id);
      return pair ? [pair] : [];
    }),
  }));
}

/** The tasks that the address names, else those of the conflict that most people hold. */
export function chosenTasks(page: ConflictPage, named: string[]): string[] {
  const known = named.filter((id) => page.tasks.some((task) => task.id === id));
  if (known.length > 1) {
    return known;
  }
  const worst = [...page.conflicts].sort((a, b) => b.people - a.people)[0];
  return worst?.tasks ?? [];
}
