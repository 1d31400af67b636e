import type { DeskView, DraftView } from '../../shared/api/types';

/** The draft with what was found by itself written down, so that one choice does not undo the rest. */
export function settled(view: DeskView): DraftView {
  const { draft } = view;
  if (Object.keys(draft.columns).length > 0 && draft.kind.length > 0) {
    return draft;
  }
  const columns: Record<string, string> = { ...draft.columns };
  for (const column of view.columns) {
    for (const use of column.uses) {
      columns[use.field] ??= column.head;
    }
  }
  return { ...draft, kind: draft.kind.length > 0 ? draft.kind : view.kinds, columns };
}

/** Gives a column to a field in the place of another; an empty field keeps the column as it is. */
export function setField(view: DeskView, head: string, before: string, field: string): DraftView {
  const draft = settled(view);
  const columns = { ...draft.columns };
  if (before) {
    delete columns[before];
  }
  if (field) {
    columns[field] = head;
  }
  return { ...draft, columns };
}

/** Says what a word of a field's column means. */
export function setMeaning(
  view: DeskView,
  field: string,
  word: string,
  meaning: string,
): DraftView {
  const draft = settled(view);
  return {
    ...draft,
    values: { ...draft.values, [field]: { ...draft.values[field], [word]: meaning } },
  };
}

/** Reads the file as other kinds; the columns are found anew from its heads. */
export function setKinds(view: DeskView, kinds: string[]): DraftView {
  return { ...view.draft, kind: kinds, columns: {}, values: {}, split: {} };
}

/** Splits the cells of a field at a text; an empty text takes the split back. */
export function setSplit(view: DeskView, field: string, at: string): DraftView {
  const draft = settled(view);
  const split = { ...draft.split };
  if (at) {
    split[field] = at;
  } else {
    delete split[field];
  }
  return { ...draft, split };
}

/** The fields that still lack a column and that the kinds cannot do without. */
export function missing(view: DeskView): string[] {
  return [
    ...new Set(
      view.fits.filter((fit) => view.kinds.includes(fit.kind)).flatMap((fit) => fit.missing),
    ),
  ];
}
