import type { FileView } from '../../shared/api/types';
import { count } from '../../shared/model/format';

export interface TieOutWords {
  words: string;
  /** Whether somebody has to do something about it. */
  open: boolean;
}

/** What the counts of a file come to, in words. */
export function tieOutWords(file: FileView): TieOutWords {
  if (file.state === 'refused') {
    return { words: 'refused: nothing of it was taken', open: true };
  }
  if (file.state === 'received') {
    return { words: 'received, not read', open: true };
  }
  const { expected, difference } = file.counts;
  if (expected === null || difference === null) {
    return { words: 'no count declared', open: false };
  }
  if (difference === 0) {
    return { words: `ties out with ${count(expected)}`, open: false };
  }
  const how = `${count(Math.abs(difference))} ${difference < 0 ? 'short of' : 'more than'} ${count(expected)}`;
  return file.explanation
    ? { words: `${how}, explained`, open: false }
    : { words: `${how}: say why`, open: true };
}
