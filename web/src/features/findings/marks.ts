/** The findings marked to be decided together, by key. */
export type Marks = ReadonlySet<string>;

export function toggleMark(marks: Marks, key: string): Marks {
  const next = new Set(marks);
  if (!next.delete(key)) {
    next.add(key);
  }
  return next;
}

/** Takes the marks off these keys; marks set on others since stay. */
export function unmark(marks: Marks, keys: string[]): Marks {
  const next = new Set(marks);
  for (const key of keys) {
    next.delete(key);
  }
  return next;
}

/** Marks all of the keys, or takes the marks off when all have one. */
export function toggleAll(marks: Marks, keys: string[]): Marks {
  return keys.every((key) => marks.has(key)) ? new Set() : new Set(keys);
}
